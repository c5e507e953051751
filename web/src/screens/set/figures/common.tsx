import type { ReactNode } from "react";
import type { SetAnswers, StandingSet } from "../../../api/client";
import { Button } from "../../../parts/basics";
import { lengthToMm, lengthUnit, type Units } from "../../../parts/units";
import { moved, type Part, placeOf, removed } from "../change";
import { NumberField } from "../NumberField";

export type PartProps = {
  set: StandingSet;
  answers: SetAnswers | undefined;
  part: Part;
  units: Units;
  change: (set: StandingSet) => void;
  select: (part: Part) => void;
};

/** One of several alike, such as the second lamp. */
export type OneOfProps = PartProps & { at: number };

export function Figures(props: PartProps & { children: ReactNode; removable?: boolean }) {
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

export function Length(props: {
  label: string;
  mm: number;
  units: Units;
  to: (mm: number) => void;
}) {
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
export function Place(props: PartProps) {
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
