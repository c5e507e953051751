import { useQuery } from "@tanstack/react-query";
import { useCallback, useMemo, useRef, useState } from "react";
import type { ItemFields } from "../../api/client";
import { hideItems, itemsQuery, ruleBooksQuery, saveItems, wordsQuery } from "../../api/queries";
import { Button, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { count } from "../../parts/figures";
import { useKeys } from "../../parts/keys";
import { switchUnits, useUnits } from "../../parts/units";
import { gridColumns } from "./columns";
import { Grid } from "./Grid";
import { ListDialog } from "./ListDialog";

const ALL = "all";
const STATES = ["waiting", "planned", "photographed", "listed"];

/** Everything for sale: typed, pasted, found, changed many at once; every change can be undone. */
export function ItemsScreen() {
  const units = useUnits();
  const { decide, tell } = useDecisions();
  const { data, error } = useQuery(itemsQuery);
  const { data: words } = useQuery(wordsQuery);
  const [search, setSearch] = useState("");
  const [state, setState] = useState(ALL);
  const [kind, setKind] = useState(ALL);
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const [list, setList] = useState<string>();
  const searchField = useRef<HTMLInputElement>(null);
  useKeys([
    { key: "/", label: "Search items", run: () => searchField.current?.focus() },
    { key: "l", label: "Bring in a list", run: () => setList("") },
    { key: "i", label: "Centimetres or inches", run: switchUnits },
  ]);
  const { data: books } = useQuery(ruleBooksQuery);
  const columns = useMemo(
    () => (words && books ? gridColumns(units, words, books) : []),
    [units, words, books],
  );
  const shown = useMemo(() => {
    const wanted = search.trim().toLowerCase();
    return (data ?? []).filter(
      (item) =>
        (state === ALL || item.state === state) &&
        (kind === ALL || item.fields.kind === kind) &&
        (wanted === "" ||
          `${item.fields.code} ${item.fields.title} ${item.fields.notes ?? ""} ${item.fields.traits.join(" ")}`
            .toLowerCase()
            .includes(wanted)),
    );
  }, [data, search, state, kind]);
  const pick = useCallback(
    (id: number, yes: boolean) =>
      setPicked((before) => {
        const next = new Set(before);
        if (yes) next.add(id);
        else next.delete(id);
        return next;
      }),
    [],
  );
  if (!data || !words || !books) return <Waiting error={error} />;
  const save = (before: ItemFields | undefined, after: ItemFields) => {
    let made: number | undefined;
    void decide(
      before ? `Changed ${after.code}` : `Added ${after.code}`,
      async () => {
        made = (await saveItems([after]))[0]?.fields.id;
      },
      async () => {
        if (before) await saveItems([before]);
        else if (made !== undefined) await hideItems([made], true);
      },
    );
  };
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="mr-2 text-3xl">Items</h1>
        <input
          ref={searchField}
          type="search"
          aria-label="Search items"
          placeholder="Search (/)"
          className="min-h-10 w-60 rounded-md border border-line bg-panel px-3 placeholder:text-soft"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <Choice
          label="Show items by state"
          value={state}
          onChange={setState}
          options={[ALL, ...STATES].map((one) => ({
            value: one,
            label: one === ALL ? "Any state" : one,
          }))}
        />
        <Choice
          label="Show items by kind"
          value={kind}
          onChange={setKind}
          options={[
            { value: ALL, label: "Any kind" },
            ...words.kinds.map((one) => ({ value: one.id, label: one.label })),
          ]}
        />
        <span className="text-soft">
          {shown.length === data.length
            ? count(data.length, "item")
            : `${shown.length} of ${count(data.length, "item")}`}
        </span>
        <span className="ml-auto flex gap-2">
          <Button keyName="i" onClick={switchUnits}>
            {units === "metric" ? "in cm" : "in inches"}
          </Button>
          <Button keyName="l" onClick={() => setList("")}>
            Bring in a list …
          </Button>
        </span>
      </div>
      {picked.size > 0 && (
        <ManyBar
          items={data.map((item) => item.fields).filter((item) => picked.has(item.id!))}
          onDone={() => setPicked(new Set())}
        />
      )}
      {data.length === 0 && (
        <p className="max-w-prose text-soft">
          Nothing for sale yet. Type the first item into the row below, paste rows from a
          spreadsheet, or look at the demo shop with <code className="figures">./istante demo</code>
          .
        </p>
      )}
      <div className="overflow-x-auto">
        <Grid
          columns={columns}
          items={shown}
          picked={picked}
          onPick={pick}
          onPickAll={(yes) =>
            setPicked(yes ? new Set(shown.map((item) => item.fields.id!)) : new Set())
          }
          onSave={save}
          onPasteRows={setList}
          onSay={tell}
        />
      </div>
      <p className="text-[13px] text-soft">
        Arrows move, typing changes, Enter goes down, Escape takes back. Rows pasted from a
        spreadsheet are shown to you before they go in.
      </p>
      <ListDialog text={list} onClose={() => setList(undefined)} />
    </div>
  );
}

