import { lengthToMm, lengthUnit } from "../../../parts/units";
import { atDistance, changeLamp, distance } from "../change";
import { NumberField } from "../NumberField";
import { Figures, Length, type OneOfProps, Place } from "./common";

const SOFT_WORDS = (share: number) => `${Math.round(100 * share)} % of its height`;

export function LampFigures(props: OneOfProps) {
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
