import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, queryClient, type RoomSettings } from "../../api/client";
import { dayQuery, daylightQuery, placesQuery, roomCheckQuery, roomQuery } from "../../api/queries";
import { Button, Field, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import {
  lengthToMm,
  lengthUnit,
  showLength,
  typedNumber,
  type Units,
  useUnits,
} from "../../parts/units";
import { useShoot } from "../../parts/useShoot";
import { DaylightPanel } from "./DaylightPanel";

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
          <div className="flex min-w-0 items-end gap-1">
            <Button
              className="min-w-0 flex-1 px-1.5"
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
              className="min-w-0 flex-1 px-1.5"
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
          <DaylightPanel view={light.data} zone={kept.place.zone} />
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
