import { csrfToken, type Receipt, sentence } from "./client";

/** Files on their way to the server, three at a time, so that the page stays quick. */
export type UploadProgress = {
  sent: number;
  total: number;
  receipts: Receipt[];
  /** The server does not answer; files are held and sent again when it does. */
  holding: boolean;
};

const AT_ONCE = 3;

/** More than this many at once are a heap from a card, not what was just taken. */
export const HEAP = 3;
const RETRY_MS = 1_500;
const PATIENCE_MS = 5 * 60_000;

export async function upload(
  shootId: number,
  files: File[],
  onProgress: (progress: UploadProgress) => void,
  signal: AbortSignal,
): Promise<UploadProgress> {
  const progress: UploadProgress = { sent: 0, total: files.length, receipts: [], holding: false };
  const tell = () => onProgress({ ...progress, receipts: [...progress.receipts] });
  const hold = (holding: boolean) => {
    if (progress.holding === holding) return;
    progress.holding = holding;
    tell();
  };
  let next = 0;
  const worker = async () => {
    while (next < files.length && !signal.aborted) {
      const file = files[next++]!;
      progress.receipts.push(await uploadOne(shootId, file, files.length <= HEAP, hold, signal));
      progress.sent++;
      tell();
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  return progress;
}

/** Sends one file; while the server is away (it may be starting again) the file is held and retried. */
async function uploadOne(
  shootId: number,
  file: File,
  oneByOne: boolean,
  hold: (holding: boolean) => void,
  signal: AbortSignal,
): Promise<Receipt> {
  const refused = (message: string): Receipt => ({
    fileName: file.name,
    outcome: "refused",
    message,
  });
  const giveUpAt = Date.now() + PATIENCE_MS;
  for (;;) {
    try {
      const receipt = await send(shootId, file, oneByOne, refused, signal);
      hold(false);
      return receipt;
    } catch {
      if (signal.aborted) return refused("Stopped before it was sent.");
      if (!(await readable(file)))
        return refused("It can't be read any more. Is the card still in?");
      if (Date.now() > giveUpAt) return refused("It could not be sent; drop it again.");
      hold(true);
      await new Promise((resolve) => setTimeout(resolve, RETRY_MS));
    }
  }
}

async function send(
  shootId: number,
  file: File,
  oneByOne: boolean,
  refused: (message: string) => Receipt,
  signal: AbortSignal,
): Promise<Receipt> {
  const body = new FormData();
  body.append("file", file);
  const response = await fetch(`/api/shoots/${shootId}/photos?oneByOne=${oneByOne}`, {
    method: "POST",
    headers: { "X-XSRF-TOKEN": csrfToken() },
    body,
    signal,
  });
  const json: unknown = await response.json();
  return response.ok ? (json as Receipt) : refused(sentence(json));
}

async function readable(file: File): Promise<boolean> {
  try {
    await file.slice(0, 1).arrayBuffer();
    return true;
  } catch {
    return false;
  }
}

/** All files of a drop, folders opened. */
export async function droppedFiles(transfer: DataTransfer): Promise<File[]> {
  const entries = [...transfer.items]
    .map((item) => item.webkitGetAsEntry())
    .filter((entry) => entry !== null);
  if (entries.length === 0) return [...transfer.files];
  const files: File[] = [];
  for (const entry of entries) await collect(entry, files);
  return files;
}

async function collect(entry: FileSystemEntry, into: File[]): Promise<void> {
  if (entry.isFile) {
    const file = await new Promise<File>((resolve, reject) =>
      (entry as FileSystemFileEntry).file(resolve, reject),
    );
    if (!file.name.startsWith(".")) into.push(file);
    return;
  }
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  for (;;) {
    // A reader gives at most a hundred entries at a time.
    const some = await new Promise<FileSystemEntry[]>((resolve, reject) =>
      reader.readEntries(resolve, reject),
    );
    if (some.length === 0) return;
    for (const one of some) await collect(one, into);
  }
}
