import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { answer, api, type ShootView } from "../../api/client";
import { ruleBooksQuery, shootsQuery } from "../../api/queries";
import { Button, Field, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { count, day } from "../../parts/figures";
import { VerdictMark } from "../../parts/VerdictMark";

export function ShootsScreen() {
  const { data, error } = useQuery(shootsQuery);
  if (!data) return <Waiting error={error} />;
  return (
    <div className="grid grid-cols-1 gap-8 lg:grid-cols-[1fr_360px]">
      <div>
        <h1 className="mb-4 text-3xl">Your shoots</h1>
        {data.entries.length === 0 ? (
          <p className="max-w-prose text-soft">
            None yet. Make your first one here on the right: name it, say where the pictures will be
            sold, then plan what to photograph. To look around first, start the demo shop with{" "}
            <code className="figures">./istante demo</code>.
          </p>
        ) : (
          <ul className="flex flex-col gap-3">
            {data.entries.map((shoot) => (
              <li key={shoot.id}>
                <ShootRow shoot={shoot} />
              </li>
            ))}
          </ul>
        )}
      </div>
      <NewShoot />
    </div>
  );
}

function ShootRow({ shoot }: { shoot: ShootView }) {
  const { counts } = shoot;
  return (
    <Link
      to={`/shoots/${shoot.id}/${counts.takes === 0 ? "plan" : "check"}`}
      className="grid grid-cols-[1fr_auto] items-center gap-4 rounded-lg border border-line bg-panel p-5 hover:border-ink"
    >
      <span>
        <span className="block font-head text-xl font-semibold">{shoot.name}</span>
        <span className="text-soft">
          {day(shoot.createdAt)}, for {shoot.ruleBookName}. {count(counts.items, "item")},{" "}
          {count(counts.takes, "take")}.
        </span>
      </span>
      <span className="flex gap-5">
        <Tally verdict="Ready" n={counts.ready} />
        <Tally verdict="Mend" n={counts.mend} />
        <Tally verdict="Reshoot" n={counts.reshoot} />
      </span>
    </Link>
  );
}

function Tally(props: { verdict: "Ready" | "Mend" | "Reshoot"; n: number }) {
  return (
    <span className="flex flex-col items-center">
      <VerdictMark verdict={props.verdict} size={26} />
      <span className="figures mt-1">{props.n}</span>
      <span className="text-[12px] text-soft">{props.verdict}</span>
    </span>
  );
}

function NewShoot() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const { data: books } = useQuery(ruleBooksQuery);
  const [name, setName] = useState("");
  const [book, setBook] = useState("fieramonda");
  const make = useMutation({
    mutationFn: () => answer(api.POST("/api/shoots", { body: { name, ruleBookId: book } })),
    onSuccess: async (shoot) => {
      await client.invalidateQueries({ queryKey: ["shoots"] });
      await navigate(`/shoots/${shoot.id}/plan`);
    },
  });
  return (
    <Panel className="h-fit p-5">
      <h2 className="mb-3 text-xl">A new shoot</h2>
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate();
        }}
      >
        <Field
          label="Name"
          placeholder="Saturday, glass and tins"
          value={name}
          maxLength={120}
          onChange={(event) => setName(event.target.value)}
        />
        <div className="flex flex-col gap-1">
          <span className="text-[13px] text-soft">Where the pictures will be sold</span>
          <Choice
            label="Rule book"
            value={book}
            onChange={setBook}
            options={(books ?? []).map((one) => ({ value: one.id, label: one.name }))}
          />
          <p className="text-[13px] text-soft">{books?.find((one) => one.id === book)?.about}</p>
        </div>
        {make.error && (
          <p role="alert" className="text-reshoot">
            {make.error.message}
          </p>
        )}
        <Button main type="submit" disabled={make.isPending}>
          Start this shoot
        </Button>
      </form>
    </Panel>
  );
}
