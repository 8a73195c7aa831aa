/** A file name without anything that could end a header or walk a path. */
export const attachmentName = (fileName: string): string =>
  fileName
    .replace(/[\u0000-\u001f\u007f"\\/:*?<>|]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 150);

/**
 * The header that names a download: plain ASCII for old programs and the full name by RFC 6266 and RFC 8187.
 */
export function attachment(fileName: string): string {
  const safe = attachmentName(fileName);
  const ascii = safe.normalize('NFKD').replace(/[^\x20-\x7e]/g, '');
  const encoded = encodeURIComponent(safe).replace(/['()*]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`);
  return `attachment; filename="${ascii}"; filename*=UTF-8''${encoded}`;
}
