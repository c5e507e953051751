import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { planQuery, readCaution, useShootChange } from "../../api/queries";
import { Bar, Button, Empty, Panel, Waiting } from "../../parts/basics";
import { count } from "../../parts/figures";
import { useShoot } from "../../parts/useShoot";

/** What to do to each thing, what to have at hand, what to mind. */
export function PreparePart() {
  const shoot = useShoot();
  const { data: plan, error } = useQuery(planQuery(shoot.id));
  const change = useShootChange(shoot.id, (run: () => Promise<unknown>) => run());
  if (!plan) return <Waiting error={error} />;
  const items = plan.items.filter((item) => !item.dropped);
  if (items.length === 0) {
    return <Empty title="Nothing to prepare yet">Plan items first; their steps stand here.</Empty>;
  }
  const steps = items.flatMap((item) => item.steps);
  const done = steps.filter((step) => step.done).length;
  const minutes = steps.filter((step) => !step.done).reduce((sum, step) => sum + step.minutes, 0);
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[1fr_360px]">
      <div className="flex flex-col gap-4">
        <div>
          <p className="mb-1">
            {done} of {count(steps.length, "step")} done
            {minutes > 0 && `; about ${Math.round(minutes)} minutes left`}
          </p>
          <Bar done={done} total={steps.length} label="Preparation done" />
        </div>
        <ul className="grid grid-cols-1 gap-3 xl:grid-cols-2">
          {items.map((item) => (
            <li key={item.itemId}>
              <Panel className="h-full p-4">
                <h2 className="mb-1 text-[16px]">
                  <span className="figures mr-2 font-normal text-soft">{item.code}</span>
                  {item.title}
                </h2>
                <ul>
                  {item.steps.map((step) => (
                    <li key={step.id}>
                      <label className="flex min-h-9 cursor-pointer items-start gap-3 py-1.5">
                        <input
                          type="checkbox"
                          className="mt-0.5 size-5 shrink-0 accent-(--accent)"
                          checked={step.done}
                          onChange={(event) => {
                            const yes = event.target.checked;
                            change.mutate(() =>
                              answer(
                                api.PUT("/api/shoots/{shootId}/plan/steps", {
                                  params: { path: { shootId: shoot.id } },
                                  body: { itemId: item.itemId, step: step.id, done: yes },
                                }),
                              ),
                            );
                          }}
                        />
                        <span className={step.done ? "text-soft line-through" : ""}>
                          {step.does}
                        </span>
                        <span className="figures ml-auto shrink-0 text-soft">
                          {step.minutes} min
                        </span>
                      </label>
                    </li>
                  ))}
                </ul>
              </Panel>
            </li>
          ))}
        </ul>
      </div>
      <div className="flex flex-col gap-6">
        <Panel className="p-5">
          <h2 className="mb-2 text-xl">Have at hand</h2>
          {plan.pickList.length === 0 ? (
            <p className="text-soft">Nothing more: every step is done.</p>
          ) : (
            <ul>
              {plan.pickList.map((pick) => (
                <li
                  key={pick.thing}
                  className="flex gap-3 border-b border-line py-1.5 last:border-0"
                >
                  <span className="font-medium">{pick.thing}</span>
                  <span className="figures ml-auto text-right text-soft">
                    {pick.items.length > 4 ? `${pick.items.length} items` : pick.items.join(" ")}
                  </span>
                </li>
              ))}
            </ul>
          )}
        </Panel>
        <Panel className="p-5">
          <h2 className="mb-1 text-xl">Mind this</h2>
          <p className="mb-3 text-[13px] text-soft">Once for each set-up; it can be read again.</p>
          {plan.cautions.map((caution) => (
            <details
              key={caution.setUp}
              open={!caution.read}
              className="border-b border-line py-2 last:border-0"
            >
              <summary className="min-h-8">
                {caution.label} {caution.read && <span className="text-soft">(read)</span>}
              </summary>
              <ul className="my-2 flex list-disc flex-col gap-1 pl-5 text-[14px]">
                {caution.sentences.map((sentence) => (
                  <li key={sentence}>{sentence}</li>
                ))}
              </ul>
              {!caution.read && (
                <Button onClick={() => change.mutate(() => readCaution(shoot.id, caution.setUp))}>
                  I have read this
                </Button>
              )}
            </details>
          ))}
        </Panel>
      </div>
    </div>
  );
}
