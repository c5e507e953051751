import { useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import type { ShotView, TakeView } from "../../api/client";
import {
  aim,
  planQuery,
  readCaution,
  refusalsQuery,
  shotsQuery,
  takesQuery,
  useShootChange,
} from "../../api/queries";
import { droppedFiles, HEAP, upload, type UploadProgress } from "../../api/upload";
import { Bar, Button, Panel, Waiting } from "../../parts/basics";
import { count } from "../../parts/figures";
import { useKeys } from "../../parts/keys";
import { Photo } from "../../parts/Photo";
import { useShoot } from "../../parts/useShoot";
import { asVerdict, VerdictMark, verdictColour, verdictWord } from "../../parts/VerdictMark";

/** Beside the table: the last verdict in large, what to change, what comes next. */
export function ShootScreen() {
  const shoot = useShoot();
  const shots = useQuery(shotsQuery(shoot.id));
  const takes = useQuery(takesQuery(shoot.id));
  const turn = useShootChange(shoot.id, (shotId: number | undefined) => aim(shoot.id, shotId));
  const aimedIndex = shots.data?.findIndex((shot) => shot.id === shoot.aimedShotId) ?? -1;
  const step = (by: number) => {
    const to = shots.data?.[Math.max(0, aimedIndex + by)];
    if (to) turn.mutate(to.id);
  };
  useKeys([
    { key: "j", label: "Next shot", run: () => step(1) },
    { key: "l", label: "Shot before", run: () => step(-1) },
  ]);
  if (!shots.data || !takes.data) return <Waiting error={shots.error ?? takes.error} />;
  const last = takes.data.at(-1);
  const aimed = shots.data[aimedIndex];
  return (
    <div className="grid flex-1 grid-cols-1 gap-6 lg:grid-cols-[1fr_380px]">
      <LastTake take={last} />
      <div className="flex flex-col gap-4">
        <Panel className="p-5">
          <h2 className="text-[15px] text-soft">You are on</h2>
          {aimed ? (
            <>
              <p className="font-head text-2xl font-semibold">{aimed.itemTitle}</p>
              <p className="text-xl">
                {aimed.role} <span className="text-soft">{takenOf(takes.data, aimed)}</span>
              </p>
            </>
          ) : (
            <p className="text-lg">No shot: photos that arrive wait to be assigned.</p>
          )}
          <div className="mt-3 flex gap-2">
            <Button onClick={() => step(-1)} disabled={aimedIndex <= 0} keyName="l">
              Before
            </Button>
            <Button
              main
              className="flex-1"
              keyName="j"
              onClick={() => step(1)}
              disabled={aimedIndex + 1 >= shots.data.length}
            >
              {nextName(shots.data[aimedIndex + 1])}
            </Button>
          </div>
        </Panel>
        {aimed && <Mind shotId={aimed.id} />}
        <Intake />
      </div>
    </div>
  );
}

/** What can hurt people or things at the set-up of this shot: once, until it has been read. */
function Mind({ shotId }: { shotId: number }) {
  const shoot = useShoot();
  const { data: plan } = useQuery(planQuery(shoot.id));
  const read = useShootChange(shoot.id, (setUp: string) => readCaution(shoot.id, setUp));
  const setUp = plan?.items.flatMap((item) => item.shots).find((shot) => shot.id === shotId)?.setUp;
  const caution = plan?.cautions.find((one) => one.setUp === setUp && !one.read);
  if (!caution) return null;
  return (
    <Panel className="border-2 border-mend p-4">
      <h2 className="mb-1 text-[15px]">{caution.label}: mind this</h2>
      <ul className="mb-3 flex list-disc flex-col gap-1 pl-5 text-[14px]">
        {caution.sentences.map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
      <Button onClick={() => read.mutate(caution.setUp)}>I have read this</Button>
    </Panel>
  );
}

function nextName(next: ShotView | undefined): string {
  return next ? `Next: ${next.itemTitle}, ${next.role}` : "That was the last shot";
}

function takenOf(takes: TakeView[], shot: ShotView): string {
  const own = takes.filter((take) => take.shotId === shot.id);
  return own.length === 0 ? "no take yet" : count(own.length, "take");
}

function LastTake({ take }: { take: TakeView | undefined }) {
  if (!take) {
    return (
      <div className="grid place-items-center rounded-lg border border-line bg-panel p-10 text-center">
        <div className="flex flex-col items-center">
          <VerdictMark verdict={undefined} size={160} />
          <p className="mt-4 font-head text-3xl font-semibold">Take the first photo</p>
          <p className="text-soft">
            Its verdict will stand here, large enough to read from the table.
          </p>
        </div>
      </div>
    );
  }
  const verdict = asVerdict(take.verdict);
  return (
    <section
      aria-label="The last take"
      className="grid grid-rows-[auto_1fr] gap-4 rounded-lg border border-line bg-panel p-5"
    >
      <div className="flex items-center gap-6" aria-live="polite">
        <VerdictMark verdict={verdict} size={120} />
        <div>
          <p
            className={`font-head text-[64px] leading-none font-bold tracking-tight ${verdictColour(verdict)}`}
          >
            {take.state === "UNREADABLE"
              ? "Can't be read"
              : verdict
                ? verdictWord(verdict)
                : "Measuring …"}
          </p>
          <p className="mt-2 max-w-[34ch] text-[22px] leading-snug">
            {take.problem ?? take.remedy ?? (verdict ? "Keep the set as it is." : "")}
          </p>
        </div>
      </div>
      <Link to={`../check/${take.id}`} relative="path" className="grid min-h-0">
        <Photo
          sha256={take.sha256}
          size="large"
          alt={`The last take, ${take.fileName}`}
          className="h-[380px] rounded-md"
        />
      </Link>
    </section>
  );
}

function Intake() {
  const shoot = useShoot();
  const refusals = useQuery(refusalsQuery(shoot.id));
  const picker = useRef<HTMLInputElement>(null);
  const stopper = useRef<AbortController>(null);
  const [over, setOver] = useState(false);
  const [progress, setProgress] = useState<UploadProgress>();
  const [sending, setSending] = useState(false);
  const send = async (files: File[]) => {
    if (files.length === 0) return;
    stopper.current = new AbortController();
    setProgress({ sent: 0, total: files.length, receipts: [], holding: false });
    setSending(true);
    setProgress(await upload(shoot.id, files, setProgress, stopper.current.signal));
    setSending(false);
  };
  const { counts } = shoot;
  const measured = counts.takes - counts.waiting;
  return (
    <Panel className={`flex flex-1 flex-col gap-4 p-5 ${over ? "border-2 border-accent" : ""}`}>
      <div
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          void droppedFiles(event.dataTransfer).then(send);
        }}
        className="grid min-h-32 place-items-center rounded-md border-2 border-dashed border-line p-4 text-center"
      >
        <div>
          <p className="text-lg">Drop photos or a folder here</p>
          <p className="text-[13px] text-soft">
            More than {HEAP} at once are sorted by slips, names and the plan's order.
          </p>
          <Button className="mt-2" onClick={() => picker.current?.click()}>
            Choose files …
          </Button>
          <input
            ref={picker}
            type="file"
            multiple
            className="sr-only"
            aria-label="Photos to bring in"
            tabIndex={-1}
            onChange={(event) => {
              void send([...(event.target.files ?? [])]);
              event.target.value = "";
            }}
          />
        </div>
      </div>
      {sending && progress && (
        <div>
          <p className="mb-1 flex items-center justify-between">
            Sending {progress.sent} of {progress.total}
            <Button onClick={() => stopper.current?.abort()}>Stop</Button>
          </p>
          <Bar done={progress.sent} total={progress.total} label="Photos sent" />
          {progress.holding && (
            <p role="alert" className="mt-1 text-[13px]">
              Istante does not answer. Your photos wait here and are sent when it is back.
            </p>
          )}
        </div>
      )}
      {counts.waiting > 0 && (
        <div>
          <p className="mb-1">
            Measured {measured} of {counts.takes}
          </p>
          <Bar done={measured} total={counts.takes} label="Photos measured" />
        </div>
      )}
      {progress && !sending && <Receipts progress={progress} />}
      {refusals.data && refusals.data.length > 0 && (
        <details>
          <summary>{count(refusals.data.length, "file")} kept aside</summary>
          <ul className="mt-2 flex max-h-40 flex-col gap-1 overflow-auto text-[13px]">
            {refusals.data.map((refusal) => (
              <li key={refusal.id}>
                <span className="font-medium">{refusal.fileName}</span>: {refusal.message}
              </li>
            ))}
          </ul>
        </details>
      )}
      <div className="mt-auto text-[13px] text-soft">
        Or let the camera's program save into this folder; what lands there appears by itself:
        <code className="figures mt-1 block rounded bg-sunk px-2 py-1 break-all text-ink select-all">
          {shoot.watchFolder}
        </code>
      </div>
    </Panel>
  );
}

function Receipts({ progress }: { progress: UploadProgress }) {
  const taken = progress.receipts.filter((one) => one.outcome === "taken").length;
  const others = progress.receipts.filter((one) => one.outcome !== "taken");
  return (
    <div role="status" className="text-[14px]">
      <p className="font-medium">
        {count(taken, "photo")} taken in{others.length > 0 && `, ${others.length} not:`}
      </p>
      <ul className="mt-1 flex max-h-36 flex-col gap-1 overflow-auto text-[13px]">
        {others.map((one, index) => (
          <li key={index}>
            <span className="font-medium">{one.fileName}</span>: {one.message}
          </li>
        ))}
      </ul>
    </div>
  );
}
