import type { Measure } from "../api/client";

/** The one place where readings become text: rounding and units. */
export function figure(measure: Measure, value: number): { text: string; unit: string } {
  const fixed = (v: number, decimals: number) =>
    v.toFixed(decimals).replace(/^-(0(?:\.0+)?)$/, "$1");
  switch (measure.unit) {
    case "share":
      return { text: fixed(100 * value, measure.decimals), unit: "%" };
    case "stop":
      return { text: fixed(value, measure.decimals), unit: "stop" };
    case "degree":
      return { text: fixed(value, measure.decimals), unit: "°" };
    case "delta-e":
      return { text: fixed(value, measure.decimals), unit: "ΔE" };
    case "byte":
      return { text: fixed(value / 1e6, 1), unit: "MB" };
    case "code":
      return { text: fixed(value, measure.decimals), unit: "of 255" };
    default:
      return { text: fixed(value, measure.decimals), unit: measure.unit };
  }
}

export function spoken(measure: Measure, value: number): string {
  const { text, unit } = figure(measure, value);
  return unit === "" ? text : `${text} ${unit}`;
}

/** "1 take", "3 takes". */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}

export function fileSize(bytes: number): string {
  return bytes < 1e6 ? `${Math.round(bytes / 1e3)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
}

export function day(iso: string): string {
  return new Date(iso).toLocaleDateString(undefined, {
    weekday: "long",
    day: "numeric",
    month: "long",
    year: "numeric",
  });
}

/** Hours and minutes on the clock of a place, 24 of them, so that columns line up. */
export function clockTime(time: string | number, zone: string): string {
  return new Date(time).toLocaleTimeString([], {
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
    timeZone: zone,
  });
}

/** The value of a reading by its dotted name, or undefined where it was not measured. */
export function reading(tree: unknown, dotted: string): number | undefined {
  let node: unknown = tree;
  for (const step of dotted.split(".")) {
    if (typeof node !== "object" || node === null) return undefined;
    node = (node as Record<string, unknown>)[step];
  }
  if (Array.isArray(node)) return node.length;
  return typeof node === "number" ? node : undefined;
}
