import { useState } from "react";
import { answer, api } from "../../api/client";
import { Button } from "../../parts/basics";
import { Sheet } from "../../parts/Sheet";
import { NumberField } from "./NumberField";

/** Questions that need no set: any two of three, close-ups, flash, a roll to cut, a test take. */
type Sum = {
  title: string;
  fields: { key: string; label: string; unit: string; value: number; step: number }[];
  ask: (v: Record<string, number>) => Promise<string>;
};

const field = (key: string, label: string, unit: string, value: number, step: number) => ({
  key,
  label,
  unit,
  value,
  step,
});

const stops = (v: number) => `${v.toFixed(1)} stops`;
const q = <T,>(call: Promise<{ data?: T; error?: unknown }>) => answer(call);

const SUMS: Sum[] = [
  {
    title: "Field of view",
    fields: [
      field("focalMm", "Focal length", "mm", 45, 1),
      field("distanceMm", "Distance", "mm", 900, 10),
      field("sensorMm", "Sensor's side", "mm", 17.3, 0.1),
    ],
    ask: async (v) => {
      const got = await q(
        api.POST("/api/set/ask/framing", {
          body: { focalMm: v.focalMm, distanceMm: v.distanceMm, sensorMm: v.sensorMm! },
        }),
      );
      return `The field is ${got.fieldMm.toFixed(0)} mm.`;
    },
  },
  {
    title: "Distance for a field",
    fields: [
      field("focalMm", "Focal length", "mm", 45, 1),
      field("fieldMm", "Field", "mm", 300, 10),
      field("sensorMm", "Sensor's side", "mm", 17.3, 0.1),
    ],
    ask: async (v) => {
      const got = await q(
        api.POST("/api/set/ask/framing", {
          body: { focalMm: v.focalMm, fieldMm: v.fieldMm, sensorMm: v.sensorMm! },
        }),
      );
      return `Stand ${(got.distanceMm / 10).toFixed(0)} cm away.`;
    },
  },
  {
    title: "Focal length for a field",
    fields: [
      field("distanceMm", "Distance", "mm", 900, 10),
      field("fieldMm", "Field", "mm", 300, 10),
      field("sensorMm", "Sensor's side", "mm", 17.3, 0.1),
    ],
    ask: async (v) => {
      const got = await q(
        api.POST("/api/set/ask/framing", {
          body: { distanceMm: v.distanceMm, fieldMm: v.fieldMm, sensorMm: v.sensorMm! },
        }),
      );
      return `Use ${got.focalMm.toFixed(0)} mm.`;
    },
  },
  {
    title: "Extension rings",
    fields: [
      field("focalMm", "Focal length", "mm", 50, 1),
      field("extensionMm", "Rings together", "mm", 25, 1),
    ],
    ask: async (v) => {
      const got = await q(
        api.GET("/api/set/ask/rings", {
          params: { query: { focalMm: v.focalMm!, extensionMm: v.extensionMm! } },
        }),
      );
      return `Magnification ${got.magnification.toFixed(2)} at ${(got.distanceMm / 10).toFixed(1)} cm; ${stops(got.lostStops)} of light are lost.`;
    },
  },
  {
    title: "Reversed lens",
    fields: [
      field("focalMm", "Focal length", "mm", 28, 1),
      field("registerMm", "Mount to sensor", "mm", 44, 1),
    ],
    ask: async (v) => {
      const got = await q(
        api.GET("/api/set/ask/reversed", {
          params: { query: { focalMm: v.focalMm!, registerMm: v.registerMm! } },
        }),
      );
      return `Magnification ${got.magnification.toFixed(2)} at ${(got.distanceMm / 10).toFixed(1)} cm; ${stops(got.lostStops)} of light are lost.`;
    },
  },
  {
    title: "Flat thing seen at an angle",
    fields: [
      field("lengthMm", "Its length", "mm", 200, 10),
      field("downDegrees", "Camera looks down", "°", 40, 5),
      field("heightMm", "Lens over the table", "mm", 500, 10),
      field("focalMm", "Focal length", "mm", 45, 1),
    ],
    ask: async (v) => {
      const got = await q(
        api.GET("/api/set/ask/lying", {
          params: {
            query: {
              lengthMm: v.lengthMm!,
              downDegrees: v.downDegrees!,
              heightMm: v.heightMm!,
              focalMm: v.focalMm!,
            },
          },
        }),
      );
      return `It lies ${(got.depthMm / 10).toFixed(1)} cm deep along the view; a lens tilted by ${got.tiltDegrees.toFixed(1)}° makes all of it sharp.`;
    },
  },
  {
    title: "Flash",
    fields: [
      field("guideNumber", "Guide number at ISO 100", "m", 36, 1),
      field("iso", "ISO", "", 100, 100),
      field("power", "Power, 1/", "", 4, 1),
      field("distanceMm", "Distance", "mm", 1000, 50),
    ],
    ask: async (v) => {
      const got = await q(
        api.GET("/api/set/ask/flash", {
          params: {
            query: {
              guideNumber: v.guideNumber!,
              iso: v.iso!,
              power: 1 / Math.max(1, v.power!),
              distanceMm: v.distanceMm,
            },
          },
        }),
      );
      return `Set f/${got.fNumber.toFixed(1)}.`;
    },
  },
  {
    title: "Cut from a roll",
    fields: [
      field("widthMm", "Sheet, width", "mm", 700, 10),
      field("lengthMm", "Sheet, length", "mm", 1000, 10),
      field("rollWidthMm", "Roll, width", "mm", 1350, 10),
      field("rollLengthMm", "Roll, length", "mm", 11000, 500),
    ],
    ask: async (v) => {
      const got = await q(
        api.GET("/api/set/ask/cut", {
          params: {
            query: {
              widthMm: v.widthMm!,
              lengthMm: v.lengthMm!,
              rollWidthMm: v.rollWidthMm!,
              rollLengthMm: v.rollLengthMm!,
            },
          },
        }),
      );
      return `Cut ${(got.cutMm / 10).toFixed(0)} cm off the roll${got.turned ? ", the sheet lying across it" : ""}; it gives ${got.sheets}.`;
    },
  },
  {
    title: "White from a test take",
    fields: [
      field("underWhiteStops", "Ground under white", "stop", 0.8, 0.1),
      field("headroomStops", "The thing bears", "stop", 0.3, 0.1),
    ],
    ask: async (v) => {
      const got = await q(
        api.GET("/api/set/ask/white", {
          params: {
            query: { underWhiteStops: v.underWhiteStops!, headroomStops: v.headroomStops! },
          },
        }),
      );
      return got.sentence;
    },
  },
];

