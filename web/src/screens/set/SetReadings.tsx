import type { RuleBook, SetPicture } from "../../api/client";
import { useMeasures } from "../../api/queries";
import { figure, reading } from "../../parts/figures";
import { Ruler } from "../../parts/Ruler";

const SHOWN = [
  "backdrop.level",
  "backdrop.stopsBelowWhite",
  "backdrop.falloffStops",
  "backdrop.castChroma",
  "backdrop.shadow.depthStops",
  "product.fillLongestSide",
  "exposure.clippedShare",
  "exposure.highlightHeadroomStops",
];

type Rule = RuleBook["rules"][number];

function holds(rule: Rule | undefined, value: number | undefined): boolean | undefined {
  const [first, second] = rule?.value ?? [];
  if (!rule || value === undefined || first === undefined) return undefined;
  const least = first - (rule.tolerance ?? 0);
  const most = (second ?? first) + (rule.tolerance ?? 0);
  if (rule.op === "at-least") return value >= least;
  if (rule.op === "at-most") return value <= most;
  if (rule.op === "between" && second !== undefined) return value >= least && value <= most;
  return undefined;
}

/** The readings of the simulated picture, held against the lead's rules; before and after. */
export function SetReadings(props: {
  picture: SetPicture;
  before?: SetPicture;
  book: RuleBook | undefined;
}) {
  const measure = useMeasures();
  const bands = props.picture.readings?.uncertainty;
  return (
    <div className="grid grid-cols-1 gap-x-6 gap-y-2 sm:grid-cols-2">
      {SHOWN.map((name) => {
        const known = measure(name);
        if (!known) return null;
        const value = reading(props.picture.readings, name);
        const old = props.before && reading(props.before.readings, name);
        const rule = props.book?.rules.find((one) => one.measure === name && one.role !== "other");
        return (
          <Ruler
            key={name}
            measure={known}
            value={value}
            band={bands?.[name]}
            op={rule?.op}
            limit={rule?.value}
            holds={holds(rule, value)}
            words={
              old !== undefined && value !== undefined && props.before
                ? `before ${figure(known, old).text}, now ${figure(known, value).text}`
                : undefined
            }
          />
        );
      })}
    </div>
  );
}
