import { memo, useEffect, useRef, useState } from "react";
import type { ItemFields, ItemView } from "../../api/client";
import { type GridColumn, NEW_ITEM } from "./columns";

/**
 * A grid for fast entry: arrows move, typing or Enter begins, Enter and Tab go on, Escape takes
 * back. The last row is always empty: what is typed there becomes a new item.
 */
type Place = { row: number; column: number };
type Editing = Place & { text: string };

export function Grid(props: {
  columns: GridColumn[];
  items: ItemView[];
  picked: ReadonlySet<number>;
  onPick: (id: number, yes: boolean) => void;
  onPickAll: (yes: boolean) => void;
  onSave: (before: ItemFields | undefined, after: ItemFields) => void;
  onPasteRows: (text: string) => void;
  onSay: (sentence: string) => void;
}) {
  const { columns, items } = props;
  const [place, setPlace] = useState<Place>({ row: 0, column: 0 });
  const [editing, setEditing] = useState<Editing>();
  const [fresh, setFresh] = useState<ItemFields>(NEW_ITEM);
  const grid = useRef<HTMLDivElement>(null);
  const rows = items.length + 1;
  const itemAt = (row: number) => items[row]?.fields ?? fresh;

  const refocus = useRef(false);
  useEffect(() => {
    // Focus follows the place while the grid has it, or had it until a key ended the editing.
    const has = refocus.current || grid.current?.contains(document.activeElement);
    if (!editing && grid.current && has) {
      refocus.current = false;
      grid.current
        .querySelector<HTMLElement>(`[data-cell="${place.row}:${place.column}"]`)
        ?.focus();
    }
  }, [place, editing, items.length]);

  const move = (down: number, right: number) =>
    setPlace(({ row, column }) => ({
      row: Math.max(0, Math.min(rows - 1, row + down)),
      column: Math.max(0, Math.min(columns.length - 1, column + right)),
    }));

  const begin = (at: Place, text?: string) => {
    const column = columns[at.column]!;
    setPlace(at);
    const item = itemAt(at.row);
    const shown = column.choice ? column.choice(item) : column.show(item);
    setEditing({ ...at, text: text ?? shown });
  };

  const finish = (text: string, down: number, right: number, byKey: boolean) => {
    if (!editing) return;
    refocus.current = byKey;
    const column = columns[editing.column]!;
    const before = itemAt(editing.row);
    const after = column.take(before, text);
    setEditing(undefined);
    if (typeof after === "string") {
      props.onSay(after);
      return;
    }
    const isNew = editing.row >= items.length;
    const changed = column.show(after) !== column.show(before);
    if (isNew) {
      if (after.code !== "" && after.title !== "") {
        props.onSave(undefined, after);
        setFresh(NEW_ITEM);
        setPlace({ row: rows, column: 0 });
        return;
      }
      setFresh(after);
    } else if (changed) {
      props.onSave(before, after);
    }
    move(down, right);
  };

  const onKeyDown = (event: React.KeyboardEvent) => {
    if (editing || event.ctrlKey || event.metaKey || event.altKey) return;
    const steps: Record<string, [number, number]> = {
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      ArrowLeft: [0, -1],
      ArrowRight: [0, 1],
      PageDown: [15, 0],
      PageUp: [-15, 0],
      Home: [0, -columns.length],
      End: [0, columns.length],
    };
    const step = steps[event.key];
    if (step) move(...step);
    else if (event.key === "Enter" || event.key === "F2") begin(place);
    else if (event.key === "Delete" || event.key === "Backspace") begin(place, "");
    else if (event.key.length === 1 && event.key !== "/" && event.key !== "?")
      begin(place, columns[place.column]!.options ? undefined : event.key === " " ? "" : event.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const template = `40px ${columns.map((column) => column.width).join(" ")} 112px`;
  return (
    <div
      ref={grid}
      role="grid"
      aria-label="Items"
      aria-rowcount={rows + 1}
      className="min-w-[1150px] overflow-clip rounded-lg border border-line bg-panel"
      onKeyDown={onKeyDown}
      onPaste={(event) => {
        const text = event.clipboardData.getData("text/plain");
        if (/[\t\n]/.test(text.trim())) {
          event.preventDefault();
          setEditing(undefined);
          props.onPasteRows(text);
        }
      }}
    >
      <div
        role="row"
        className="sticky top-0 z-10 grid border-b border-line bg-sunk text-[13px] text-soft"
        style={{ gridTemplateColumns: template }}
      >
        <span role="columnheader" className="grid place-items-center">
          <input
            type="checkbox"
            aria-label="Select all shown"
            className="size-4 accent-(--accent)"
            checked={items.length > 0 && items.every((item) => props.picked.has(item.fields.id!))}
            onChange={(event) => props.onPickAll(event.target.checked)}
          />
        </span>
        {columns.map((column) => (
          <span
            key={column.id}
            role="columnheader"
            className={`px-2 py-2 ${column.numeric ? "text-right" : ""}`}
          >
            {column.heading}
          </span>
        ))}
        <span role="columnheader" className="px-2 py-2">
          State
        </span>
      </div>
      {Array.from({ length: rows }, (_, row) => (
        <Row
          key={items[row]?.fields.id ?? "new"}
          row={row}
          item={itemAt(row)}
          state={items[row]?.state}
          columns={columns}
          template={template}
          active={place.row === row ? place.column : undefined}
          editing={editing?.row === row ? editing : undefined}
          picked={props.picked.has(items[row]?.fields.id ?? -1)}
          onPick={props.onPick}
          onBegin={begin}
          onPlace={setPlace}
          onFinish={finish}
          onCancel={() => {
            refocus.current = true;
            setEditing(undefined);
          }}
        />
      ))}
    </div>
  );
}

type RowProps = {
  row: number;
  item: ItemFields;
  state: string | undefined;
  columns: GridColumn[];
  template: string;
  active: number | undefined;
  editing: Editing | undefined;
  picked: boolean;
  onPick: (id: number, yes: boolean) => void;
  onBegin: (at: Place) => void;
  onPlace: (at: Place) => void;
  onFinish: (text: string, down: number, right: number, byKey: boolean) => void;
  onCancel: () => void;
};

/** Drawn again only when something in it changed: 500 rows stay quick. */
const Row = memo(
  function Row(props: RowProps) {
    const { row, item, columns, active, editing } = props;
    const isNew = item.id === undefined;
    return (
      <div
        role="row"
        className="grid border-b border-line last:border-0 [contain-intrinsic-size:auto_38px] [content-visibility:auto]"
        style={{ gridTemplateColumns: props.template }}
      >
        <span role="gridcell" className="grid place-items-center">
          {!isNew && (
            <input
              type="checkbox"
              aria-label={`Select ${item.code}`}
              className="size-4 accent-(--accent)"
              tabIndex={-1}
              checked={props.picked}
              onChange={(event) => props.onPick(item.id!, event.target.checked)}
            />
          )}
        </span>
        {columns.map((column, index) => (
          <div
            key={column.id}
            role="gridcell"
            data-cell={`${row}:${index}`}
            tabIndex={active === index ? 0 : -1}
            aria-label={`${column.heading}: ${column.show(item) || "empty"}`}
            onFocus={() => active !== index && props.onPlace({ row, column: index })}
            onClick={() => !editing && props.onBegin({ row, column: index })}
            className={`min-h-[37px] min-w-0 cursor-text px-2 py-2 outline-offset-[-3px] ${column.numeric ? "figures text-right" : ""}`}
          >
            {editing?.column === index ? (
              <CellEditor
                column={column}
                text={editing.text}
                onFinish={props.onFinish}
                onCancel={props.onCancel}
              />
            ) : (
              <span
                className={`block truncate ${isNew && column.show(item) === "" ? "text-soft" : ""}`}
                title={column.show(item)}
              >
                {column.id === "title" && item.referenceColour && (
                  <span
                    aria-hidden
                    className="mr-1.5 inline-block size-3 rounded-full border border-ink/40 align-[-1px]"
                    style={{ backgroundColor: item.referenceColour }}
                  />
                )}
                {isNew && index === 0 && item.code === "" ? "+ code" : column.show(item)}
              </span>
            )}
          </div>
        ))}
        <span role="gridcell" className="truncate px-2 py-2 text-soft">
          {props.state ?? ""}
          {item.listBy && props.state !== "listed" && (
            <span className="block text-[12px] text-mend">by {item.listBy.slice(5)}</span>
          )}
        </span>
      </div>
    );
  },
  (before, now) =>
    before.item === now.item &&
    before.state === now.state &&
    before.columns === now.columns &&
    before.active === now.active &&
    before.editing === now.editing &&
    before.picked === now.picked &&
    before.row === now.row,
);

function CellEditor(props: {
  column: GridColumn;
  text: string;
  onFinish: (text: string, down: number, right: number, byKey: boolean) => void;
  onCancel: () => void;
}) {
  const { column } = props;
  const [text, setText] = useState(props.text);
  const done = useRef(false);
  const end = (value: string, down: number, right: number, byKey = true) => {
    if (done.current) return;
    done.current = true;
    props.onFinish(value, down, right, byKey);
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === "Enter") end(text, event.shiftKey ? -1 : 1, 0);
    else if (event.key === "Tab") end(text, 0, event.shiftKey ? -1 : 1);
    else if (event.key === "Escape") {
      done.current = true;
      props.onCancel();
    } else return;
    event.preventDefault();
  };
  const look =
    "-mx-1 -my-1 w-[calc(100%+8px)] rounded border border-accent bg-panel px-1 py-0.5 text-ink";
  return column.options ? (
    <select
      autoFocus
      aria-label={column.heading}
      className={look}
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        end(event.target.value, 0, 0);
      }}
      onBlur={() => end(text, 0, 0, false)}
      onKeyDown={onKeyDown}
    >
      {column.options.map((option) => (
        <option key={option.value} value={option.value}>
          {option.label}
        </option>
      ))}
    </select>
  ) : (
    <input
      autoFocus
      aria-label={column.heading}
      className={`${look} ${column.numeric ? "text-right" : ""}`}
      value={text}
      onChange={(event) => setText(event.target.value)}
      onBlur={() => end(text, 0, 0, false)}
      onKeyDown={onKeyDown}
    />
  );
}
