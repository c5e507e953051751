import type { Measure } from "../api/client";
import { figure, spoken } from "./figures";

/**
 * A reading on its scale: the allowed band shaded, the limit ticked, a pointer at the value with a
 * bar for its uncertainty, then the figure and its unit.
 */
export type RulerProps = {
  measure: Measure;
  /** Absent where it could not be measured. */
  value?: number;
  /** Half-width of the 95 % band, in the measure's own unit. */
  band?: number;
  op?: string;
  limit?: number[];
  holds?: boolean;
  words?: string;
  /** Only the scale with its limits: no reading to show. */
  bare?: boolean;
};

const WIDTH = 1000;

export function Ruler(props: RulerProps) {
  const { measure, value, limit = [], op } = props;
  const shown = value === undefined ? undefined : figure(measure, value);
  const state =
    value === undefined
      ? "unknown"
      : props.holds === false
        ? "fails"
        : props.holds === true
          ? "holds"
          : "look";
  if (props.bare) return <Scale {...props} />;
  return (
    <div
      className="grid grid-cols-[1fr_auto] items-baseline gap-x-3"
      role="meter"
      aria-label={measure.label}
      aria-valuemin={measure.scaleFrom}
      aria-valuemax={measure.scaleTo}
      aria-valuenow={value ?? measure.scaleFrom}
      aria-valuetext={spokenState(measure, value, op, limit, props.holds)}
      data-state={state}
    >
      <span className={state === "fails" ? "font-semibold" : "text-soft"}>{measure.label}</span>
      <span className="figures text-right">
        {shown === undefined ? (
          <span className="text-soft">can't tell</span>
        ) : (
          <>
            <span className={state === "fails" ? "font-semibold text-reshoot" : ""}>
              {shown.text}
            </span>
            <span className="ml-1 text-[11px] text-soft">{shown.unit}</span>
          </>
        )}
      </span>
      {op !== "none" && <Scale {...props} />}
      {props.words && (
        <span className="col-span-2 -mt-0.5 text-[12.5px] text-soft">{props.words}</span>
      )}
    </div>
  );
}

/** The drawn scale alone; what it shows is said in words beside it. */
function Scale(props: RulerProps) {
  const { measure, value, limit = [], op } = props;
  const span = measure.scaleTo - measure.scaleFrom;
  const place = (v: number) => WIDTH * Math.max(0, Math.min(1, (v - measure.scaleFrom) / span));
  const allowed = allowedBand(measure, op, limit);
  return (
    <svg
      className="col-span-2 h-[18px] w-full overflow-visible"
      viewBox={`0 0 ${WIDTH} 18`}
      preserveAspectRatio="none"
      aria-hidden
    >
      <rect x="0" y="7" width={WIDTH} height="6" className="fill-sunk" />
      {allowed && (
        <rect
          x={place(allowed[0])}
          y="7"
          width={Math.max(2, place(allowed[1]) - place(allowed[0]))}
          height="6"
          className="fill-ready opacity-35"
        />
      )}
      {limit.map((at) => (
        <line
          key={at}
          x1={place(at)}
          x2={place(at)}
          y1="3"
          y2="17"
          className="stroke-ink"
          strokeWidth="1.5"
          vectorEffect="non-scaling-stroke"
        />
      ))}
      {value !== undefined && props.band !== undefined && (
        <line
          x1={place(value - props.band)}
          x2={place(value + props.band)}
          y1="10"
          y2="10"
          className="stroke-ink opacity-40"
          strokeWidth="6"
          vectorEffect="non-scaling-stroke"
        />
      )}
      {value !== undefined && (
        <line
          x1={place(value)}
          x2={place(value)}
          y1="0"
          y2="14"
          className={props.holds === false ? "stroke-reshoot" : "stroke-ink"}
          strokeWidth="4"
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}

function allowedBand(
  measure: Measure,
  op: string | undefined,
  limit: number[],
): [number, number] | undefined {
  const first = limit[0];
  if (op === "at-least" && first !== undefined) return [first, measure.scaleTo];
  if (op === "at-most" && first !== undefined) return [measure.scaleFrom, first];
  if (op === "between" && first !== undefined && limit[1] !== undefined) return [first, limit[1]];
  return undefined;
}

export function askedFor(
  measure: Measure,
  op: string | undefined,
  limit: number[],
  tolerance?: number,
): string {
  const first = limit[0];
  if (op === "none") return "none allowed";
  if (first === undefined) return "";
  if (tolerance) {
    return `${askedFor(measure, op, limit)} (give or take ${spoken(measure, tolerance)})`;
  }
  if (op === "at-least") return `at least ${spoken(measure, first)}`;
  if (op === "at-most") return `at most ${spoken(measure, first)}`;
  return `${figure(measure, first).text} to ${spoken(measure, limit[1] ?? first)}`;
}

function spokenState(
  measure: Measure,
  value: number | undefined,
  op: string | undefined,
  limit: number[],
  holds: boolean | undefined,
): string {
  if (value === undefined) return "can't tell";
  const asked = askedFor(measure, op, limit);
  const word = holds === false ? ", outside" : holds === true ? ", inside" : "";
  return `${spoken(measure, value)}${asked && `, ${asked} asked${word}`}`;
}
