import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { answer, api, queryClient, type SetPicture, type StandingSet } from "../../api/client";
import {
  kitQuery,
  photographsQuery,
  ruleBooksQuery,
  standingSetQuery,
  workshopQuery,
} from "../../api/queries";
import { Bar, Button, Field, Panel, Waiting } from "../../parts/basics";
import { Choice } from "../../parts/Choice";
import { useDecisions } from "../../parts/Decisions";
import { figure, reading } from "../../parts/figures";
import { useKeys } from "../../parts/keys";
import { saveFile } from "../../parts/saveFile";
import { Sheet } from "../../parts/Sheet";
import { switchUnits, useUnits } from "../../parts/units";
import { useMeasures } from "../../api/queries";
import { useShoot } from "../../parts/useShoot";
import { AnswersPart } from "./AnswersPart";
import { moved, nameOf, type Part, partsOf, samePart } from "./change";
import { addable, added } from "./add";
import { SelectedPart } from "./SelectedPart";
import { SetDrawing } from "./SetDrawing";
import { SetReadings } from "./SetReadings";
import { SmallSums } from "./SmallSums";
import { TakesPart } from "./TakesPart";
import { useBuilding } from "./useBuilding";

/** The set: built to scale, photographed while it is changed, and as its takes show it. */
export function SetScreen() {
  const shoot = useShoot();
  const { data: kept, error } = useQuery({ ...standingSetQuery(shoot.id), staleTime: Infinity });
  const { data: workshop } = useQuery(workshopQuery);
  if (!kept || !workshop) return <Waiting error={error} />;
  return (
    <div className="flex flex-col gap-8">
      <Building key={shoot.id} kept={kept} />
      <TakesPart />
    </div>
  );
}

const DEFAULT_PX = 1000;

