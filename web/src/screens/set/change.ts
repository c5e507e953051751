import type { Point, SetCard, SetLamp, StandingSet } from "../../api/client";

/** Pure changes of a set; what is selected is named by its kind and place in the list. */

export type Part =
  | { kind: "lamp"; at: number }
  | { kind: "card"; at: number }
  | { kind: "window"; at: number }
  | { kind: "camera" }
  | { kind: "sheet" }
  | { kind: "thing"; at: number };

export const samePart = (a: Part, b: Part) => JSON.stringify(a) === JSON.stringify(b);

const replaced = <T>(all: T[], at: number, one: T) => all.map((old, i) => (i === at ? one : old));

export function changeLamp(set: StandingSet, at: number, part: Partial<SetLamp>): StandingSet {
  const lamp = set.lamps[at];
  return lamp ? { ...set, lamps: replaced(set.lamps, at, { ...lamp, ...part }) } : set;
}

export function changeCard(set: StandingSet, at: number, part: Partial<SetCard>): StandingSet {
  const card = set.cards[at];
  return card ? { ...set, cards: replaced(set.cards, at, { ...card, ...part }) } : set;
}

export function changeWindow(
  set: StandingSet,
  at: number,
  part: Partial<StandingSet["windows"][number]>,
): StandingSet {
  const window = set.windows[at];
  return window ? { ...set, windows: replaced(set.windows, at, { ...window, ...part }) } : set;
}

export function changeThing(
  set: StandingSet,
  at: number,
  part: Partial<StandingSet["things"][number]>,
): StandingSet {
  const thing = set.things[at];
  return thing ? { ...set, things: replaced(set.things, at, { ...thing, ...part }) } : set;
}

export const changeGround = (
  set: StandingSet,
  part: Partial<StandingSet["ground"]>,
): StandingSet => ({ ...set, ground: { ...set.ground, ...part } });

type Camera = StandingSet["camera"];

export const changeCamera = (set: StandingSet, part: Partial<Camera>): StandingSet => ({
  ...set,
  camera: { ...set.camera, ...part },
});

export const changeLens = (set: StandingSet, part: Partial<Camera["lens"]>) =>
  changeCamera(set, { lens: { ...set.camera.lens, ...part } });

export const changeSettings = (set: StandingSet, part: Partial<Camera["settings"]>) =>
  changeCamera(set, { settings: { ...set.camera.settings, ...part } });

export const changeHandling = (set: StandingSet, part: Partial<Camera["handling"]>) =>
  changeCamera(set, { handling: { ...set.camera.handling, ...part } });

export const distance = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);

/** Moved along its line to what it looks at. */
export function atDistance(at: Point, aim: Point, mm: number): Point {
  const share = mm / Math.max(1, distance(at, aim));
  const along = (from: number, to: number) => Math.round(10 * (to + share * (from - to))) / 10;
  return { x: along(at.x, aim.x), y: along(at.y, aim.y), z: along(at.z, aim.z) };
}

/** Where a part stands, if it stands somewhere. */
export function placeOf(set: StandingSet, part: Part): Point | undefined {
  switch (part.kind) {
    case "lamp":
      return set.lamps[part.at]?.at;
    case "card":
      return set.cards[part.at]?.at;
    case "window":
      return set.windows[part.at]?.at;
    case "camera":
      return set.camera.at;
    case "thing": {
      const thing = set.things[part.at];
      return thing && { x: thing.x, y: 0, z: thing.z };
    }
    default:
      return undefined;
  }
}

export function moved(set: StandingSet, part: Part, to: Point): StandingSet {
  switch (part.kind) {
    case "lamp":
      return changeLamp(set, part.at, { at: to });
    case "card":
      return changeCard(set, part.at, { at: to });
    case "window":
      return changeWindow(set, part.at, { at: to });
    case "camera":
      return changeCamera(set, { at: to });
    case "thing":
      return changeThing(set, part.at, { x: to.x, z: to.z });
    default:
      return set;
  }
}

export function removed(set: StandingSet, part: Part): StandingSet {
  const without = <T>(all: T[], at: number) => all.filter((_, i) => i !== at);
  switch (part.kind) {
    case "lamp":
      return { ...set, lamps: without(set.lamps, part.at) };
    case "card":
      return { ...set, cards: without(set.cards, part.at) };
    case "window":
      return { ...set, windows: without(set.windows, part.at) };
    case "thing":
      return { ...set, things: without(set.things, part.at) };
    default:
      return set;
  }
}

export function nameOf(set: StandingSet, part: Part): string {
  switch (part.kind) {
    case "lamp": {
      const name = set.lamps[part.at]?.name ?? "";
      return /lamp|bulb|panel|light/i.test(name) ? name : `Lamp ${name}`;
    }
    case "card":
      return `${KIND_WORDS[set.cards[part.at]?.kind ?? "WHITE"]} card ${part.at + 1}`;
    case "window":
      return "Window";
    case "camera":
      return "Camera";
    case "sheet":
      return "Sheet";
    case "thing":
      return set.things[part.at]?.what.replaceAll("-", " ") ?? "";
  }
}

export const KIND_WORDS = {
  WHITE: "White",
  BLACK: "Black",
  SILVER: "Silver",
  MIRROR: "Mirror",
} as const;

/** Everything that can be chosen, in the order of the list. */
export function partsOf(set: StandingSet): Part[] {
  return [
    { kind: "camera" },
    { kind: "sheet" },
    ...set.lamps.map((_, at) => ({ kind: "lamp", at }) as const),
    ...set.windows.map((_, at) => ({ kind: "window", at }) as const),
    ...set.cards.map((_, at) => ({ kind: "card", at }) as const),
    ...set.things.map((_, at) => ({ kind: "thing", at }) as const),
  ];
}
