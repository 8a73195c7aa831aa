import { inflateSync } from 'node:zlib';

const SIGNATURE = 0x774f4646;
const HEADER = 44;
const ENTRY = 20;
const SFNT_HEADER = 12;
const SFNT_ENTRY = 16;

/**
 * Unpacks a WOFF font to the plain font that it holds, so that a document does not unpack it anew.
 *
 * Source: W3C, WOFF File Format 1.0, sections 3 to 5: a header, a directory of tables, each deflated where that is
 * shorter.
 * @throws Error for anything that is no WOFF
 */
export function woffToSfnt(woff: Buffer): Buffer {
  if (woff.length < HEADER || woff.readUInt32BE(0) !== SIGNATURE) throw new Error('no WOFF font');
  const count = woff.readUInt16BE(12);
  const tables = Array.from({ length: count }, (_u, i) => {
    const at = HEADER + i * ENTRY;
    const [offset, packed, length] = [woff.readUInt32BE(at + 4), woff.readUInt32BE(at + 8), woff.readUInt32BE(at + 12)];
    const bytes = woff.subarray(offset, offset + packed);
    return {
      tag: woff.subarray(at, at + 4),
      checksum: woff.readUInt32BE(at + 16),
      bytes: packed === length ? bytes : inflateSync(bytes),
    };
  });
  const padded = (n: number): number => (n + 3) & ~3;
  const directory = Buffer.alloc(SFNT_HEADER + count * SFNT_ENTRY);
  const power = 2 ** Math.floor(Math.log2(Math.max(1, count)));
  woff.copy(directory, 0, 4, 8);
  directory.writeUInt16BE(count, 4);
  directory.writeUInt16BE(power * SFNT_ENTRY, 6);
  directory.writeUInt16BE(Math.log2(power), 8);
  directory.writeUInt16BE(count * SFNT_ENTRY - power * SFNT_ENTRY, 10);
  let at = directory.length;
  const parts: Buffer[] = [directory];
  tables.forEach(({ tag, checksum, bytes }, i) => {
    const entry = SFNT_HEADER + i * SFNT_ENTRY;
    tag.copy(directory, entry);
    directory.writeUInt32BE(checksum, entry + 4);
    directory.writeUInt32BE(at, entry + 8);
    directory.writeUInt32BE(bytes.length, entry + 12);
    parts.push(bytes, Buffer.alloc(padded(bytes.length) - bytes.length));
    at += padded(bytes.length);
  });
  return Buffer.concat(parts);
}
