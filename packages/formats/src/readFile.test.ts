import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { strToU8, zipSync } from 'fflate';
import fc from 'fast-check';
import { readFile } from './readFile';
import { MAX_FILE_BYTES, MAX_UNPACKED_BYTES } from './import/limits';

const QUARTET = readFileSync(join(__dirname, 'fixtures/evening-quartet.musicxml'));
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const code = (b: Uint8Array): string => {
  const read = readFile(b);
  return read.ok ? read.value.kind : (read.problems[0]?.code ?? '');
};
const container = (path: string): Uint8Array =>
  strToU8(`<container><rootfiles><rootfile full-path="${path}"/></rootfiles></container>`);

describe('a file is read by what it holds', () => {
  it.each<[string, Uint8Array, string]>([
    ['MusicXML', new Uint8Array(QUARTET), 'choose'],
    [
      'MusicXML in UTF-16',
      new Uint8Array([
        0xff,
        0xfe,
        ...Buffer.from(QUARTET.toString('utf8').replace('encoding="UTF-8"', 'encoding="UTF-16"'), 'utf16le'),
      ]),
      'choose',
    ],
    [
      'compressed MusicXML',
      zipSync({ 'META-INF/container.xml': container('score.xml'), 'score.xml': new Uint8Array(QUARTET) }),
      'choose',
    ],
    ['compressed MusicXML without a container', zipSync({ 'music.musicxml': new Uint8Array(QUARTET) }), 'choose'],
    ['ABC', bytes('X:1\nL:1/4\nK:C\nCDEF|'), 'line'],
    ['ABC in Latin-1', new Uint8Array([...bytes('X:1\nT:Caf'), 0xe9, ...bytes('\nL:1/4\nK:C\nCDEF|')]), 'line'],
    ['ABC with a byte-order mark', bytes('\ufeffX:1\nL:1/4\nK:C\nCDEF|'), 'line'],
  ])('%s', (_what, b, kind) => expect(code(b)).toBe(kind));

  it.each<[string, Uint8Array, string]>([
    ['nothing', new Uint8Array(), 'empty-input'],
    ['blanks', bytes(' \n '), 'empty-input'],
    ['a letter', bytes('Dear parents,'), 'unknown-format'],
    ['a picture', new Uint8Array([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1]), 'not-text'],
    ['a damaged MIDI file', bytes('MThd\u0000\u0000'), 'broken-midi'],
    ['something too large', new Uint8Array(MAX_FILE_BYTES + 1), 'too-large'],
    ['a zip cut short', zipSync({ 'a.xml': new Uint8Array(QUARTET) }).slice(0, 400), 'broken-zip'],
    ['a zip without music', zipSync({ 'readme.txt': strToU8('hello') }), 'zip-no-score'],
    [
      'a zip of many files',
      zipSync(Object.fromEntries(Array.from({ length: 80 }, (_u, i) => [`${i}.txt`, strToU8('x')]))),
      'zip-too-many-entries',
    ],
    ['a zip bomb', zipSync({ 'bomb.xml': new Uint8Array(MAX_UNPACKED_BYTES + 1) }), 'zip-too-large'],
    [
      'a zip that names a path outside',
      zipSync({ 'META-INF/container.xml': container('../../etc/passwd') }),
      'zip-no-score',
    ],
  ])('%s is refused with its own code', (_what, b, expected) => expect(code(b)).toBe(expected));

  it('notices a bomb before it has read the whole of it', () => {
    const bomb = zipSync({ 'bomb.xml': new Uint8Array(2 * MAX_UNPACKED_BYTES) });
    // Whoever reads on to the end finds a file that is cut short.
    expect(code(bomb.subarray(0, Math.floor(0.8 * bomb.length)))).toBe('zip-too-large');
    expect(code(zipSync({ 'short.xml': new Uint8Array(1000) }).subarray(0, 40))).not.toBe('zip-too-large');
  });

  it('ends in a value or in problems, whatever is done to the bytes', () => {
    const original = new Uint8Array(QUARTET);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(original.length - 1), fc.nat(255)), { minLength: 1, maxLength: 12 }),
        fc.nat(original.length),
        (flips, cut) => {
          const spoiled = original.slice(0, flips.length % 3 === 0 ? cut : original.length);
          for (const [at, value] of flips) if (at < spoiled.length) spoiled[at] = value;
          const read = readFile(spoiled);
          expect(read.ok || read.problems.length > 0).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});
