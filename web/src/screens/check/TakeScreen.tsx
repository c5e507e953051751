import { useQuery } from "@tanstack/react-query";
import { ArrowLeft, ArrowRight } from "lucide-react";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type {
  Finding,
  Judgement,
  Readings,
  ShotView,
  TakeDetail,
  TakeView,
} from "../../api/client";
import {
  choose,
  sayOutlineRight,
  shotsQuery,
  takeQuery,
  takesQuery,
  useMeasures,
  useShootChange,
} from "../../api/queries";
import { Button, Key, Waiting } from "../../parts/basics";
import { useDecisions } from "../../parts/Decisions";
import { reading } from "../../parts/figures";
import { useKeys } from "../../parts/keys";
import { pictureUrl } from "../../parts/Photo";
import { askedFor, Ruler } from "../../parts/Ruler";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictMark, verdictColour, verdictWord } from "../../parts/VerdictMark";
import { AlikeLine, seen } from "./AlsoSeen";
import { ColourPart } from "./ColourPart";
import { Drawing, type Layers } from "./Drawing";

/** One take as a survey: the photo with its measures drawn on it, the verdict, what to do. */
export function TakeScreen() {
  const shoot = useShoot();
  const navigate = useNavigate();
  const { decide } = useDecisions();
  const takeId = Number(useParams().takeId);
  const { data: detail, error } = useQuery(takeQuery(takeId));
  const { data: takes } = useQuery(takesQuery(shoot.id));
  const { data: shots } = useQuery(shotsQuery(shoot.id));
  const [layers, setLayers] = useState<Layers>({ outline: true, lines: true, plumb: true });
  const [full, setFull] = useState(false);
  const change = useShootChange(shoot.id, (run: () => Promise<unknown>) => run());
  const index = takes?.findIndex((take) => take.id === takeId) ?? -1;
  const move = (by: number) => {
    const to = takes?.[index + by];
    if (to) void navigate(`/shoots/${shoot.id}/check/${to.id}`, { replace: true });
  };
  const toggle = (layer: keyof Layers) => () =>
    setLayers((before) => ({ ...before, [layer]: !before[layer] }));
  const take = detail?.take;
  const keep = () => {
    if (!take) return;
    const before = takes?.find((one) => one.shotId === take.shotId && one.chosen);
    const yes = !take.chosen;
    void decide(
      yes ? `Kept ${take.fileName}` : `Let go of ${take.fileName}`,
      () => change.mutateAsync(() => choose(take.id, yes)),
      () =>
        change.mutateAsync(() =>
          before && before.id !== take.id ? choose(before.id, true) : choose(take.id, !yes),
        ),
    );
  };
  const lookedAtOutline = () => {
    if (!take || !asksForOutline(detail)) return;
    const right = !take.outlineRight;
    void decide(
      right ? `Said that the outline is right` : `Doubted the outline again`,
      () => change.mutateAsync(() => sayOutlineRight(take.id, right)),
      () => change.mutateAsync(() => sayOutlineRight(take.id, !right)),
    );
  };
  useKeys([
    { key: "ArrowRight", label: "Next take", run: () => move(1) },
    { key: "ArrowLeft", label: "Take before", run: () => move(-1) },
    { key: "k", label: "Keep this take, or let it go", run: keep },
    { key: "t", label: "Trust the outline, or doubt it again", run: lookedAtOutline },
    { key: "space", label: "See every pixel", run: () => setFull((before) => !before) },
    { key: "o", label: "Draw the outline", run: toggle("outline") },
    { key: "d", label: "Draw dimensions and the crop", run: toggle("lines") },
    { key: "v", label: "Draw the plumb line", run: toggle("plumb") },
    {
      key: "Escape",
      label: "Back to all takes",
      run: () => void navigate(`/shoots/${shoot.id}/check`),
    },
  ]);
  if (!detail || !take) return <Waiting error={error} />;
  const shot = shots?.find((one) => one.id === take.shotId);
  return (
    <div className="grid flex-1 grid-cols-1 gap-5 lg:grid-cols-[1fr_390px]">
      <div className="flex min-w-0 flex-col gap-3">
        <div className="flex items-center gap-3">
          <Link to="../check" relative="path" className="underline">
            All takes
          </Link>
          <span className="truncate">
            <b>{shot ? `${shot.itemTitle}, ${shot.role}` : "Not assigned yet"}</b>{" "}
            <span className="text-soft">({take.assignedBecause})</span>
          </span>
          <span className="ml-auto flex items-center gap-1">
            <Button aria-label="Take before" onClick={() => move(-1)} disabled={index <= 0}>
              <ArrowLeft size={17} aria-hidden />
            </Button>
            <span className="figures px-1">
              {index + 1} of {takes?.length ?? 0}
            </span>
            <Button
              aria-label="Next take"
              onClick={() => move(1)}
              disabled={!takes || index + 1 >= takes.length}
            >
              <ArrowRight size={17} aria-hidden />
            </Button>
          </span>
        </div>
        {full ? (
          <div
            className="h-[600px] overflow-auto rounded-md bg-mat"
            tabIndex={0}
            role="region"
            aria-label="Every pixel"
          >
            <img
              src={pictureUrl(take.sha256, "full")}
              alt={`${take.fileName}, every pixel`}
              className="max-w-none"
            />
          </div>
        ) : (
          <div className="grid h-[min(600px,70vh)] min-h-[320px] place-items-center overflow-hidden rounded-md bg-mat p-3">
            <Drawing detail={detail} layers={layers} alt={altText(detail, shot)} />
          </div>
        )}
        <div className="flex flex-wrap gap-2 text-[13px]">
          <Layer name="Outline" keyName="o" on={layers.outline} onClick={toggle("outline")} />
          <Layer
            name="Dimensions and crop"
            keyName="d"
            on={layers.lines}
            onClick={toggle("lines")}
          />
          <Layer name="Plumb line" keyName="v" on={layers.plumb} onClick={toggle("plumb")} />
          <Layer name="Every pixel" keyName="space" on={full} onClick={() => setFull(!full)} />
          <Facts detail={detail} />
        </div>
      </div>
      <Report detail={detail} takes={takes ?? []} onKeep={keep} onOutline={lookedAtOutline} />
    </div>
  );
}

