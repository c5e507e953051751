import type { KitView, Piece, SetLamp, StandingSet } from "../../api/client";
import type { Part } from "./change";

/** What can be put into a set: own kit first, then usual pieces. */
export function addable(kit: KitView | undefined): { id: string; label: string }[] {
  if (!kit) return [];
  const useful = (piece: Piece) => ["LAMP", "CARD", "SHEET", "CAMERA"].includes(piece.kind);
  const own = kit.pieces
    .filter((one) => useful(one.piece))
    .map((one) => ({ id: `own ${one.id}`, label: `${one.piece.name} (yours)` }));
  const usual = kit.presets
    .map((piece, at) => ({ piece, at }))
    .filter((one) => useful(one.piece))
    .map((one) => ({ id: `usual ${one.at}`, label: one.piece.name }));
  return [
    ...own,
    { id: "thing colour-card", label: "Colour card beside it" },
    { id: "thing grey-card", label: "Grey card beside it" },
    { id: "window", label: "Window at the left" },
    ...usual,
  ];
}

function pieceOf(id: string, kit: KitView | undefined): Piece | undefined {
  const [whose, number] = id.split(" ");
  if (whose === "own") return kit?.pieces.find((one) => String(one.id) === number)?.piece;
  return kit?.presets[Number(number)];
}

export function added(
  set: StandingSet,
  id: string,
  kit: KitView | undefined,
): { set: StandingSet; part: Part } {
  if (id === "window") return window(set);
  if (id.startsWith("thing ")) {
    const thing = {
      what: id.slice("thing ".length),
      x: 120,
      z: 20,
      turnDegrees: 0,
      leanDegrees: 0,
      scale: 1,
      text: "",
    };
    return {
      set: { ...set, things: [...set.things, thing] },
      part: { kind: "thing", at: set.things.length },
    };
  }
  const piece = pieceOf(id, kit);
  const fact = (key: string, otherwise: number) => piece?.facts[key] ?? otherwise;
  switch (piece?.kind) {
    case "LAMP":
      return {
        set: { ...set, lamps: [...set.lamps, lampOf(piece, set, kit)] },
        part: { kind: "lamp", at: set.lamps.length },
      };
    case "CARD":
      return {
        set: {
          ...set,
          cards: [
            ...set.cards,
            {
              kind: piece.type.toUpperCase() as "WHITE" | "BLACK" | "SILVER" | "MIRROR",
              at: { x: 320, y: 160, z: 120 },
              aim: { x: 0, y: 60, z: 0 },
              widthMm: fact("widthMm", 420),
              heightMm: fact("heightMm", 297),
              holeMm: 0,
            },
          ],
        },
        part: { kind: "card", at: set.cards.length },
      };
    case "SHEET": {
      const length = Math.min(2000, fact("lengthMm", 1000));
      const g = set.ground;
      const rise = Math.max(
        g.bendMm,
        length - g.frontMm - g.flatBehindMm - (Math.PI / 2) * g.bendMm + g.bendMm,
      );
      return {
        set: {
          ...set,
          ground: {
            ...g,
            widthMm: fact("widthMm", 700),
            riseMm: Math.round(rise),
            gloss: fact("gloss", 0),
          },
        },
        part: { kind: "sheet" },
      };
    }
    case "CAMERA":
      return {
        set: {
          ...set,
          camera: {
            ...set.camera,
            sensor: {
              widthMm: fact("sensorWidthMm", 17.3),
              heightMm: fact("sensorHeightMm", 13),
              widthPx: fact("widthPx", 4000),
              heightPx: fact("heightPx", 3000),
              phone: piece.type === "phone",
            },
          },
        },
        part: { kind: "camera" },
      };
    default:
      return { set, part: { kind: "camera" } };
  }
}

function lampOf(piece: Piece, set: StandingSet, kit: KitView | undefined): SetLamp {
  const perWatt = kit?.lumensPerWatt[piece.type] ?? 0;
  return {
    name: piece.name,
    at: { x: 450, y: 450, z: 350 },
    aim: set.camera.aim,
    widthMm: piece.facts["faceWidthMm"] ?? 200,
    heightMm: piece.facts["faceHeightMm"] ?? 200,
    lumens: piece.facts["lumens"] ?? (piece.facts["watts"] ?? 0) * perWatt,
    kelvin: piece.facts["kelvin"] ?? 5000,
    tint: 0,
    transmission: piece.facts["transmission"] ?? 1,
    power: 1,
  };
}

function window(set: StandingSet): { set: StandingSet; part: Part } {
  const x = -set.room.widthMm / 2 + 2;
  return {
    set: {
      ...set,
      windows: [
        ...set.windows,
        {
          at: { x, y: 300, z: 150 },
          aim: { x: 0, y: 300, z: 150 },
          widthMm: 1000,
          heightMm: 1200,
          skyLuminance: 3500,
          kelvin: 6200,
          sunLux: 0,
          sunRightDegrees: 0,
          sunUpDegrees: 30,
        },
      ],
    },
    part: { kind: "window", at: set.windows.length },
  };
}