function Building({ kept }: { kept: StandingSet }) {
  const shoot = useShoot();
  const units = useUnits();
  const { tell } = useDecisions();
  const measure = useMeasures();
  const { data: workshop } = useQuery(workshopQuery);
  const { data: kit } = useQuery(kitQuery);
  const { data: books } = useQuery(ruleBooksQuery);
  const book = books?.find((one) => one.id === shoot.ruleBookId);
  const lead = book?.roles["lead"];
  const [thingName, setThingName] = useState(kept.things[0]?.what ?? "money-box");
  const size = workshop?.things.find((one) => one.name === thingName);
  const wanted = {
    heightMm: size?.heightMm ?? 100,
    widthMm: size?.widthMm ?? 100,
    depthMm: size?.depthMm ?? 100,
    deliveredPx: lead ? lead.longestSidePx * (lead.fill?.min ?? 0.8) : DEFAULT_PX,
  };
  const { set, change, back, answers, picture, measured, upToDate, trouble } = useBuilding(
    shoot.id,
    kept,
    wanted,
  );
  const [part, setPart] = useState<Part>({ kind: "camera" });
  const [before, setBefore] = useState<{ set: StandingSet; picture: SetPicture }>();
  const [sums, setSums] = useState(false);
  const [keeping, setKeeping] = useState(false);
  const [arrangement, setArrangement] = useState<string>();

  const take = async (id: string | undefined, thing: string) => {
    const made = await answer(
      api.GET("/api/set/arrangements/{id}", {
        params: { path: { id: id ?? "two-lamps" }, query: { thing } },
      }),
    );
    setThingName(thing);
    setPart({ kind: "camera" });
    change({ ...made, camera: { ...made.camera, sensor: set.camera.sensor } });
  };
  const photograph = async () => {
    await answer(
      api.POST("/api/shoots/{shootId}/photographs", {
        params: { path: { shootId: shoot.id } },
        body: { set },
      }),
    );
    await queryClient.invalidateQueries({ queryKey: ["shoot", shoot.id, "photographs"] });
    tell("The simulated camera takes the picture; it comes in like any other photo.");
  };
  const hold = () => measured && upToDate && setBefore({ set, picture: measured });
  useKeys([
    { key: "h", label: "Hold this as before, for comparing", run: () => void hold() },
    { key: "o", label: "Photograph the set", run: () => void photograph() },
    { key: "z", label: "Take back the last change of the set", run: back },
    { key: "i", label: "Centimetres or inches", run: switchUnits },
  ]);
  const chosen = workshop?.arrangements.find((one) => one.id === arrangement);
  return (
    <>
      <div className="flex flex-col gap-4">
        <div className="flex flex-wrap items-center gap-2">
          <Choice
            label="Begin with an arrangement"
            className="w-[235px]"
            placeholder="Begin with an arrangement …"
            value={arrangement}
            options={(workshop?.arrangements ?? []).map((a) => ({ value: a.id, label: a.title }))}
            onChange={(id) => {
              setArrangement(id);
              void take(id, thingName);
            }}
          />
          <Choice
            label="What stands in it"
            className="w-[200px]"
            value={thingName}
            options={(workshop?.things ?? []).map((t) => ({ value: t.name, label: t.label }))}
            onChange={(thing) => void take(arrangement, thing)}
          />
          <Choice
            label="Put something in"
            className="w-[170px]"
            placeholder="Put something in …"
            value={undefined}
            options={addable(kit).map((one) => ({ value: one.id, label: one.label }))}
            onChange={(id) => {
              const made = added(set, id, kit);
              change(made.set);
              setPart(made.part);
            }}
          />
          <Button keyName="z" onClick={back}>
            Step back
          </Button>
          <span className="ml-auto flex flex-wrap gap-2">
            <Button onClick={() => setSums(true)}>Small sums</Button>
            <Button onClick={() => setKeeping(true)}>Keep as recipe</Button>
            <Button main keyName="o" onClick={() => void photograph()}>
              Photograph it
            </Button>
          </span>
        </div>
        {chosen && (
          <p className="text-[13.5px] text-soft">
            <strong className="text-ink">Good for</strong> {lower(chosen.goodFor)}{" "}
            <strong className="text-ink">Bad for</strong> {lower(chosen.badFor)}
          </p>
        )}
        {trouble && (
          <p role="alert" className="font-semibold text-reshoot">
            {trouble}
          </p>
        )}
        <Photographs />
        <div className="grid grid-cols-1 gap-5 lg:grid-cols-[minmax(340px,1fr)_minmax(360px,1.05fr)_290px]">
          <div className="flex flex-col gap-3">
            {(["plan", "side"] as const).map((view) => (
              <SetDrawing
                key={view}
                {...{ set, answers, view, units, size: wanted }}
                selected={part}
                onSelect={setPart}
                onMove={(one, to) => change(moved(set, one, to))}
              />
            ))}
          </div>
          <div className="flex flex-col gap-3">
            <div className={before ? "grid grid-cols-2 gap-2" : ""}>
              {before && <Shot picture={before.picture} title="Before" />}
              <Shot picture={picture} title={before ? "What if" : "As the camera sees it"} />
            </div>
            <div className="flex flex-wrap gap-2">
              <Button keyName="h" onClick={hold} disabled={!upToDate}>
                {before ? "Hold this one instead" : "What if …"}
              </Button>
              {before && (
                <>
                  <Button
                    onClick={() => {
                      change(before.set);
                      setBefore(undefined);
                    }}
                  >
                    Go back to before
                  </Button>
                  <Button onClick={() => setBefore(undefined)}>Keep what is now</Button>
                </>
              )}
            </div>
            {measured && (
              <div aria-busy={!upToDate}>
                <p className={`text-[12px] text-soft ${upToDate ? "invisible" : ""}`}>
                  Readings of the set before this change; the new ones follow.
                </p>
                <SetReadings picture={measured} before={before?.picture} book={book} />
              </div>
            )}
          </div>
          <Panel className="h-fit p-4">
            <div role="group" aria-label="What is in the set" className="mb-3 flex flex-wrap gap-1">
              {partsOf(set).map((one) => (
                <button
                  key={JSON.stringify(one)}
                  type="button"
                  aria-pressed={samePart(one, part)}
                  className={`rounded-md border px-2 py-1 text-[12.5px] ${samePart(one, part) ? "border-accent bg-accent text-on-accent" : "border-line hover:border-ink"}`}
                  onClick={() => setPart(one)}
                >
                  {nameOf(set, one)}
                </button>
              ))}
            </div>
            <SelectedPart {...{ set, answers, part, units, change }} select={setPart} />
          </Panel>
        </div>
        {answers && (
          <AnswersPart answers={answers} fNumber={set.camera.lens.fNumber} units={units} />
        )}
      </div>
      <SmallSums open={sums} onOpenChange={setSums} />
      <KeepRecipe
        open={keeping}
        onOpenChange={setKeeping}
        set={set}
        readings={Object.fromEntries(
          [
            "backdrop.level",
            "backdrop.falloffStops",
            "backdrop.castChroma",
            "product.fillLongestSide",
          ].flatMap((name) => {
            const known = measure(name);
            const value = measured && upToDate ? reading(measured.readings, name) : undefined;
            if (!known || value === undefined) return [];
            const { text, unit } = figure(known, value);
            return [[known.label, `${text} ${unit}`.trim()]];
          }),
        )}
        wanted={wanted}
      />
    </>
  );
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** An address for the picture's bytes, let go of when another comes. */
function usePictureUrl(base64: string | undefined): string | undefined {
  const url = useMemo(() => {
    if (base64 === undefined) return undefined;
    const bytes = Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
    return URL.createObjectURL(new Blob([bytes], { type: "image/jpeg" }));
  }, [base64]);
  useEffect(() => () => (url === undefined ? undefined : URL.revokeObjectURL(url)), [url]);
  return url;
}

function Shot({ picture, title }: { picture: SetPicture | undefined; title: string }) {
  const url = usePictureUrl(picture?.image);
  return (
    <figure className="rounded-md bg-mat p-2">
      {picture ? (
        <img
          src={url}
          alt={`${title}: the simulated picture`}
          className="block aspect-4/3 w-full border border-line"
        />
      ) : (
        <div className="grid aspect-4/3 w-full place-items-center text-ink">
          The light is being followed …
        </div>
      )}
      <figcaption className="figures flex justify-between pt-1 text-[11.5px] text-ink">
        <span>{title}</span>
        {picture && (
          <span>
            {picture.seconds >= 0.3
              ? `${picture.seconds.toFixed(1)} s`
              : `1/${Math.round(1 / picture.seconds)} s`}
            {picture.finished
              ? ""
              : ` · getting finer, ${picture.passes} of ${picture.enoughPasses}`}
          </span>
        )}
      </figcaption>
    </figure>
  );
}

/** Photographs that the simulated camera is taking, or has just taken. */
function Photographs() {
  const shoot = useShoot();
  const { data } = useQuery(photographsQuery(shoot.id));
  const latest = data?.[0];
  if (!latest || latest.stopped) return null;
  if (latest.failure) return <p role="alert">{latest.failure}</p>;
  if (latest.takeId !== undefined)
    return (
      <p className="text-[14px]">
        The last photograph has come in.{" "}
        <Link className="underline" to={`../check/${latest.takeId}`} relative="path">
          See what is said of it
        </Link>
      </p>
    );
  return (
    <div className="flex items-center gap-3">
      <span className="text-[14px] whitespace-nowrap">
        Photographing: {Math.round(100 * latest.shareDone)} %
      </span>
      <Bar done={latest.shareDone} total={1} label="Photographing the set" />
      <Button
        onClick={() =>
          void answer(
            api.POST("/api/shoots/{shootId}/photographs/{id}/stop", {
              params: { path: { shootId: shoot.id, id: latest.id } },
            }),
          ).then(() =>
            queryClient.invalidateQueries({ queryKey: ["shoot", shoot.id, "photographs"] }),
          )
        }
      >
        Stop
      </Button>
    </div>
  );
}

function KeepRecipe(props: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  set: StandingSet;
  readings: Record<string, string>;
  wanted: { heightMm: number; widthMm: number; depthMm: number; deliveredPx: number };
}) {
  const { tell } = useDecisions();
  const [name, setName] = useState(props.set.name);
  const [notes, setNotes] = useState("");
  const [wrong, setWrong] = useState<string>();
  const keep = async () => {
    try {
      await answer(
        api.POST("/api/recipes", {
          body: { name, notes, set: props.set, readings: props.readings },
        }),
      );
      await queryClient.invalidateQueries({ queryKey: ["recipes"] });
      tell(`${name} is kept among the recipes.`);
      props.onOpenChange(false);
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  const print = async () => {
    const pdf = await answer(
      api.POST("/api/set/card", {
        body: { set: { ...props.set, name }, wanted: props.wanted },
        parseAs: "blob",
      }),
    );
    saveFile(`${name || "set"}.pdf`, "application/pdf", pdf);
  };
  return (
    <Sheet title="Keep as recipe" width={520} open={props.open} onOpenChange={props.onOpenChange}>
      <Field label="Name" value={name} onChange={(event) => setName(event.target.value)} />
      <Field
        label="Notes for building it again"
        value={notes}
        onChange={(event) => setNotes(event.target.value)}
      />
      <dl className="grid grid-cols-[1fr_auto] gap-x-3 text-[13.5px]">
        {Object.entries(props.readings).map(([label, value]) => (
          <div key={label} className="contents">
            <dt className="text-soft">{label}</dt>
            <dd className="figures">{value}</dd>
          </div>
        ))}
      </dl>
      {Object.keys(props.readings).length === 0 && (
        <p className="text-[13.5px] text-soft">
          The picture is still coming; its readings will stand here in a moment.
        </p>
      )}
      {wrong && (
        <p role="alert" className="text-reshoot">
          {wrong}
        </p>
      )}
      <div className="flex gap-2">
        <Button main onClick={() => void keep()}>
          Keep it
        </Button>
        <Button onClick={() => void print()}>Save the card to print</Button>
      </div>
    </Sheet>
  );
}
