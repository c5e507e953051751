import type { DayView, PlanView } from "../../api/client";
import { clockTime, count } from "../../parts/figures";
import { bandsOf } from "./DayLine";

/** The day in words, to follow at the table or on paper. */
export function StretchList({ day, plan }: { day: DayView; plan: PlanView }) {
  const stretches = day.plan!.stretches;
  const bands = bandsOf(stretches);
  const labels = new Map(plan.setUps.map((setUp) => [setUp.id, setUp.label]));
  const shots = new Map(
    plan.items.flatMap((item) =>
      item.shots.map((shot) => [shot.id, { code: item.code, title: item.title, role: shot.role }]),
    ),
  );
  const clock = (time: string | number) => clockTime(time, day.zone);
  const left = day.plan!.leftOver.map((id) => shots.get(id)).filter((shot) => shot !== undefined);
  return (
    <div className="grid grid-cols-1 gap-3 lg:grid-cols-2">
      {bands.map((band, index) => {
        const its = stretches.filter(
          (one) =>
            one.shotId !== undefined &&
            one.setUp === band.setUp &&
            Date.parse(one.from) >= band.from &&
            Date.parse(one.to) <= band.to,
        );
        return (
          <section
            key={`${band.setUp}${band.from}`}
            aria-label={`Set-up ${index + 1}`}
            className="break-inside-avoid rounded-lg border border-line bg-panel p-4"
          >
            <h3 className="text-[15.5px]">
              <span className="figures mr-2 font-normal">{clock(band.from)}</span>
              {index + 1}. {labels.get(band.setUp) ?? band.setUp}
            </h3>
            <ol className="mt-2 grid grid-cols-1 gap-x-6 text-[14px] sm:grid-cols-2">
              {its.map((one) => {
                const shot = shots.get(one.shotId!);
                return (
                  <li key={one.shotId} className="flex gap-2 py-0.5">
                    <span className="figures text-soft">{clock(one.from)}</span>
                    <span className="truncate">
                      {shot ? `${shot.code} ${shot.title}, ${shot.role}` : "taken"}
                    </span>
                  </li>
                );
              })}
            </ol>
          </section>
        );
      })}
      {left.length > 0 && (
        <section
          aria-label="Left for another day"
          className="rounded-lg border border-dashed border-ink p-4"
        >
          <h3 className="text-[15.5px]">{count(left.length, "shot")} do not fit</h3>
          <p className="mt-1 text-[14px] text-soft">
            {left.map((shot) => `${shot.code} ${shot.role}`).join(", ")}. Begin earlier, let
            somebody prepare, or leave them for another day.
          </p>
        </section>
      )}
    </div>
  );
}
