/** Hands a text, or bytes, to the reader as a file. */
export function saveFile(name: string, type: string, text: BlobPart): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement("a");
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
