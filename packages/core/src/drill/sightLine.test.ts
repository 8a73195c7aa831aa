import { realize } from '../exercise/realize';
import { readExercise } from '../exercise/exerciseSchema';
import { instrumentOf } from '../instrument/instrumentOf';
import { STAGES } from '../instrument/instrument';
import { key, signatureAlter, tonic } from '../key/key';
import type { Meter } from '../meter/meter';
import { annotate } from '../part/annotate';
import { derivePart } from '../part/derivePart';
import { diatonic, midi, type Written } from '../pitch/pitch';
import { prove } from '../proof/prove';
import type { Note } from '../score/score';
import { findMeasureFaults } from '../score/measureSum';
import { SHARE_OF_INSTRUMENTS } from '../testing/share';
import { sightLine, sightScale, type SightLineWish } from './sightLine';

const METERS: readonly Meter[] = [
  { beats: 4, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 2, unit: 4 },
  { beats: 6, unit: 8 },
];
const wish = (more: Partial<SightLineWish> = {}): SightLineWish => ({
  instrument: instrumentOf('clarinet'),
  stage: 'first-year',
  fifths: 0,
  meter: { beats: 4, unit: 4 },
  bars: 8,
  seed: 1,
  ...more,
});
const notesIn = (w: SightLineWish): Note<Written>[] =>
  (sightLine(w)?.source.measures ?? []).flatMap((m) => m.events.flatMap((e) => (e.kind === 'note' ? [e] : [])));

describe('a line at sight', () => {
  it('is the same from the same seed, and another from another', () => {
    expect(sightLine(wish())).toEqual(sightLine(wish()));
    expect(JSON.stringify(sightLine(wish({ seed: 2 }))?.source.measures)).not.toBe(
      JSON.stringify(sightLine(wish({ seed: 1 }))?.source.measures),
    );
  });

  it('fills its bars, keeps to key, stage and figures, and is a line that could be saved, on every instrument and stage', () => {
    let made = 0;
    for (const instrument of SHARE_OF_INSTRUMENTS) {
      for (const stage of STAGES) {
        for (const meter of METERS) {
          const w = wish({ instrument, stage, meter, fifths: instrument.toWritten.fifths - 2, seed: made + 1 });
          const exercise = sightLine(w);
          if (exercise === undefined) {
            expect(sightScale(w).length).toBeLessThan(3);
            continue;
          }
          made += 1;
          expect(readExercise(exercise).ok).toBe(true);
          expect(exercise.source.measures.length).toBe(8);
          expect(findMeasureFaults(exercise.source)).toEqual([]);
          const { low, high } = instrument.ranges[stage];
          for (const { pitch } of notesIn(w)) {
            expect(midi(pitch)).toBeGreaterThanOrEqual(midi(low));
            expect(midi(pitch)).toBeLessThanOrEqual(midi(high));
            expect(pitch.alter).toBe(signatureAlter(w.fifths, pitch.step));
          }
          const part = derivePart(realize(exercise), instrument, exercise.owner);
          expect([...annotate(part).values()].every((n) => n.fingering.kind === 'playable')).toBe(true);
        }
      }
    }
    expect(made).toBeGreaterThan(11 * SHARE_OF_INSTRUMENTS.length);
  });

  it('moves by step mostly, leaps seldom and turns back after it, and never stays on a note three times', () => {
    let [steps, moves, leaps] = [0, 0, 0];
    for (let seed = 1; seed <= 120; seed++) {
      const line = notesIn(wish({ seed })).map((n) => diatonic(n.pitch));
      for (let i = 1; i < line.length; i++) {
        const move = (line[i] as number) - (line[i - 1] as number);
        moves += 1;
        if (Math.abs(move) === 1) steps += 1;
        if (Math.abs(move) >= 3) leaps += 1;
        expect(Math.abs(move)).toBeLessThanOrEqual(4);
      }
    }
    expect(steps / moves).toBeGreaterThan(0.55);
    expect(leaps / moves).toBeLessThan(0.1);
  });

  it('closes on the key note, and lets the third bar of a phrase have the rhythm of the first', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const exercise = sightLine(wish({ seed, fifths: -1 }));
      const last = notesIn(wish({ seed, fifths: -1 })).at(-1);
      expect(last?.pitch.step).toBe(tonic(key(-1)).step);
      const lengths = (exercise?.source.measures ?? []).map((m) =>
        m.events.map((e) => `${e.duration.value}${e.duration.dots}`).join(' '),
      );
      expect([lengths[2], lengths[6]]).toEqual([lengths[0], lengths[4]]);
    }
  });

  it('uses only the notes that are known, and says when they are too few', () => {
    const known = new Set([60, 62, 64, 65, 67]);
    for (const n of notesIn(wish({ known }))) expect(known.has(midi(n.pitch))).toBe(true);
    expect(sightLine(wish({ known: new Set([60, 62]) }))).toBeUndefined();
  });

  it('is proved without a mistake', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const exercise = sightLine(wish({ seed }));
      if (exercise === undefined) throw new Error('no line');
      expect(prove(exercise).filter((f) => f.weight === 'mistake')).toEqual([]);
    }
  });
});
