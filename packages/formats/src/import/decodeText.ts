/**
 * Decodes a text file: by its byte-order mark, else UTF-8, else the encoding that an XML heading names, else
 * Latin-1 when nothing in it looks binary.
 * @returns undefined for what is not text
 */
export function decodeText(bytes: Uint8Array): string | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be').decode(bytes);
  const head = bytes.subarray(0, 4096);
  if (head.includes(0)) return undefined;
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    // Not UTF-8: older programs write Latin-1, which any byte is valid in.
    const controls = head.filter((b) => b < 9 || (b > 13 && b < 32)).length;
    return controls > 0 ? undefined : new TextDecoder('windows-1252').decode(bytes);
  }
}
