import { useRef, type KeyboardEvent, type PointerEvent } from "react";
import type { Point, SetAnswers, StandingSet } from "../../api/client";
import { lengthUnit, showLength, type Units } from "../../parts/units";
import { distance, nameOf, type Part, partsOf, placeOf, samePart } from "./change";

/**
 * The set to scale, from above or from the side: sheet, table, lamps, cards, camera and what it
 * sees, with their distances. What stands can be moved by dragging, or by the arrow keys.
 */
type Props = {
  set: StandingSet;
  answers: SetAnswers | undefined;
  view: "plan" | "side";
  units: Units;
  /** Of the thing. */
  size: { heightMm: number; widthMm: number; depthMm: number };
  selected: Part;
  onSelect: (part: Part) => void;
  onMove: (part: Part, to: Point) => void;
};

const SIZE = { plan: { width: 460, height: 350 }, side: { width: 460, height: 200 } };
const STEP_MM = 10;

export function SetDrawing(props: Props) {
  const { set, answers, view, units } = props;
  const { width, height } = SIZE[view];
  const svg = useRef<SVGSVGElement>(null);
  const drag = useRef<Part | undefined>(undefined);
  const scale = scaleOf(set, view, width, height);
  const across = (p: Point) => (view === "plan" ? p.x : p.z);
  const upwards = (p: Point) => (view === "plan" ? -p.z : p.y);
  const px = (p: Point) => scale.x(across(p));
  const py = (p: Point) => scale.y(upwards(p));
  const cm = (mm: number) => `${showLength(Math.round(mm / 10) * 10, units)} ${lengthUnit(units)}`;
  const thing = answers?.view;

  const pointer = (event: PointerEvent) => {
    const part = drag.current;
    const at = part && placeOf(set, part);
    const box = svg.current?.getBoundingClientRect();
    if (!part || !at || !box) return;
    const a = scale.mmX(((event.clientX - box.left) / box.width) * width);
    const b = scale.mmY(((event.clientY - box.top) / box.height) * height);
    props.onMove(
      part,
      view === "plan"
        ? { ...at, x: Math.round(a), z: Math.round(-b) }
        : { ...at, z: Math.round(a), y: Math.round(b) },
    );
  };
  const arrows = (part: Part) => (event: KeyboardEvent) => {
    const at = placeOf(set, part);
    const step = STEP_MM * (event.shiftKey ? 5 : 1);
    const ways: Record<string, [number, number]> = {
      ArrowLeft: [-step, 0],
      ArrowRight: [step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    const way = ways[event.key];
    if (!at || !way) return;
    event.preventDefault();
    event.stopPropagation();
    const [a, b] = way;
    props.onMove(
      part,
      view === "plan" ? { ...at, x: at.x + a, z: at.z - b } : { ...at, z: at.z + a, y: at.y + b },
    );
  };
  const handles = partsOf(set).filter((part) => placeOf(set, part) !== undefined);
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${width} ${height}`}
      className="w-full touch-none rounded-md bg-panel select-none"
      role="group"
      aria-label={view === "plan" ? "The set from above" : "The set from the side"}
      onPointerMove={pointer}
      onPointerUp={() => (drag.current = undefined)}
      onPointerLeave={() => (drag.current = undefined)}
    >
      {view === "plan" ? <PlanGround {...{ set, scale }} /> : <SideGround {...{ set, scale }} />}
      {set.things.slice(0, 1).map((thing) => (
        <Body key={thing.what} {...{ thing, view, scale }} size={props.size} />
      ))}
      <Seen {...{ set, answers, view, px, py }} />
      {set.lamps.map((lamp, at) => (
        <g key={at} aria-hidden>
          <line
            x1={px(lamp.at)}
            y1={py(lamp.at)}
            x2={px(lamp.aim)}
            y2={py(lamp.aim)}
            className="stroke-soft"
            strokeDasharray="2 4"
          />
          <Face
            at={lamp.at}
            aim={lamp.aim}
            width={lamp.widthMm}
            {...{ view, px, py, scale }}
            lit={lamp.power > 0}
          />
        </g>
      ))}
      {set.windows.map((window, at) => (
        <Face
          key={at}
          at={window.at}
          aim={window.aim}
          width={view === "plan" ? window.widthMm : window.heightMm}
          {...{ view, px, py, scale }}
          lit
        />
      ))}
      {set.cards.map((card, at) => (
        <Face
          key={at}
          at={card.at}
          aim={card.aim}
          width={view === "plan" ? card.widthMm : card.heightMm}
          {...{ view, px, py, scale }}
          dark={card.kind === "BLACK"}
        />
      ))}
      {handles.map((part) => {
        const at = placeOf(set, part)!;
        const on = samePart(part, props.selected);
        const name = nameOf(set, part);
        return (
          <g
            key={`${part.kind}${"at" in part ? part.at : ""}`}
            role="button"
            tabIndex={0}
            aria-label={`${name}, ${cm(distance(at, aimOf(set, part)))} from what it looks at. Arrow keys move it.`}
            aria-pressed={on}
            className="cursor-grab outline-offset-4"
            onFocus={() => props.onSelect(part)}
            onKeyDown={arrows(part)}
            onPointerDown={(event) => {
              drag.current = part;
              props.onSelect(part);
              event.preventDefault();
            }}
          >
            <circle cx={px(at)} cy={py(at)} r="14" fill="transparent" />
            {part.kind === "camera" ? (
              <rect x={px(at) - 7} y={py(at) - 5} width="14" height="10" className="fill-ink" />
            ) : (
              <circle
                cx={px(at)}
                cy={py(at)}
                r={on ? 6 : 4.5}
                className={on ? "fill-accent" : "fill-ink"}
              />
            )}
            {on && (
              <circle
                cx={px(at)}
                cy={py(at)}
                r="11"
                className="fill-none stroke-accent"
                strokeWidth="2"
              />
            )}
          </g>
        );
      })}
      {labelsOf(set, answers, px, py, cm).map((label) => (
        <Label key={label.text} x={label.x} y={label.y - 12} width={width} text={label.text} />
      ))}
      <Label
        x={px(set.camera.at)}
        y={py(set.camera.at) + (view === "plan" ? 20 : -12)}
        width={width}
        text={`camera ${cm(distance(set.camera.at, set.camera.aim))}`}
      />
      {view === "side" && thing && (
        <Label
          x={scale.x(0)}
          y={scale.y(-70)}
          width={width}
          text={`sheet ${cm(set.ground.frontMm + set.ground.flatBehindMm + 1.5708 * set.ground.bendMm + set.ground.riseMm - set.ground.bendMm)} long, bend ${cm(set.ground.bendMm)}`}
        />
      )}
      {view === "plan" && answers && (
        <Label x={width / 2} y={14} width={width} text={groundWords(answers)} />
      )}
    </svg>
  );
}

function groundWords(answers: SetAnswers): string {
  const over = answers.light.groundOverThingStops;
  return `ground ${Math.abs(over).toFixed(1)} stop ${over >= 0 ? "over" : "under"} white in its place`;
}

/** Lamps with their distance and share of the light; those that fall together share a label. */
function labelsOf(
  set: StandingSet,
  answers: SetAnswers | undefined,
  px: (p: Point) => number,
  py: (p: Point) => number,
  cm: (mm: number) => string,
): { x: number; y: number; text: string }[] {
  const labels: { x: number; y: number; text: string }[] = [];
  set.lamps.forEach((lamp, at) => {
    const [x, y] = [px(lamp.at), py(lamp.at)];
    const share = answers?.lamps[at]?.share;
    const figures = `${cm(distance(lamp.at, lamp.aim))}${share === undefined ? "" : ` · ${Math.round(100 * share)} %`}`;
    const near = labels.find((one) => Math.abs(one.x - x) < 90 && Math.abs(one.y - y) < 12);
    if (!near) labels.push({ x, y, text: `${lamp.name} ${figures}` });
    else if (near.text.endsWith(figures))
      near.text = `${near.text.slice(0, -figures.length - 1)}, ${lamp.name} ${figures}`;
    else near.text = `${near.text}, ${lamp.name} ${figures}`;
  });
  return labels;
}

function aimOf(set: StandingSet, part: Part): Point {
  if (part.kind === "lamp") return set.lamps[part.at]!.aim;
  if (part.kind === "camera") return set.camera.aim;
  return { x: 0, y: 0, z: 0 };
}

type Scale = {
  x: (mm: number) => number;
  y: (mm: number) => number;
  mmX: (px: number) => number;
  mmY: (px: number) => number;
  perMm: number;
};

/** One scale for the whole view, so that centimetres can be read off it. */
function scaleOf(set: StandingSet, view: "plan" | "side", width: number, height: number): Scale {
  const all: Point[] = [
    ...set.lamps.map((lamp) => lamp.at),
    ...set.cards.map((card) => card.at),
    set.camera.at,
    {
      x: set.ground.widthMm / 2,
      y: set.ground.riseMm,
      z: -set.ground.flatBehindMm - set.ground.bendMm,
    },
    { x: -set.ground.widthMm / 2, y: -120, z: set.ground.frontMm },
  ];
  const a = all.map((p) => (view === "plan" ? p.x : p.z));
  const b = all.map((p) => (view === "plan" ? -p.z : p.y));
  const pad = 110;
  const [a0, a1] = [Math.min(...a) - pad, Math.max(...a) + pad];
  const [b0, b1] = [Math.min(...b) - pad, Math.max(...b) + pad];
  const perMm = Math.min(width / (a1 - a0), height / (b1 - b0));
  const left = (a0 + a1) / 2 - width / perMm / 2;
  const low = (b0 + b1) / 2 - height / perMm / 2;
  return {
    x: (mm) => (mm - left) * perMm,
    y: (mm) => height - (mm - low) * perMm,
    mmX: (px) => px / perMm + left,
    mmY: (px) => (height - px) / perMm + low,
    perMm,
  };
}

function PlanGround({ set, scale }: { set: StandingSet; scale: Scale }) {
  const g = set.ground;
  const r = set.room;
  const back = g.flatBehindMm + g.bendMm;
  return (
    <g aria-hidden>
      <rect
        x={scale.x(-r.tableWidthMm / 2)}
        y={scale.y(r.tableBehindMm)}
        width={r.tableWidthMm * scale.perMm}
        height={(r.tableBehindMm + r.tableFrontMm) * scale.perMm}
        className="fill-none stroke-line"
      />
      <rect
        x={scale.x(-g.widthMm / 2)}
        y={scale.y(back)}
        width={g.widthMm * scale.perMm}
        height={(back + g.frontMm) * scale.perMm}
        className="fill-ground stroke-ink"
      />
      <line
        x1={scale.x(-g.widthMm / 2)}
        x2={scale.x(g.widthMm / 2)}
        y1={scale.y(g.flatBehindMm)}
        y2={scale.y(g.flatBehindMm)}
        className="stroke-line"
        strokeDasharray="4 3"
      />
    </g>
  );
}

function SideGround({ set, scale }: { set: StandingSet; scale: Scale }) {
  const g = set.ground;
  const r = set.room;
  const back = -g.flatBehindMm - g.bendMm;
  const path = [
    `M ${scale.x(g.frontMm)} ${scale.y(0)}`,
    `L ${scale.x(-g.flatBehindMm)} ${scale.y(0)}`,
    `A ${g.bendMm * scale.perMm} ${g.bendMm * scale.perMm} 0 0 1 ${scale.x(back)} ${scale.y(g.bendMm)}`,
    `L ${scale.x(back)} ${scale.y(g.riseMm)}`,
  ].join(" ");
  return (
    <g aria-hidden>
      <line
        x1={scale.x(-r.tableBehindMm)}
        x2={scale.x(r.tableFrontMm)}
        y1={scale.y(0) + 2}
        y2={scale.y(0) + 2}
        className="stroke-line"
        strokeWidth="3"
      />
      <path d={path} className="fill-none stroke-ink" strokeWidth="1.5" />
    </g>
  );
}

/** The thing's outer measures, turned as it stands. */
function Body(props: {
  thing: StandingSet["things"][number];
  view: "plan" | "side";
  scale: Scale;
  size: { heightMm: number; widthMm: number; depthMm: number };
}) {
  const { thing, view, scale, size } = props;
  const look = "fill-sunk stroke-ink";
  const [w, h, d] = [size.widthMm, size.heightMm, size.depthMm].map(
    (mm) => mm * thing.scale * scale.perMm,
  ) as [number, number, number];
  if (view === "side")
    return (
      <rect x={scale.x(thing.z) - d / 2} y={scale.y(0) - h} width={d} height={h} className={look} />
    );
  const [x, y] = [scale.x(thing.x), scale.y(-thing.z)];
  return (
    <rect
      x={x - w / 2}
      y={y - d / 2}
      width={w}
      height={d}
      rx="2"
      className={look}
      transform={`rotate(${-thing.turnDegrees} ${x} ${y})`}
    />
  );
}

/** What the camera sees: the frame's edge on the sheet, and the depth that is sharp. */
function Seen(props: {
  set: StandingSet;
  answers: SetAnswers | undefined;
  view: "plan" | "side";
  px: (p: Point) => number;
  py: (p: Point) => number;
}) {
  const { set, answers, px, py } = props;
  if (!answers) return null;
  const eye = set.camera.at;
  const edge = answers.sheet.edge;
  const far = [...edge].sort((p, q) => px(p) - px(q) || py(p) - py(q));
  const ends =
    props.view === "plan"
      ? [far[0], far[far.length - 1]]
      : [...edge]
          .sort((p, q) => angle(eye, p) - angle(eye, q))
          .filter((_, i, all) => i === 0 || i === all.length - 1);
  return (
    <g aria-hidden>
      <polygon
        points={edge.map((p) => `${px(p)},${py(p)}`).join(" ")}
        className={`stroke-drawing ${answers.sheet.fits ? "fill-drawing/5" : "fill-reshoot/20"}`}
      />
      {ends.map(
        (p, i) =>
          p && (
            <line
              key={i}
              x1={px(eye)}
              y1={py(eye)}
              x2={px(p)}
              y2={py(p)}
              className="stroke-drawing opacity-60"
            />
          ),
      )}
    </g>
  );
}

const angle = (eye: Point, p: Point) => Math.atan2(p.y - eye.y, eye.z - p.z);

/** A lamp, window or board edge-on: a stroke across its line of sight. */
function Face(props: {
  at: Point;
  aim: Point;
  width: number;
  view: "plan" | "side";
  px: (p: Point) => number;
  py: (p: Point) => number;
  scale: Scale;
  lit?: boolean;
  dark?: boolean;
}) {
  const { at, aim, px, py } = props;
  const dx = px(aim) - px(at);
  const dy = py(aim) - py(at);
  const length = Math.hypot(dx, dy);
  // Looking straight along the view it is seen flat: then its width lies across the page.
  const [nx, ny] = length < 1 ? [1, 0] : [-dy / length, dx / length];
  const half = (props.width * props.scale.perMm) / 2;
  return (
    <line
      x1={px(at) - nx * half}
      y1={py(at) - ny * half}
      x2={px(at) + nx * half}
      y2={py(at) + ny * half}
      className={props.lit ? "stroke-mend" : props.dark ? "stroke-ink" : "stroke-soft"}
      strokeWidth={props.dark ? 5 : 3}
      aria-hidden
    />
  );
}

function Label(props: { x: number; y: number; text: string; width: number }) {
  const room = 3.7 * props.text.length;
  const x = Math.max(room, Math.min(props.width - room, props.x));
  return (
    <text
      x={x}
      y={props.y}
      textAnchor="middle"
      className="figures pointer-events-none fill-ink text-[10.5px]"
      style={{ paintOrder: "stroke", stroke: "var(--panel)", strokeWidth: 3 }}
      aria-hidden
    >
      {props.text}
    </text>
  );
}
