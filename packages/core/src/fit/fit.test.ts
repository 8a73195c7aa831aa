import { realize } from '../exercise/realize';
import { readExercise } from '../exercise/exerciseSchema';
import { transposeExercise } from '../exercise/transposeExercise';
import type { Exercise } from '../exercise/exercise';
import type { InstrumentId } from '../instrument/instrument';
import { partOf } from '../page/pageParts';
import { annotate } from '../part/annotate';
import { DEFAULT_TEACHING } from '../part/teaching';
import { semitones } from '../pitch/interval';
import { midi, type Written } from '../pitch/pitch';
import { notesOf } from '../score/walk';
import { line } from '../testing/line';
import { partChanges } from '../trouble/partTrouble';
import { fitKeys, rankKeys, twelveIntervals } from './classFit';
import { offerEasier } from './easier';
import { summarizeLine } from './lineSummary';
import { lineTraits } from './lineTraits';
import { readinessOf } from './readiness';

const IDS: readonly InstrumentId[] = ['flute', 'clarinet', 'alto-saxophone', 'trumpet', 'horn', 'trombone', 'tuba'];
const trumpet = (text: string, fifths = 0): Exercise => ({
  owner: 'trumpet',
  source: line<Written>(text, { fifths }),
  partChoices: {},
});

describe('the twelve keys', () => {
  it.each([0, -2, 3, 6, -6])(
    'from %i fifths are twelve different half steps, each with the smaller signature',
    (fifths) => {
      const intervals = twelveIntervals(fifths);
      expect(intervals.map(semitones)).toEqual([-5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6]);
      for (const i of intervals) expect(Math.abs(fifths + i.fifths)).toBeLessThanOrEqual(6);
    },
  );
});

describe('how a line suits a class', () => {
  const exercise = trumpet('C4 D4 E4 F4 | G4 A4 G4:h | C5 B4 A4 G4 | C4:w');
  const keys = [...fitKeys({ exercise, instruments: IDS, teaching: DEFAULT_TEACHING, known: {} })];

  // Held to each part as it would be made: the line moved, derived, annotated and counted anew.
  it('is counted exactly in every key', () => {
    for (const k of keys) {
      const moved = transposeExercise(exercise, k.interval);
      for (const { id, best } of k.instruments) {
        const part = partOf({ ...moved, partChoices: { [id]: { octaves: best.octaves } } }, id, DEFAULT_TEACHING);
        const known = new Set(part.instrument.firstNotes.map(midi));
        const trouble = partChanges(part, annotate(part), (n) => !known.has(n)).reduce((sum, c) => sum + c.cost, 0);
        expect([best.unplayable, best.outside, best.trouble]).toEqual([
          part.unplayable.length,
          part.outside.length,
          expect.closeTo(trouble, 6),
        ]);
        expect(best.fresh).toBe(
          new Set(
            notesOf(part.score)
              .map((n) => midi(n.pitch))
              .filter((n) => !known.has(n)),
          ).size,
        );
      }
    }
  });

  it('stands best first, and no octave that was looked at is better than the one taken', () => {
    const ranked = rankKeys(keys);
    // No key stands before one that is at least as good in everything and better in something.
    const all = ['unplayable', 'outside', 'fresh', 'signs', 'trouble'] as const;
    ranked.forEach((a, i) =>
      ranked
        .slice(i + 1)
        .forEach((b) =>
          expect(all.every((k) => b.total[k] <= a.total[k]) && all.some((k) => b.total[k] < a.total[k])).toBe(false),
        ),
    );
    expect(ranked.map((k) => k.total.unplayable)).toEqual(
      [...ranked.map((k) => k.total.unplayable)].sort((a, b) => a - b),
    );
    for (const k of keys)
      for (const { id, best, octaves } of k.instruments) {
        if (id === 'trumpet' && semitones(k.interval) === 0) continue;
        for (const o of octaves)
          expect(
            o.unplayable > best.unplayable || (o.unplayable === best.unplayable && o.outside >= best.outside),
          ).toBe(true);
      }
  });

  // A first-notes line in concert B flat is where beginners' notes are. Common practice, no source.
  it('finds the beginners key for a five-note line that was written a half step too high', () => {
    const high = transposeExercise(trumpet('C4 D4 E4 F4 | G4 F4 E4 D4 | C4:w'), { fifths: 7, octaves: -4 });
    const [best] = rankKeys([
      ...fitKeys({
        exercise: high,
        instruments: ['flute', 'clarinet', 'trumpet', 'trombone', 'euphonium', 'tuba'],
        teaching: DEFAULT_TEACHING,
        known: {},
      }),
    ]);
    expect(best?.fifths).toBe(-2);
    expect(best?.total.fresh).toBe(0);
  });
});

