import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import type { Readings, TakeView } from "../../api/client";
import { alikeQuery } from "../../api/queries";
import { useShoot } from "../../parts/useShoot";

type Sharpness = NonNullable<Readings["sharpness"]>;

const FOCUS: Record<string, string> = {
  "in-front": "The focus lies in front of it: the nearer edges are the sharper.",
  behind: "The focus lies behind it: the farther edges are the sharper.",
};

/** What makes a picture soft and is not told by where the focus lies. */
const CAUSES: Record<string, (sharpness: Sharpness) => string> = {
  "too-shallow": (sharpness) =>
    `Only ${(100 * (sharpness.sharpShare ?? 0)).toFixed(0)} % of its edges are sharp as delivered.`,
  upscaled: () => "The file was enlarged before it came here.",
  denoised: () => "The camera has smoothed its grain away, and fine detail with it.",
  compressed: (sharpness) =>
    `It was once compressed to a quality of ${sharpness.compressedTo} of 100.`,
};

/** What was seen besides the rules: kept short, and only what tells something. */
export function seen(readings: Readings, ready: boolean): string[] {
  const lines: string[] = [];
  const reflection = readings.backdrop?.reflection;
  if (reflection) {
    lines.push(`The ground mirrors it, ${(100 * reflection.strength).toFixed(0)} % of its light.`);
  }
  const perspective = readings.framing?.perspective;
  if (perspective && Math.abs(perspective.convergenceDegrees) >= 1) {
    const way = perspective.convergenceDegrees > 0 ? "upwards" : "downwards";
    lines.push(
      `Its uprights converge ${way} by ${Math.abs(perspective.convergenceDegrees).toFixed(1)}°; a thing that tapers looks the same.`,
    );
  }
  const focus = FOCUS[readings.sharpness?.focus ?? ""];
  if (focus && !ready) lines.push(focus);
  const sharpness = readings.sharpness;
  for (const cause of sharpness?.causes ?? []) {
    const said = CAUSES[cause];
    if (sharpness && said) lines.push(said(sharpness));
  }
  if (readings.backdrop?.knownFromBlank) lines.push("Told from the empty set you photographed.");
  return lines;
}

/** Takes of the same view, and which is the best of them and why. */
export function AlikeLine({ take, takes }: { take: TakeView; takes: TakeView[] }) {
  const shoot = useShoot();
  const { data: groups } = useQuery(alikeQuery(shoot.id));
  const group = groups?.find((one) => one.takes.includes(String(take.id)));
  if (!group) return null;
  const best = group.takes[0] === String(take.id);
  const others = group.takes
    .filter((id) => id !== String(take.id))
    .map((id) => takes.find((one) => one.id === Number(id)))
    .filter((one) => one !== undefined);
  return (
    <p className="text-[13.5px] leading-snug">
      <b>{best ? "The best of its view." : "Another take of this view is better."}</b> {group.why}{" "}
      {others.map((one, index) => (
        <span key={one.id}>
          {index > 0 && ", "}
          <Link className="underline" to={`../check/${one.id}`} relative="path">
            {one.fileName}
          </Link>
        </span>
      ))}
    </p>
  );
}
