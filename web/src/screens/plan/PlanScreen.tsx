import { useQuery } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { answer, api, type ShotView, type TakeView } from "../../api/client";
import { aim, ruleBooksQuery, shotsQuery, takesQuery, useShootChange } from "../../api/queries";
import { Button, Empty, Field, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { count } from "../../parts/figures";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictMark } from "../../parts/VerdictMark";

const VIEWS = [
  "lead",
  "side",
  "back",
  "inside",
  "detail",
  "mark",
  "wear",
  "scale",
  "in-use",
  "packaging",
];
const SHORT_SET = ["lead", "side", "detail"];

export function PlanScreen() {
  const shoot = useShoot();
  const shots = useQuery(shotsQuery(shoot.id));
  const takes = useQuery(takesQuery(shoot.id));
  if (!shots.data || !takes.data) return <Waiting error={shots.error ?? takes.error} />;
  const items = byItem(shots.data);
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[1fr_340px]">
      <div>
        {items.length === 0 ? (
          <Empty title="What will you photograph?">
            Add each item with the views a buyer wants. The short set is three pictures: the lead, a
            side and a detail.
          </Empty>
        ) : (
          <Panel>
            <table className="w-full border-collapse">
              <caption className="sr-only">Items and their shots</caption>
              <thead>
                <tr className="border-b border-line text-left text-[13px] text-soft">
                  <th scope="col" className="px-4 py-2 font-normal">
                    Item
                  </th>
                  <th scope="col" className="px-4 py-2 font-normal">
                    Shots, and the best take of each
                  </th>
                </tr>
              </thead>
              <tbody>
                {items.map(([code, its]) => (
                  <tr key={code} className="border-b border-line align-top last:border-0">
                    <th scope="row" className="w-64 px-4 py-3 text-left font-normal">
                      <span className="figures block text-soft">{code}</span>
                      <span className="font-medium">{its[0]?.itemTitle}</span>
                    </th>
                    <td className="px-4 py-3">
                      <ul className="flex flex-wrap gap-2">
                        {its.map((shot) => (
                          <ShotChip key={shot.id} shot={shot} takes={takes.data} />
                        ))}
                      </ul>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Panel>
        )}
      </div>
      <div className="flex flex-col gap-6">
        {shots.data.length > 0 && (
          <Link
            to="../shoot"
            relative="path"
            className="rounded-md bg-accent px-4 py-3 text-center font-medium text-on-accent"
          >
            Start shooting: {count(shoot.counts.shotsWithoutTake, "shot")} to take
          </Link>
        )}
        <NewItem shootId={shoot.id} />
        <WhereSold />
      </div>
    </div>
  );
}

function byItem(shots: ShotView[]): [string, ShotView[]][] {
  const items = new Map<string, ShotView[]>();
  for (const shot of shots) items.set(shot.itemCode, [...(items.get(shot.itemCode) ?? []), shot]);
  return [...items];
}

const RANK = ["Ready", "Mend", "Reshoot"];

function bestVerdict(takes: TakeView[], shotId: number) {
  const own = takes.filter((take) => take.shotId === shotId);
  const kept = own.find((take) => take.chosen);
  if (kept) return kept.verdict;
  return RANK.find((verdict) => own.some((take) => take.verdict === verdict));
}

function ShotChip({ shot, takes }: { shot: ShotView; takes: TakeView[] }) {
  const shoot = useShoot();
  const { decide } = useDecisions();
  const aimed = shoot.aimedShotId === shot.id;
  const taken = takes.filter((take) => take.shotId === shot.id).length;
  const turn = useShootChange(shoot.id, (shotId: number | undefined) => aim(shoot.id, shotId));
  const change = useShootChange(shoot.id, async (add: boolean) =>
    add
      ? answer(
          api.POST("/api/shoots/{id}/items", {
            params: { path: { id: shoot.id } },
            body: {
              code: shot.itemCode,
              title: shot.itemTitle,
              kind: shot.itemKind,
              roles: [shot.role],
            },
          }),
        )
      : answer(
          api.DELETE("/api/shoots/{id}/shots/{shotId}", {
            params: { path: { id: shoot.id, shotId: shot.id } },
          }),
        ),
  );
  return (
    <li
      className={`flex items-center rounded-md border ${aimed ? "border-2 border-accent" : "border-line"}`}
    >
      <button
        type="button"
        className="flex min-h-10 items-center gap-2 py-1 pr-1 pl-3"
        aria-pressed={aimed}
        aria-label={`${shot.itemTitle}, ${shot.role}: shoot this next`}
        onClick={() => turn.mutate(aimed ? undefined : shot.id)}
      >
        <VerdictMark verdict={asVerdict(bestVerdict(takes, shot.id))} label />
        <span>{shot.role}</span>
        <span className="figures text-soft">{taken > 0 ? `${taken}` : ""}</span>
        {aimed && <span className="text-[12px] font-semibold text-accent">next</span>}
      </button>
      <button
        type="button"
        aria-label={`Remove ${shot.role} of ${shot.itemTitle}`}
        className="grid size-9 place-items-center rounded-md text-soft hover:text-ink"
        onClick={() =>
          void decide(
            `Removed ${shot.role} of ${shot.itemTitle}`,
            () => change.mutateAsync(false),
            () => change.mutateAsync(true),
          )
        }
      >
        <Trash2 size={15} aria-hidden />
      </button>
    </li>
  );
}

function NewItem({ shootId }: { shootId: number }) {
  const [code, setCode] = useState("");
  const [title, setTitle] = useState("");
  const [kind, setKind] = useState("");
  const [roles, setRoles] = useState<string[]>(SHORT_SET);
  const add = useShootChange(shootId, () =>
    answer(
      api.POST("/api/shoots/{id}/items", {
        params: { path: { id: shootId } },
        body: { code, title, kind: kind || "household", roles },
      }),
    ),
  );
  const toggle = (view: string) =>
    setRoles((before) =>
      before.includes(view) ? before.filter((one) => one !== view) : [...before, view],
    );
  return (
    <Panel className="p-5">
      <h2 className="mb-3 text-xl">Add an item</h2>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          add.mutate(undefined, {
            onSuccess: () => {
              setCode("");
              setTitle("");
            },
          });
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          <Field
            label="Code"
            placeholder="SL-11"
            value={code}
            onChange={(e) => setCode(e.target.value)}
          />
          <Field
            label="Kind"
            placeholder="household"
            value={kind}
            onChange={(e) => setKind(e.target.value)}
          />
        </div>
        <Field
          label="Title"
          placeholder="Small abacus"
          value={title}
          onChange={(e) => setTitle(e.target.value)}
        />
        <fieldset>
          <legend className="mb-1 text-[13px] text-soft">Views</legend>
          <div className="flex flex-wrap gap-1.5">
            {VIEWS.map((view) => (
              <button
                key={view}
                type="button"
                aria-pressed={roles.includes(view)}
                onClick={() => toggle(view)}
                className="min-h-9 rounded-md border border-line px-2.5 aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-panel"
              >
                {view}
              </button>
            ))}
          </div>
        </fieldset>
        {add.error && (
          <p role="alert" className="text-reshoot">
            {add.error.message}
          </p>
        )}
        <Button main type="submit" disabled={add.isPending}>
          Add to the plan
        </Button>
      </form>
    </Panel>
  );
}

function WhereSold() {
  const shoot = useShoot();
  const { decide } = useDecisions();
  const { data: books } = useQuery(ruleBooksQuery);
  const change = useShootChange(shoot.id, (ruleBookId: string) =>
    answer(
      api.PUT("/api/shoots/{id}/rule-book", {
        params: { path: { id: shoot.id } },
        body: { ruleBookId },
      }),
    ),
  );
  const name = (id: string) => books?.find((book) => book.id === id)?.name ?? id;
  return (
    <Panel className="p-5">
      <h2 className="mb-2 text-xl">Where it will be sold</h2>
      <Choice
        label="Rule book of this shoot"
        value={shoot.ruleBookId}
        className="w-full"
        options={(books ?? []).map((book) => ({ value: book.id, label: book.name }))}
        onChange={(id) => {
          const before = shoot.ruleBookId;
          void decide(
            `Judged for ${name(id)} now`,
            () => change.mutateAsync(id),
            () => change.mutateAsync(before),
          );
        }}
      />
      <p className="mt-2 text-[13px] text-soft">
        Every take is judged again at once when you change it; nothing is measured twice.
      </p>
    </Panel>
  );
}
