import type { DaylightView } from "../../api/client";
import { Panel } from "../../parts/basics";
import { clockTime } from "../../parts/figures";

/** The day's light as spans, and the weekends of the year as bars. */
export function DaylightPanel({ view, zone }: { view: DaylightView; zone: string }) {
  const clock = (time: string) => clockTime(time, zone);
  const date = new Date(`${view.day.date}T12:00:00`).toLocaleDateString(undefined, {
    weekday: "long",
    day: "numeric",
    month: "long",
    year: "numeric",
  });
  const lux = (value: number, factor: number) =>
    `${round(value / factor)} to ${round(value * factor)} lx`;
  return (
    <div className="flex flex-col gap-6">
      <Panel className="p-5">
        <h2 className="text-xl">{date}</h2>
        <p className="mb-3 text-soft">
          {view.day.sunrise ? `Sunrise ${clock(view.day.sunrise)}` : "No sunrise"},{" "}
          {view.day.sunset ? `sunset ${clock(view.day.sunset)}` : "no sunset"}
          {view.day.lowSun.length > 0 &&
            `; low sun until ${clock(view.day.lowSun[0]!.end)} and from ${clock(view.day.lowSun.at(-1)!.start)}`}
          .
        </p>
        <table className="w-full text-left">
          <caption className="sr-only">What the window gives this day</caption>
          <thead className="text-[13px] text-soft">
            <tr>
              <th scope="col" className="py-1 font-normal">
                Time
              </th>
              <th scope="col" className="py-1 font-normal">
                Light
              </th>
              <th scope="col" className="py-1 text-right font-normal">
                most, under cloud
              </th>
              <th scope="col" className="py-1 text-right font-normal">
                most, clear sky
              </th>
            </tr>
          </thead>
          <tbody>
            {view.day.spans
              .filter((span) => span.quality !== "DARK")
              .map((span) => (
                <tr key={span.start} className="border-t border-line">
                  <td className="figures py-2">
                    {clock(span.start)} to {clock(span.end)}
                  </td>
                  <td className={span.quality === "HARD" ? "font-semibold text-mend" : ""}>
                    {span.quality === "HARD"
                      ? "sun on the pane: hard bars unless it is veiled or cloudy"
                      : "soft sky light"}
                  </td>
                  <td className="figures text-right">
                    {lux(span.overcastLux, view.overcastFactor)}
                  </td>
                  <td className="figures text-right">{lux(span.clearLux, view.clearFactor)}</td>
                </tr>
              ))}
          </tbody>
        </table>
        {view.day.spans.every((span) => span.quality === "DARK") && (
          <p>Not enough light to photograph by on this day: {view.enoughLux} lx are wanted.</p>
        )}
      </Panel>
      <Panel className="p-5">
        <h2 className="mb-1 text-xl">The weekends of {view.day.date.slice(0, 4)}</h2>
        <p className="mb-3 text-[13px] text-soft">
          Each bar a day: hours of soft light even under cloud, and in outline hours of sun on the
          pane.
        </p>
        <Year view={view} />
      </Panel>
    </div>
  );
}

const YEAR_WIDTH = 760;
const HOUR = 7;

function Year({ view }: { view: DaylightView }) {
  const days = view.weekends;
  const step = YEAR_WIDTH / days.length;
  const most = Math.max(...days.map((day) => day.softHours + day.hardHours), 4);
  const height = most * HOUR;
  return (
    <svg
      viewBox={`-30 0 ${YEAR_WIDTH + 30} ${height + 26}`}
      className="w-full"
      role="img"
      aria-label={`Hours of soft light on weekends: ${days[2]?.softHours} in January, ${days[52]?.softHours} at midsummer`}
    >
      {[4, 8, 12].map((hours) =>
        hours > most ? null : (
          <g key={hours}>
            <line
              x1="0"
              x2={YEAR_WIDTH}
              y1={height - hours * HOUR}
              y2={height - hours * HOUR}
              className="stroke-line"
            />
            <text
              x="-6"
              y={height - hours * HOUR + 4}
              textAnchor="end"
              fontSize="11"
              className="fill-soft"
            >
              {hours} h
            </text>
          </g>
        ),
      )}
      {days.map((day, index) => (
        <g key={day.date}>
          <rect
            x={index * step + 0.6}
            y={height - day.softHours * HOUR}
            width={step - 1.2}
            height={day.softHours * HOUR}
            className={day.date === view.day.date ? "fill-accent" : "fill-soft"}
          />
          {day.hardHours > 0 && (
            <rect
              x={index * step + 1}
              y={height - (day.softHours + day.hardHours) * HOUR}
              width={step - 2}
              height={day.hardHours * HOUR}
              fill="none"
              className="stroke-mend"
            />
          )}
          <title>{`${day.date}: ${day.softHours} h soft, ${day.hardHours} h sun on the pane`}</title>
        </g>
      ))}
      {["Jan", "Mar", "May", "Jul", "Sep", "Nov"].map((month, index) => (
        <text
          key={month}
          x={(YEAR_WIDTH * index) / 6}
          y={height + 18}
          fontSize="12"
          className="fill-soft"
        >
          {month}
        </text>
      ))}
    </svg>
  );
}

const round = (value: number) => Number(value.toPrecision(2)).toLocaleString("en");
