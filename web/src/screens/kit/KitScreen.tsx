import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, queryClient, type KitView, type Piece } from "../../api/client";
import { kitQuery } from "../../api/queries";
import { Button, Empty, Field, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { Sheet } from "../../parts/Sheet";

type KitKind = KitView["kinds"][number];
type Kept = KitView["pieces"][number];

const again = () => queryClient.invalidateQueries({ queryKey: ["kit"] });
const add = (piece: Piece) => answer(api.POST("/api/kit", { body: piece })).then(again);
const drop = (id: number) =>
  answer(api.DELETE("/api/kit/{id}", { params: { path: { id } } })).then(again);

/** What one owns: by its figures, so that the calculators know it. */
export function KitScreen() {
  const { data, error } = useQuery(kitQuery);
  const { decide, tell } = useDecisions();
  const [open, setOpen] = useState<{ id?: number; piece: Piece }>();
  if (!data) return <Waiting error={error} />;
  const fromPreset = async (at: string) => {
    const piece = data.presets[Number(at)];
    if (!piece) return;
    await add(piece);
    tell(`${piece.name} is in your kit. Open it to put in your own figures.`);
  };
  const remove = (one: Kept) =>
    decide(
      `${one.piece.name} is out of the kit`,
      () => drop(one.id),
      () => add(one.piece),
    );
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="mr-auto text-3xl">Kit</h1>
        <Choice
          label="Add a usual piece"
          className="w-[260px]"
          placeholder="Add a usual piece …"
          value={undefined}
          options={data.presets.map((piece, at) => ({ value: String(at), label: piece.name }))}
          onChange={(at) => void fromPreset(at)}
        />
        <Choice
          label="Add by its figures"
          className="w-[220px]"
          placeholder="Add by its figures …"
          value={undefined}
          options={data.kinds.map((kind) => ({ value: kind.kind, label: kind.label }))}
          onChange={(kind) => {
            const of = data.kinds.find((one) => one.kind === kind);
            if (of) setOpen({ piece: { kind: of.kind, type: of.types[0]!, name: "", facts: {} } });
          }}
        />
      </div>
      {data.pieces.length === 0 ? (
        <Empty title="Nothing is known of your kit yet">
          Add your camera, lenses, lamps and cards: the Set station then computes with what you
          have, and tells what can get too hot.
        </Empty>
      ) : (
        <div className="grid grid-cols-1 gap-4 md:grid-cols-2 xl:grid-cols-3">
          {data.kinds
            .filter((kind) => data.pieces.some((one) => one.piece.kind === kind.kind))
            .map((kind) => (
              <Panel key={kind.kind} className="p-5">
                <h2 className="mb-3 text-xl">{kind.label}</h2>
                <ul className="flex flex-col gap-3">
                  {data.pieces
                    .filter((one) => one.piece.kind === kind.kind)
                    .map((one) => (
                      <li key={one.id} className="flex flex-wrap items-start gap-2">
                        <div className="w-full">
                          <p className="font-semibold">{one.piece.name}</p>
                          <p className="text-[13px] text-soft">{inWords(kind, one.piece)}</p>
                        </div>
                        <Button onClick={() => setOpen({ id: one.id, piece: one.piece })}>
                          Change
                        </Button>
                        <Button
                          aria-label={`Remove ${one.piece.name}`}
                          onClick={() => void remove(one)}
                        >
                          Remove
                        </Button>
                      </li>
                    ))}
                </ul>
              </Panel>
            ))}
        </div>
      )}
      {open && (
        <PieceSheet
          key={open.id ?? open.piece.kind}
          kinds={data.kinds}
          id={open.id}
          piece={open.piece}
          onClose={() => setOpen(undefined)}
        />
      )}
    </>
  );
}

function inWords(kind: KitKind, piece: Piece): string {
  const facts = kind.facts
    .filter((fact) => piece.facts[fact.key] !== undefined)
    .map((fact) => `${fact.label} ${piece.facts[fact.key]} ${fact.unit}`.trim());
  return [piece.type, ...facts].join(" · ");
}

function PieceSheet(props: {
  kinds: KitKind[];
  id: number | undefined;
  piece: Piece;
  onClose: () => void;
}) {
  const kind = props.kinds.find((one) => one.kind === props.piece.kind)!;
  const [name, setName] = useState(props.piece.name);
  const [type, setType] = useState(props.piece.type);
  const [facts, setFacts] = useState<Record<string, string>>(() =>
    Object.fromEntries(Object.entries(props.piece.facts).map(([key, v]) => [key, String(v)])),
  );
  const [wrong, setWrong] = useState<string>();
  const keep = async () => {
    const figures = Object.fromEntries(
      Object.entries(facts)
        .filter(([, text]) => text.trim() !== "")
        .map(([key, text]) => [key, Number(text.replace(",", "."))]),
    );
    const odd = kind.facts.find((fact) => Number.isNaN(figures[fact.key] ?? 0));
    if (odd) return setWrong(`${odd.label} must be a number.`);
    const piece: Piece = { kind: kind.kind, type, name, facts: figures };
    try {
      if (props.id === undefined) await add(piece);
      else
        await answer(
          api.PUT("/api/kit/{id}", { params: { path: { id: props.id } }, body: piece }),
        ).then(again);
      props.onClose();
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  return (
    <Sheet
      title={props.id === undefined ? `Add: ${kind.label}` : props.piece.name}
      width={560}
      open
      onOpenChange={(open) => !open && props.onClose()}
    >
      <div className="grid grid-cols-2 gap-3">
        <Field label="Name" value={name} onChange={(event) => setName(event.target.value)} />
        <div className="flex flex-col gap-1">
          <span className="text-[13px] text-soft">Type</span>
          <Choice
            label="Type"
            value={type}
            options={kind.types.map((one) => ({ value: one, label: one }))}
            onChange={setType}
          />
        </div>
        {kind.facts.map((fact) => (
          <Field
            key={fact.key}
            label={`${fact.label}${fact.unit && `, ${fact.unit}`}${fact.needed ? "" : " (if known)"}`}
            inputMode="decimal"
            value={facts[fact.key] ?? ""}
            onChange={(event) => setFacts({ ...facts, [fact.key]: event.target.value })}
          />
        ))}
      </div>
      {wrong && (
        <p role="alert" className="text-reshoot">
          {wrong}
        </p>
      )}
      <Button main onClick={() => void keep()}>
        Keep it
      </Button>
    </Sheet>
  );
}
