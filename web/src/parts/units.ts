import { useSyncExternalStore } from "react";

/** Metric or imperial, by a switch that this browser remembers. Stored values are always mm and g. */
export type Units = "metric" | "imperial";

const KEY = "istante-units";
const MM_PER_INCH = 25.4;
const G_PER_OUNCE = 28.349523125;
const listeners = new Set<() => void>();

export function units(): Units {
  return localStorage.getItem(KEY) === "imperial" ? "imperial" : "metric";
}

export function switchUnits(): void {
  localStorage.setItem(KEY, units() === "metric" ? "imperial" : "metric");
  listeners.forEach((listener) => listener());
}

export function useUnits(): Units {
  return useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  }, units);
}

export const lengthUnit = (its: Units) => (its === "metric" ? "cm" : "in");
export const weightUnit = (its: Units) => (its === "metric" ? "g" : "oz");

const tidy = (value: number, decimals: number) => String(Number(value.toFixed(decimals)));

export function showLength(mm: number | undefined, its: Units): string {
  if (mm === undefined) return "";
  return its === "metric" ? tidy(mm / 10, 1) : tidy(mm / MM_PER_INCH, 2);
}

export function showWeight(g: number | undefined, its: Units): string {
  if (g === undefined) return "";
  return its === "metric" ? tidy(g, 0) : tidy(g / G_PER_OUNCE, 1);
}

export function showPrice(cents: number | undefined): string {
  return cents === undefined ? "" : (cents / 100).toFixed(2);
}

/** A number as people type it, comma or point; undefined for nothing, null for nonsense. */
export function typedNumber(text: string): number | undefined | null {
  const plain = text.trim().replace(",", ".");
  if (plain === "") return undefined;
  return /^\d+(\.\d+)?$/.test(plain) ? Number(plain) : null;
}

export const lengthToMm = (value: number, its: Units) =>
  its === "metric" ? value * 10 : value * MM_PER_INCH;

export const weightToG = (value: number, its: Units) =>
  its === "metric" ? value : value * G_PER_OUNCE;
