import { NavLink } from "react-router";
import type { ShootView } from "../api/client";
import { count } from "./figures";

/** The six stations of a shoot as stops on one line, with what waits at each. */
export type Station = {
  path: string;
  name: string;
  key: string;
  waits: (shoot: ShootView) => string;
};

export const STATIONS: Station[] = [
  {
    path: "plan",
    name: "Plan",
    key: "p",
    waits: ({ counts }) => (counts.shots === 0 ? "nothing planned" : count(counts.shots, "shot")),
  },
  {
    path: "set",
    name: "Set",
    key: "s",
    waits: ({ counts }) => (counts.takes === 0 ? "build it, try it" : "build, compare"),
  },
  {
    path: "shoot",
    name: "Shoot",
    key: "t",
    waits: ({ counts }) =>
      counts.shotsWithoutTake > 0 ? `${counts.shotsWithoutTake} to take` : "all taken",
  },
  {
    path: "check",
    name: "Check",
    key: "c",
    waits: ({ counts }) =>
      counts.waiting > 0 ? `${counts.waiting} being measured` : `${count(counts.takes, "take")}`,
  },
  {
    path: "finish",
    name: "Finish",
    key: "f",
    waits: ({ counts }) =>
      counts.chosen === 0
        ? "none chosen"
        : `${counts.chosen - counts.finals} of ${counts.chosen} to do`,
  },
  {
    path: "hand-over",
    name: "Hand over",
    key: "h",
    waits: ({ counts }) =>
      counts.finals === 0 ? "nothing yet" : `${count(counts.finals, "file")}`,
  },
];

export function StationLine({ shoot }: { shoot: ShootView }) {
  return (
    <nav aria-label="Stations of this shoot" className="relative print:hidden">
      <div className="absolute top-[9px] right-[8.3%] left-[8.3%] h-0.5 bg-line" aria-hidden />
      <ol className="relative grid grid-cols-6">
        {STATIONS.map((station) => (
          <li key={station.path} className="text-center">
            <NavLink
              to={`/shoots/${shoot.id}/${station.path}`}
              className="group inline-flex flex-col items-center rounded-md px-3 pb-1"
            >
              {({ isActive }) => (
                <>
                  <span
                    aria-hidden
                    className={`mb-1 size-5 rounded-full border-2 ${isActive ? "border-accent bg-accent" : "border-soft bg-ground group-hover:border-ink"}`}
                  />
                  <span
                    className={`font-head text-[16px] leading-tight font-semibold ${isActive ? "text-accent" : ""}`}
                  >
                    {station.name}
                  </span>
                  <span className="text-[12.5px] text-soft">{station.waits(shoot)}</span>
                </>
              )}
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}