function altText(detail: TakeDetail, shot: ShotView | undefined): string {
  const what = shot ? `${shot.itemTitle}, ${shot.role}` : detail.take.fileName;
  return `${what}: ${verdictWord(asVerdict(detail.take.verdict))}`;
}

function Layer(props: { name: string; keyName: string; on: boolean; onClick: () => void }) {
  return (
    <button
      type="button"
      aria-pressed={props.on}
      onClick={props.onClick}
      className="flex min-h-8 items-center gap-2 rounded-md border border-line bg-panel px-2.5 aria-pressed:border-ink"
    >
      <Key name={props.keyName} />
      {props.name}
    </button>
  );
}

function Facts({ detail }: { detail: TakeDetail }) {
  const image = detail.judgement?.readings?.image;
  if (!image) return null;
  const camera = image.camera;
  const parts = [
    `${image.widthPx} × ${image.heightPx} px`,
    image.format,
    camera?.exposureSeconds &&
      (camera.exposureSeconds < 0.4
        ? `1/${Math.round(1 / camera.exposureSeconds)} s`
        : `${camera.exposureSeconds} s`),
    camera?.fNumber && `f/${camera.fNumber}`,
    camera?.iso && `ISO ${camera.iso}`,
  ].filter(Boolean);
  return (
    <span className="figures ml-auto self-center text-soft">
      {parts.join("  ")}
      {image.privacy?.gps && <b className="text-ink"> shows where you live; left out of finals</b>}
    </span>
  );
}

/** Whether its outline is doubted, or would be if nobody had looked at it. */
function asksForOutline(detail: TakeDetail | undefined): boolean {
  const readings = detail?.judgement?.readings;
  const doubted = readings?.cantTell.some((one) => one.reading === "product.boxPx");
  return readings?.product?.found === true && (detail?.take.outlineRight || doubted) === true;
}

