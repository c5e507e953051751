import { useState } from "react";
import { answer, api, type SetAnswers, type StandingSet } from "../../api/client";
import { Button } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { lengthToMm, lengthUnit, type Units } from "../../parts/units";
import {
  atDistance,
  changeCamera,
  changeCard,
  changeGround,
  changeHandling,
  changeLamp,
  changeLens,
  changeSettings,
  changeThing,
  changeWindow,
  distance,
  moved,
  type Part,
  placeOf,
  removed,
} from "./change";
import { NumberField } from "./NumberField";

type Props = {
  set: StandingSet;
  answers: SetAnswers | undefined;
  part: Part;
  units: Units;
  change: (set: StandingSet) => void;
  select: (part: Part) => void;
};

/** The figures of what is selected, and what the calculators say of it. */
export function SelectedPart(props: Props) {
  const { set, part, change } = props;
  switch (part.kind) {
    case "lamp":
      return <LampFigures {...props} at={part.at} />;
    case "camera":
      return <CameraFigures {...props} />;
    case "sheet":
      return <SheetFigures {...props} />;
    case "card": {
      const card = set.cards[part.at];
      if (!card) return null;
      return (
        <Figures {...props} removable>
          <Length
            {...props}
            label="Width"
            mm={card.widthMm}
            to={(mm) => change(changeCard(set, part.at, { widthMm: mm }))}
          />
          <Length
            {...props}
            label="Height"
            mm={card.heightMm}
            to={(mm) => change(changeCard(set, part.at, { heightMm: mm }))}
          />
          <Place {...props} />
        </Figures>
      );
    }
    case "window": {
      const window = set.windows[part.at];
      if (!window) return null;
      const to = (one: Partial<typeof window>) => change(changeWindow(set, part.at, one));
      return (
        <Figures {...props} removable>
          <OwnWindow take={to} />
          <NumberField
            label="Sky"
            unit="cd/m²"
            value={window.skyLuminance}
            step={250}
            onChange={(skyLuminance) => to({ skyLuminance })}
          />
          <NumberField
            label="Colour"
            unit="K"
            value={window.kelvin}
            step={100}
            onChange={(kelvin) => to({ kelvin })}
          />
          <NumberField
            label="Sun behind the pane"
            unit="lx"
            value={window.sunLux}
            step={5000}
            onChange={(sunLux) => to({ sunLux })}
          />
          <NumberField
            label="Sun's height"
            unit="°"
            value={window.sunUpDegrees}
            step={2}
            onChange={(sunUpDegrees) => to({ sunUpDegrees })}
          />
          <NumberField
            label="Sun to the right"
            unit="°"
            value={window.sunRightDegrees}
            step={5}
            onChange={(sunRightDegrees) => to({ sunRightDegrees })}
          />
          <Length {...props} label="Width" mm={window.widthMm} to={(mm) => to({ widthMm: mm })} />
          <Length
            {...props}
            label="Height"
            mm={window.heightMm}
            to={(mm) => to({ heightMm: mm })}
          />
        </Figures>
      );
    }
    case "thing": {
      const thing = set.things[part.at];
      if (!thing) return null;
      const to = (one: Partial<typeof thing>) => change(changeThing(set, part.at, one));
      return (
        <Figures {...props} removable={part.at > 0}>
          <NumberField
            label="Turned"
            unit="°"
            value={thing.turnDegrees}
            step={5}
            onChange={(turnDegrees) => to({ turnDegrees })}
          />
          <NumberField
            label="Leaning"
            unit="°"
            value={thing.leanDegrees}
            step={0.5}
            decimals={1}
            onChange={(leanDegrees) => to({ leanDegrees })}
          />
          <Length {...props} label="To the right" mm={thing.x} to={(mm) => to({ x: mm })} />
          <Length {...props} label="To the front" mm={thing.z} to={(mm) => to({ z: mm })} />
        </Figures>
      );
    }
  }
}

