import { useEffect, useState } from "react";
import type { DayView, PlanView } from "../../api/client";
import { clockTime } from "../../parts/figures";

const WIDTH = 1200;
const GUTTER = 92;
const MINUTE = 60_000;

/** The day to scale: daylight above, set-ups as bands with their shots, change-overs, preparation. */
export function DayLine({ day, plan }: { day: DayView; plan: PlanView }) {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), MINUTE);
    return () => clearInterval(timer);
  }, []);
  const stretches = day.plan!.stretches;
  const times = stretches.flatMap((one) => [Date.parse(one.from), Date.parse(one.to)]);
  if (times.length === 0) return <p>Nothing fits into this day.</p>;
  const from = Math.min(...times) - 10 * MINUTE;
  const to = Math.max(...times) + 10 * MINUTE;
  const x = (time: number) => GUTTER + ((WIDTH - GUTTER) * (time - from)) / (to - from);
  const bands = bandsOf(stretches);
  const title = new Map(plan.setUps.map((setUp) => [setUp.id, setUp.label]));
  const hours = hoursBetween(from, to);
  const clock = (time: number) => clockTime(time, day.zone);
  return (
    <figure className="overflow-x-auto">
      <svg
        viewBox={`0 0 ${WIDTH} 190`}
        className="w-full min-w-[820px]"
        role="img"
        aria-label={`Time line from ${clock(from)} to ${clock(to)} with ${bands.length} set-ups`}
      >
        <defs>
          <pattern id="change" width="7" height="7" patternUnits="userSpaceOnUse">
            <path d="M0 7 7 0" className="stroke-ink" strokeWidth="1.4" />
          </pattern>
        </defs>
        {[
          ["daylight", 30],
          ["set-ups", 89],
          [stretches.some((one) => one.byHelper) ? "helper" : "prepare", 142],
        ].map(([name, y]) => (
          <text key={name} x="0" y={y} className="fill-soft" fontSize="13">
            {name}
          </text>
        ))}
        {day.daylight.map((span) => {
          const left = Math.max(GUTTER, x(Date.parse(span.from)));
          const right = Math.min(WIDTH, x(Date.parse(span.to)));
          if (right <= left) return null;
          return (
            <g key={span.from}>
              <rect
                x={left}
                y="16"
                width={right - left}
                height="18"
                className={span.hard ? "fill-panel stroke-mend" : "fill-panel stroke-line"}
              />
              {span.hard && (
                <rect x={left} y="31" width={right - left} height="4" className="fill-mend" />
              )}
              {right - left > 90 && (
                <text x={left + 6} y="28.5" fontSize="11.5" className="fill-ink">
                  {span.hard ? "sun on the pane" : "soft"}
                </text>
              )}
            </g>
          );
        })}
        {bands.map((band, index) => (
          <g key={`${band.setUp}${band.from}`}>
            <rect
              x={x(band.from)}
              y="52"
              width={Math.max(1, x(band.to) - x(band.from))}
              height="66"
              className={index % 2 === 0 ? "fill-sunk stroke-line" : "fill-panel stroke-line"}
            />
            <text x={x(band.from) + 5} y="67" fontSize="12.5" className="fill-ink font-semibold">
              {x(band.to) - x(band.from) > 22 ? index + 1 : ""}
            </text>
            <title>{title.get(band.setUp) ?? band.setUp}</title>
          </g>
        ))}
        {stretches.map((one, index) => {
          const left = x(Date.parse(one.from));
          const width = Math.max(1.5, x(Date.parse(one.to)) - left);
          if (one.doing === "SHOOT") {
            return (
              <rect
                key={index}
                x={left + 0.5}
                y="78"
                width={Math.max(1.2, width - 1)}
                height="34"
                className="fill-accent"
              >
                <title>{`${clock(Date.parse(one.from))} ${one.item ?? ""}`}</title>
              </rect>
            );
          }
          if (one.doing === "CHANGE_OVER") {
            return (
              <rect
                key={index}
                x={left}
                y="52"
                width={width}
                height="66"
                fill="url(#change)"
                className="stroke-ink"
              >
                <title>{`change-over until ${clock(Date.parse(one.to))}`}</title>
              </rect>
            );
          }
          return (
            <rect
              key={index}
              x={left}
              y="129"
              width={width}
              height="16"
              className="fill-panel stroke-ink"
            >
              <title>{`${clock(Date.parse(one.from))} prepare ${one.item ?? ""}`}</title>
            </rect>
          );
        })}
        {hours.map((hour) => (
          <g key={hour}>
            <line x1={x(hour)} x2={x(hour)} y1="46" y2="166" className="stroke-line" />
            <text x={x(hour) + 4} y="170" fontSize="12.5" className="fill-soft">
              {clock(hour)}
            </text>
          </g>
        ))}
        {now > from && now < to && (
          <g>
            <line
              x1={x(now)}
              x2={x(now)}
              y1="14"
              y2="172"
              className="stroke-reshoot"
              strokeWidth="2.5"
            />
            <text x={x(now) + 5} y="184" fontSize="12.5" className="fill-reshoot">
              now
            </text>
          </g>
        )}
      </svg>
      <figcaption className="text-[13px] text-soft">
        Numbered bands are set-ups, hatched are change-overs, each filled bar is a shot.
      </figcaption>
    </figure>
  );
}

type Band = { setUp: string; from: number; to: number };

/** A set-up stands from its change-over to its last shot. */
export function bandsOf(stretches: DayStretches): Band[] {
  const bands: Band[] = [];
  for (const one of stretches) {
    if (one.doing === "PREPARE" || one.setUp === undefined) continue;
    const last = bands.at(-1);
    if (last && last.setUp === one.setUp) last.to = Date.parse(one.to);
    else bands.push({ setUp: one.setUp, from: Date.parse(one.from), to: Date.parse(one.to) });
  }
  return bands;
}

type DayStretches = NonNullable<DayView["plan"]>["stretches"];

function hoursBetween(from: number, to: number): number[] {
  const step = to - from > 5 * 60 * MINUTE ? 60 * MINUTE : 30 * MINUTE;
  const hours: number[] = [];
  for (let at = Math.ceil(from / step) * step; at < to; at += step) hours.push(at);
  return hours;
}