describe('making it easier', () => {
  const hard = trumpet('C4 E4 G4 E4 | C4:e D4:e E4:e F4:e G4:e A4:e B4:e C5:e | C4:w');

  it('offers the hardest bars with fewer notes and all of them, each easier than now and fit to be kept', () => {
    const offers = offerEasier(hard, 'trumpet', DEFAULT_TEACHING);
    expect(offers.map((o) => o.kind)).toEqual(expect.arrayContaining(['bar', 'all-bars']));
    for (const o of offers) {
      expect(o.after).toBeLessThan(o.before);
      const taken = { ...hard, partChoices: { trumpet: o.choice } };
      expect(readExercise(taken).ok).toBe(true);
      const part = partOf(taken, 'trumpet', DEFAULT_TEACHING);
      const known = new Set(part.instrument.firstNotes.map(midi));
      expect(partChanges(part, annotate(part), (n) => !known.has(n)).reduce((sum, c) => sum + c.cost, 0)).toBeCloseTo(
        o.after,
        6,
      );
    }
    expect(offers.find((o) => o.kind === 'bar')).toMatchObject({ number: 2 });
  });

  it('leaves the others their bars, and has nothing for a line of one note', () => {
    const [offer] = offerEasier(hard, 'trumpet', DEFAULT_TEACHING);
    const taken = { ...hard, partChoices: { trumpet: offer?.choice ?? {} } };
    expect(partOf(taken, 'flute', DEFAULT_TEACHING).concert).toEqual(realize(hard));
    expect(offerEasier(trumpet('C4:w | C4:w'), 'trumpet', DEFAULT_TEACHING)).toEqual([]);
  });

  it('offers another octave where less lies outside', () => {
    const low = { ...trumpet('G3 A3 B3 C4'), partChoices: { tuba: { octaves: 2 } } };
    expect(offerEasier(low, 'tuba', DEFAULT_TEACHING)[0]).toMatchObject({ kind: 'octave' });
  });
});

describe('for whom a line is ready', () => {
  it('goes by the notes they have met', () => {
    const exercise = trumpet('C4 D4 E4 F4 | G4:w');
    expect(
      readinessOf(summarizeLine(exercise), ['trumpet', 'flute', 'trombone'], DEFAULT_TEACHING, {
        flute: ['Bb4', 'C5', 'D5'],
      }),
    ).toEqual({ ready: ['trumpet', 'trombone'], fresh: [{ id: 'flute', notes: 2 }], unplayable: [] });
  });

  it('names who cannot play all of it', () => {
    expect(readinessOf(summarizeLine(trumpet('C4:h C7:h')), ['tuba'], DEFAULT_TEACHING, {}).unplayable).toEqual([
      'tuba',
    ]);
  });

  it.each([
    ['C4:w', 'long-notes'],
    ['C4 D4 E4:h', 'quarters'],
    ['C4:e D4:e E4', 'eighths'],
    ['C4:q. D4:e', 'dotted'],
    ['C4:h. D4', 'quarters'],
    ['C4:s D4:s', 'sixteenths'],
  ] as const)('the rhythm of %s is of %s', (text, level) => {
    expect(lineTraits(line<Written>(text)).rhythm).toBe(level);
  });

  it('knows a line by its key, meter, range and length', () => {
    expect(lineTraits(line<Written>('C4 G4 C5 G4 | C4:w', { fifths: -1 }))).toEqual({
      fifths: -1,
      meter: { beats: 4, unit: 4 },
      span: 12,
      rhythm: 'quarters',
      signs: [],
      bars: 2,
    });
  });
});