/** Puts in the window that the Plan station knows, with its light at an hour. */
function OwnWindow({ take }: { take: (window: StandingSet["windows"][number]) => void }) {
  const [when, setWhen] = useState(() => `${new Date().toLocaleDateString("sv")}T11:00`);
  const [sky, setSky] = useState<"OVERCAST" | "CLEAR">("OVERCAST");
  const [wrong, setWrong] = useState<string>();
  const ask = async () => {
    try {
      take(await answer(api.GET("/api/set/window", { params: { query: { at: when, sky } } })));
      setWrong(undefined);
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  return (
    <div className="mb-2 flex flex-col gap-2 border-b border-line pb-3 text-[13px]">
      <span className="text-soft">The room&apos;s window, with its light at</span>
      <input
        type="datetime-local"
        aria-label="Day and hour"
        className="figures min-h-8 rounded-md border border-line bg-panel px-2"
        value={when}
        onChange={(event) => setWhen(event.target.value)}
      />
      <Choice
        label="Sky at that hour"
        value={sky}
        options={[
          { value: "OVERCAST", label: "closed cloud" },
          { value: "CLEAR", label: "clear sky" },
        ]}
        onChange={(one) => setSky(one as "OVERCAST" | "CLEAR")}
      />
      <Button disabled={!when} onClick={() => void ask()}>
        Take the room&apos;s window
      </Button>
      {wrong && (
        <p role="alert" className="font-semibold text-reshoot">
          {wrong}
        </p>
      )}
    </div>
  );
}

function Figures(props: Props & { children: React.ReactNode; removable?: boolean }) {
  return (
    <div className="flex flex-col gap-1.5">
      {props.children}
      {props.removable && (
        <Button
          className="mt-2"
          onClick={() => {
            props.select({ kind: "camera" });
            props.change(removed(props.set, props.part));
          }}
        >
          Take it away
        </Button>
      )}
    </div>
  );
}

function Length(props: { label: string; mm: number; units: Units; to: (mm: number) => void }) {
  const inUnit = props.mm / lengthToMm(1, props.units);
  return (
    <NumberField
      label={props.label}
      unit={lengthUnit(props.units)}
      value={inUnit}
      step={props.units === "metric" ? 1 : 0.5}
      decimals={1}
      onChange={(value) => props.to(Math.round(lengthToMm(value, props.units) * 10) / 10)}
    />
  );
}

/** Where something stands, seen from the thing. */
function Place(props: Props) {
  const at = placeOf(props.set, props.part);
  if (!at) return null;
  const to = (one: Partial<typeof at>) =>
    props.change(moved(props.set, props.part, { ...at, ...one }));
  return (
    <>
      <Length units={props.units} label="To the right" mm={at.x} to={(x) => to({ x })} />
      <Length units={props.units} label="Over the table" mm={at.y} to={(y) => to({ y })} />
      <Length units={props.units} label="To the front" mm={at.z} to={(z) => to({ z })} />
    </>
  );
}

const SOFT_WORDS = (share: number) => `${Math.round(100 * share)} % of its height`;

function LampFigures(props: Props & { at: number }) {
  const { set, at, change, answers, units } = props;
  const lamp = set.lamps[at];
  if (!lamp) return null;
  const to = (one: Partial<typeof lamp>) => change(changeLamp(set, at, one));
  const says = answers?.lamps[at];
  const cm = (mm: number) => `${(mm / lengthToMm(1, units)).toFixed(0)} ${lengthUnit(units)}`;
  return (
    <Figures {...props} removable>
      <Length
        {...props}
        label="From the thing"
        mm={distance(lamp.at, lamp.aim)}
        to={(mm) => mm > 30 && to({ at: atDistance(lamp.at, lamp.aim, mm) })}
      />
      <NumberField
        label="Power"
        unit="%"
        value={100 * lamp.power}
        step={10}
        onChange={(v) => to({ power: v / 100 })}
      />
      <NumberField
        label="Light"
        unit="lm"
        value={lamp.lumens}
        step={100}
        onChange={(lumens) => to({ lumens })}
      />
      <NumberField
        label="Colour"
        unit="K"
        value={lamp.kelvin}
        step={100}
        onChange={(kelvin) => to({ kelvin })}
      />
      <NumberField
        label="Tint to green"
        unit="Duv"
        value={lamp.tint}
        step={0.002}
        decimals={3}
        onChange={(tint) => to({ tint })}
      />
      <Length
        {...props}
        label="Lit face, width"
        mm={lamp.widthMm}
        to={(widthMm) => to({ widthMm })}
      />
      <Length
        {...props}
        label="Lit face, height"
        mm={lamp.heightMm}
        to={(heightMm) => to({ heightMm })}
      />
      <NumberField
        label="Diffuser lets out"
        unit="%"
        value={100 * lamp.transmission}
        step={5}
        onChange={(v) => to({ transmission: v / 100 })}
      />
      <Place {...props} />
      {says && (
        <ul className="mt-2 flex flex-col gap-1 border-t border-line pt-2 text-[13px]">
          <li>
            {Math.round(says.lux)} lx on the thing, {Math.round(100 * says.share)} % of all light.
          </li>
          {says.halfStopMoreMm > 0 && (
            <li>
              Half a stop more: move it to {cm(says.halfStopMoreMm)}. Half a stop less:{" "}
              {says.halfStopLessMm > 0 ? cm(says.halfStopLessMm) : "out of the room"}.
            </li>
          )}
          <li>
            Its shadow is {says.shadow.word}: an edge of {cm(says.shadow.penumbraMm)},{" "}
            {SOFT_WORDS(says.shadow.shareOfHeight)}.
          </li>
          <li>
            {says.glare.mirrored
              ? `A flat glossy front mirrors it: move it out of ${says.glare.fromDegrees.toFixed(0)}° to ${says.glare.toDegrees.toFixed(0)}°; it stands at ${says.glare.lampDegrees.toFixed(0)}°.`
              : `A flat glossy front does not mirror it (that would be at ${says.glare.fromDegrees.toFixed(0)}° to ${says.glare.toDegrees.toFixed(0)}°).`}
          </li>
        </ul>
      )}
    </Figures>
  );
}

function CameraFigures(props: Props) {
  const { set, change } = props;
  const { camera } = set;
  const s = camera.settings;
  return (
    <Figures {...props}>
      <Length
        {...props}
        label="From the thing"
        mm={distance(camera.at, camera.aim)}
        to={(mm) =>
          mm > 30 && change(changeCamera(set, { at: atDistance(camera.at, camera.aim, mm) }))
        }
      />
      <Length
        {...props}
        label="Over the table"
        mm={camera.at.y}
        to={(y) => change(changeCamera(set, { at: { ...camera.at, y } }))}
      />
      <Length
        {...props}
        label="Aims this high"
        mm={camera.aim.y}
        to={(y) => change(changeCamera(set, { aim: { ...camera.aim, y } }))}
      />
      <Length
        {...props}
        label="Aims to the right"
        mm={camera.aim.x}
        to={(x) => change(changeCamera(set, { aim: { ...camera.aim, x } }))}
      />
      <NumberField
        label="Focal length"
        unit="mm"
        value={camera.lens.focalLengthMm}
        step={1}
        decimals={1}
        onChange={(focalLengthMm) => change(changeLens(set, { focalLengthMm }))}
      />
      <NumberField
        label="Aperture"
        unit="f/"
        value={camera.lens.fNumber}
        step={0.5}
        decimals={1}
        onChange={(fNumber) => change(changeLens(set, { fNumber }))}
      />
      <NumberField
        label="ISO"
        unit=""
        value={s.iso}
        step={100}
        onChange={(iso) => change(changeSettings(set, { iso: Math.round(iso) }))}
      />
      <Length
        {...props}
        label="Focus (0: on the aim)"
        mm={s.focusMm}
        to={(focusMm) => change(changeSettings(set, { focusMm }))}
      />
      <label className="flex min-h-8 items-center gap-2 text-[13px]">
        <input
          type="checkbox"
          className="size-4"
          checked={s.automatic}
          onChange={(event) => change(changeSettings(set, { automatic: event.target.checked }))}
        />
        Automatic exposure
      </label>
      {s.automatic ? (
        <NumberField
          label="Correction"
          unit="stop"
          value={s.biasStops}
          step={0.3}
          decimals={1}
          onChange={(biasStops) => change(changeSettings(set, { biasStops }))}
        />
      ) : (
        <NumberField
          label="Exposure time"
          unit="s"
          value={s.seconds}
          step={0.02}
          decimals={3}
          onChange={(seconds) => change(changeSettings(set, { seconds }))}
        />
      )}
      <NumberField
        label="Balance (0: automatic)"
        unit="K"
        value={s.balanceKelvin}
        step={100}
        onChange={(balanceKelvin) => change(changeSettings(set, { balanceKelvin }))}
      />
      <NumberField
        label="Rolled"
        unit="°"
        value={camera.handling.rollDegrees}
        step={0.5}
        decimals={1}
        onChange={(rollDegrees) => change(changeHandling(set, { rollDegrees }))}
      />
      <NumberField
        label="Shake"
        unit="mrad"
        value={camera.handling.shakeMilliradians}
        step={0.5}
        decimals={1}
        onChange={(shakeMilliradians) => change(changeHandling(set, { shakeMilliradians }))}
      />
    </Figures>
  );
}

const SHEETS = [
  ["#F3F2EE", "white paper"],
  ["#EFE6CF", "cream paper"],
  ["#BDBDBC", "light grey"],
  ["#8A8A8A", "mid grey"],
  ["#2E2E2E", "dark"],
] as const;

function SheetFigures(props: Props) {
  const { set, change } = props;
  const g = set.ground;
  const to = (one: Partial<typeof g>) => change(changeGround(set, one));
  return (
    <Figures {...props}>
      <div role="group" aria-label="Colour of the sheet" className="flex flex-wrap gap-1.5 pb-1">
        {SHEETS.map(([hex, name]) => (
          <button
            key={hex}
            type="button"
            aria-pressed={g.colour === hex}
            aria-label={name}
            className={`size-8 rounded-md border-2 ${g.colour === hex ? "border-accent" : "border-line"}`}
            style={{ background: hex }}
            onClick={() => to({ colour: hex })}
          />
        ))}
      </div>
      <Length {...props} label="Width" mm={g.widthMm} to={(widthMm) => to({ widthMm })} />
      <Length {...props} label="In front" mm={g.frontMm} to={(frontMm) => to({ frontMm })} />
      <Length
        {...props}
        label="Flat behind"
        mm={g.flatBehindMm}
        to={(flatBehindMm) => to({ flatBehindMm })}
      />
      <Length {...props} label="Bend, radius" mm={g.bendMm} to={(bendMm) => to({ bendMm })} />
      <Length {...props} label="Up the wall" mm={g.riseMm} to={(riseMm) => to({ riseMm })} />
      <NumberField
        label="Light behind it"
        unit="lm"
        value={g.glowLumens}
        step={200}
        onChange={(glowLumens) => to({ glowLumens })}
      />
      <NumberField
        label="Colour of that"
        unit="K"
        value={g.glowKelvin}
        step={100}
        onChange={(glowKelvin) => to({ glowKelvin })}
      />
      <NumberField
        label="Gloss"
        unit="%"
        value={100 * g.gloss}
        step={10}
        onChange={(v) => to({ gloss: v / 100 })}
      />
      <NumberField
        label="Creases"
        unit=""
        value={g.creases}
        step={1}
        onChange={(v) => to({ creases: Math.round(v) })}
      />
      <NumberField
        label="Specks on ½ m²"
        unit=""
        value={g.specks}
        step={5}
        onChange={(v) => to({ specks: Math.round(v) })}
      />
    </Figures>
  );
}
