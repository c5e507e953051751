import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { ruleBooksQuery, setQuery, useMeasures } from "../../api/queries";
import { Empty, Panel, Waiting } from "../../parts/basics";
import { count } from "../../parts/figures";
import { Ruler } from "../../parts/Ruler";
import { useShoot } from "../../parts/useShoot";

const SHOWN = [
  "backdrop.level",
  "backdrop.falloffStops",
  "backdrop.castChroma",
  "product.rollDegrees",
  "product.fillLongestSide",
  "sharpness.blurSigmaPx",
];

/** The set as its takes show it: what to change there, first what helps most takes. */
export function TakesPart() {
  const shoot = useShoot();
  const { data, error } = useQuery(setQuery(shoot.id));
  const { data: books } = useQuery(ruleBooksQuery);
  const measure = useMeasures();
  if (!data) return <Waiting error={error} />;
  if (data.measured === 0) {
    return (
      <Empty title="Take one photo of the set first">
        A first frame, even of the empty set, tells how white and even the ground is.{" "}
        <Link className="underline" to="../shoot" relative="path">
          Go to Shoot
        </Link>
      </Empty>
    );
  }
  const onSet = data.remedies.filter((remedy) => !remedy.inFinishing);
  const rules = books?.find((book) => book.id === shoot.ruleBookId)?.rules ?? [];
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[1fr_420px]">
      <div>
        <h2 className="mb-1 text-2xl">Change this on the set</h2>
        <p className="mb-4 text-soft">
          From {count(data.measured, "take")}; what helps most of them stands first.
        </p>
        {onSet.length === 0 ? (
          <p className="text-lg">Nothing: leave the set exactly as it stands.</p>
        ) : (
          <ol className="flex flex-col gap-3">
            {onSet.map((remedy, index) => (
              <li
                key={remedy.text}
                className="grid grid-cols-[44px_1fr] gap-4 rounded-lg border border-line bg-panel p-4"
              >
                <span className="figures grid size-11 place-items-center rounded-full border-2 border-ink text-[17px]">
                  {index + 1}
                </span>
                <span>
                  <span className="block text-[17px] leading-snug">{remedy.text}</span>
                  <span className="text-soft">
                    {remedy.takes} of {data.measured} takes{" "}
                    <Link
                      className="underline"
                      to={`../check/${remedy.takeIds[0]}`}
                      relative="path"
                    >
                      see one
                    </Link>
                  </span>
                </span>
              </li>
            ))}
          </ol>
        )}
      </div>
      <Panel className="h-fit p-5">
        <h2 className="mb-1 text-xl">As the takes show it</h2>
        <p className="mb-4 text-[13px] text-soft">
          The middle take, with the usual spread as the light bar.
        </p>
        <div className="flex flex-col gap-4">
          {SHOWN.map((name) => {
            const reading = data.readings.find((one) => one.name === name);
            const known = measure(name);
            if (!reading || !known) return null;
            const rule = rules.find((one) => one.measure === name && one.role !== "other");
            return (
              <Ruler
                key={name}
                measure={known}
                value={reading.median}
                band={reading.spread}
                op={rule?.op}
                limit={rule?.value}
                words={
                  reading.outliers.length > 0
                    ? `${count(reading.outliers.length, "take")} stand${reading.outliers.length === 1 ? "s" : ""} apart`
                    : undefined
                }
              />
            );
          })}
        </div>
      </Panel>
    </div>
  );
}
