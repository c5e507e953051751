import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type DaylightView, queryClient, type RoomSettings } from "../../api/client";
import { dayQuery, daylightQuery, placesQuery, roomCheckQuery, roomQuery } from "../../api/queries";
import { Button, Field, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { clockTime } from "../../parts/figures";
import {
  lengthToMm,
  lengthUnit,
  showLength,
  typedNumber,
  type Units,
  useUnits,
} from "../../parts/units";
import { useShoot } from "../../parts/useShoot";

/** Where the table stands: which hours the window gives, and whether the room does. */
export function RoomPart() {
  const { data: room, error } = useQuery(roomQuery);
  if (!room) return <Waiting error={error} />;
  return <RoomForm key={JSON.stringify(room)} kept={room} />;
}

const FACINGS = [
  ["0", "north"],
  ["45", "north-east"],
  ["90", "east"],
  ["135", "south-east"],
  ["180", "south"],
  ["225", "south-west"],
  ["270", "west"],
  ["315", "north-west"],
] as const;

function RoomForm({ kept }: { kept: RoomSettings }) {
  const shoot = useShoot();
  const units = useUnits();
  const { decide } = useDecisions();
  const [room, setRoom] = useState(kept);
  const { data: places } = useQuery(placesQuery);
  const { data: day } = useQuery(dayQuery(shoot.id));
  const { data: check } = useQuery(roomCheckQuery(shoot.id));
  const date = day?.settings.date ?? "";
  const light = useQuery({ ...daylightQuery(date, kept), enabled: date !== "" });
  const keep = (settings: RoomSettings) => answer(api.PUT("/api/room", { body: settings }));
  const again = () =>
    Promise.all([
      queryClient.invalidateQueries({ queryKey: ["room"] }),
      queryClient.invalidateQueries({ queryKey: ["shoot", shoot.id] }),
    ]);
  const save = (next: RoomSettings) => {
    setRoom(next);
    if (JSON.stringify(next) === JSON.stringify(kept)) return;
    void decide(
      "The window and room are changed",
      () => keep(next).then(again),
      () => keep(kept).then(again),
    );
  };
  const window = room.panes[room.used]!;
  const pane = (part: Partial<RoomSettings["panes"][number]>) =>
    save({
      ...room,
      panes: room.panes.map((one, at) => (at === room.used ? { ...one, ...part } : one)),
    });
  const length = (label: string, mm: number, set: (mm: number) => void) => (
    <LengthField key={label} label={label} mm={mm} units={units} onSet={set} />
  );
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[350px_1fr]">
      <div className="flex flex-col gap-5">
        <Panel className="grid grid-cols-2 gap-3 p-5">
          <h2 className="col-span-2 text-xl">Window</h2>
          <div className="col-span-2">
            <Choice
              label="Place"
              className="w-full"
              value={places?.some((one) => one.name === room.place.name) ? room.place.name : ""}
              placeholder="another place"
              options={(places ?? []).map((one) => ({ value: one.name, label: one.name }))}
              onChange={(name) => {
                const place = places?.find((one) => one.name === name);
                if (place) save({ ...room, place });
              }}
            />
          </div>
          <div className="col-span-2">
            <Choice
              label="The window that the table stands at"
              className="w-full"
              value={String(room.used)}
              options={room.panes.map((one, at) => ({ value: String(at), label: one.name }))}
              onChange={(used) => save({ ...room, used: Number(used) })}
            />
          </div>
          <TextField label="Its name" value={window.name} onSet={(name) => pane({ name })} />
          <div className="flex items-end gap-1.5">
            <Button
              className="flex-1 px-2"
              aria-label="Add a window"
              onClick={() =>
                save({
                  ...room,
                  panes: [...room.panes, { ...window, name: `Window ${room.panes.length + 1}` }],
                  used: room.panes.length,
                })
              }
            >
              Add
            </Button>
            <Button
              className="flex-1 px-2"
              aria-label={`Remove ${window.name}`}
              disabled={room.panes.length === 1}
              onClick={() =>
                save({
                  ...room,
                  panes: room.panes.filter((_, at) => at !== room.used),
                  used: 0,
                })
              }
            >
              Remove
            </Button>
          </div>
          <NumberField
            label="Latitude, °"
            value={room.place.latitudeDeg}
            onSet={(latitudeDeg) =>
              save({ ...room, place: { ...room.place, name: "Typed", latitudeDeg } })
            }
          />
          <NumberField
            label="Longitude, °"
            value={room.place.longitudeDeg}
            onSet={(longitudeDeg) =>
              save({ ...room, place: { ...room.place, name: "Typed", longitudeDeg } })
            }
          />
          <TextField
            label="Time zone"
            value={room.place.zone}
            onSet={(zone) => save({ ...room, place: { ...room.place, zone } })}
          />
          <div className="flex flex-col gap-1">
            <span className="text-[13px] text-soft">It faces</span>
            <Choice
              label="The window faces"
              value={String(window.facingDeg)}
              placeholder={`${window.facingDeg}°`}
              options={FACINGS.map(([value, label]) => ({ value, label }))}
              onChange={(facing) => pane({ facingDeg: Number(facing) })}
            />
          </div>
          <div className="col-span-2">
            <Choice
              label="How the window stands"
              className="w-full"
              value={String(window.tiltDeg)}
              placeholder={`${window.tiltDeg}°`}
              options={[
                { value: "90", label: "upright window" },
                { value: "45", label: "roof window, 45°" },
                { value: "0", label: "flat skylight" },
              ]}
              onChange={(tilt) => pane({ tiltDeg: Number(tilt) })}
            />
          </div>
          {length("Glass, wide", window.widthMm, (widthMm) => pane({ widthMm }))}
          {length("Glass, high", window.heightMm, (heightMm) => pane({ heightMm }))}
          {length("Above the table", window.sillMm, (sillMm) => pane({ sillMm }))}
          {length("Overhang", window.overhangMm, (overhangMm) => pane({ overhangMm }))}
          <NumberField
            label="Houses opposite, up to °"
            value={window.obstructionDeg}
            onSet={(obstructionDeg) => pane({ obstructionDeg })}
          />
          {length("Table from the glass", room.tableMm, (tableMm) => save({ ...room, tableMm }))}
          <div className="col-span-2 flex flex-col">
            <Check
              label="A white sheet hangs in it"
              on={window.veil === "WHITE_SHEET"}
              onSet={(on) => pane({ veil: on ? "WHITE_SHEET" : "NONE" })}
            />
            <Check
              label="It can be made dark for the lamps"
              on={room.shutter}
              onSet={(shutter) => save({ ...room, shutter })}
            />
          </div>
        </Panel>
        <RoomPanel room={room} onSave={save} length={length} sentences={check?.sentences ?? []} />
      </div>
      <div>
        {light.data ? (
          <Light view={light.data} zone={kept.place.zone} />
        ) : (
          <Waiting error={light.error} />
        )}
      </div>
    </div>
  );
}

