import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  derivePart,
  type Exercise,
  INSTRUMENTS,
  key,
  type Measure,
  midi,
  notesOf,
  readChordSymbol,
  realize,
  semitones,
  type Score,
  type Written,
  samePitch,
} from '@cifra/core';
import { arbitraryExercise, arbitraryScore, line, midiNotes, oddLine } from '@cifra/core/testing';
import fc from 'fast-check';
import { essence } from '../testing/essence';
import { readAbc } from './readAbc';
import { writeAbc } from './writeAbc';

function back(text: string): Score<Written> {
  const read = readAbc(text);
  if (!read.ok || read.value.kind !== 'line') throw new Error(`${JSON.stringify(read.problems)}\n${text}`);
  if (read.problems.some((p) => p.code === 'abc-warning' || p.severity === 'left-out'))
    throw new Error(`${JSON.stringify(read.problems)}\n${text}`);
  return read.value.score;
}
const change = (
  score: Score<Written>,
  changes: Readonly<Record<number, Partial<Measure<Written>>>>,
): Score<Written> => ({ ...score, measures: score.measures.map((m, i) => ({ ...m, ...changes[i] })) });
const body = (score: Score<Written>): string =>
  writeAbc(score)
    .split(/K:.*\n/)[1]
    ?.trim() ?? '';

describe('written ABC', () => {
  it('reads back as the same score', () => {
    fc.assert(
      fc.property(
        arbitraryScore().map((s) => back(writeAbc(s))),
        (s) => {
          expect(essence(back(writeAbc(s)))).toEqual(essence(s));
        },
      ),
      { numRuns: 300 },
    );
    fc.assert(
      fc.property(arbitraryScore(), (s) => {
        const again = back(writeAbc(s));
        expect(essence(again).measures.map((m) => m.events)).toEqual(essence(s).measures.map((m) => m.events));
        expect(essence(again).slurs).toEqual(essence(s).slurs);
        expect(again.measures[0]).toMatchObject({
          clef: s.measures[0]?.clef,
          key: s.measures[0]?.key,
          meter: s.measures[0]?.meter,
        });
      }),
      { numRuns: 300 },
    );
  });

  it('a page of any instrument, written and read again, is the same concert line', () => {
    fc.assert(
      fc.property(arbitraryExercise(), fc.constantFrom(...INSTRUMENTS), (exercise: Exercise, i) => {
        const page = derivePart(realize(exercise), i, 'concert').score;
        const sounds = (source: Score<Written>): number[] =>
          notesOf(realize({ owner: i.id, source, partChoices: {} })).map((n) => midi(n.pitch));
        fc.pre(notesOf(page).every((n) => midi(n.pitch) >= 12 && midi(n.pitch) <= 120));
        expect(sounds(back(writeAbc(page)))).toEqual(sounds(page));
      }),
      { numRuns: 200 },
    );
  });

  it('writes signs so that no reader can take them otherwise', () => {
    expect(body(line<Written>('C#4 C#4 C5 C#5 | C4:w'))).toBe('^C C =c ^c | C4 |]');
    expect(body(line<Written>('F#4 F4 F5 F#4 | F#4:w', { fifths: 1 }))).toBe('F =F =f ^F | F4 |]');
    expect(body(line<Written>('D4:h. C#4~ | C#4:h C4:h'))).toBe('D3 ^C- | ^C2 =C2 |]');
  });

  it('carries bars, repeats, endings, changes, tempo, words and marks', () => {
    const tune = change(line<Written>('C4:w | D4:w | E4:w | F4:w | G4:w'), {
      0: { repeatStart: true, tempo: { words: 'Slow "and" 50%', mark: { value: 'quarter', dots: 1, perMinute: 72 } } },
      1: { ending: [1, 2], repeatEnd: true },
      2: { ending: [3], key: key(-3, 'minor'), endBar: 'double' },
      3: { meter: { beats: 2, unit: 2, symbol: 'cut' }, clef: 'bass' },
      4: { endBar: 'final', tempo: { words: 'Faster' } },
    });
    const text = writeAbc({ ...tune, title: 'Gate\nand "Garden"', composer: 'Tide' });
    expect(text).toContain(
      'T:Gate and \u2019Garden\u2019\nC:Tide\nM:4/4\nL:1/4\nQ:"Slow \u2019and\u2019 50\\%" 3/8=72\nK:C clef=treble\n|: C4 |1,2 D4 :|3[K:Cm] =E4 ||',
    );
    const again = back(text);
    expect(again.measures.map((m) => [m.repeatStart, m.repeatEnd, m.ending, m.endBar])).toEqual([
      [true, undefined, undefined, undefined],
      [undefined, true, [1, 2], undefined],
      [undefined, undefined, [3], 'double'],
      [undefined, undefined, undefined, undefined],
      [undefined, undefined, undefined, 'final'],
    ]);
    expect(again.measures[2]?.key).toEqual(key(-3, 'minor'));
    expect(again.measures[3]).toMatchObject({ clef: 'bass', meter: { beats: 2, unit: 2, symbol: 'cut' } });
    expect(again.measures[4]?.tempo).toEqual({ words: 'Faster' });
  });

  it('carries articulations, dynamics, breaths, hairpins, words, octaves and multi-bar rests', () => {
    const score = line<Written>('C2 C7:h. | R:w | R:w | C4 D4 E4 F4');
    const events =
      score.measures[0]?.events.map((e, i) =>
        i === 0
          ? { ...e, articulations: ['staccato', 'accent'] as const, dynamic: 'mf' as const, words: 'dolce' }
          : { ...e, breathAfter: true, fermata: true },
      ) ?? [];
    const rich = {
      ...change(score, { 0: { events: events as Measure<Written>['events'] }, 1: { multiRest: 2 } }),
      hairpins: [{ kind: 'crescendo' as const, from: 'n5', to: 'n8' }],
      slurs: [{ from: 'n5', to: 'n6' }],
    };
    expect(body(rich)).toBe('"^dolce"!mf!.!accent!C,, !fermata!!breath!c\'\'3 | Z2 | !<(!(C D) E !<)!F |]');
    const again = back(writeAbc(rich));
    expect(again.measures[0]?.events[0]).toMatchObject({
      articulations: ['staccato', 'accent'],
      dynamic: 'mf',
      words: 'dolce',
    });
    expect(again.measures[1]?.multiRest).toBe(2);
    expect(again.hairpins).toHaveLength(1);
  });

  it('refuses a score without bars', () => {
    expect(() => writeAbc({ title: '', measures: [], slurs: [], hairpins: [] })).toThrow('without bars');
  });
});

