import fc from 'fast-check';
import { realize } from '../exercise/realize';
import type { Concert } from '../pitch/pitch';
import type { Score } from '../score/score';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { playSequence, type PlayOptions } from './playSequence';
import { takeTurns } from './turns';

const PLAIN: PlayOptions = { speed: 1, repeats: false, countIn: false, subdivide: false };
const at60 = (text: string, options = {}): Score<Concert> => {
  const score = line<Concert>(text, options);
  return {
    ...score,
    measures: score.measures.map((m, i) =>
      i === 0 ? { ...m, tempo: { mark: { value: 'quarter', dots: 0, perMinute: 60 } } } : m,
    ),
  };
};

describe('my turn, your turn', () => {
  it('plays a stretch, then leaves the same time free while beat and playhead go on', () => {
    const turns = takeTurns(playSequence(at60('C4:w | D4:h E4:h'), PLAIN), () => true);
    expect(turns.notes.map((n) => [n.id, n.at])).toEqual([
      ['n1', 0],
      ['n2', 8],
      ['n3', 10],
    ]);
    expect(turns.yours).toEqual([
      { from: 4, to: 8 },
      { from: 12, to: 16 },
    ]);
    expect(turns.cues.map((c) => [c.id, c.at])).toEqual([
      ['n1', 0],
      ['n1', 4],
      ['n2', 8],
      ['n3', 10],
      ['n2', 12],
      ['n3', 14],
    ]);
    expect(turns.clicks.map((c) => c.at)).toEqual(Array.from({ length: 16 }, (_u, i) => i));
    expect(turns.seconds).toBe(16);
  });

  it('takes longer stretches where a turn begins with some bars only, and keeps the count-in once', () => {
    const turns = takeTurns(
      playSequence(at60('C4:w | D4:w | E4:w | F4:w'), { ...PLAIN, countIn: true }),
      (bar) => bar % 2 === 0,
    );
    expect(turns.clicks.filter((c) => c.word !== undefined).map((c) => c.word)).toEqual(['1', '2', '3', '4']);
    expect(turns.yours).toEqual([
      { from: 12, to: 20 },
      { from: 28, to: 36 },
    ]);
    expect(turns.notes.map((n) => n.at)).toEqual([4, 8, 20, 24]);
  });

  it('plays every note once, and takes twice the time, whatever the line', () => {
    fc.assert(
      fc.property(arbitraryExercise(6), fc.integer({ min: 1, max: 3 }), (e, size) => {
        const plan = playSequence(realize(e), PLAIN);
        const turns = takeTurns(plan, (bar) => bar % size === 0);
        expect(turns.notes.map((n) => n.id)).toEqual(plan.notes.map((n) => n.id));
        expect(turns.cues.length).toBe(2 * plan.cues.length);
        const free = turns.yours.reduce((s, y) => s + y.to - y.from, 0);
        expect(free).toBeCloseTo(plan.seconds, 6);
        expect(turns.seconds).toBeCloseTo(2 * plan.seconds, 6);
        // Nothing of the part begins while it is the pupils' turn.
        for (const n of turns.notes)
          expect(turns.yours.some((y) => n.at > y.from + 1e-9 && n.at < y.to - 1e-9)).toBe(false);
      }),
      { seed: 5, numRuns: 60 },
    );
  });
});

describe('the count aloud', () => {
  it('says numbers, and thinks them where a note is held or rests', () => {
    const { words } = playSequence(at60('C4 D4:e E4:e F4:h | R:h G4:h'), PLAIN);
    expect(words.map((w) => [w.at, w.text, w.held])).toEqual([
      [0, '1', false],
      [1, '2', false],
      [1.5, '&', false],
      [2, '3', false],
      [3, '4', true],
      [4, '1', true],
      [5, '2', true],
      [6, '3', false],
      [7, '4', true],
    ]);
  });

  it('goes through a tie, and by the two other ways of counting', () => {
    expect(playSequence(at60('C4:w~ | C4:h D4:h'), PLAIN).words.map((w) => w.held)).toEqual([
      false,
      true,
      true,
      true,
      true,
      true,
      false,
      true,
    ]);
    expect(playSequence(at60('C4:h D4:e E4:e F4'), { ...PLAIN, counting: 'ta' }).words.map((w) => w.text)).toEqual([
      'ta',
      'a',
      'ti',
      'ti',
      'ta',
    ]);
    expect(
      playSequence(at60('C4:h D4:e E4:e F4'), { ...PLAIN, counting: 'du' }).words.map((w) => [w.at, w.text]),
    ).toEqual([
      [0, 'du'],
      [1, 'u'],
      [2, 'du'],
      [2.5, 'de'],
      [3, 'du'],
    ]);
  });
});
