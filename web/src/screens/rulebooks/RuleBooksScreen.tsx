import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { RuleBook } from "../../api/client";
import { ruleBooksQuery, useMeasures } from "../../api/queries";
import { Panel, Waiting } from "../../parts/basics";
import { askedFor, Ruler } from "../../parts/Ruler";

/** What each selling place asks, rule by rule, on the same scales as the readings. */
export function RuleBooksScreen() {
  const { data, error } = useQuery(ruleBooksQuery);
  const [id, setId] = useState<string>();
  if (!data) return <Waiting error={error} />;
  const book = data.find((one) => one.id === id) ?? data[0];
  return (
    <div className="grid grid-cols-1 gap-6 lg:grid-cols-[300px_1fr]">
      <div>
        <h1 className="mb-4 text-3xl">Rule books</h1>
        <ul className="flex flex-col gap-2">
          {data.map((one) => (
            <li key={one.id}>
              <button
                type="button"
                aria-pressed={one === book}
                onClick={() => setId(one.id)}
                className="w-full rounded-lg border border-line bg-panel p-4 text-left aria-pressed:border-2 aria-pressed:border-ink"
              >
                <span className="block font-head text-xl font-semibold">{one.name}</span>
                <span className="text-[13.5px] text-soft">{one.about}</span>
              </button>
            </li>
          ))}
        </ul>
      </div>
      {book && <Book book={book} />}
    </div>
  );
}

const ROLE_WORDS: Record<string, string> = {
  lead: "The lead picture",
  other: "The other pictures",
  any: "Every picture",
};

function Book({ book }: { book: RuleBook }) {
  return (
    <Panel className="p-6">
      <div className="mb-4 flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <h2 className="text-2xl">{book.name}</h2>
        <span className="figures text-soft">
          version {book.version}, {book.updated}
        </span>
        <span className="ml-auto">
          {book.images.min} to {book.images.max} pictures
          {book.images.required.length > 0 && `, among them ${book.images.required.join(" and ")}`}
        </span>
      </div>
      <div className="grid grid-cols-1 gap-x-10 gap-y-6 xl:grid-cols-2">
        {["any", "lead", "other"].map((role) => (
          <RuleGroup key={role} book={book} role={role} />
        ))}
      </div>
    </Panel>
  );
}

function RuleGroup({ book, role }: { book: RuleBook; role: string }) {
  const measure = useMeasures();
  const rules = book.rules.filter((rule) => rule.role === role);
  const shape = book.roles[role];
  if (rules.length === 0 && !shape) return null;
  return (
    <section>
      <h3 className="mb-2 text-lg">{ROLE_WORDS[role]}</h3>
      {shape && (
        <p className="mb-3 text-[13.5px] text-soft">
          Ground: {shape.ground}. Delivered{" "}
          {shape.aspect === undefined
            ? "in the photo's own shape"
            : shape.aspect === 1
              ? "square"
              : `${shape.aspect.toFixed(2)} to 1`}
          , up to {shape.longestSidePx} px.
        </p>
      )}
      <ul className="flex flex-col gap-4">
        {rules.map((rule) => {
          const known = measure(rule.measure);
          return (
            known && (
              <li key={rule.id}>
                {rule.op === "none" ? (
                  <p>{known.label}: none allowed</p>
                ) : (
                  <RuleScale
                    name={`${known.label}: ${askedFor(known, rule.op, rule.value, rule.tolerance)}`}
                    ruler={<Ruler measure={known} op={rule.op} limit={rule.value} bare />}
                  />
                )}
                <p className="text-[13px] text-soft">
                  {rule.weight === "must" ? "Must. " : "Advised. "}
                  {rule.why}
                </p>
              </li>
            )
          );
        })}
      </ul>
    </section>
  );
}

function RuleScale(props: { name: string; ruler: React.ReactNode }) {
  return (
    <>
      <p>{props.name}</p>
      {props.ruler}
    </>
  );
}
