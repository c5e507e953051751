import { CameraFigures } from "./figures/CameraFigures";
import { CardFigures } from "./figures/CardFigures";
import type { PartProps } from "./figures/common";
import { LampFigures } from "./figures/LampFigures";
import { SheetFigures } from "./figures/SheetFigures";
import { ThingFigures } from "./figures/ThingFigures";
import { WindowFigures } from "./figures/WindowFigures";

/** The figures of what is selected, and what the calculators say of it. */
export function SelectedPart(props: PartProps) {
  const { part } = props;
  switch (part.kind) {
    case "camera":
      return <CameraFigures {...props} />;
    case "sheet":
      return <SheetFigures {...props} />;
    case "lamp":
      return <LampFigures {...props} at={part.at} />;
    case "card":
      return <CardFigures {...props} at={part.at} />;
    case "window":
      return <WindowFigures {...props} at={part.at} />;
    case "thing":
      return <ThingFigures {...props} at={part.at} />;
  }
}
