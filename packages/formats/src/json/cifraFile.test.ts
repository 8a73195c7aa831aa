import { arbitraryExercise, line } from '@cifra/core/testing';
import { UNISON, type Written } from '@cifra/core';
import fc from 'fast-check';
import { writeMusicXml } from '../musicxml/writeMusicXml';
import { writeMxl } from '../musicxml/writeMxl';
import { notCarried } from '../notCarried';
import { readFile } from '../readFile';
import { essence } from '../testing/essence';
import { readCifraFile, writeCifraFile } from './cifraFile';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);

describe("a file of Cifra's own", () => {
  it('is the exercise itself, whole', () => {
    fc.assert(
      fc.property(arbitraryExercise(5), arbitraryExercise(3), (exercise, other) => {
        const whole = {
          ...exercise,
          otherLines: [other.source],
          partChoices: { flute: { octaves: 1, line: 1 } },
          notTaken: [{ code: 'lyrics', severity: 'left-out' } as const],
        };
        const read = readFile(bytes(writeCifraFile(whole)));
        expect(read.ok && read.value.kind === 'exercise' && read.value.exercise).toEqual(whole);
      }),
    );
  });

  it.each<[string, string, string]>([
    [
      'cut off',
      writeCifraFile({ owner: 'concert', source: line<Written>('C4:w'), partChoices: {} }).slice(0, 60),
      'broken-json',
    ],
    ['of another kind', '{"format":"other"}', 'unknown-format'],
    ['of a newer Cifra', '{"format":"cifra-exercise","version":9,"exercise":{}}', 'newer-version'],
    ['with a damaged exercise', '{"format":"cifra-exercise","version":1,"exercise":{"owner":"kazoo"}}', 'bad-document'],
  ])('%s is refused with its reason', (_name, text, code) => expect(readCifraFile(text).problems[0]?.code).toBe(code));
});

describe('a compressed file', () => {
  it('reads back as the line', () => {
    fc.assert(
      fc.property(arbitraryExercise(4), ({ source }) => {
        const read = readFile(writeMxl(writeMusicXml({ score: source, partName: 'Line', toConcert: UNISON })));
        expect(read.ok && read.value.kind === 'line' && essence(read.value.score)).toEqual(essence(source));
      }),
      { numRuns: 40 },
    );
  });
});

describe('what a format cannot hold', () => {
  const source = { ...line<Written>('C4 D4 E4 F4'), slurs: [{ from: 'n1', to: 'n2' }] };
  const exercise = { owner: 'concert', source, partChoices: { flute: { octaves: 1 } } } as const;
  it('is said for each, and nothing for a file of our own', () => {
    expect(notCarried(exercise, 'json')).toEqual([]);
    expect(notCarried(exercise, 'musicxml')).toEqual(['parts-choices']);
    expect(notCarried({ ...exercise, partChoices: {} }, 'mid')).toEqual(['notation', 'slurs']);
    expect(notCarried({ ...exercise, partChoices: {}, otherLines: [source] }, 'abc')).toEqual(['other-lines']);
    expect(
      notCarried(
        { owner: 'concert', source: { ...source, slurs: [{ from: 'n1', to: 'n1' }] }, partChoices: {} },
        'abc',
      ),
    ).toEqual(['open-slurs']);
  });
});
