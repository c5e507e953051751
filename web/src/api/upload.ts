import { csrfToken, type Receipt, sentence } from "./client";

/** Files on their way to the server, three at a time, so that the page stays quick. */
export type UploadProgress = { sent: number; total: number; receipts: Receipt[] };

const AT_ONCE = 3;

export async function upload(
  shootId: number,
  files: File[],
  onProgress: (progress: UploadProgress) => void,
  signal: AbortSignal,
): Promise<UploadProgress> {
  const progress: UploadProgress = { sent: 0, total: files.length, receipts: [] };
  let next = 0;
  const worker = async () => {
    while (next < files.length && !signal.aborted) {
      const file = files[next++]!;
      progress.receipts.push(await uploadOne(shootId, file, signal));
      progress.sent++;
      onProgress({ ...progress, receipts: [...progress.receipts] });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  return progress;
}

async function uploadOne(shootId: number, file: File, signal: AbortSignal): Promise<Receipt> {
  const refused = (message: string): Receipt => ({
    fileName: file.name,
    outcome: "refused",
    message,
  });
  try {
    const body = new FormData();
    body.append("file", file);
    const response = await fetch(`/api/shoots/${shootId}/photos`, {
      method: "POST",
      headers: { "X-XSRF-TOKEN": csrfToken() },
      body,
      signal,
    });
    const json: unknown = await response.json();
    return response.ok ? (json as Receipt) : refused(sentence(json));
  } catch {
    return refused(
      signal.aborted ? "Stopped before it was sent." : "It could not be sent; drop it again.",
    );
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
