import { useQuery } from "@tanstack/react-query";
import { ChevronDown, ChevronRight } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import {
  answer,
  api,
  type ItemPlan,
  type PlanView,
  queryClient,
  type TakeView,
} from "../../api/client";
import { aim, planQuery, ruleBooksQuery, takesQuery, useShootChange } from "../../api/queries";
import { Button, Empty, FileLink, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { count } from "../../parts/figures";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictMark } from "../../parts/VerdictMark";
import { AddItems } from "./AddItems";
import { ShotTable } from "./ShotTable";
import { addView, removeView } from "./views";

/** The items of the shoot with their views, each with the verdict of its best take. */
export function ShotsPart() {
  const shoot = useShoot();
  const plan = useQuery(planQuery(shoot.id));
  const takes = useQuery(takesQuery(shoot.id));
  const [open, setOpen] = useState<number>();
  if (!plan.data || !takes.data) return <Waiting error={plan.error ?? takes.error} />;
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[1fr_340px]">
      <div>
        {plan.data.items.length === 0 ? (
          <Empty title="What will you photograph?">
            Add items with the views a buyer wants: the short set of three or four pictures, or the
            full set with every side.
          </Empty>
        ) : (
          <Panel className="overflow-hidden">
            <Missing plan={plan.data} />
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
                {plan.data.items.map((item) => (
                  <ItemRow
                    key={item.itemId}
                    item={item}
                    plan={plan.data}
                    takes={takes.data}
                    open={open === item.itemId}
                    onOpen={() => setOpen(open === item.itemId ? undefined : item.itemId)}
                  />
                ))}
              </tbody>
            </table>
          </Panel>
        )}
      </div>
      <div className="flex flex-col gap-6">
        {plan.data.items.length > 0 && (
          <Link
            to="../shoot"
            relative="path"
            className="rounded-md bg-accent px-4 py-3 text-center font-medium text-on-accent"
          >
            Start shooting: {count(shoot.counts.shotsWithoutTake, "shot")} to take
          </Link>
        )}
        <AddItems planned={plan.data} />
        <WhereSold />
      </div>
    </div>
  );
}

/** A role that the selling place asks for and many items lack: told once, mended at once. */
function Missing({ plan }: { plan: PlanView }) {
  const shoot = useShoot();
  const { decide } = useDecisions();
  const change = useShootChange(shoot.id, (run: () => Promise<unknown>) => run());
  const lacking = new Map<string, { role: string; items: ItemPlan[] }>();
  for (const item of plan.items) {
    for (const { role, sentence } of item.missing) {
      const entry = lacking.get(sentence) ?? { role, items: [] };
      entry.items.push(item);
      lacking.set(sentence, entry);
    }
  }
  return [...lacking].map(([sentence, { role, items }]) => (
    <div
      key={sentence}
      className="flex flex-wrap items-center gap-3 border-b border-line bg-ground px-4 py-2.5"
    >
      <span className="max-w-[52ch]">
        {sentence}{" "}
        <span className="text-soft">
          {items.length === 1 ? items[0]!.code : count(items.length, "item")}{" "}
          {items.length === 1 ? "has" : "have"} none.
        </span>
      </span>
      <Button
        className="ml-auto"
        onClick={() =>
          void decide(
            `A ${role} shot for ${count(items.length, "item")}`,
            () =>
              change.mutateAsync(() =>
                Promise.all(items.map((item) => addView(shoot.id, item, role))),
              ),
            async () => {
              const now = await queryClient.fetchQuery({ ...planQuery(shoot.id), staleTime: 0 });
              const ids = new Set(items.map((item) => item.itemId));
              await change.mutateAsync(() =>
                Promise.all(
                  now.items
                    .filter((item) => ids.has(item.itemId))
                    .flatMap((item) => item.shots.filter((shot) => shot.role === role))
                    .map((shot) => removeView(shoot.id, shot.id)),
                ),
              );
            },
          )
        }
      >
        Add it to {items.length === 1 ? "this item" : "all of them"}
      </Button>
    </div>
  ));
}

function ItemRow(props: {
  item: ItemPlan;
  plan: PlanView;
  takes: TakeView[];
  open: boolean;
  onOpen: () => void;
}) {
  const { item, open } = props;
  return (
    <>
      <tr className={`border-t border-line align-top ${item.dropped ? "opacity-60" : ""}`}>
        <th scope="row" className="w-60 px-4 py-3 text-left font-normal">
          <span className="figures block text-soft">{item.code}</span>
          <span className={`font-medium ${item.dropped ? "line-through" : ""}`}>{item.title}</span>
          <button
            type="button"
            aria-expanded={open}
            className="-ml-1 flex min-h-8 items-center gap-1 text-[13px] text-soft hover:text-ink"
            onClick={props.onOpen}
          >
            {open ? <ChevronDown size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
            set-ups and reasons<span className="sr-only"> of {item.title}</span>
          </button>
        </th>
        <td className="px-4 py-3">
          <ul className="flex flex-wrap gap-2">
            {item.shots.map((shot) => (
              <ShotChip key={shot.id} shot={shot} title={item.title} takes={props.takes} />
            ))}
          </ul>
          {item.checks.map((sentence) => (
            <p key={sentence} className="mt-2 text-[13px] text-mend">
              {sentence}
            </p>
          ))}
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={2} className="bg-ground px-4 py-3">
            <ShotTable item={item} />
          </td>
        </tr>
      )}
    </>
  );
}

const RANK = ["Ready", "Mend", "Reshoot"];

function bestVerdict(takes: TakeView[], shotId: number) {
  const own = takes.filter((take) => take.shotId === shotId);
  const kept = own.find((take) => take.chosen);
  if (kept) return kept.verdict;
  return RANK.find((verdict) => own.some((take) => take.verdict === verdict));
}

function ShotChip(props: { shot: ItemPlan["shots"][number]; title: string; takes: TakeView[] }) {
  const shoot = useShoot();
  const { shot, title, takes } = props;
  const aimed = shoot.aimedShotId === shot.id;
  const taken = takes.filter((take) => take.shotId === shot.id).length;
  const turn = useShootChange(shoot.id, (shotId: number | undefined) => aim(shoot.id, shotId));
  return (
    <li>
      <button
        type="button"
        className={`flex min-h-10 items-center gap-2 rounded-md border px-3 py-1 ${aimed ? "border-2 border-accent" : "border-line hover:border-ink"}`}
        aria-pressed={aimed}
        aria-label={`${title}, ${shot.role}: shoot this next`}
        title={shot.why}
        onClick={() => turn.mutate(aimed ? undefined : shot.id)}
      >
        <VerdictMark verdict={asVerdict(bestVerdict(takes, shot.id))} label />
        <span className={shot.dropped ? "line-through" : shot.required ? "" : "text-soft"}>
          {shot.role}
        </span>
        {taken > 0 && <span className="figures text-soft">{taken}</span>}
        {aimed && <span className="text-[12px] font-semibold text-accent">next</span>}
      </button>
    </li>
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
      <FileLink className="mt-4 w-full" href={`/api/shoots/${shoot.id}/slips.pdf`}>
        Slips to print (PDF)
      </FileLink>
      <p className="mt-2 text-[13px] text-soft">
        Photograph an item's slip first: the frames after it are sorted to that item by themselves.
      </p>
    </Panel>
  );
}