/** One change to many items. */
function ManyBar({ items, onDone }: { items: ItemFields[]; onDone: () => void }) {
  const { decide } = useDecisions();
  const { data: words } = useQuery(wordsQuery);
  const { data: books } = useQuery(ruleBooksQuery);
  const many = count(items.length, "item");
  const change = (said: string, to: (item: ItemFields) => ItemFields) =>
    void decide(
      `${many}: ${said}`,
      () => saveItems(items.map(to)),
      () => saveItems(items),
    );
  const allHave = (trait: string) => items.every((item) => item.traits.includes(trait));
  return (
    <div className="sticky top-2 z-20 flex flex-wrap items-center gap-3 rounded-lg border-2 border-ink bg-panel p-3">
      <span className="font-medium">{many} selected</span>
      <Choice
        label="Set the kind of the selected items"
        value={undefined}
        placeholder="set kind"
        options={(words?.kinds ?? []).map((kind) => ({ value: kind.id, label: kind.label }))}
        onChange={(kind) => change(`kind ${kind}`, (item) => ({ ...item, kind }))}
      />
      <Choice
        label="Give the selected items a trait, or take it away"
        value={undefined}
        placeholder="trait on or off"
        options={(words?.traits ?? []).map((trait) => ({ value: trait.id, label: trait.label }))}
        onChange={(trait) => {
          const off = allHave(trait);
          change(`${off ? "not " : ""}${trait}`, (item) => ({
            ...item,
            traits: off
              ? item.traits.filter((one) => one !== trait)
              : [...new Set([...item.traits, trait])],
          }));
        }}
      />
      <Choice
        label="A place where the selected items are sold, on or off"
        value={undefined}
        placeholder="sold at"
        options={(books ?? []).map((book) => ({ value: book.id, label: book.name }))}
        onChange={(book) => {
          const off = items.every((item) => item.soldAt.includes(book));
          change(`${off ? "not " : ""}sold at ${book}`, (item) => ({
            ...item,
            soldAt: off
              ? item.soldAt.filter((one) => one !== book)
              : [...new Set([...item.soldAt, book])],
          }));
        }}
      />
      <label className="flex items-center gap-2 text-[13px]">
        list by
        <input
          type="date"
          className="min-h-10 rounded-md border border-line bg-panel px-2"
          value={items[0]?.listBy ?? ""}
          onChange={(event) => {
            const listBy = event.target.value || undefined;
            change(listBy ? `list by ${listBy}` : "no date", (item) => ({ ...item, listBy }));
          }}
        />
      </label>
      <label className="flex items-center gap-2 text-[13px]">
        its colour
        <input
          type="color"
          className="h-10 w-12 rounded-md border border-line bg-panel p-1"
          defaultValue={items[0]?.referenceColour ?? "#808080"}
          onBlur={(event) => {
            const referenceColour = event.target.value.toUpperCase();
            if (referenceColour !== (items[0]?.referenceColour ?? "#808080"))
              change(`colour ${referenceColour}`, (item) => ({ ...item, referenceColour }));
          }}
        />
      </label>
      <Button
        onClick={() =>
          change(items.every((item) => item.listed) ? "not listed" : "listed", (item) => ({
            ...item,
            listed: !items.every((one) => one.listed),
          }))
        }
      >
        {items.every((item) => item.listed) ? "Not listed" : "Listed"}
      </Button>
      <Button
        onClick={() => {
          let made: number[] = [];
          void decide(
            `Doubled ${many}`,
            async () => {
              const copies = items.map((item) => ({
                ...item,
                id: undefined,
                code: `${item.code}-copy`,
                listed: false,
              }));
              made = (await saveItems(copies)).map((one) => one.fields.id!);
            },
            () => hideItems(made, true),
          );
        }}
      >
        Double
      </Button>
      <Button
        onClick={() => {
          const ids = items.map((item) => item.id!);
          void decide(
            `Removed ${many}`,
            () => hideItems(ids, true),
            () => hideItems(ids, false),
          );
          onDone();
        }}
      >
        Remove
      </Button>
      <Button className="ml-auto" onClick={onDone}>
        Select none
      </Button>
    </div>
  );
}
