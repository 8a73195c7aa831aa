import fc from 'fast-check';
import { realize } from '../exercise/realize';
import type { Concert } from '../pitch/pitch';
import type { Measure, Score } from '../score/score';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { barRelations, readingPlan } from './barRelations';
import { lineFacts, playedRuns } from './lineFacts';

const relations = (text: string) => barRelations(line<Concert>(text));

describe('how bars stand to each other', () => {
  it('names the closest kin of each', () => {
    expect(relations('C4 D4 E4 F4 | G4:w | C4 D4 E4 F4 | C4 D4 E4 G4 | D4 E4 F4 G4 | C4:h D4:e E4:e F4 | A4 C4 B4 G4')).toEqual([
      { kind: 'new' }, { kind: 'new' }, { kind: 'same', of: 0 }, { kind: 'but-last', of: 0 }, { kind: 'moved', of: 0, steps: 1 }, { kind: 'pitches', of: 0 }, { kind: 'rhythm', of: 0 },
    ]);
  });

  it('counts a sign as another pitch, a tie as another rhythm, and rests', () => {
    expect(relations('C4:h D4:h | C#4:h D4:h')[1]).toEqual({ kind: 'rhythm', of: 0 });
    expect(relations('C4:h D4:h | C4:h D4:h~ | D4:w')[1]).toEqual({ kind: 'pitches', of: 0 });
    expect(relations('C4 R D4:h | C4 R D4:h')[1]).toEqual({ kind: 'same', of: 0 });
    expect(relations('R:w | R:w')).toEqual([{ kind: 'new' }, { kind: 'new' }]);
  });

  // By brute force: every pair of bars compared as written, note by note.
  it('finds the first identical bar and no other', () => {
    fc.assert(fc.property(arbitraryExercise(12), (e) => {
      const score = realize(e);
      const plain = (m: Measure<Concert>): string => JSON.stringify(m.events.map((x) => [x.kind, x.duration.value, x.duration.dots, x.duration.tuplet ?? null, x.kind === 'note' ? [x.pitch.step, x.pitch.alter, x.pitch.octave, x.tie === true] : null]));
      barRelations(score).forEach((r, i) => {
        const here = score.measures[i] as Measure<Concert>;
        if (!here.events.some((x) => x.kind === 'note')) return;
        const first = score.measures.findIndex((m, at) => at < i && plain(m) === plain(here));
        if (first >= 0) expect(r).toEqual({ kind: 'same', of: first });
        else expect(r.kind).not.toBe('same');
      });
    }), { seed: 5, numRuns: 80 });
  });
});

describe('a plan of reading', () => {
  it('learns once what comes again, most of it first, and its shares add up', () => {
    const plan = readingPlan(line<Concert>('C4:w | D4:h E4:h | C4:w | F4:h G4:h | C4:w | D4:h E4:h'));
    expect(plan.map((s) => [s.bar, s.with])).toEqual([[0, [2, 4]], [1, [5]], [3, []]]);
    expect(plan.map((s) => s.known)).toEqual([0.5, expect.closeTo(5 / 6, 9), 1]);
  });

  it('covers every bar with notes exactly once', () => {
    fc.assert(fc.property(arbitraryExercise(12), (e) => {
      const score: Score<Concert> = realize(e);
      const covered = readingPlan(score).flatMap((s) => [s.bar, ...s.with]).sort((a, b) => a - b);
      expect(covered).toEqual(score.measures.flatMap((m, i) => (m.events.some((x) => x.kind === 'note') ? [i] : [])));
    }), { seed: 6, numRuns: 60 });
  });
});

describe('what a line is', () => {
  it('counts bars, plays its repeats, and lasts as long as its tempo says', () => {
    const plain = line<Concert>('C4 | C4:w | D4:w | E4:h. R');
    const score = { ...plain, measures: plain.measures.map((m, i): Measure<Concert> => ({ ...m, ...(i === 0 ? { pickup: true, tempo: { mark: { value: 'quarter', dots: 0, perMinute: 60 } } } : {}), ...(i === 2 ? { repeatEnd: true } : {}) })) };
    const facts = lineFacts(score);
    expect([facts.bars, facts.pickup, facts.played]).toEqual([3, true, [0, 1, 2, 0, 1, 2, 3]]);
    expect(facts.seconds).toBeCloseTo(9 + 9 + 4, 9);
    expect(playedRuns(facts.played)).toEqual([[0, 2], [0, 3]]);
  });

  it('names each dynamic once', () => {
    const plain = line<Concert>('C4 D4 E4 F4');
    const score = { ...plain, measures: plain.measures.map((m) => ({ ...m, events: m.events.map((e, i) => ({ ...e, dynamic: i % 2 === 0 ? 'p' as const : 'mf' as const })) })) };
    expect(lineFacts(score).dynamics).toEqual(['p', 'mf']);
  });
});
