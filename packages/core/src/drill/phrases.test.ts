import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { key } from '../key/key';
import { type Meter, measureQuarters } from '../meter/meter';
import { chartNotes } from '../part/chart';
import { midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { equal, sum } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { Score } from '../score/score';
import { notesOf } from '../score/walk';
import { madePhrases, type PhraseWish } from './phrases';

const METERS: readonly Meter[] = [
  { beats: 2, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 4, unit: 4 },
  { beats: 6, unit: 8 },
];
const written = (text: string): Written[] => text.split(' ').map((n) => parsePitch<Written>(n));
const wish = (more: Partial<PhraseWish> = {}): PhraseWish => ({
  instrument: instrumentOf('trumpet'),
  notes: written('C4 D4 E4'),
  rests: written('C4'),
  clef: 'treble',
  key: key(0),
  meter: { beats: 4, unit: 4 },
  beats: 72,
  count: 8,
  seed: 1,
  ...more,
});
const lastOf = (score: Score<Written>, bar: number): string => {
  const last = score.measures[bar]?.events.at(-1);
  return last?.kind === 'note' ? pitchText(last.pitch) : '';
};

describe('made phrases', () => {
  it('fill every bar with the chosen notes alone, on every instrument and in every meter that has rhythms', () => {
    for (const instrument of INSTRUMENTS)
      for (const meter of METERS)
        for (let seed = 1; seed <= 8; seed++) {
          const all = chartNotes(instrument, 'first-octave');
          const notes = all.slice(0, 2 + (seed % 4));
          const rests = notes.slice(0, 1);
          const made = madePhrases(wish({ instrument, notes, rests, meter, seed, clef: instrument.clefs[0] }));
          const { measures } = made?.source ?? { measures: [] };
          expect(measures).toHaveLength(8);
          for (const m of measures)
            expect(equal(sum(m.events.map((e) => durationQuarters(e.duration))), measureQuarters(meter))).toBe(true);
          const used = new Set(made === undefined ? [] : notesOf(made.source).map((n) => midi(n.pitch)));
          for (const n of used) expect(notes.map(midi)).toContain(n);
        }
  });

  it('begin with few notes, come to rest in every second bar, and do not say the same twice in a row', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const made = madePhrases(wish({ seed, rests: written('C4 E4') }));
      if (made === undefined) throw new Error('no phrases');
      const bars = made.source.measures;
      expect(Math.max(...bars.slice(0, 2).map((m) => m.events.length))).toBeLessThanOrEqual(3);
      for (const i of [1, 3, 5, 7]) expect(['C4', 'E4']).toContain(lastOf(made.source, i));
      const told = bars.map((m) => JSON.stringify(m.events.map(({ id: _id, ...e }) => e)));
      told.forEach((t, i) => expect(t).not.toBe(told[i - 1]));
    }
  });

  it('are the same for a whole class from the same number, and others from another', () => {
    expect(madePhrases(wish())).toEqual(madePhrases(wish()));
    expect(madePhrases(wish({ seed: 2 }))?.source.measures).not.toEqual(madePhrases(wish())?.source.measures);
  });

  it('cannot be made from one note, nor in five', () => {
    expect(madePhrases(wish({ notes: written('C4') }))).toBeUndefined();
    expect(madePhrases(wish({ meter: { beats: 5, unit: 4 } }))).toBeUndefined();
  });
});
