import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { answer, api, type DaySettings, type DayView } from "../../api/client";
import { dayQuery, planQuery, useShootChange } from "../../api/queries";
import { Button, Empty, Field, FileLink, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { clockTime, count } from "../../parts/figures";
import { useKeys } from "../../parts/keys";
import { useShoot } from "../../parts/useShoot";
import { DayLine } from "./DayLine";
import { StretchList } from "./StretchList";

const DAY = "day";

/** The day: when there is time and light, and the order that makes the most of it. */
export function DayPart() {
  const shoot = useShoot();
  const { data: day, error } = useQuery(dayQuery(shoot.id));
  const { data: plan } = useQuery(planQuery(shoot.id));
  const { tell } = useDecisions();
  // The day's settings are stored before it is planned by them.
  const change = useShootChange(shoot.id, (run: () => Promise<unknown>) => run(), DAY);
  const planDay = (fromNow: boolean) =>
    change.mutate(
      () =>
        answer(
          api.POST("/api/shoots/{shootId}/day/plan", {
            params: { path: { shootId: shoot.id } },
            body: { fromNow },
          }),
        ),
      { onError: (failed) => tell(failed.message) },
    );
  useKeys([
    { key: "p", label: "Plan the day", run: () => planDay(false) },
    { key: "n", label: "Plan the rest again from now", run: () => planDay(true) },
  ]);
  if (!day || !plan) return <Waiting error={error} />;
  if (plan.items.length === 0) {
    return <Empty title="No item to plan a day for">Say first what you will photograph.</Empty>;
  }
  return (
    <div className="flex flex-col gap-5">
      <Settings day={day} />
      <div className="flex flex-wrap items-center gap-3 print:hidden">
        <Button main={!day.plan} keyName="p" onClick={() => planDay(false)}>
          {day.plan ? "Plan it again" : "Plan the day"}
        </Button>
        {day.plan && (
          <>
            <Button keyName="n" onClick={() => planDay(true)}>
              The rest, from now on
            </Button>
            <FileLink href={`/api/shoots/${shoot.id}/day.ics`}>Calendar file</FileLink>
            <FileLink href={`/api/shoots/${shoot.id}/slips.pdf`}>Slips (PDF)</FileLink>
            <Button onClick={() => window.print()}>Print</Button>
          </>
        )}
        {day.improving && (
          <span role="status" className="flex items-center gap-3">
            Looking for a better order, {day.secondsLeft} s at most
            <Button
              onClick={() =>
                change.mutate(() =>
                  answer(
                    api.DELETE("/api/shoots/{shootId}/day/plan", {
                      params: { path: { shootId: shoot.id } },
                    }),
                  ),
                )
              }
            >
              Good enough
            </Button>
          </span>
        )}
      </div>
      {day.plan ? (
        <>
          <SunWarning day={day} />
          <Worth day={day} />
          <DayLine day={day} plan={plan} />
          <StretchList day={day} plan={plan} />
        </>
      ) : (
        <p className="text-soft">
          {count(shoot.counts.shotsWithoutTake, "shot")} to take. The plan puts what stands under
          the same light together, and the dearest first.
        </p>
      )}
    </div>
  );
}

const LIGHTS = [
  { value: "lamps", label: "By lamps" },
  { value: "window", label: "At the window" },
  { value: "both", label: "Lamps and window" },
];
const SKIES = [
  { value: "unknown", label: "Sky: who knows" },
  { value: "clear", label: "Sky: sun is out" },
  { value: "overcast", label: "Sky: closed cloud" },
];

function Settings({ day }: { day: DayView }) {
  const shoot = useShoot();
  const { tell } = useDecisions();
  const [settings, setSettings] = useState(day.settings);
  const change = useShootChange(
    shoot.id,
    (to: DaySettings) =>
      answer(
        api.PUT("/api/shoots/{shootId}/day", {
          params: { path: { shootId: shoot.id } },
          body: to,
        }),
      ),
    DAY,
  );
  const keep = (part: Partial<DaySettings>, now = true) => {
    const next = { ...settings, ...part };
    setSettings(next);
    if (now) send(next);
  };
  const send = (to: DaySettings) => {
    if (to.date && to.from && to.to && JSON.stringify(to) !== JSON.stringify(day.settings))
      change.mutate(to, {
        onError: (failed) => {
          tell(failed.message);
          setSettings(day.settings);
        },
      });
  };
  const pause = settings.pauses[0];
  const hhmm = (time: string | undefined) => time?.slice(0, 5) ?? "";
  const time = (label: string, value: string, set: (to: string) => void) => (
    <Field
      label={label}
      type="time"
      value={hhmm(value)}
      onChange={(event) => set(event.target.value)}
      onBlur={() => send(settings)}
    />
  );
  return (
    <Panel className="flex flex-wrap items-end gap-3 p-4 print:hidden">
      <Field
        label="Day"
        type="date"
        value={settings.date}
        onChange={(event) => keep({ date: event.target.value }, false)}
        onBlur={() => send(settings)}
      />
      {time("From", settings.from, (from) => keep({ from }, false))}
      {time("To", settings.to, (to) => keep({ to }, false))}
      {pause ? (
        <>
          {time("Break from", pause.from, (from) => keep({ pauses: [{ ...pause, from }] }, false))}
          {time("Break to", pause.to, (to) => keep({ pauses: [{ ...pause, to }] }, false))}
          <Button onClick={() => keep({ pauses: [] })}>No break</Button>
        </>
      ) : (
        <Button onClick={() => keep({ pauses: [{ from: "10:30", to: "10:45" }] })}>
          Add a break
        </Button>
      )}
      <Choice
        label="Light of the day"
        value={settings.light}
        options={LIGHTS}
        onChange={(light) => keep({ light: light as DaySettings["light"] })}
      />
      <Choice
        label="Sky of the day"
        value={settings.sky}
        options={SKIES}
        onChange={(sky) => keep({ sky: sky as DaySettings["sky"] })}
      />
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-(--accent)"
          checked={settings.helper}
          onChange={(event) => keep({ helper: event.target.checked })}
        />
        A helper prepares
      </label>
    </Panel>
  );
}

/** Direct sun through the pane, while one works. */
function SunWarning({ day }: { day: DayView }) {
  const { settings, zone } = day;
  const from = settings.from.slice(0, 5);
  const to = settings.to.slice(0, 5);
  const hard = day.daylight
    .filter((span) => span.hard)
    .map((span) => [clockTime(span.from, zone), clockTime(span.to, zone)] as const)
    .filter(([begins, ends]) => begins < to && ends > from);
  if (hard.length === 0 || settings.sky === "overcast") return null;
  return (
    <p className="border-l-4 border-mend bg-panel px-4 py-2">
      Sun on the pane {hard.map(([begins, ends]) => `from ${begins} to ${ends}`).join(" and ")} if
      the sky is clear: hard bars of light on the table.{" "}
      {settings.light === "window"
        ? "No shot at the window is planned then. Hang a white sheet, and it is soft light."
        : "Make the window dark before the lamps are on, or hang a white sheet."}
    </p>
  );
}

/** What the plan is worth: what gets finished, and the minutes that its order saves. */
function Worth({ day }: { day: DayView }) {
  const plan = day.plan!;
  const { comparison } = plan;
  const rows = [
    { name: "as planned", effort: comparison.plan },
    { name: "as entered", effort: comparison.asEntered },
    { name: "item by item", effort: comparison.byItem },
  ];
  const most = Math.max(...rows.map((row) => row.effort.minutes), 1);
  const money = (cents: number) => (cents / 100).toFixed(2);
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 30_000);
    return () => clearInterval(timer);
  }, []);
  const last = plan.stretches.at(-1);
  return (
    <div className="grid grid-cols-1 gap-6 md:grid-cols-[auto_1fr]">
      <dl className="grid grid-cols-[auto_auto] items-baseline gap-x-4 gap-y-1">
        <dt className="text-soft">Finished by the end</dt>
        <dd className="figures text-right">
          {money(plan.value)} of {money(plan.valueOfAll)}
        </dd>
        <dt className="text-soft">Left for another day</dt>
        <dd className="figures text-right">{count(plan.leftOver.length, "shot")}</dd>
        {plan.dueMissed > 0 && (
          <>
            <dt className="font-semibold text-reshoot">Due, and not finished</dt>
            <dd className="figures text-right text-reshoot">{count(plan.dueMissed, "item")}</dd>
          </>
        )}
        {last && (
          <>
            <dt className="text-soft">The last shot ends</dt>
            <dd className="figures text-right">
              {clockTime(last.to, day.zone)}
              {now > new Date(last.to).getTime() && " (past)"}
            </dd>
          </>
        )}
        <dt className="text-soft">A shot takes</dt>
        <dd className="figures text-right">
          {plan.shotSeconds} s
          {plan.shotSecondsKnown ? ", by your own log" : ", until your log knows"}
        </dd>
      </dl>
      <div>
        <p className="mb-1 text-[13px] text-soft">Minutes of work for all shots, by their order</p>
        <ul className="flex flex-col gap-1">
          {rows.map((row) => (
            <li key={row.name} className="grid grid-cols-[110px_1fr_190px] items-center gap-3">
              <span>{row.name}</span>
              <span className="h-3 bg-sunk">
                <span
                  className={`block h-full ${row === rows[0] ? "bg-accent" : "bg-soft"}`}
                  style={{ width: `${(100 * row.effort.minutes) / most}%` }}
                />
              </span>
              <span className="figures">
                {Math.round(row.effort.minutes)} min, {count(row.effort.changeOvers, "change-over")}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
