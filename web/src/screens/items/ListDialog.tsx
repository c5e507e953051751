import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type ListPreview, queryClient } from "../../api/client";
import { hideItems, saveItems } from "../../api/queries";
import { Button } from "../../parts/basics";
import { useDecisions } from "../../parts/Decisions";
import { count } from "../../parts/figures";
import { Sheet } from "../../parts/Sheet";
import { saveFile } from "../../parts/saveFile";
import { lengthUnit, useUnits } from "../../parts/units";

type Column = ListPreview["list"]["columns"][number];

const MEANINGS: Record<Column, string> = {
  CODE: "code",
  TITLE: "title",
  KIND: "kind",
  SIZE: "size, w × d × h",
  WIDTH: "width",
  DEPTH: "depth",
  HEIGHT: "height",
  WEIGHT: "weight",
  TRAITS: "traits",
  PRICE: "price",
  SOLD_AT: "sold at",
  NOTES: "notes",
  COLOUR: "reference colour",
  IGNORE: "left out",
};

/** A list from a file or a spreadsheet: what is understood, what is wrong in which line. */
export function ListDialog(props: { text: string | undefined; onClose: () => void }) {
  return (
    <Sheet
      title="Bring in a list"
      width={1020}
      open={props.text !== undefined}
      onOpenChange={(open) => !open && props.onClose()}
    >
      {props.text !== undefined && <ListForm start={props.text} onClose={props.onClose} />}
    </Sheet>
  );
}

function ListForm({ start, onClose }: { start: string; onClose: () => void }) {
  const unit = lengthUnit(useUnits());
  const { decide } = useDecisions();
  const [text, setText] = useState(start);
  const [columns, setColumns] = useState<Column[]>();
  const look = useMutation({
    mutationFn: (chosen: Column[] | undefined) =>
      answer(
        api.POST("/api/items/list/preview", {
          body: { text, lengthUnit: unit, columns: chosen },
        }),
      ),
  });
  const preview = look.data;
  const bring = async () => {
    let added: number[] = [];
    let before: Parameters<typeof saveItems>[0] = [];
    await decide(
      `Brought in ${count(preview?.list.good.length ?? 0, "item")}`,
      async () => {
        const result = await answer(
          api.POST("/api/items/list", { body: { text, lengthUnit: unit, columns } }),
        );
        added = result.added;
        before = result.before;
        await queryClient.invalidateQueries({ queryKey: ["items"] });
        if (result.badCsv) saveFile("lines-to-put-right.csv", "text/csv", result.badCsv);
      },
      async () => {
        if (added.length > 0) await hideItems(added, true);
        if (before.length > 0) await saveItems(before);
      },
    );
    onClose();
  };
  return (
    <>
      <label className="flex flex-col gap-1">
        <span className="text-[13px] text-soft">
          Paste rows from a spreadsheet, or choose a CSV file. Lengths without a unit are in {unit}.
        </span>
        <textarea
          className="figures min-h-32 rounded-md border border-line bg-ground p-3"
          value={text}
          spellCheck={false}
          onChange={(event) => {
            setText(event.target.value);
            setColumns(undefined);
            look.reset();
          }}
        />
      </label>
      <div className="flex flex-wrap items-center gap-3">
        <input
          type="file"
          aria-label="CSV file"
          accept=".csv,.tsv,.txt,text/csv"
          onChange={(event) => {
            void event.target.files?.[0]?.text().then((content) => {
              setText(content);
              setColumns(undefined);
              look.reset();
            });
          }}
        />
        <Button
          main={!preview}
          disabled={text.trim() === "" || look.isPending}
          onClick={() => look.mutate(columns)}
        >
          Look at it first
        </Button>
      </div>
      {look.error && (
        <p role="alert" className="text-reshoot">
          {look.error.message}
        </p>
      )}
      {preview && (
        <>
          <fieldset className="flex flex-wrap gap-3">
            <legend className="mb-1 text-[13px] text-soft">Each column is taken for</legend>
            {preview.list.headings.map((heading, index) => (
              <label key={index} className="flex flex-col text-[13px]">
                <span className="font-medium">{heading}</span>
                <select
                  className="min-h-9 rounded-md border border-line bg-panel px-2"
                  value={preview.list.columns[index] ?? "IGNORE"}
                  onChange={(event) => {
                    const chosen = preview.list.headings.map((_, at) =>
                      at === index
                        ? (event.target.value as Column)
                        : (preview.list.columns[at] ?? "IGNORE"),
                    );
                    setColumns(chosen);
                    look.mutate(chosen);
                  }}
                >
                  {Object.entries(MEANINGS).map(([column, meaning]) => (
                    <option key={column} value={column}>
                      {meaning}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          </fieldset>
          <p>
            <b>{count(preview.list.good.length, "line")}</b> can go in
            {preview.known.length > 0 &&
              `; ${count(preview.known.length, "item")} with a known code ${preview.known.length === 1 ? "is" : "are"} changed`}
            .{" "}
            {preview.list.bad.length > 0 && (
              <>
                <b>{count(preview.list.bad.length, "line")}</b> can't; you get{" "}
                {preview.list.bad.length === 1 ? "it" : "them"} back as a file to put right.
              </>
            )}
          </p>
          {preview.list.bad.length > 0 && (
            <ul className="figures max-h-44 overflow-auto rounded-md border border-line p-3">
              {preview.list.bad.map((line) => (
                <li key={line.line}>
                  line {line.line}: <span className="text-reshoot">{line.reason}</span>{" "}
                  <span className="text-soft">{line.cells.join(" | ")}</span>
                </li>
              ))}
            </ul>
          )}
          <Button main disabled={preview.list.good.length === 0} onClick={() => void bring()}>
            Bring in {count(preview.list.good.length, "item")}
          </Button>
        </>
      )}
    </>
  );
}