export function SmallSums(props: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Sheet title="Small sums" width={920} open={props.open} onOpenChange={props.onOpenChange}>
      <div className="grid grid-cols-1 gap-x-8 gap-y-5 md:grid-cols-2">
        {SUMS.map((sum) => (
          <OneSum key={sum.title} sum={sum} />
        ))}
      </div>
    </Sheet>
  );
}

function OneSum({ sum }: { sum: Sum }) {
  const [values, setValues] = useState(() =>
    Object.fromEntries(sum.fields.map((one) => [one.key, one.value])),
  );
  const [said, setSaid] = useState<{ text: string; wrong: boolean }>();
  const work = () => {
    sum.ask(values).then(
      (text) => setSaid({ text, wrong: false }),
      (error: Error) => setSaid({ text: error.message, wrong: true }),
    );
  };
  return (
    <section className="flex flex-col gap-1.5 border-t border-line pt-3">
      <h3 className="text-[16px]">{sum.title}</h3>
      {sum.fields.map((one) => (
        <NumberField
          key={one.key}
          label={one.label}
          unit={one.unit}
          value={values[one.key] ?? 0}
          step={one.step}
          decimals={one.step < 1 ? 1 : 0}
          onChange={(value) => setValues({ ...values, [one.key]: value })}
        />
      ))}
      <div className="flex items-center gap-3 pt-1">
        <Button onClick={work}>Work it out</Button>
        <p role="status" className={said?.wrong ? "text-reshoot" : ""}>
          {said?.text}
        </p>
      </div>
    </section>
  );
}
