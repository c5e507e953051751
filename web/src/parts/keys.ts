import { useEffect } from "react";

/** A shortcut: a key as the keyboard names it, or two after one another ("g p"). */
export type Shortcut = { key: string; label: string; run: () => void };

/** What is in force now, for the key sheet; the newest screen last. */
const inForce: Shortcut[][] = [];
let pending = "";
let pendingSince = 0;
const SECOND_KEY_MS = 1500;

export function shortcutsInForce(): Shortcut[] {
  const seen = new Set<string>();
  return [...inForce]
    .reverse()
    .flat()
    .filter((shortcut) => !seen.has(shortcut.key) && seen.add(shortcut.key));
}

export function useKeys(shortcuts: Shortcut[]): void {
  useEffect(() => {
    inForce.push(shortcuts);
    return () => {
      inForce.splice(inForce.indexOf(shortcuts), 1);
    };
  });
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.closest("input, textarea, select, [role='combobox'], [role='listbox']") !== null
  );
}

/** One listener for the whole page. */
export function onKeyDown(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
  const onButton =
    event.target instanceof HTMLElement && event.target.closest("button, a, [role='dialog']");
  if (onButton && (event.key === " " || event.key === "Enter")) return;
  const key = event.key === " " ? "space" : event.key;
  const fresh = pending !== "" && event.timeStamp - pendingSince < SECOND_KEY_MS;
  const chord = fresh ? `${pending} ${key}` : key;
  pending = "";
  const all = shortcutsInForce();
  const hit = all.find((shortcut) => shortcut.key === chord);
  if (hit) {
    event.preventDefault();
    hit.run();
  } else if (all.some((shortcut) => shortcut.key.startsWith(`${key} `))) {
    pending = key;
    pendingSince = event.timeStamp;
  }
}
