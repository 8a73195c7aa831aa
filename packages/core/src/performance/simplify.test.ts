import fc from 'fast-check';
import { realize } from '../exercise/realize';
import { readExercise } from '../exercise/exerciseSchema';
import { type Concert, pitchText, type Written } from '../pitch/pitch';
import { formatRational } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { canSimplify, simplify, SIMPLER_WORD } from './simplify';

const bars = (score: Score<Concert>): string[] =>
  score.measures.map((m) =>
    m.events
      .map(
        (e) =>
          `${e.kind === 'rest' ? 'R' : pitchText(e.pitch)}:${formatRational(durationQuarters(e.duration))}${e.kind === 'note' && e.tie === true ? '~' : ''}`,
      )
      .join(' '),
  );
const easier = (text: string, how: 'beats' | 'held') => bars(simplify(line<Concert>(text), { m1: how }));

describe('a bar made easier', () => {
  it('keeps what starts on a beat, or one note from rest to rest', () => {
    expect(easier('C4:e D4:e E4:e F4:e G4:h | C4:w', 'beats')).toEqual(['C4:1 E4:1 G4:2', 'C4:4']);
    expect(easier('C4:e D4:e E4:e F4:e G4:h', 'held')).toEqual(['C4:4']);
    expect(easier('C4:e D4:e R E4 F4', 'held')).toEqual(['C4:1 R:1 E4:2']);
    expect(easier('R:e C4:e D4 E4:h', 'beats')).toEqual(['R:1/2 C4:1/2 D4:1 E4:2']);
  });

  it('keeps a tie only where it leads to the same note', () => {
    expect(easier('C4 D4 E4 C4~ | C4:w', 'held')).toEqual(['C4:4~', 'C4:4']);
    expect(easier('C4 D4 E4 F4~ | F4:w', 'held')).toEqual(['C4:4', 'F4:4']);
  });

  it('has a word over it, and loses the slurs whose notes are gone', () => {
    const score = {
      ...line<Concert>('C4:e D4:e E4:e F4:e G4:h'),
      slurs: [
        { from: 'n1', to: 'n2' },
        { from: 'n3', to: 'n5' },
      ],
    };
    const made = simplify(score, { m1: 'beats' });
    expect(made.measures[0]?.events[0]?.words).toBe(SIMPLER_WORD);
    expect(made.slurs).toEqual([{ from: 'n3', to: 'n5' }]);
  });

  it('can be, only where a note would go', () => {
    const bars = placeMeasures(line<Concert>('C4 D4 E4 F4 | C4:e D4:e E4 F4:h'));
    expect(bars.map((b) => canSimplify(b, 'beats'))).toEqual([false, true]);
    expect(bars.map((b) => canSimplify(b, 'held'))).toEqual([true, true]);
  });

  it('keeps every bar as long as it was, every id its own, and makes a document that can be kept', () => {
    fc.assert(
      fc.property(arbitraryExercise(6), fc.constantFrom('beats' as const, 'held' as const), (e, how) => {
        const score = realize(e);
        const made = simplify(score, Object.fromEntries(score.measures.map((m) => [m.id, how])));
        made.measures.forEach((m, i) =>
          expect(filledQuarters(m)).toEqual(filledQuarters(score.measures[i] as (typeof score.measures)[number])),
        );
        expect(readExercise({ owner: 'concert', source: made as unknown as Score<Written>, partChoices: {} }).ok).toBe(
          true,
        );
        expect(
          placeMeasures(made).flatMap((p) => p.measure.events.filter((x) => x.kind === 'note')).length,
        ).toBeLessThanOrEqual(
          placeMeasures(score).flatMap((p) => p.measure.events.filter((x) => x.kind === 'note')).length * 3,
        );
      }),
      { seed: 3, numRuns: 60 },
    );
  });
});
