import fc from 'fast-check';
import { realize } from '../exercise/realize';
import type { Concert } from '../pitch/pitch';
import type { Measure, Score } from '../score/score';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { spelled } from '../testing/spelled';
import { barRelations } from './barRelations';
import { findPatterns } from './patterns';

const relations = (text: string) => barRelations(line<Concert>(text));

describe('how bars stand to each other', () => {
  it('names the closest kin of each', () => {
    expect(
      relations('C4 D4 E4 F4 | G4:w | C4 D4 E4 F4 | C4 D4 E4 G4 | D4 E4 F4 G4 | C4:h D4:e E4:e F4 | A4 C4 B4 G4'),
    ).toEqual([
      { kind: 'new' },
      { kind: 'new' },
      { kind: 'same', of: 0 },
      { kind: 'but-last', of: 0 },
      { kind: 'moved', of: 0, steps: 1 },
      { kind: 'pitches', of: 0 },
      { kind: 'rhythm', of: 0 },
    ]);
  });

  it('counts a sign as another pitch, a tie inside as another rhythm, one over the end as another touch, and rests', () => {
    expect(relations('C4:h D4:h | C#4:h D4:h')[1]).toEqual({ kind: 'rhythm', of: 0 });
    expect(relations('C4:h D4:h | C4:h D4:h~ | D4:w')[1]).toEqual({ kind: 'but-touch', of: 0 });
    expect(relations('C4:h C4:h D4:w | C4:h~ C4:h D4:w')[1]).toEqual({ kind: 'pitches', of: 0 });
    expect(relations('C4 R D4:h | C4 R D4:h')[1]).toEqual({ kind: 'same', of: 0 });
    expect(relations('R:w | R:w')).toEqual([{ kind: 'new' }, { kind: 'new' }]);
  });

  // By brute force: every pair of bars compared as written, note by note.
  it('finds the first identical bar and no other', () => {
    fc.assert(
      fc.property(arbitraryExercise(12), (e) => {
        const score = realize(e);
        barRelations(score).forEach((r, i) => {
          const here = score.measures[i] as Measure<Concert>;
          if (!here.events.some((x) => x.kind === 'note')) return;
          const first = score.measures.findIndex((m, at) => at < i && spelled(m) === spelled(here));
          if (first >= 0) expect(r).toEqual({ kind: 'same', of: first });
          else expect(r.kind).not.toBe('same');
        });
      }),
      { seed: 5, numRuns: 80 },
    );
  });
});

const plan = (text: string) =>
  findPatterns(line<Concert>(text)).plan.map((p) => [p.from, p.length, p.again.map((a) => a.from)]);

describe('a plan of reading', () => {
  it('learns once what comes again, most of it first, and its shares add up', () => {
    const { plan: steps } = findPatterns(line<Concert>('C4:w | D4:h E4:h | C4:w | F4:h G4:h | C4:w | D4:h E4:h'));
    // The first bar is known wherever it comes, also where it stands alone.
    expect(steps.map((s) => [s.from, s.length, s.again])).toEqual([
      [
        0,
        2,
        [
          { from: 2, length: 1 },
          { from: 4, length: 2 },
        ],
      ],
      [3, 1, []],
    ]);
    expect(steps.map((s) => s.known)).toEqual([expect.closeTo(5 / 6, 9), 1]);
  });

  it('finds whole lines before single bars', () => {
    expect(
      plan(
        'C4 D4 E4 F4 | G4:w | E4:h D4:h | C4:w | E4 F4 G4:h | D4:w | C4 D4 E4 F4 | G4:w | C4 D4 E4 F4 | G4:w | E4:h D4:h | C4:w',
      ),
    ).toEqual([
      // Bars 7 and 8 are bars 1 and 2 once more: they need no step of their own.
      [0, 4, [6]],
      [4, 2, []],
    ]);
  });

  it('counts from pickup to pickup where that repeats more', () => {
    const pickup = (text: string): Score<Concert> => {
      const s = line<Concert>(text);
      return { ...s, measures: s.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)) };
    };
    const read = findPatterns(pickup('G4 | C4 D4 E4 G4 | C4 D4 E4 A4 | F4 F4 F4 G4 | C4 D4 E4'));
    expect(read.fromPickup).toBe(true);
    expect(read.relations.map((r) => r.kind)).toEqual(['new', 'same', 'rhythm', 'same']);
    expect(read.plan[0]).toMatchObject({ from: 0, again: [{ from: 1 }, { from: 3 }], known: 0.75 });
    // A note that is held over the place where the pickup would come ends no phrase, and none is lost.
    const held = findPatterns(pickup('G4 | C4 D4 E4 G4 | F4:w | E4 E4 E4 G4 | C4 D4 E4 G4 | F4:w | D4:h.'));
    expect(held.cells.map((c) => c.notes.length)).toEqual([4, 2, 3, 4, 2, 1]);
    expect(held.plan[0]).toMatchObject({ from: 0, length: 2, again: [{ from: 3, length: 2 }] });
    expect(findPatterns(pickup('G4 | C4 D4 E4 F4 | C4 D4 E4 F4 | A4:w | C4:h.')).fromPickup).toBe(false);
  });

  it('gives what only looks like something known the most practice', () => {
    const { plan: steps } = findPatterns(line<Concert>('C4 D4 E4 F4 | C4 D4 E4 F4 | C4 D4 E4 G4 | A4:w'));
    const share = (bar: number) => steps.find((s) => s.from <= bar && bar < s.from + s.length)?.practice;
    expect(steps.reduce((sum, s) => sum + s.practice, 0)).toBeCloseTo(1, 9);
    expect(share(0)).toBeCloseTo(1 / 4, 9);
    // Bars 3 and 4 come once, in one stretch: the trap counts twice.
    expect(share(2)).toBeCloseTo(3 / 4, 9);
  });

  it('says how lines stand to each other', () => {
    const lines = findPatterns(
      line<Concert>(
        'C4:w | D4:w | E4:w | F4:w | C4:w | D4:w | E4:w | C4 C4 C4:h | D4:w | E4:w | F4:w | G4:w | C4:w | D4:w | E4:w | F4:w',
      ),
    ).lines;
    expect(lines.map((l) => l.relation)).toEqual([
      { kind: 'new' },
      { kind: 'but-ending', of: 0 },
      { kind: 'moved', of: 0, steps: 1 },
      { kind: 'same', of: 0 },
    ]);
  });

  it('does not begin with a lone note that comes often, and moves a sequence', () => {
    expect(plan('C4 D4 E4 F4 | G4:w | E4 D4 C4 E4 | G4:w')).toEqual([[0, 3, [3]]]);
    const { plan: steps } = findPatterns(line<Concert>('C4 D4 E4 C4 | D4 E4 F4 D4 | C4:w | A4:w'));
    expect(steps.map((s) => s.moved)).toEqual([undefined]);
    const two = findPatterns(
      line<Concert>('C4 D4 E4 F4 | G4 F4 E4:h | A4:w | G4:w | D4 E4 F4 G4 | A4 G4 F4:h | D4:w | C4:w'),
    ).plan;
    expect(two.map((s) => [s.from, s.length, s.moved])).toEqual([
      [0, 4, undefined],
      [4, 4, undefined],
    ]);
  });
});
