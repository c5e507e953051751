import { useQuery } from "@tanstack/react-query";
import { HelpCircle, Moon, Sun } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, NavLink, Outlet, useNavigate, useParams } from "react-router";
import { shootQuery, useShootEvents } from "../api/queries";
import { currentTheme, switchTheme } from "../theme/theme";
import { Waiting } from "./basics";
import { KeySheet } from "./KeySheet";
import { onKeyDown, useKeys } from "./keys";
import { STATIONS, StationLine } from "./StationLine";

/** The page around every screen: wordmark, places, theme, keys. */
export function Frame() {
  const [keysOpen, setKeysOpen] = useState(false);
  const [theme, setTheme] = useState(currentTheme());
  const navigate = useNavigate();
  const { shootId } = useParams();
  useEffect(() => {
    document.addEventListener("keydown", onKeyDown);
    return () => document.removeEventListener("keydown", onKeyDown);
  }, []);
  const go = (path: string) => () => void navigate(path);
  useKeys([
    { key: "?", label: "This sheet of keys", run: () => setKeysOpen(true) },
    { key: "g w", label: "Go to all shoots", run: go("/") },
    { key: "g i", label: "Go to Items", run: go("/items") },
    { key: "g r", label: "Go to Rule books", run: go("/rule-books") },
    { key: "g e", label: "Go to Recipes", run: go("/recipes") },
    { key: "g k", label: "Go to Kit", run: go("/kit") },
    { key: "b", label: "Light or dim room", run: () => setTheme(switchTheme()) },
  ]);
  return (
    <div className="flex min-h-screen flex-col">
      <a
        href="#main"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-panel focus:p-3"
      >
        Skip to the screen
      </a>
      <header className="border-b border-line print:hidden">
        <div className="mx-auto flex max-w-[1500px] items-center gap-6 px-6 py-2">
          <Link
            to="/"
            className="flex items-center gap-2 font-head text-[22px] font-bold tracking-tight"
          >
            <svg viewBox="0 0 32 32" width="22" height="22" aria-hidden>
              <circle cx="16" cy="16" r="13" fill="none" stroke="currentColor" strokeWidth="3.5" />
              <path d="M16 3a13 13 0 0 1 0 26z" fill="currentColor" />
            </svg>
            Istante
          </Link>
          <nav aria-label="Places" className="flex gap-1">
            <Place to="/" name="Shoots" end />
            <Place to="/items" name="Items" />
            {shootId && <Place to={`/shoots/${shootId}/line-up`} name="Line-up" />}
            <Place to="/rule-books" name="Rule books" />
            <Place to="/recipes" name="Recipes" />
            <Place to="/kit" name="Kit" />
          </nav>
          <div className="ml-auto flex gap-1">
            <button
              type="button"
              aria-label={theme === "dim" ? "Light room" : "Dim room, for judging whites"}
              className="grid size-10 place-items-center rounded-md hover:bg-sunk"
              onClick={() => setTheme(switchTheme())}
            >
              {theme === "dim" ? <Sun size={19} /> : <Moon size={19} />}
            </button>
            <button
              type="button"
              aria-label="Keys on this screen"
              className="grid size-10 place-items-center rounded-md hover:bg-sunk"
              onClick={() => setKeysOpen(true)}
            >
              <HelpCircle size={19} />
            </button>
          </div>
        </div>
      </header>
      <main id="main" className="mx-auto flex w-full max-w-[1500px] flex-1 flex-col px-6 py-5">
        <Outlet />
      </main>
      <KeySheet open={keysOpen} onOpenChange={setKeysOpen} />
    </div>
  );
}

function Place(props: { to: string; name: string; end?: boolean }) {
  return (
    <NavLink
      to={props.to}
      end={props.end}
      className={({ isActive }) =>
        `rounded-md px-3 py-2 ${isActive ? "font-semibold underline decoration-2 underline-offset-8" : "text-soft hover:text-ink"}`
      }
    >
      {props.name}
    </NavLink>
  );
}

/** Around the screens of one shoot: its name and its line of stations. */
export function ShootFrame() {
  const id = Number(useParams().shootId);
  const navigate = useNavigate();
  const { data: shoot, error } = useQuery(shootQuery(id));
  useShootEvents(id);
  useKeys([
    ...STATIONS.map((station) => ({
      key: `g ${station.key}`,
      label: `Go to ${station.name}`,
      run: () => void navigate(`/shoots/${id}/${station.path}`),
    })),
    { key: "g l", label: "Go to Line-up", run: () => void navigate(`/shoots/${id}/line-up`) },
  ]);
  if (!shoot) return <Waiting error={error} />;
  return (
    <>
      <div className="mb-5 grid grid-cols-1 items-center gap-4 lg:grid-cols-[minmax(200px,300px)_1fr]">
        <div>
          <p className="text-[13px] text-soft">for {shoot.ruleBookName}</p>
          <h1 className="text-[19px]">{shoot.name}</h1>
        </div>
        <StationLine shoot={shoot} />
      </div>
      <Outlet context={shoot} />
    </>
  );
}