function RoomPanel(props: {
  room: RoomSettings;
  onSave: (room: RoomSettings) => void;
  length: (label: string, mm: number, set: (mm: number) => void) => React.ReactNode;
  sentences: string[];
}) {
  const { room } = props.room;
  const set = (part: Partial<RoomSettings["room"]>) =>
    props.onSave({ ...props.room, room: { ...room, ...part } });
  return (
    <Panel className="grid grid-cols-2 gap-3 p-5">
      <h2 className="col-span-2 text-xl">Room</h2>
      {props.length("Room, deep", room.depthMm, (depthMm) => set({ depthMm }))}
      {props.length("Room, wide", room.widthMm, (widthMm) => set({ widthMm }))}
      {props.length("Table, wide", room.tableWidthMm, (tableWidthMm) => set({ tableWidthMm }))}
      {props.length("Table, deep", room.tableDepthMm, (tableDepthMm) => set({ tableDepthMm }))}
      <TextField label="Things wait" value={room.waiting} onSet={(waiting) => set({ waiting })} />
      <TextField label="and go to" value={room.done} onSet={(done) => set({ done })} />
      <div className="col-span-2">
        <Check
          label="Both ways cross the cables"
          on={room.sharedPath}
          onSet={(sharedPath) => set({ sharedPath })}
        />
      </div>
      {props.sentences.length > 0 ? (
        <ul className="col-span-2 flex flex-col gap-2 border-l-2 border-mend pl-3 text-[14px]">
          {props.sentences.map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      ) : (
        <p className="col-span-2 text-[14px] text-ready">The room does, as far as it is known.</p>
      )}
    </Panel>
  );
}

/** The day's light as spans, and the weekends of the year as bars. */
function Light({ view, zone }: { view: DaylightView; zone: string }) {
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

function NumberField(props: { label: string; value: number; onSet: (value: number) => void }) {
  return (
    <TextField
      label={props.label}
      value={String(props.value)}
      onSet={(text) => {
        const value = Number(text.replace(",", "."));
        if (text.trim() !== "" && Number.isFinite(value)) props.onSet(value);
      }}
    />
  );
}

function LengthField(props: {
  label: string;
  mm: number;
  units: Units;
  onSet: (mm: number) => void;
}) {
  return (
    <TextField
      label={`${props.label}, ${lengthUnit(props.units)}`}
      value={showLength(props.mm, props.units)}
      onSet={(text) => {
        const value = typedNumber(text);
        if (value !== null) props.onSet(value === undefined ? 0 : lengthToMm(value, props.units));
      }}
    />
  );
}

/** Saved when it is left, or with Enter. */
function TextField(props: { label: string; value: string; onSet: (text: string) => void }) {
  const [text, setText] = useState(props.value);
  const end = () => text !== props.value && props.onSet(text);
  return (
    <Field
      label={props.label}
      className="min-w-0"
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={end}
      onKeyDown={(event) => event.key === "Enter" && end()}
    />
  );
}

function Check(props: { label: string; on: boolean; onSet: (on: boolean) => void }) {
  return (
    <label className="flex min-h-9 items-center gap-2">
      <input
        type="checkbox"
        className="size-5 accent-(--accent)"
        checked={props.on}
        onChange={(event) => props.onSet(event.target.checked)}
      />
      {props.label}
    </label>
  );
}
