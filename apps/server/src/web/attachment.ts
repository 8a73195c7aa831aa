import { create } from 'content-disposition';

/** A file name without anything that could end a header or walk a path. */
export const attachmentName = (fileName: string): string =>
  fileName
    .replace(/[\u0000-\u001f\u007f"\\/:*?<>|]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 150);

/** The header that names a download, with a plain name for old programs. */
export function attachment(fileName: string): string {
  const name = attachmentName(fileName);
  return create(name, { fallback: name.normalize('NFKD').replace(/[^\x20-\x7e]/g, '') });
}
