import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { FinishView, ShotView } from "../../api/client";
import {
  choose,
  finalsQuery,
  makeFinals,
  shotsQuery,
  takesQuery,
  useMeasures,
  useShootChange,
} from "../../api/queries";
import { Bar, Button, Empty, Waiting } from "../../parts/basics";
import { useDecisions } from "../../parts/Decisions";
import { count, figure, reading } from "../../parts/figures";
import { useKeys } from "../../parts/keys";
import { Photo } from "../../parts/Photo";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictWord } from "../../parts/VerdictMark";
import { DriftPart } from "./DriftPart";

/** Kept takes, the computed steps that make each a final, and the same check of the result. */
export function FinishScreen() {
  const shoot = useShoot();
  const finals = useQuery(finalsQuery(shoot.id));
  const shots = useQuery(shotsQuery(shoot.id));
  const makeAll = useShootChange(shoot.id, makeFinals);
  const list = finals.data ?? [];
  const open = list.filter(
    (one) => canFinish(one) && one.state !== "MADE" && one.state !== "WAITING",
  );
  const waiting = list.filter((one) => one.state === "WAITING").length;
  const finishAll = () => {
    if (open.length > 0) makeAll.mutate(open.map((one) => one.takeId));
  };
  useKeys([{ key: "e", label: "Finish all kept takes", run: finishAll }]);
  if (!finals.data || !shots.data) return <Waiting error={finals.error ?? shots.error} />;
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center gap-3">
        <KeepBest />
        {list.length > 0 && (
          <Button
            main
            keyName="e"
            disabled={open.length === 0 || makeAll.isPending}
            onClick={finishAll}
          >
            Finish {count(open.length, "take")}
          </Button>
        )}
        {waiting > 0 && (
          <div className="w-64">
            <p className="text-[13px]">
              Finished {list.length - waiting} of {list.length}
            </p>
            <Bar done={list.length - waiting} total={list.length} label="Takes finished" />
          </div>
        )}
        {makeAll.error && (
          <p role="alert" className="text-reshoot">
            {makeAll.error.message}
          </p>
        )}
      </div>
      {list.length === 0 ? (
        <Empty title="No take is kept yet">
          Keep one take for each shot at{" "}
          <Link className="underline" to="../check" relative="path">
            Check
          </Link>
          , or let Istante keep the best Ready or Mend take of every shot.
        </Empty>
      ) : (
        <ul className="flex flex-col gap-3">
          {list.map((one) => (
            <li key={one.takeId}>
              <FinishRow one={one} shot={shots.data.find((shot) => shot.id === one.shotId)} />
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function canFinish(one: FinishView): boolean {
  return one.before?.finishPlan !== undefined && one.before.verdict !== "Reshoot";
}

/** For every shot without a kept take: its first Ready take, else its first that can be mended. */
function KeepBest() {
  const shoot = useShoot();
  const { decide } = useDecisions();
  const { data: takes } = useQuery(takesQuery(shoot.id));
  const change = useShootChange(shoot.id, (moves: [number, boolean][]) =>
    Promise.all(moves.map(([id, yes]) => choose(id, yes))),
  );
  const best = new Map<number, number>();
  for (const verdict of ["Ready", "Mend"]) {
    for (const take of takes ?? []) {
      if (take.shotId === undefined || take.verdict !== verdict || best.has(take.shotId)) continue;
      if (!takes!.some((other) => other.shotId === take.shotId && other.chosen)) {
        best.set(take.shotId, take.id);
      }
    }
  }
  const ids = [...best.values()];
  return (
    <Button
      disabled={ids.length === 0 || change.isPending}
      onClick={() =>
        void decide(
          `Kept the best of ${count(ids.length, "shot")}`,
          () => change.mutateAsync(ids.map((id) => [id, true])),
          () => change.mutateAsync(ids.map((id) => [id, false])),
        )
      }
    >
      Keep the best take of {count(ids.length, "more shot")}
    </Button>
  );
}

function FinishRow({ one, shot }: { one: FinishView; shot: ShotView | undefined }) {
  const steps = planSteps(one);
  return (
    <div className="grid grid-cols-1 items-center gap-4 rounded-lg border border-line bg-panel p-4 md:grid-cols-[210px_1fr_210px]">
      <figure>
        <Photo
          sha256={one.sha256}
          size="small"
          alt={`Take ${one.fileName}`}
          className="h-[165px] rounded-md"
        />
        <figcaption className="mt-1 flex justify-between text-[13px]">
          take <VerdictWord verdict={asVerdict(one.before?.verdict)} size={14} />
        </figcaption>
      </figure>
      <div>
        <h2 className="text-[17px]">
          {shot?.itemTitle}, {shot?.role}
        </h2>
        {canFinish(one) ? (
          <ol className="mt-1 flex flex-wrap gap-x-2 gap-y-1">
            {steps.map((step, index) => (
              <li key={step} className="flex items-center gap-2">
                {index > 0 && (
                  <span aria-hidden className="text-soft">
                    →
                  </span>
                )}
                <span className="figures rounded border border-line px-2 py-0.5">{step}</span>
              </li>
            ))}
          </ol>
        ) : (
          <p className="mt-1">
            This needs another photograph: {one.before?.remedies.find((r) => !r.inFinishing)?.text}
          </p>
        )}
        <BeforeAfter one={one} />
        <DriftPart one={one} />
      </div>
      <figure>
        {one.finalSha256 && one.state === "MADE" ? (
          <Photo
            sha256={one.finalSha256}
            size="small"
            alt={`Final of ${one.fileName}`}
            className="h-[165px] rounded-md"
          />
        ) : (
          <div className="grid h-[165px] place-items-center rounded-md border border-dashed border-line text-soft">
            {one.state === "WAITING"
              ? "being made …"
              : one.state === "FAILED"
                ? one.problem
                : "no final yet"}
          </div>
        )}
        <figcaption className="mt-1 flex justify-between text-[13px]">
          final{" "}
          {one.state === "MADE" && (
            <VerdictWord verdict={asVerdict(one.after?.verdict)} size={14} />
          )}
        </figcaption>
      </figure>
    </div>
  );
}

function planSteps(one: FinishView): string[] {
  const plan = one.before?.finishPlan;
  if (!plan) return [];
  const steps: string[] = [];
  if (plan.balance)
    steps.push(
      `balance red ×${plan.balance.redGain.toFixed(2)} blue ×${plan.balance.blueGain.toFixed(2)}`,
    );
  if (plan.evenGround) steps.push("divide out the fall-off");
  if (plan.liftStops) steps.push(`lift ${plan.liftStops.toFixed(2)} stop`);
  if (plan.rotateDegrees) steps.push(`level ${Math.abs(plan.rotateDegrees).toFixed(1)}°`);
  if (plan.crop) steps.push(`crop ${plan.crop.width} × ${plan.crop.height}`);
  steps.push(`${plan.widthPx} × ${plan.heightPx} px`);
  return steps;
}

const COMPARED = [
  "backdrop.level",
  "backdrop.nearWhiteShare",
  "product.fillLongestSide",
  "product.rollDegrees",
  "sharpness.blurSigmaPx",
];

function BeforeAfter({ one }: { one: FinishView }) {
  const measure = useMeasures();
  if (!one.before || !one.after || one.state !== "MADE") return null;
  return (
    <table className="figures mt-3 text-left">
      <caption className="sr-only">Readings before and after finishing</caption>
      <thead>
        <tr className="text-soft">
          <td />
          <th scope="col" className="px-3 text-right font-normal">
            take
          </th>
          <th scope="col" className="px-3 text-right font-normal">
            final
          </th>
        </tr>
      </thead>
      <tbody>
        {COMPARED.map((name) => {
          const known = measure(name);
          const before = reading(one.before?.readings, name);
          const after = reading(one.after?.readings, name);
          if (!known || before === undefined || after === undefined) return null;
          return (
            <tr key={name}>
              <th scope="row" className="pr-4 font-text font-normal text-soft">
                {known.label}
              </th>
              <td className="px-3 text-right">{figure(known, before).text}</td>
              <td className="px-3 text-right font-semibold">{figure(known, after).text}</td>
              <td className="text-soft">{figure(known, after).unit}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
