import { climb, type Stairs, type StairsGoal } from './stairs';

const GOAL: StairsGoal = { goal: 100, step: 10, lowest: 40, cleanRuns: 2 };
const walk = (from: number, runs: readonly boolean[], goal = GOAL): Stairs =>
  runs.reduce<Stairs>((s, clean) => climb(s, clean, goal), { percent: from, row: 0, done: false });

describe('tempo stairs', () => {
  it('goes up when enough runs in a row were clean', () => {
    expect(climb({ percent: 60, row: 0, done: false }, true, { ...GOAL, cleanRuns: 1 })).toEqual({
      percent: 70,
      row: 0,
      done: false,
    });
    expect(walk(60, [true])).toEqual({ percent: 60, row: 1, done: false });
    expect(walk(60, [true, true])).toEqual({ percent: 70, row: 0, done: false });
  });

  it('goes down after a run that was not, but never under the lowest, and begins the row again', () => {
    expect(walk(60, [true, false])).toEqual({ percent: 50, row: 0, done: false });
    expect(walk(45, [false, false])).toEqual({ percent: 40, row: 0, done: false });
  });

  it('ends at the goal, which no step goes over', () => {
    expect(walk(95, [true, true])).toEqual({ percent: 100, row: 0, done: false });
    expect(walk(100, [true, true]).done).toBe(true);
    expect(walk(100, [true, false])).toEqual({ percent: 90, row: 0, done: false });
  });
});
