import type { Readings, Schemas } from "../../api/client";
import { Panel } from "../../parts/basics";

type ColourCard = Schemas["ColourCard"];

/** The product's colours, what the light does to them, and the colour card patch by patch. */
export function ColourPart({ readings }: { readings: Readings }) {
  const colour = readings.colour;
  if (!colour || (colour.dominant.length === 0 && !colour.card)) return null;
  return (
    <Panel className="flex flex-col gap-3 p-5">
      <h2 className="text-[17px]">Colour</h2>
      {colour.dominant.length > 0 && (
        <ul
          className="flex overflow-hidden rounded-md border border-line"
          aria-label="Main colours"
        >
          {colour.dominant.map((one) => (
            <li
              key={one.hex}
              style={{ background: one.hex, flexGrow: one.share }}
              className="h-11 min-w-6"
              title={`${one.hex}, ${(100 * one.share).toFixed(0)} % of the product`}
            >
              <span className="sr-only">
                {one.hex}, {(100 * one.share).toFixed(0)} %
              </span>
            </li>
          ))}
        </ul>
      )}
      <dl className="grid grid-cols-[1fr_auto] gap-x-4 gap-y-1.5 text-[13.5px]">
        {colour.referenceDeltaE !== undefined && (
          <Row name="Off the item's own colour">{colour.referenceDeltaE.toFixed(1)} ΔE</Row>
        )}
        {colour.castOnProduct && (
          <Row name={`The light tints it, by the ${colour.castOnProduct.source}`}>
            {tint(colour.castOnProduct.a, colour.castOnProduct.b)}
          </Row>
        )}
        {colour.card && <CardRows card={colour.card} />}
      </dl>
      {colour.card && <Patches card={colour.card} />}
    </Panel>
  );
}

function Row({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <dt className="text-soft">{name}</dt>
      <dd className="figures text-right">{children}</dd>
    </>
  );
}

function tint(a: number, b: number): string {
  const strength = Math.hypot(a, b);
  if (strength < 0.5) return "not at all";
  const names = [];
  if (Math.abs(b) > 0.4 * strength) names.push(b > 0 ? "yellow" : "blue");
  if (Math.abs(a) > 0.4 * strength) names.push(a > 0 ? "magenta" : "green");
  return `${strength.toFixed(1)} ΔE to ${names.join(" and ")}`;
}

function CardRows({ card }: { card: ColourCard }) {
  const balance = card.whiteBalance;
  const grey = card.kind === "grey";
  return (
    <>
      <Row name={`${grey ? "Grey" : "Colour"} card in the ${card.source}`}>
        {card.meanDeltaE.toFixed(1)} ΔE
        {!grey && `, at worst ${card.maxDeltaE.toFixed(1)}`}
      </Row>
      {!grey && (
        <Row name="Balanced and exposed by it">
          {card.meanDeltaEAfterBalance.toFixed(1)} ΔE left
        </Row>
      )}
      <Row name="Exposure by the card">
        {card.exposureErrorStops > 0 ? "+" : ""}
        {card.exposureErrorStops.toFixed(2)} stop
      </Row>
      {balance && (
        <Row name="Balance by the card">
          red ×{balance.redGain.toFixed(2)} blue ×{balance.blueGain.toFixed(2)}
        </Row>
      )}
    </>
  );
}

/** Each patch as it came out, with what it should be as a spot in it. */
function Patches({ card }: { card: ColourCard }) {
  if (card.patches.length === 0) return null;
  return (
    <ul className="grid grid-cols-6 gap-1" aria-label="Patches of the card">
      {card.patches.map((patch) => (
        <li
          key={patch.name}
          className="grid h-9 place-items-center rounded-sm"
          style={{ background: lab(patch.lab) }}
          title={`${patch.name}: ${patch.deltaE === undefined ? "clipped" : `${patch.deltaE.toFixed(1)} ΔE off`}`}
        >
          <span className="size-4 rounded-full" style={{ background: lab(patch.referenceLab) }} />
          <span className="sr-only">
            {patch.name}{" "}
            {patch.deltaE === undefined ? "clipped" : `${patch.deltaE.toFixed(1)} ΔE off`}
          </span>
        </li>
      ))}
    </ul>
  );
}

function lab(value: Schemas["LabValue"] | undefined): string {
  return value ? `lab(${value.l} ${value.a} ${value.b})` : "transparent";
}
