import { useSearchParams } from "react-router";
import { useKeys } from "../../parts/keys";
import { DayPart } from "./DayPart";
import { ListsPart } from "./ListsPart";
import { PreparePart } from "./PreparePart";
import { RoomPart } from "./RoomPart";
import { ShotsPart } from "./ShotsPart";

const PARTS = [
  { id: "shots", name: "What to photograph", Part: ShotsPart },
  { id: "prepare", name: "Prepare", Part: PreparePart },
  { id: "day", name: "The day", Part: DayPart },
  { id: "room", name: "Window and room", Part: RoomPart },
  { id: "lists", name: "Shot lists", Part: ListsPart },
] as const;

/** First station: what is photographed, what is done before, when, and by which light. */
export function PlanScreen() {
  const [params, setParams] = useSearchParams();
  const now = PARTS.find((part) => part.id === params.get("part")) ?? PARTS[0];
  const show = (id: string) => setParams(id === "shots" ? {} : { part: id }, { replace: true });
  useKeys(
    PARTS.map((part, index) => ({
      key: String(index + 1),
      label: `Plan: ${part.name.toLowerCase()}`,
      run: () => show(part.id),
    })),
  );
  return (
    <div className="flex flex-1 flex-col gap-4">
      <nav
        aria-label="Parts of the plan"
        className="flex flex-wrap gap-1 border-b border-line print:hidden"
      >
        {PARTS.map((part) => (
          <button
            key={part.id}
            type="button"
            aria-current={part === now ? "page" : undefined}
            className="min-h-10 border-b-3 border-transparent px-3 text-soft hover:text-ink aria-[current=page]:border-accent aria-[current=page]:font-semibold aria-[current=page]:text-ink"
            onClick={() => show(part.id)}
          >
            {part.name}
          </button>
        ))}
      </nav>
      <now.Part />
    </div>
  );
}
