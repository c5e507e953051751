import { changeCard } from "../change";
import { Figures, Length, type OneOfProps, Place } from "./common";

export function CardFigures(props: OneOfProps) {
  const { set, at, change } = props;
  const card = set.cards[at];
  if (!card) return null;
  return (
    <Figures {...props} removable>
      <Length
        {...props}
        label="Width"
        mm={card.widthMm}
        to={(mm) => change(changeCard(set, at, { widthMm: mm }))}
      />
      <Length
        {...props}
        label="Height"
        mm={card.heightMm}
        to={(mm) => change(changeCard(set, at, { heightMm: mm }))}
      />
      <Place {...props} />
    </Figures>
  );
}