/*
 * A second reader: abc2midi of Debian's abcmidi, which knows nothing of Cifra. Its MIDI must hold the core's sounding
 * pitches.
 */
describe('abc2midi agrees on every sounding pitch', () => {
  const folder = mkdtempSync(join(tmpdir(), 'cifra-abc-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  const samples = [
    ...fc.sample(arbitraryScore(6), { seed: 5, numRuns: 20 }),
    ...Array.from({ length: 40 }, (_u, i) => oddLine(i + 1).exercise.source).filter((s) => notesOf(s).length > 0),
  ];
  it.each(samples.map((s, i) => [i, s] as const))('generated line %i', (i, generated) => {
    // Without repeats, and without breaths and articulations, for which that program shortens a note even before its
    // tie: what is written sounds once.
    const score: Score<Written> = {
      ...generated,
      measures: generated.measures.map(({ repeatStart: _s, repeatEnd: _e, ending: _n, ...m }) => ({
        ...m,
        // Chord symbols sound there, too: they are listened to by themselves.
        events: m.events.map(({ chord: _c, ...e }) =>
          e.kind === 'note' ? { ...e, breathAfter: false, articulations: [] } : e,
        ),
      })),
    };
    const file = join(folder, `${i}.abc`);
    writeFileSync(file, writeAbc(score));
    execFileSync('abc2midi', [file, '-o', `${file}.mid`, '-quiet'], { stdio: 'pipe' });
    const struck = notesOf(score).filter((note, n, all) => {
      const before = all[n - 1];
      return before?.tie !== true || !samePitch(before.pitch, note.pitch);
    });
    expect(midiNotes(new Uint8Array(readFileSync(`${file}.mid`)))).toEqual(struck.map((n) => midi(n.pitch)));
  });

  // It plays chord symbols by a table of its own: on every page they sound as far away as the notes do.
  it.each(['C', 'F#m', 'Bb7', 'Ebm7', 'G+', 'Adim', 'Dsus4', 'Abmaj7', 'C/E'])(
    'the chord %s on every page',
    (symbol) => {
      const heard = (score: Score<Written>, name: string): number[] => {
        const file = join(folder, name);
        writeFileSync(file, writeAbc(score));
        execFileSync('abc2midi', [file, '-o', `${file}.mid`, '-quiet'], { stdio: 'pipe' });
        return midiNotes(new Uint8Array(readFileSync(`${file}.mid`))).map((n) => n % 12);
      };
      const chord = readChordSymbol(symbol);
      const plain = line<Written>('C4:w');
      const source = change(plain, {
        0: { events: plain.measures[0]?.events.map((e) => ({ ...e, ...(chord && { chord }) })) ?? [] },
      });
      const concert = heard(source, 'concert.abc');
      expect(new Set(concert).size).toBeGreaterThan(2);
      for (const i of INSTRUMENTS) {
        const page = derivePart(realize({ owner: 'concert', source, partChoices: {} }), i, 'concert').score;
        const up = semitones(i.toWritten);
        expect({ page: i.id, classes: [...new Set(heard(page, 'page.abc'))].sort() }).toEqual({
          page: i.id,
          classes: [...new Set(concert.map((n) => (((n + up) % 12) + 12) % 12))].sort(),
        });
      }
    },
  );
});
