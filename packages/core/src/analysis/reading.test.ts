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

  it('counts a sign as another pitch, a tie as another rhythm, and rests', () => {
    expect(relations('C4:h D4:h | C#4:h D4:h')[1]).toEqual({ kind: 'rhythm', of: 0 });
    expect(relations('C4:h D4:h | C4:h D4:h~ | D4:w')[1]).toEqual({ kind: 'pitches', of: 0 });
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

const plan = (text: string) => findPatterns(line<Concert>(text)).plan.map((p) => [p.from, p.length, p.again]);

const hasNotes = (m: Measure<Concert>): boolean => m.events.some((x) => x.kind === 'note');

describe('a plan of reading', () => {
  it('learns once what comes again, most of it first, and its shares add up', () => {
    const { plan: steps } = findPatterns(line<Concert>('C4:w | D4:h E4:h | C4:w | F4:h G4:h | C4:w | D4:h E4:h'));
    expect(steps.map((s) => [s.from, s.length, s.again])).toEqual([
      [0, 2, [4]],
      [2, 2, []],
    ]);
    expect(steps.map((s) => s.known)).toEqual([expect.closeTo(4 / 6, 9), 1]);
  });

  it('finds whole lines before single bars', () => {
    expect(
      plan(
        'C4 D4 E4 F4 | G4:w | E4:h D4:h | C4:w | E4 F4 G4:h | D4:w | C4 D4 E4 F4 | G4:w | C4 D4 E4 F4 | G4:w | E4:h D4:h | C4:w',
      ),
    ).toEqual([
      [0, 4, [8]],
      [4, 4, []],
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
    expect(read.plan[0]).toMatchObject({ from: 0, again: [1, 3], known: 0.75 });
    // A note that is held over the place where the pickup would come ends no phrase, and none is lost.
    const held = findPatterns(pickup('G4 | C4 D4 E4 G4 | F4:w | E4 E4 E4 G4 | C4 D4 E4 G4 | F4:w | D4:h.'));
    expect(held.cells.map((c) => c.notes.length)).toEqual([4, 2, 3, 4, 2, 1]);
    expect(held.plan[0]).toMatchObject({ from: 0, length: 2, again: [3] });
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

  it('covers every bar with notes exactly once, says same only of what is, and begins with what explains most', () => {
    fc.assert(
      fc.property(arbitraryExercise(12), fc.integer({ min: 0, max: 3 }), (e, copies) => {
        const made: Score<Concert> = realize(e);
        // Copied bars, so that something repeats.
        const score = {
          ...made,
          measures: [...made.measures, ...made.measures.slice(1, 1 + copies)].map((m, i) => ({
            ...m,
            id: `m${i}`,
            pickup: false,
          })),
        };
        const { plan: steps } = findPatterns(score);
        const at = (i: number): string => spelled(score.measures[i] as Measure<Concert>);
        const covered: number[] = [];
        for (const { from, length, again } of steps) {
          for (const start of [from, ...again])
            for (let k = 0; k < length; k++) {
              covered.push(start + k);
              expect(at(start + k)).toBe(at(from + k));
            }
        }
        expect(covered.sort((a, b) => a - b)).toEqual(score.measures.flatMap((m, i) => (hasNotes(m) ? [i] : [])));
        expect(steps.length === 0 || Math.abs((steps.at(-1)?.known ?? 0) - 1) < 1e-9).toBe(true);
        // By brute force: no stretch of up to eight bars explains more than the first step does.
        const n = score.measures.length;
        let most = 0;
        for (let length = 1; length <= 8; length++)
          for (let i = 0; i + length <= n; i++) {
            if (!score.measures.slice(i, i + length).every(hasNotes)) continue;
            let [count, next] = [0, 0];
            for (let j = i; j + length <= n; j++)
              if (j >= next && Array.from({ length }, (_u, k) => at(i + k) === at(j + k)).every(Boolean)) {
                count += 1;
                next = j + length;
              }
            if (count > 1) most = Math.max(most, count * length);
          }
        const [first] = steps;
        if (most > 0 && first !== undefined) expect(first.length * (1 + first.again.length)).toBe(most);
      }),
      { seed: 6, numRuns: 80 },
    );
  });
});
