import { instrumentOf } from '../instrument/instrumentOf';
import { type PagePlan, planPage } from '../page/pagePlan';
import { DEFAULT_PAGE } from '../page/pageSetup';
import { annotate } from '../part/annotate';
import { derivePart } from '../part/derivePart';
import type { Concert } from '../pitch/pitch';
import type { Score } from '../score/score';
import { line } from '../testing';
import { LADDER_RUNGS } from './ladder';
import { barsNumbered, todaysWork } from './today';

// E to F and back in the second half: on the trumpet nothing there moves but one valve; B to C natural crosses all.
const LINE: Score<Concert> = line('C5:q D5 E5 F5 | G5:w | C5:q B4 C#5 B4 | C5:w');
const pageOf = (score: Score<Concert> = LINE): PagePlan => {
  const part = derivePart(score, instrumentOf('trumpet'), 'concert');
  return planPage(part, annotate(part), DEFAULT_PAGE, { today: '2026-11-25' });
};
const piece = (work: ReturnType<typeof todaysWork>) => {
  const found = work.items.find((i) => i.kind === 'piece');
  if (found?.kind !== 'piece') throw new Error('no piece');
  return found.start;
};

describe('what is to be done today', () => {
  const set = { fromBar: 1, toBar: 2, rungs: ['count', 'finger', 'loose', 'tempo'] as const, goalPercent: 50 };

  it('begins with the first step that is wanted and not done, in the bars that are set', () => {
    const work = todaysWork(pageOf(), set, { rungs: ['count', 'sing'] });
    expect(work.steps).toEqual([
      { rung: 'count', isDone: true },
      { rung: 'finger', isDone: false },
      { rung: 'loose', isDone: false },
      { rung: 'tempo', isDone: false },
    ]);
    expect(piece(work)).toEqual({ rung: 'finger', bars: { from: 0, to: 1 }, percent: 60, again: false });
  });

  it('plays no faster than is wanted, but counts and fingers as ever', () => {
    const at = (...rungs: (typeof LADDER_RUNGS)[number][]) => piece(todaysWork(pageOf(), set, { rungs }));
    expect([at().rung, at().percent]).toEqual(['count', 80]);
    expect([at('count', 'finger').rung, at('count', 'finger').percent]).toEqual(['loose', 50]);
    expect(at('count', 'finger', 'loose')).toMatchObject({ rung: 'tempo', percent: 50 });
    // When everything is ticked it is played as it is wanted.
    expect(at(...set.rungs)).toMatchObject({ rung: 'tempo', percent: 50 });
  });

  it('goes by the teacher’s order, and by the whole ladder where no step is named', () => {
    const own = todaysWork(pageOf(), set, { rungs: [] }, ['tempo', 'loose', 'finger', 'count']);
    expect(own.steps.map((s) => s.rung)).toEqual(['tempo', 'loose', 'finger', 'count']);
    expect(todaysWork(pageOf(), { rungs: [] }, { rungs: [] }).steps.map((s) => s.rung)).toEqual(LADDER_RUNGS);
    expect(piece(todaysWork(pageOf(), undefined, { rungs: [] }))).toMatchObject({ rung: 'count', bars: undefined });
  });

  it('takes the hardest place of the bars that are set, over and over and slowly, and is ten minutes in all', () => {
    for (const work of [todaysWork(pageOf(), undefined, { rungs: [] }), todaysWork(pageOf(), set, { rungs: [] })])
      expect(work.items.reduce((n, i) => n + i.minutes, 0)).toBe(10);
    const [plan] = [pageOf()];
    const place = todaysWork(plan, undefined, { rungs: [] }).items.find((i) => i.kind === 'hard-place');
    expect(place).toMatchObject({ change: plan.hardest[0], start: { again: true, percent: 60 } });
    const bar = plan.hardest[0]?.measureIndex ?? 0;
    const other = bar === 0 ? 2 : 0;
    const inBars = todaysWork(plan, { ...set, fromBar: other + 1, toBar: other + 1 }, { rungs: [] });
    for (const i of inBars.items) if (i.kind === 'hard-place') expect(i.change.measureIndex).toBe(other);
  });

  it('has no hard place where there is none, and gives its minutes to the piece', () => {
    const work = todaysWork(pageOf(line('C5:w | C5:w')), undefined, { rungs: [] });
    expect(work.items.map((i) => [i.kind, i.minutes])).toEqual([
      ['warm-up', 2],
      ['piece', 7],
      ['drill', 1],
    ]);
  });

  it('finds bars by their printed numbers: a pickup is bar 0', () => {
    const pickup = {
      ...LINE,
      measures: LINE.measures.map((m, i) => (i === 0 ? { ...m, pickup: true } : m)),
    };
    expect(barsNumbered(pickup, 1, 2)).toEqual({ from: 1, to: 2 });
    expect(barsNumbered(pickup, 0, 1)).toEqual({ from: 0, to: 1 });
    expect(barsNumbered(LINE, 3, 9)).toEqual({ from: 2, to: 3 });
    expect(barsNumbered(LINE, 40, 60)).toBeUndefined();
    expect(barsNumbered(LINE, undefined, 3)).toBeUndefined();
  });
});
