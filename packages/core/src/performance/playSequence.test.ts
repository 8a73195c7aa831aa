import fc from 'fast-check';
import { realize } from '../exercise/realize';
import type { Concert } from '../pitch/pitch';
import type { Measure, Score } from '../score/score';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { perform } from './perform';
import { playSequence, type PlayOptions } from './playSequence';

const PLAIN: PlayOptions = { speed: 1, repeats: true, countIn: true, subdivide: false };
const at60 = (
  text: string,
  change: (m: Measure<Concert>, i: number) => Partial<Measure<Concert>> = () => ({}),
  options = {},
): Score<Concert> => {
  const score = line<Concert>(text, options);
  return {
    ...score,
    measures: score.measures.map((m, i): Measure<Concert> => ({
      ...m,
      ...(i === 0 && { tempo: { mark: { value: 'quarter', dots: 0, perMinute: 60 } } }),
      ...change(m, i),
    })),
  };
};

describe('playing a line', () => {
  it('counts a bar in, then plays on the beat', () => {
    const plan = playSequence(at60('C4 D4 E4 F4 | G4:w'), PLAIN);
    expect(plan.clicks.slice(0, 4).map((c) => [c.at, c.word])).toEqual([
      [0, '1'],
      [1, '2'],
      [2, '3'],
      [3, '4'],
    ]);
    expect(plan.notes.map((n) => [n.at, n.seconds])).toEqual([
      [4, 1],
      [5, 1],
      [6, 1],
      [7, 1],
      [8, 4],
    ]);
    expect([plan.starts, plan.seconds]).toEqual([4, 12]);
    expect(plan.clicks.slice(4).map((c) => c.strength)).toEqual([
      'strong',
      'weak',
      'medium',
      'weak',
      'strong',
      'weak',
      'medium',
      'weak',
    ]);
  });

  it('shortens the count by the pickup, whose clicks stand on the beats that it is borrowed from', () => {
    const plan = playSequence(
      at60('G4 | C4:w', (_m, i) => (i === 0 ? { pickup: true } : {})),
      PLAIN,
    );
    expect(plan.clicks.map((c) => [c.at, c.word ?? c.strength])).toEqual([
      [0, '1'],
      [1, '2'],
      [2, '3'],
      [3, 'weak'],
      [4, 'strong'],
      [5, 'weak'],
      [6, 'medium'],
      [7, 'weak'],
    ]);
    expect(plan.notes[0]?.at).toBe(3);
    // A pickup of an eighth comes between two counts.
    const eighth = playSequence(
      at60('G4:e | C4:w', (_m, i) => (i === 0 ? { pickup: true } : {})),
      PLAIN,
    );
    expect([eighth.clicks.filter((c) => c.word !== undefined).length, eighth.notes[0]?.at]).toEqual([4, 3.5]);
  });

  it('goes slower by a share, and halves the beats', () => {
    const plan = playSequence(at60('C4 D4 E4 F4'), { ...PLAIN, speed: 0.5, countIn: false, subdivide: true });
    expect(plan.notes.map((n) => n.at)).toEqual([0, 2, 4, 6]);
    expect(plan.clicks.map((c) => c.at)).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(plan.clicks.filter((c) => c.strength === 'off').length).toBe(4);
  });

  it('holds a fermata to twice its length, and all waits for it', () => {
    const score = at60('C4:h D4:h | E4:w', (m, i) =>
      i === 0 ? { events: m.events.map((e, k) => (k === 1 ? { ...e, fermata: true } : e)) } : {},
    );
    const plan = playSequence(score, { ...PLAIN, countIn: false });
    expect(plan.notes.map((n) => [n.at, n.seconds])).toEqual([
      [0, 2],
      [2, 4],
      [6, 4],
    ]);
    expect(plan.seconds).toBe(10);
  });

  it('plays repeats, or every bar once; some bars alone at their own tempo', () => {
    const score = at60('C4:w | D4:w | E4:w', (_m, i) => (i === 1 ? { repeatEnd: true } : {}));
    expect(playSequence(score, { ...PLAIN, countIn: false }).notes.map((n) => n.id)).toEqual([
      'n1',
      'n2',
      'n1',
      'n2',
      'n3',
    ]);
    expect(playSequence(score, { ...PLAIN, countIn: false, repeats: false }).notes.map((n) => n.id)).toEqual([
      'n1',
      'n2',
      'n3',
    ]);
    const some = playSequence(score, { ...PLAIN, repeats: false, bars: { from: 1, to: 2 } });
    expect(some.notes.map((n) => [n.id, n.at])).toEqual([
      ['n2', 4],
      ['n3', 8],
    ]);
    expect(some.cues.map((c) => c.bar)).toEqual([1, 2]);
  });

  it('leads the playhead over held notes, which sound once', () => {
    const plan = playSequence(at60('C4:h D4:h~ | D4:w'), { ...PLAIN, countIn: false });
    expect(plan.notes.map((n) => [n.id, n.seconds])).toEqual([
      ['n1', 2],
      ['n2', 6],
    ]);
    expect(plan.cues.map((c) => [c.id, c.at])).toEqual([
      ['n1', 0],
      ['n2', 2],
      ['n3', 4],
    ]);
  });

  it('has every note of the performance, in order, none longer than the whole', () => {
    fc.assert(
      fc.property(arbitraryExercise(8), fc.constantFrom(0.4, 1, 1.2), (e, speed) => {
        const score = realize(e);
        const plan = playSequence(score, { ...PLAIN, speed });
        expect(plan.notes.map((n) => n.id)).toEqual(perform(score).notes.map((n) => n.id));
        plan.notes.forEach((n, i) => {
          const next = plan.notes[i + 1];
          if (next !== undefined) expect(n.at + n.seconds).toBeLessThanOrEqual(next.at + 1e-9);
          expect(n.at + n.seconds).toBeLessThanOrEqual(plan.seconds + 1e-9);
        });
        expect(plan.clicks.every((c, i) => i === 0 || c.at >= (plan.clicks[i - 1]?.at ?? 0) - 1e-9)).toBe(true);
      }),
      { seed: 9, numRuns: 60 },
    );
  });
});
