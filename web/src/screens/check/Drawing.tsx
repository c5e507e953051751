import type { TakeDetail } from "../../api/client";
import { pictureUrl } from "../../parts/Photo";

export type Layers = { outline: boolean; lines: boolean; plumb: boolean };

/** The photo with what was measured drawn on it, like a surveyor's drawing. */
export function Drawing({
  detail,
  layers,
  alt,
}: {
  detail: TakeDetail;
  layers: Layers;
  alt: string;
}) {
  const readings = detail.judgement?.readings;
  const image = readings?.image;
  const product = readings?.product;
  const box = product?.boxPx;
  if (!image) {
    return (
      <img
        src={pictureUrl(detail.take.sha256, "large")}
        alt={alt}
        className="max-h-full max-w-full object-contain outline outline-1 outline-ink/40"
      />
    );
  }
  const { widthPx: w, heightPx: h } = image;
  const unit = Math.max(w, h) / 1000;
  const crop = detail.judgement?.finishPlan?.crop;
  return (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      className="max-h-full max-w-full outline outline-1 outline-ink/40"
      style={{ aspectRatio: `${w} / ${h}`, height: "100%" }}
      role="img"
      aria-label={alt}
    >
      <image href={pictureUrl(detail.take.sha256, "large")} width={w} height={h} />
      {layers.outline &&
        detail.outline.map((loop, index) => (
          <polygon
            key={index}
            points={pairs(loop)}
            fill="none"
            className="stroke-drawing"
            strokeWidth={2.4 * unit}
            data-layer="outline"
          />
        ))}
      {layers.lines && crop && (
        <rect
          x={crop.x}
          y={crop.y}
          width={crop.width}
          height={crop.height}
          fill="none"
          className="stroke-drawing"
          strokeWidth={1.6 * unit}
          strokeDasharray={`${9 * unit} ${6 * unit}`}
        />
      )}
      {/* Before the dimensions, whose words are not to be crossed. */}
      {layers.plumb && box && product?.rollDegrees !== undefined && (
        <Plumb box={box} degrees={product.rollDegrees} bottom={h} unit={unit} />
      )}
      {layers.lines && box && (
        <g data-layer="lines">
          <Dimension
            from={[box.x, box.y + box.height + 18 * unit]}
            to={[box.x + box.width, box.y + box.height + 18 * unit]}
            unit={unit}
            within={[w, h]}
            text={`${share(product?.fillWidth)} of width, ${box.width} px`}
          />
          <Dimension
            from={[box.x + box.width + 22 * unit, box.y]}
            to={[box.x + box.width + 22 * unit, box.y + box.height]}
            unit={unit}
            within={[w, h]}
            text={`${share(product?.fillHeight)}, ${box.height} px`}
            upright
          />
        </g>
      )}
    </svg>
  );
}

function pairs(loop: number[]): string {
  return loop.map((value, index) => (index % 2 === 0 ? `${value},` : `${value} `)).join("");
}

function share(value: number | undefined): string {
  return value === undefined ? "" : `${(100 * value).toFixed(0)} %`;
}

function Dimension(props: {
  from: [number, number];
  to: [number, number];
  unit: number;
  within: [number, number];
  text: string;
  upright?: boolean;
}) {
  const { unit, upright = false } = props;
  const [w, h] = props.within;
  // Near the frame's edge the line moves inside, so that it is always seen.
  const limit = (v: number, most: number) => Math.min(v, most - 10 * unit);
  const [x1, y1] = upright
    ? [limit(props.from[0], w), props.from[1]]
    : [props.from[0], limit(props.from[1], h)];
  const [x2, y2] = upright ? [x1, props.to[1]] : [props.to[0], y1];
  const tick = 7 * unit;
  const mx = (x1 + x2) / 2;
  const my = (y1 + y2) / 2;
  const size = 21 * unit;
  const wide = props.text.length * size * 0.64;
  return (
    <g className="stroke-drawing" strokeWidth={1.8 * unit}>
      <line x1={x1} y1={y1} x2={x2} y2={y2} />
      {[
        [x1, y1],
        [x2, y2],
      ].map(([x, y], index) => (
        <line
          key={index}
          x1={upright ? x! - tick : x}
          x2={upright ? x! + tick : x}
          y1={upright ? y : y! - tick}
          y2={upright ? y : y! + tick}
        />
      ))}
      <g transform={`translate(${mx} ${my}) ${upright ? "rotate(-90)" : ""}`} stroke="none">
        <rect
          x={-wide / 2}
          y={-size * 0.72}
          width={wide}
          height={size * 1.35}
          fill="#fff"
          rx={3 * unit}
        />
        <text
          textAnchor="middle"
          y={size * 0.27}
          fontSize={size}
          fill="#0f4c81"
          fontFamily="Spline Sans Mono Variable, monospace"
        >
          {props.text}
        </text>
      </g>
    </g>
  );
}

function Plumb(props: {
  box: { x: number; y: number; width: number; height: number };
  degrees: number;
  bottom: number;
  unit: number;
}) {
  const { box, unit, degrees } = props;
  const x = box.x + box.width / 2;
  const top = box.y - 26 * unit;
  // The bob hangs below the words of the width, or just within the frame.
  const length = Math.min(box.y + box.height + 44 * unit, props.bottom - 8 * unit) - top;
  return (
    <g data-layer="plumb" className="stroke-drawing" strokeWidth={1.6 * unit}>
      <line x1={x} y1={top} x2={x} y2={top + length} strokeDasharray={`${4 * unit} ${5 * unit}`} />
      <g transform={`rotate(${degrees} ${x} ${box.y + box.height / 2})`}>
        <line x1={x} y1={top} x2={x} y2={top + length} />
        <circle cx={x} cy={top + length} r={5 * unit} fill="#0f4c81" />
      </g>
    </g>
  );
}
