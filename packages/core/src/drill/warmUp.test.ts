import { Note, Scale } from 'tonal';
import { realize } from '../exercise/realize';
import { finger } from '../instrument/finger';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { partOf } from '../page/pageParts';
import { DEFAULT_TEACHING } from '../part/teaching';
import { midi, pitchText } from '../pitch/pitch';
import { prove } from '../proof/prove';
import { toNumber } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { notesOf } from '../score/walk';
import { WARM_UP_FIFTHS, WARM_UPS, warmUp } from './warmUp';

const KEYS = { [-4]: 'Ab', [-3]: 'Eb', [-2]: 'Bb', [-1]: 'F', 0: 'C', 1: 'G' } as const;
const every = WARM_UPS.flatMap((kind) => WARM_UP_FIFTHS.map((fifths) => ({ kind, fifths })));

describe('a warm-up as a line', () => {
  it.each(every)(
    '$kind in $fifths has full bars, nothing to prove, and a breath at least every four bars',
    ({ kind, fifths }) => {
      const exercise = warmUp(kind, fifths, 'Warm-up');
      for (const m of exercise.source.measures)
        expect(m.events.reduce((sum, e) => sum + toNumber(durationQuarters(e.duration)), 0)).toBe(4);
      expect(prove(exercise).filter((f) => kind !== 'slurs' || f.weight !== 'look')).toEqual([]);
      const quarters = exercise.source.measures
        .flatMap((m) => m.events)
        .reduce<number[]>(
          (runs, e) => {
            const last = runs[runs.length - 1] ?? 0;
            if (e.kind === 'rest') return [...runs, 0];
            const now = [...runs.slice(0, -1), last + toNumber(durationQuarters(e.duration))];
            return e.breathAfter === true ? [...now, 0] : now;
          },
          [0],
        );
      expect(Math.max(...quarters)).toBeLessThanOrEqual(16);
    },
  );

  it.each(WARM_UP_FIFTHS)('a scale in %s is the scale that the library tonal gives, up and down', (fifths) => {
    const notes = notesOf(warmUp('scale', fifths, 'Scale').source).map((n) => pitchText(n.pitch));
    const theirs = Scale.get(`${KEYS[fifths]} major`).notes;
    expect(notes.slice(0, 7).map((n) => n.replace(/\d/, ''))).toEqual(theirs);
    expect(notes.slice(8, 16)).toEqual([...notes.slice(0, 8)].reverse());
  });

  it.each(WARM_UP_FIFTHS)(
    'slurs in %s are pure fifths, each pair a half step lower, without a double sign',
    (fifths) => {
      const { source } = warmUp('slurs', fifths, 'Slurs');
      const notes = notesOf(source);
      const lows = notes.filter((_n, i) => i % 4 === 0);
      const highs = notes.filter((_n, i) => i % 4 === 1);
      lows.forEach((low, i) => {
        const [high = low, before = low] = [highs[i], lows[i - 1]];
        expect(Note.transpose(pitchText(low.pitch), 'P5')).toBe(pitchText(high.pitch));
        if (i > 0) expect(midi(before.pitch) - midi(low.pitch)).toBe(1);
        for (const p of [low.pitch, high.pitch]) expect(Math.abs(p.alter)).toBeLessThanOrEqual(1);
      });
      expect(source.slurs).toHaveLength(notes.length / 2);
    },
  );

  it.each([
    ['trumpet', -2],
    ['trombone', -2],
    ['euphonium', -2],
    ['tuba', -2],
  ] as const)('on a %s both notes of a slur have one figure in B♭ (%s)', (id, fifths) => {
    const part = partOf(warmUp('slurs', fifths, 'Slurs'), id, DEFAULT_TEACHING);
    const figures = notesOf(part.score).map((n) => {
      const found = finger(part.instrument, n.pitch, DEFAULT_TEACHING.conventions);
      return found.kind === 'playable' ? JSON.stringify(found.figure) : '';
    });
    for (let i = 0; i < figures.length; i += 2) expect([i, figures[i]]).toEqual([i, figures[i + 1]]);
    expect(figures).not.toContain('');
  });

  it('keeps within what beginners reach: five notes, articulation and rhythm in F on every instrument', () => {
    for (const kind of ['five-notes', 'articulation', 'rhythm', 'long-tones'] as const)
      for (const { id } of INSTRUMENTS) {
        const part = partOf(warmUp(kind, -1, 'Warm-up'), id, { ...DEFAULT_TEACHING, stage: 'first-year' });
        expect([kind, id, part.unplayable.length, part.outside.length]).toEqual([kind, id, 0, 0]);
      }
  });

  it('sounds as it is written', () => {
    expect(notesOf(realize(warmUp('scale', 0, 'Scale')))[0]?.pitch).toMatchObject({ step: 'C', octave: 4 });
  });
});
