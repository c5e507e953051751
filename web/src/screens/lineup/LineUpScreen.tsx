import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import type { Measure } from "../../api/client";
import { lineUpQuery, shotsQuery, takesQuery, useMeasures } from "../../api/queries";
import { Empty, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { figure, spoken } from "../../parts/figures";
import { Photo } from "../../parts/Photo";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictMark } from "../../parts/VerdictMark";

type Compared = {
  name: string;
  median: number;
  spread: number;
  entries: { take: string; value: number }[];
  outliers: { take: string; value: number; by: number }[];
};

/** The same view across items: is the shop of one piece, and which take stands apart? */
export function LineUpScreen() {
  const shoot = useShoot();
  const shots = useQuery(shotsQuery(shoot.id));
  const takes = useQuery(takesQuery(shoot.id));
  const [role, setRole] = useState("lead");
  const line = useQuery(lineUpQuery(shoot.id, role));
  const measure = useMeasures();
  const [over, setOver] = useState<number>();
  if (!shots.data || !takes.data || !line.data) {
    return <Waiting error={shots.error ?? takes.error ?? line.error} />;
  }
  const roles = [...new Set(shots.data.map((shot) => shot.role))];
  const shotOf = new Map(shots.data.map((shot) => [shot.id, shot]));
  const own = takes.data.filter((take) => shotOf.get(take.shotId ?? -1)?.role === role);
  const apart = new Map<number, string[]>();
  for (const one of line.data) {
    for (const outlier of one.outliers) {
      const known = measure(one.name);
      if (!known) continue;
      const id = Number(outlier.take);
      const by = `${outlier.by > 0 ? "+" : ""}${spoken(known, outlier.by)}`;
      apart.set(id, [...(apart.get(id) ?? []), `${known.label} ${by}`]);
    }
  }
  return (
    <div className="flex flex-col gap-5">
      <div className="flex items-center gap-3">
        <h2 className="text-2xl">All takes of the view</h2>
        <Choice
          label="View to compare"
          value={role}
          onChange={setRole}
          options={roles.map((one) => ({ value: one, label: one }))}
          className="w-40"
        />
      </div>
      {own.length === 0 ? (
        <Empty title="No take of this view yet">Choose another view.</Empty>
      ) : (
        <>
          <ul
            className="flex gap-2 overflow-x-auto pb-2"
            tabIndex={0}
            aria-label="Takes side by side"
          >
            {own.map((take) => (
              <li
                key={take.id}
                className={`w-[150px] shrink-0 rounded-md border ${over === take.id ? "border-2 border-accent" : "border-line"}`}
                onMouseEnter={() => setOver(take.id)}
                onMouseLeave={() => setOver(undefined)}
              >
                <Link to={`../check/${take.id}`} relative="path">
                  <Photo
                    sha256={take.sha256}
                    size="small"
                    alt={take.fileName}
                    className="h-[120px]"
                  />
                  <span className="block p-2 text-[12.5px] leading-snug">
                    <span className="flex items-center gap-1.5">
                      <VerdictMark verdict={asVerdict(take.verdict)} size={13} label />
                      <span className="truncate">{shotOf.get(take.shotId ?? -1)?.itemTitle}</span>
                    </span>
                    {(apart.get(take.id) ?? []).map((text) => (
                      <span key={text} className="block text-reshoot">
                        {text}
                      </span>
                    ))}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
          <Panel className="grid grid-cols-1 gap-x-10 gap-y-5 p-5 lg:grid-cols-2">
            {line.data.map((one) => {
              const known = measure(one.name);
              return (
                known && (
                  <Spread
                    key={one.name}
                    measure={known}
                    compared={one}
                    over={over}
                    onOver={setOver}
                  />
                )
              );
            })}
          </Panel>
        </>
      )}
    </div>
  );
}

/** Every take as a tick on one scale; those that stand apart are full and labelled. */
function Spread(props: {
  measure: Measure;
  compared: Compared;
  over: number | undefined;
  onOver: (id: number | undefined) => void;
}) {
  const { measure, compared } = props;
  const values = compared.entries.map((entry) => entry.value);
  const low = Math.min(measure.scaleFrom, ...values);
  const high = Math.max(measure.scaleTo, ...values);
  const place = (v: number) => (1000 * (v - low)) / (high - low);
  const apart = new Set(compared.outliers.map((one) => one.take));
  return (
    <div>
      <div className="flex items-baseline justify-between">
        <span>{measure.label}</span>
        <span className="figures">
          {figure(measure, compared.median).text}
          <span className="text-soft"> ± {spoken(measure, compared.spread)}</span>
        </span>
      </div>
      <svg
        viewBox="0 0 1000 26"
        preserveAspectRatio="none"
        className="h-[26px] w-full overflow-visible"
        role="img"
        aria-label={`${measure.label}: middle ${spoken(measure, compared.median)}, spread ${spoken(measure, compared.spread)}, ${compared.outliers.length} apart`}
      >
        <rect x="0" y="11" width="1000" height="4" className="fill-sunk" />
        <rect
          x={place(Math.max(low, compared.median - 2 * compared.spread))}
          width={Math.max(
            3,
            place(Math.min(high, compared.median + 2 * compared.spread)) -
              place(Math.max(low, compared.median - 2 * compared.spread)),
          )}
          y="8"
          height="10"
          className="fill-accent opacity-20"
        />
        {compared.entries.map((entry) => (
          <line
            key={entry.take}
            x1={place(entry.value)}
            x2={place(entry.value)}
            y1={apart.has(entry.take) ? 1 : 6}
            y2={apart.has(entry.take) ? 25 : 20}
            className={apart.has(entry.take) ? "stroke-reshoot" : "stroke-ink"}
            strokeWidth={props.over === Number(entry.take) ? 7 : apart.has(entry.take) ? 4 : 2}
            vectorEffect="non-scaling-stroke"
            onMouseEnter={() => props.onOver(Number(entry.take))}
            onMouseLeave={() => props.onOver(undefined)}
          />
        ))}
      </svg>
    </div>
  );
}
