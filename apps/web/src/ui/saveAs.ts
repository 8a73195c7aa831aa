const KEEP_MS = 60_000;

/** Hands a file to the browser's downloads, under a name that every system takes. */
export function saveAs(name: string, content: Blob): void {
  const url = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name.replace(/[\\/:*?"<>|]+/g, ' ');
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), KEEP_MS);
}
