import { failure, type Result, success } from '@cifra/core';
import { childNamed, descendants, readXml } from '@cifra/xml';
import { Unzip, UnzipInflate } from 'fflate';
import { decodeText } from '../import/decodeText';
import { MAX_UNPACKED_BYTES, MAX_ZIP_ENTRIES } from '../import/limits';

class Limit extends Error {
  constructor(readonly code: 'zip-too-many-entries' | 'zip-too-large') {
    super(code);
  }
}

/** Inflates a zip, counting what really comes out and not what its directory claims. */
function unzipLimited(bytes: Uint8Array): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  let total = 0;
  let entries = 0;
  const unzip = new Unzip((file) => {
    entries += 1;
    if (entries > MAX_ZIP_ENTRIES) throw new Limit('zip-too-many-entries');
    if (!/\.(xml|musicxml)$/i.test(file.name)) return;
    const chunks: Uint8Array[] = [];
    file.ondata = (error, chunk, final) => {
      if (error !== null) throw error;
      total += chunk.length;
      if (total > MAX_UNPACKED_BYTES) throw new Limit('zip-too-large');
      chunks.push(chunk);
      if (!final) return;
      const whole = new Uint8Array(chunks.reduce((n, c) => n + c.length, 0));
      let at = 0;
      for (const c of chunks) {
        whole.set(c, at);
        at += c.length;
      }
      files.set(file.name, whole);
    };
    file.start();
  });
  unzip.register(UnzipInflate);
  // Small slices, so that a bomb is noticed after a little of it has been inflated: each grows a thousandfold at most.
  const slice = 1024;
  for (let at = 0; at < bytes.length; at += slice)
    unzip.push(bytes.subarray(at, at + slice), at + slice >= bytes.length);
  return files;
}

/** Takes the score out of a compressed MusicXML container: the root file it names, else its only XML file. */
export function unpackMxl(bytes: Uint8Array): Result<string> {
  let files: Map<string, Uint8Array>;
  try {
    files = unzipLimited(bytes);
  } catch (e) {
    if (e instanceof Limit)
      return failure(e.code, {
        facts: { limit: e.code === 'zip-too-large' ? MAX_UNPACKED_BYTES / 1024 / 1024 : MAX_ZIP_ENTRIES },
      });
    return failure('broken-zip');
  }
  if (files.size === 0) return failure('zip-no-score');
  const container = files.get('META-INF/container.xml');
  let name: string | undefined;
  if (container !== undefined) {
    const text = decodeText(container);
    const parsed = text === undefined ? undefined : readXml(text);
    if (parsed?.ok === true) {
      const rootfiles = childNamed(parsed.root, 'rootfiles') ?? parsed.root;
      name = [...descendants(rootfiles)].find((e) => e.name === 'rootfile')?.attributes['full-path'];
    }
  }
  const score =
    (name === undefined ? undefined : files.get(name)) ??
    [...files].find(([path]) => !path.startsWith('META-INF/'))?.[1];
  if (score === undefined) return failure('zip-no-score');
  const text = decodeText(score);
  return text === undefined ? failure('not-text') : success(text);
}