function Report(props: {
  detail: TakeDetail;
  takes: TakeView[];
  onKeep: () => void;
  onOutline: () => void;
}) {
  const { detail, takes, onKeep, onOutline } = props;
  const { take, judgement } = detail;
  const verdict = asVerdict(take.verdict);
  return (
    <aside aria-label="What was measured" className="flex flex-col gap-4">
      <div className="rounded-lg border border-line bg-panel p-5">
        <div className={`flex items-center gap-4 ${verdictColour(verdict)}`}>
          <VerdictMark verdict={verdict} size={56} />
          <p className="font-head text-[38px] leading-none font-bold">
            {take.state === "UNREADABLE" ? "Can't be read" : verdictWord(verdict)}
          </p>
        </div>
        {take.problem && <p className="mt-3">{take.problem}</p>}
        {judgement && <WhatToDo judgement={judgement} />}
        {asksForOutline(detail) && (
          <Button className="mt-3 w-full" keyName="t" onClick={onOutline}>
            {take.outlineRight ? "You found the outline right. Doubt it" : "The outline is right"}
          </Button>
        )}
        <div className="mt-3">
          <AlikeLine take={take} takes={takes} />
        </div>
        <Button
          main={!take.chosen}
          className="mt-4 w-full"
          keyName="k"
          disabled={take.state === "UNREADABLE" || take.shotId === undefined}
          onClick={onKeep}
        >
          {take.chosen ? "Kept. Let it go" : "Keep this take"}
        </Button>
      </div>
      {judgement && (
        <div className="rounded-lg border border-line bg-panel p-5">
          <Rulers judgement={judgement} />
        </div>
      )}
      {judgement?.readings && <ColourPart readings={judgement.readings} />}
    </aside>
  );
}

function WhatToDo({ judgement }: { judgement: Judgement }) {
  // A remedy with no finding of its own tells of the delivered frame; it is no matter of looking.
  const asksForLook = (rule?: string) =>
    judgement.findings.some((one) => one.rule === rule && one.holds === undefined);
  const looks = judgement.findings.filter(
    (one) => one.holds === undefined && !judgement.remedies.some((r) => r.rule === one.rule),
  );
  const also = judgement.readings ? seen(judgement.readings, judgement.verdict === "Ready") : [];
  return (
    <>
      {judgement.remedies.length === 0 ? (
        <p className="mt-3">
          {looks.length === 0
            ? "All rules hold. Keep the set as it stands."
            : "Nothing fails. Look at what can't be told:"}
        </p>
      ) : (
        <ol className="mt-3 flex flex-col gap-2">
          {judgement.remedies.map((remedy) => (
            <li key={remedy.text} className="border-l-2 border-line pl-3">
              <span className="block leading-snug">{remedy.text}</span>
              <span className="text-[12.5px] text-soft">
                {remedy.inFinishing
                  ? "in finishing"
                  : asksForLook(remedy.rule)
                    ? "here"
                    : "on the set"}
                {remedy.predicted && `; then: ${remedy.predicted}`}
              </span>
            </li>
          ))}
        </ol>
      )}
      {looks.length > 0 && (
        <p className="mt-3 text-[13px] text-soft">{looks.map((one) => one.message).join(" ")}</p>
      )}
      {also.length > 0 && <p className="mt-3 text-[13px] text-soft">{also.join(" ")}</p>}
    </>
  );
}

function Rulers({ judgement }: { judgement: Judgement }) {
  const measure = useMeasures();
  const order = (finding: Finding) =>
    finding.holds === false ? (finding.weight === "must" ? 0 : 1) : finding.holds === true ? 3 : 2;
  const findings = [...judgement.findings].sort((a, b) => order(a) - order(b));
  return (
    <div className="flex flex-col gap-3.5">
      {findings.map((finding) => {
        const known = measure(finding.reading);
        if (!known) return null;
        return (
          <Ruler
            key={finding.rule}
            measure={known}
            value={finding.value ?? reading(judgement.readings, finding.reading)}
            band={bandOf(judgement.readings, finding.reading)}
            op={finding.op}
            limit={finding.limit}
            holds={finding.holds}
            words={`${askedFor(known, finding.op, finding.limit, finding.tolerance)}${finding.weight === "should" ? ", advised" : ""}`}
          />
        );
      })}
    </div>
  );
}

function bandOf(readings: Readings | undefined, name: string): number | undefined {
  return readings?.uncertainty[name];
}
