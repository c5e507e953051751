import type { SetAnswers } from "../../api/client";
import { Panel } from "../../parts/basics";
import { lengthToMm, lengthUnit, type Units } from "../../parts/units";

/** What the calculators say of the set as it stands, sentence first, figures below. */
export function AnswersPart(props: { answers: SetAnswers; fNumber: number; units: Units }) {
  const { answers, fNumber, units } = props;
  const cm = (mm: number) =>
    `${(mm / lengthToMm(1, units)).toFixed(mm < 100 ? 1 : 0)} ${lengthUnit(units)}`;
  const time = (s: number) => (s >= 0.3 ? `${s.toFixed(1)} s` : `1/${Math.round(1 / s)} s`);
  const { view, depth, sheet, light, colour } = answers;
  const tooOpen = depth.allSharp && fNumber < depth.fNumberNeeded - 0.05;
  return (
    <div className="grid grid-cols-1 gap-4 md:grid-cols-2 xl:grid-cols-3">
      <Answer
        title="Light"
        good={light.groundOverThingStops >= 0}
        sentence={light.sentence}
        figures={[
          ["Ground", `EV ${light.ev100.toFixed(1)}, ${Math.round(light.groundLuminance)} cd/m²`],
          ["On the thing's front", `${Math.round(light.frontLux)} lx`],
          ["Left over right", `${signed(light.leftOverRightStops)} stop`],
          ["Evenness in the frame", `${light.evennessStops.toFixed(2)} stop`],
          ["White ground by hand", time(light.seconds)],
          ["White ground, automatic", `${signed(light.biasStops)} stops`],
        ]}
      />
      <Answer
        title="Depth"
        good={depth.allSharp && !tooOpen}
        sentence={
          tooOpen ? `${depth.sentence} It is set to f/${fNumber.toFixed(1)}.` : depth.sentence
        }
        figures={[
          ["Aperture needed", `f/${depth.fNumberNeeded.toFixed(1)}`],
          ["Diffraction from", `f/${depth.diffractionFrom.toFixed(0)}`],
          ["Focus at", cm(depth.focusMm)],
          ["Pictures needed", String(depth.focusSteps)],
        ]}
      />
      <Answer
        title="Framing"
        good={view.enough && view.fill <= 1 && view.swell <= 0.1}
        sentence={view.sentence}
        figures={[
          ["Field", `${cm(view.fieldWidthMm)} × ${cm(view.fieldHeightMm)}`],
          ["As on full frame", `${view.focal35Mm.toFixed(0)} mm`],
          ["Pixels along it", `${Math.round(view.thingPx)} of ${Math.round(view.wantedPx)}`],
          ["Front swells by", `${(100 * view.swell).toFixed(0)} %`],
          ["Under 10 % from", cm(view.nearestMm)],
          ["Room it takes", cm(view.roomMm)],
        ]}
      />
      <Answer
        title="Sheet"
        good={sheet.fits}
        sentence={sheet.sentence}
        figures={[
          ["Width needed", cm(sheet.widthNeededMm)],
          ["In front", cm(sheet.frontNeededMm)],
          ["Up the wall", cm(sheet.riseNeededMm)],
          ["Length in all", cm(sheet.lengthNeededMm)],
        ]}
      />
      <Answer
        title="Colour of light"
        good={Math.max(colour.leftDeltaE, colour.rightDeltaE) <= 2}
        sentence={colour.sentence}
        figures={[
          ["All together", `${Math.round(colour.kelvin)} K, tint ${colour.tint.toFixed(3)}`],
          ["Lamps apart", `${Math.round(colour.apartMired)} mired`],
          ["Left after balance", `${colour.leftDeltaE.toFixed(1)} ΔE`],
          ["Right after balance", `${colour.rightDeltaE.toFixed(1)} ΔE`],
        ]}
      />
      {answers.cautions.length > 0 && (
        <Panel className="border-l-4 border-l-mend p-4">
          <h3 className="mb-2 text-[17px]">Before you switch on</h3>
          <ul className="flex list-disc flex-col gap-1 pl-5 text-[13.5px]">
            {answers.cautions.map((caution) => (
              <li key={caution}>{caution}</li>
            ))}
          </ul>
        </Panel>
      )}
    </div>
  );
}

const signed = (v: number) =>
  Math.abs(v) < 0.05 ? "0.0" : `${v < 0 ? "−" : "+"}${Math.abs(v).toFixed(1)}`;

function Answer(props: {
  title: string;
  good: boolean;
  sentence: string;
  figures: [string, string][];
}) {
  return (
    <Panel className="p-4">
      <h3 className="mb-1 text-[17px]">{props.title}</h3>
      <p className={`mb-3 text-[14px] ${props.good ? "" : "font-semibold text-reshoot"}`}>
        {props.sentence}
      </p>
      <dl className="grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5 text-[13px]">
        {props.figures.map(([name, value]) => (
          <div key={name} className="contents">
            <dt className="text-soft">{name}</dt>
            <dd className="figures text-right">{value}</dd>
          </div>
        ))}
      </dl>
    </Panel>
  );
}
