import { changeGround } from "../change";
import { NumberField } from "../NumberField";
import { Figures, Length, type PartProps } from "./common";

const SHEETS = [
  ["#F3F2EE", "white paper"],
  ["#EFE6CF", "cream paper"],
  ["#BDBDBC", "light grey"],
  ["#8A8A8A", "mid grey"],
  ["#2E2E2E", "dark"],
] as const;

export function SheetFigures(props: PartProps) {
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
