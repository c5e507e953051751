import { useQuery } from "@tanstack/react-query";
import { Trash2 } from "lucide-react";
import { useState } from "react";
import { answer, api, type ItemPlan, type ShotPlan, type Words } from "../../api/client";
import { useShootChange, wordsQuery } from "../../api/queries";
import { Button } from "../../parts/basics";
import { useDecisions } from "../../parts/Decisions";
import { useShoot } from "../../parts/useShoot";
import { addView, removeView } from "./views";

type Part = keyof Pick<Words, "grounds" | "lights" | "reaches">;
const PARTS: Part[] = ["grounds", "lights", "reaches"];
const NAMES: Record<Part, string> = { grounds: "Ground", lights: "Light", reaches: "Distance" };

const WIDTHS: Record<Part, string> = { grounds: "w-36", lights: "w-46", reaches: "w-34" };

/** Each view of an item: what it is for, from where, and how the set must stand. */
export function ShotTable({ item }: { item: ItemPlan }) {
  const shoot = useShoot();
  const { decide } = useDecisions();
  const { data: words } = useQuery(wordsQuery);
  const [always, setAlways] = useState(false);
  const change = useShootChange(shoot.id, (run: () => Promise<unknown>) => run());
  const chooseSetUp = (shot: ShotPlan, setUp: string | undefined) =>
    answer(
      api.PUT("/api/shots/{shotId}/set-up", {
        params: { path: { shotId: shot.id } },
        body: { setUp, always },
      }),
    );
  const drop = (dropped: boolean) =>
    answer(
      api.PUT("/api/shoots/{shootId}/plan/items/{itemId}/dropped", {
        params: { path: { shootId: shoot.id, itemId: item.itemId } },
        body: { dropped },
      }),
    );
  if (!words) return null;
  return (
    <div className="flex flex-col gap-3">
      <table className="w-full text-left text-[13.5px]">
        <caption className="sr-only">Shots of {item.title}</caption>
        <thead className="text-soft">
          <tr>
            <th scope="col" className="py-1 pr-3 font-normal">
              Shot
            </th>
            <th scope="col" className="py-1 pr-3 font-normal">
              From where, and why
            </th>
            <th scope="col" className="py-1 font-normal">
              Set-up
            </th>
          </tr>
        </thead>
        <tbody>
          {item.shots.map((shot) => {
            const parts = shot.setUp.split("/");
            return (
              <tr key={shot.id} className="border-t border-line align-top">
                <th scope="row" className="py-2 pr-3 font-medium">
                  {shot.role}
                  <span className="block font-normal text-soft">
                    {shot.required ? "required" : "if time"}
                  </span>
                </th>
                <td className="max-w-64 py-2 pr-3">
                  {shot.angle && <span className="block">{shot.angle}</span>}
                  <span className="text-soft">{shot.why}</span>
                </td>
                <td className="py-2">
                  <div className="flex flex-wrap gap-1.5">
                    {PARTS.map((part, index) => (
                      <select
                        key={part}
                        aria-label={`${NAMES[part]} for ${item.title}, ${shot.role}`}
                        className={`min-h-9 rounded-md border border-line bg-panel px-2 ${WIDTHS[part]}`}
                        value={parts[index]}
                        onChange={(event) => {
                          const now = parts
                            .map((one, at) => (at === index ? event.target.value : one))
                            .join("/");
                          void decide(
                            `${shot.role} of ${item.title}: another set-up`,
                            () => change.mutateAsync(() => chooseSetUp(shot, now)),
                            () =>
                              change.mutateAsync(() =>
                                chooseSetUp(shot, shot.own ? shot.setUp : undefined),
                              ),
                          );
                        }}
                      >
                        {words[part].map((word) => (
                          <option key={word.id} value={word.id}>
                            {word.label}
                          </option>
                        ))}
                      </select>
                    ))}
                    <Button
                      className="min-h-9 px-2"
                      aria-label={`Remove ${shot.role} of ${item.title}`}
                      onClick={() =>
                        void decide(
                          `Removed ${shot.role} of ${item.title}`,
                          () => change.mutateAsync(() => removeView(shoot.id, shot.id)),
                          () => change.mutateAsync(() => addView(shoot.id, item, shot.role)),
                        )
                      }
                    >
                      <Trash2 size={15} aria-hidden />
                    </Button>
                    {shot.own && (
                      <Button
                        className="min-h-9 px-2"
                        onClick={() => change.mutate(() => chooseSetUp(shot, undefined))}
                      >
                        As advised
                      </Button>
                    )}
                  </div>
                  {shot.reasons.map((reason) => (
                    <span key={reason} className="mt-1 block text-soft">
                      {reason}
                    </span>
                  ))}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="flex flex-wrap items-center gap-4">
        <label className="flex min-h-9 items-center gap-2 text-[13.5px]">
          <input
            type="checkbox"
            className="size-4 accent-(--accent)"
            checked={always}
            onChange={(event) => setAlways(event.target.checked)}
          />
          Remember my set-ups for such things
        </label>
        <select
          aria-label={`Add a view of ${item.title}`}
          className="min-h-9 rounded-md border border-line bg-panel px-2"
          value=""
          onChange={(event) => change.mutate(() => addView(shoot.id, item, event.target.value))}
        >
          <option value="">one more view …</option>
          {words.roles
            .filter((role) => item.shots.every((shot) => shot.role !== role.id))
            .map((role) => (
              <option key={role.id} value={role.id}>
                {role.id}: {role.label}
              </option>
            ))}
        </select>
        <Button
          className="ml-auto"
          onClick={() => {
            const yes = !item.dropped;
            void decide(
              yes ? `${item.title} is left out` : `${item.title} is back in`,
              () => change.mutateAsync(() => drop(yes)),
              () => change.mutateAsync(() => drop(!yes)),
            );
          }}
        >
          {item.dropped ? "Take it in again" : "Broken, or another day: leave it out"}
        </Button>
      </div>
    </div>
  );
}
