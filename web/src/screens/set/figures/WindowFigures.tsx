import { useState } from "react";
import { answer, api, type StandingSet } from "../../../api/client";
import { Button } from "../../../parts/basics";
import { Choice } from "../../../parts/Choice";
import { changeWindow } from "../change";
import { NumberField } from "../NumberField";
import { Figures, Length, type OneOfProps } from "./common";

export function WindowFigures(props: OneOfProps) {
  const { set, at, change } = props;
  const window = set.windows[at];
  if (!window) return null;
  const to = (one: Partial<typeof window>) => change(changeWindow(set, at, one));
  return (
    <Figures {...props} removable>
      <OwnWindow take={to} />
      <NumberField
        label="Sky"
        unit="cd/m²"
        value={window.skyLuminance}
        step={250}
        onChange={(skyLuminance) => to({ skyLuminance })}
      />
      <NumberField
        label="Colour"
        unit="K"
        value={window.kelvin}
        step={100}
        onChange={(kelvin) => to({ kelvin })}
      />
      <NumberField
        label="Sun behind the pane"
        unit="lx"
        value={window.sunLux}
        step={5000}
        onChange={(sunLux) => to({ sunLux })}
      />
      <NumberField
        label="Sun's height"
        unit="°"
        value={window.sunUpDegrees}
        step={2}
        onChange={(sunUpDegrees) => to({ sunUpDegrees })}
      />
      <NumberField
        label="Sun to the right"
        unit="°"
        value={window.sunRightDegrees}
        step={5}
        onChange={(sunRightDegrees) => to({ sunRightDegrees })}
      />
      <Length {...props} label="Width" mm={window.widthMm} to={(mm) => to({ widthMm: mm })} />
      <Length {...props} label="Height" mm={window.heightMm} to={(mm) => to({ heightMm: mm })} />
    </Figures>
  );
}

/** Puts in the window that the Plan station knows, with its light at an hour. */
function OwnWindow({ take }: { take: (window: StandingSet["windows"][number]) => void }) {
  const [when, setWhen] = useState(() => `${new Date().toLocaleDateString("sv")}T11:00`);
  const [sky, setSky] = useState<"OVERCAST" | "CLEAR">("OVERCAST");
  const [wrong, setWrong] = useState<string>();
  const ask = async () => {
    try {
      take(await answer(api.GET("/api/set/window", { params: { query: { at: when, sky } } })));
      setWrong(undefined);
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  return (
    <div className="mb-2 flex flex-col gap-2 border-b border-line pb-3 text-[13px]">
      <span className="text-soft">The room&apos;s window, with its light at</span>
      <input
        type="datetime-local"
        aria-label="Day and hour"
        className="figures min-h-8 rounded-md border border-line bg-panel px-2"
        value={when}
        onChange={(event) => setWhen(event.target.value)}
      />
      <Choice
        label="Sky at that hour"
        value={sky}
        options={[
          { value: "OVERCAST", label: "closed cloud" },
          { value: "CLEAR", label: "clear sky" },
        ]}
        onChange={(one) => setSky(one as "OVERCAST" | "CLEAR")}
      />
      <Button disabled={!when} onClick={() => void ask()}>
        Take the room&apos;s window
      </Button>
      {wrong && (
        <p role="alert" className="font-semibold text-reshoot">
          {wrong}
        </p>
      )}
    </div>
  );
}
