import { changeThing } from "../change";
import { NumberField } from "../NumberField";
import { Figures, Length, type OneOfProps } from "./common";

export function ThingFigures(props: OneOfProps) {
  const { set, at, change } = props;
  const thing = set.things[at];
  if (!thing) return null;
  const to = (one: Partial<typeof thing>) => change(changeThing(set, at, one));
  return (
    <Figures {...props} removable={at > 0}>
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
