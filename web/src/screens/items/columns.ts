import type { ItemFields, RuleBook, Words } from "../../api/client";
import {
  lengthToMm,
  lengthUnit,
  showLength,
  showPrice,
  showWeight,
  typedNumber,
  type Units,
  weightToG,
  weightUnit,
} from "../../parts/units";

/** One column of the grid: how an item is shown in it, and what typing into it does. */
export type GridColumn = {
  id: string;
  heading: string;
  width: string;
  numeric?: boolean;
  /** A fixed choice instead of free text. */
  options?: { value: string; label: string }[];
  /** Which of them it is now. */
  choice?: (item: ItemFields) => string;
  show: (item: ItemFields) => string;
  /** The changed item, or a sentence where the text means nothing. */
  take: (item: ItemFields, text: string) => ItemFields | string;
};

type SideKey = "widthMm" | "depthMm" | "heightMm";

export function gridColumns(units: Units, words: Words, books: RuleBook[]): GridColumn[] {
  const side = (id: SideKey, heading: string): GridColumn => ({
    id,
    heading: `${heading}, ${lengthUnit(units)}`,
    width: "76px",
    numeric: true,
    show: (item) => showLength(item[id], units),
    take: (item, text) => {
      const value = typedNumber(text);
      if (value === null) return `${heading}: type a number, like 12.5.`;
      return { ...item, [id]: value === undefined ? undefined : lengthToMm(value, units) };
    },
  });
  return [
    {
      id: "code",
      heading: "Code",
      width: "76px",
      show: (item) => item.code,
      take: (item, text) => ({ ...item, code: text.trim() }),
    },
    {
      id: "title",
      heading: "Title",
      width: "minmax(150px,1.2fr)",
      show: (item) => item.title,
      take: (item, text) => ({ ...item, title: text.trim() }),
    },
    {
      id: "kind",
      heading: "Kind",
      width: "138px",
      options: words.kinds.map((kind) => ({ value: kind.id, label: kind.label })),
      choice: (item) => item.kind,
      show: (item) => words.kinds.find((kind) => kind.id === item.kind)?.label ?? item.kind,
      take: (item, text) => ({ ...item, kind: text }),
    },
    side("widthMm", "Width"),
    side("depthMm", "Depth"),
    side("heightMm", "Height"),
    {
      id: "weight",
      heading: `Weight, ${weightUnit(units)}`,
      width: "84px",
      numeric: true,
      show: (item) => showWeight(item.weightG, units),
      take: (item, text) => {
        const value = typedNumber(text);
        if (value === null) return "Weight: type a number, like 250.";
        return { ...item, weightG: value === undefined ? undefined : weightToG(value, units) };
      },
    },
    {
      id: "traits",
      heading: "Traits",
      width: "122px",
      show: (item) =>
        item.traits
          .map((id) => words.traits.find((trait) => trait.id === id)?.label ?? id)
          .join(", "),
      take: (item, text) => ({
        ...item,
        traits: text
          .split(/[,;]/)
          .map((word) => word.trim())
          .filter((word) => word !== ""),
      }),
    },
    {
      id: "price",
      heading: "Price",
      width: "74px",
      numeric: true,
      show: (item) => showPrice(item.priceCents),
      take: (item, text) => {
        const value = typedNumber(text);
        if (value === null) return "Price: type a number, like 12.50.";
        return { ...item, priceCents: value === undefined ? undefined : Math.round(value * 100) };
      },
    },
    {
      id: "soldAt",
      heading: "Sold at",
      width: "104px",
      options: [
        { value: "", label: "as the shoot" },
        ...books.map((book) => ({ value: book.id, label: book.name })),
      ],
      choice: (item) => item.soldAt[0] ?? "",
      show: (item) =>
        item.soldAt.map((id) => books.find((book) => book.id === id)?.name ?? id).join(", "),
      take: (item, text) => ({ ...item, soldAt: text === "" ? [] : [text] }),
    },
    {
      id: "notes",
      heading: "Notes",
      width: "minmax(80px,0.6fr)",
      show: (item) => item.notes ?? "",
      take: (item, text) => ({ ...item, notes: text }),
    },
  ];
}

export const NEW_ITEM: ItemFields = {
  code: "",
  title: "",
  kind: "rigid",
  traits: [],
  soldAt: [],
  listed: false,
  notes: "",
};
