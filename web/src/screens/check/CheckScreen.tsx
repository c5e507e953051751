import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import type { ShotView, TakeView } from "../../api/client";
import {
  alikeQuery,
  assign,
  assignFrame,
  shotsQuery,
  takesQuery,
  useShootChange,
} from "../../api/queries";
import { Bar, Button, Empty, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { count } from "../../parts/figures";
import { useKeys } from "../../parts/keys";
import { Photo } from "../../parts/Photo";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictMark, type VerdictName, verdictWord } from "../../parts/VerdictMark";

const FILTERS: { key: string; verdict: VerdictName; name: string }[] = [
  { key: "r", verdict: "Ready", name: "Ready" },
  { key: "m", verdict: "Mend", name: "Mend" },
  { key: "n", verdict: "Reshoot", name: "Reshoot" },
];

/** All takes of the shoot, item by item, each with its verdict and the one thing to do. */
export function CheckScreen() {
  const shoot = useShoot();
  const shots = useQuery(shotsQuery(shoot.id));
  const takes = useQuery(takesQuery(shoot.id));
  const alike = useQuery(alikeQuery(shoot.id));
  const [only, setOnly] = useState<VerdictName>();
  const [search, setSearch] = useState("");
  const [picked, setPicked] = useState<number[]>([]);
  const searchBox = useRef<HTMLInputElement>(null);
  useKeys([
    ...FILTERS.map((filter) => ({
      key: filter.key,
      label: `Show only ${filter.name}`,
      run: () => setOnly((now) => (now === filter.verdict ? undefined : filter.verdict)),
    })),
    { key: "a", label: "Show all takes", run: () => setOnly(undefined) },
    { key: "/", label: "Search items and files", run: () => searchBox.current?.focus() },
  ]);
  if (!shots.data || !takes.data) return <Waiting error={shots.error ?? takes.error} />;
  if (takes.data.length === 0) {
    return (
      <Empty title="Nothing to check yet">
        Bring in photos at{" "}
        <Link className="underline" to="../shoot" relative="path">
          Shoot
        </Link>
        ; each is measured as it arrives.
      </Empty>
    );
  }
  const words = search.toLowerCase();
  const fits = (take: TakeView, shot: ShotView | undefined) =>
    (only === undefined || take.verdict === only) &&
    `${take.fileName} ${shot?.itemTitle ?? ""} ${shot?.itemCode ?? ""} ${shot?.role ?? ""}`
      .toLowerCase()
      .includes(words);
  const shotOf = new Map(shots.data.map((shot) => [shot.id, shot]));
  const shown = takes.data.filter((take) => fits(take, shotOf.get(take.shotId ?? -1)));
  const groups = grouped(shown, shots.data);
  const views = new Map<number, string>();
  for (const group of alike.data ?? []) {
    group.takes.forEach((id, index) =>
      views.set(
        Number(id),
        group.identical
          ? "same file"
          : index === 0
            ? `best of ${group.takes.length} alike`
            : `one of ${group.takes.length} alike`,
      ),
    );
  }
  const { counts } = shoot;
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center gap-2">
        {FILTERS.map((filter) => (
          <button
            key={filter.name}
            type="button"
            aria-pressed={only === filter.verdict}
            onClick={() => setOnly(only === filter.verdict ? undefined : filter.verdict)}
            className="flex min-h-10 items-center gap-2 rounded-full border border-line bg-panel px-4 aria-pressed:border-2 aria-pressed:border-ink"
          >
            <VerdictMark verdict={filter.verdict} />
            {filter.name}
            <span className="figures text-soft">
              {takes.data.filter((take) => take.verdict === filter.verdict).length}
            </span>
          </button>
        ))}
        <input
          ref={searchBox}
          type="search"
          aria-label="Search items and files"
          placeholder="Search  /"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="min-h-10 w-52 rounded-full border border-line bg-panel px-4 placeholder:text-soft"
        />
        {counts.waiting > 0 && (
          <div className="ml-auto w-64">
            <p className="text-[13px]">
              Measured {counts.takes - counts.waiting} of {counts.takes}
            </p>
            <Bar
              done={counts.takes - counts.waiting}
              total={counts.takes}
              label="Photos measured"
            />
          </div>
        )}
      </div>
      {picked.length > 0 && (
        <AssignBar
          picked={picked}
          takes={takes.data}
          shots={shots.data}
          onDone={() => setPicked([])}
        />
      )}
      {groups.length === 0 && <p className="p-6 text-soft">No take fits.</p>}
      {groups.map((group) => (
        <section key={group.title} aria-label={group.title} className="border-t border-line pt-3">
          <h2 className="mb-2 flex items-baseline gap-3 text-[17px]">
            {group.title} <span className="figures font-normal text-soft">{group.code}</span>
          </h2>
          <ul className="grid grid-cols-[repeat(auto-fill,minmax(215px,1fr))] gap-3">
            {group.takes.map((take) => (
              <li key={take.id}>
                <TakeCard
                  take={take}
                  role={shotOf.get(take.shotId ?? -1)?.role}
                  view={views.get(take.id)}
                  picked={picked.includes(take.id)}
                  onPick={(yes) =>
                    setPicked((before) =>
                      yes ? [...before, take.id] : before.filter((id) => id !== take.id),
                    )
                  }
                />
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

/** Frames that help to sort and to measure; no selling place sees them. */
const NOT_JUDGED: Partial<Record<TakeView["shows"], string>> = {
  SLIP: "Slip",
  CARD: "Colour card",
  BLANK: "Empty set",
};

type Group = { title: string; code: string; takes: TakeView[] };

function grouped(takes: TakeView[], shots: ShotView[]): Group[] {
  const groups: Group[] = [];
  const loose = takes.filter((take) => take.shows === "UNKNOWN");
  if (loose.length > 0) groups.push({ title: "Not assigned yet", code: "", takes: loose });
  const order = new Map(shots.map((shot, index) => [shot.id, index]));
  for (const code of new Set(shots.map((shot) => shot.itemCode))) {
    const own = shots.filter((shot) => shot.itemCode === code);
    const ids = new Set(own.map((shot) => shot.id));
    const its = takes
      .filter((take) => take.shotId !== undefined && ids.has(take.shotId))
      .sort((a, b) => order.get(a.shotId!)! - order.get(b.shotId!)!);
    if (its.length > 0) groups.push({ title: own[0]!.itemTitle, code, takes: its });
  }
  const others = takes.filter((take) => take.shows !== "UNKNOWN" && take.shotId === undefined);
  if (others.length > 0) {
    groups.push({ title: "Slips, cards and the empty set", code: "", takes: others });
  }
  return groups;
}

function TakeCard(props: {
  take: TakeView;
  role: string | undefined;
  view: string | undefined;
  picked: boolean;
  onPick: (yes: boolean) => void;
}) {
  const { take } = props;
  const verdict = asVerdict(take.verdict);
  const says =
    take.state === "UNREADABLE"
      ? take.problem
      : (take.remedy ?? (verdict ? "Nothing to change." : take.assignedBecause));
  return (
    <div
      data-take={take.fileName}
      className={`relative overflow-hidden rounded-lg border bg-panel ${take.chosen ? "border-2 border-ink" : "border-line"}`}
    >
      <Link to={`${take.id}`} className="block">
        <Photo
          sha256={take.sha256}
          size="small"
          alt={`${take.fileName}, ${verdictWord(verdict)}`}
          className="h-[150px]"
        />
        <span className="block p-3">
          <span className="flex items-center gap-2">
            <VerdictMark verdict={verdict} size={20} />
            <span className="font-head font-semibold">
              {take.state === "UNREADABLE"
                ? "Can't be read"
                : (NOT_JUDGED[take.shows] ?? verdictWord(verdict))}
            </span>
            <span className="ml-auto text-[13px] text-soft">
              {props.role ?? (take.shows === "UNKNOWN" ? "?" : "")}
            </span>
          </span>
          <span className="mt-1 line-clamp-2 min-h-[2.6em] text-[13px] leading-snug">{says}</span>
          <span className="figures block truncate pt-1 text-[12px] text-soft">
            {take.fileName} {take.chosen && <b className="text-ink">kept</b>}
            {props.view && (
              <span className={props.view.startsWith("best") ? "text-ink" : ""}> {props.view}</span>
            )}
          </span>
        </span>
      </Link>
      <label className="absolute top-0 left-0 grid size-11 place-items-center">
        <input
          type="checkbox"
          aria-label={`Select ${take.fileName}`}
          className="size-5 accent-(--accent)"
          checked={props.picked}
          onChange={(event) => props.onPick(event.target.checked)}
        />
      </label>
    </div>
  );
}

type Frame = "BLANK" | "CARD";
type Shown = number | Frame | undefined;

function shownBefore(take: TakeView): Shown {
  return take.shows === "BLANK" || take.shows === "CARD" ? take.shows : take.shotId;
}

function AssignBar(props: {
  picked: number[];
  takes: TakeView[];
  shots: ShotView[];
  onDone: () => void;
}) {
  const shoot = useShoot();
  const { decide } = useDecisions();
  const change = useShootChange(shoot.id, (moves: [number[], Shown][]) =>
    Promise.all(
      moves.map(([ids, shown]) =>
        shown === "BLANK" || shown === "CARD" ? assignFrame(ids, shown) : assign(ids, shown),
      ),
    ),
  );
  const before = props.takes.filter((take) => props.picked.includes(take.id));
  return (
    <div className="sticky top-2 z-10 flex flex-wrap items-center gap-3 rounded-lg border-2 border-ink bg-panel p-3">
      <span className="font-medium">{count(props.picked.length, "take")} selected. They show</span>
      <Choice
        label="What the selected takes show"
        value={undefined}
        placeholder="choose item and shot"
        className="w-80"
        options={[
          ...props.shots.map((shot) => ({
            value: String(shot.id),
            label: `${shot.itemCode} ${shot.itemTitle}, ${shot.role}`,
          })),
          { value: "BLANK", label: "The empty set, before the takes" },
          { value: "CARD", label: "The colour card or a grey card, before the takes" },
        ]}
        onChange={(value) => {
          const shot = props.shots.find((one) => one.id === Number(value));
          const shown = value === "BLANK" || value === "CARD" ? value : Number(value);
          const what = shot ? `${shot.itemTitle}, ${shot.role}` : NOT_JUDGED[shown as Frame];
          void decide(
            `${count(props.picked.length, "take")} now ${what}`,
            () => change.mutateAsync([[props.picked, shown]]),
            () => change.mutateAsync(before.map((take) => [[take.id], shownBefore(take)])),
          );
          props.onDone();
        }}
      />
      <Button onClick={props.onDone}>Select none</Button>
    </div>
  );
}
