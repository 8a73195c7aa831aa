import type { PagePlan } from '../page/pagePlan';
import type { Pitch } from '../pitch/pitch';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import type { LadderRung } from './ladder';
import type { BarRange } from './playSetup';
import { RUNG_SETUP, rungsInOrder } from './rungs';

/** What a teacher set of a line: bars by their printed numbers, the steps that are wanted and how fast in percent. */
export interface WorkSet {
  readonly fromBar?: number | undefined;
  readonly toBar?: number | undefined;
  readonly rungs: readonly LadderRung[];
  readonly goalPercent?: number | undefined;
}

/** What this pupil has done of a line. */
export interface WorkDone {
  readonly rungs: readonly LadderRung[];
}

/** A stretch of practising as the player is set up for it. */
export interface PracticeStart {
  readonly rung?: LadderRung | undefined;
  /** Without them the whole line. */
  readonly bars?: BarRange | undefined;
  readonly percent: number;
  readonly again: boolean;
}

/** A part of a day's practice, and how many minutes it is given. */
export type TodayItem = { readonly minutes: number } & (
  | { readonly kind: 'warm-up' }
  | { readonly kind: 'hard-place'; readonly change: PagePlan['hardest'][number]; readonly start: PracticeStart }
  | { readonly kind: 'piece'; readonly start: PracticeStart }
  | { readonly kind: 'drill' }
);

/** What is to be done of a line today. */
export interface TodayWork {
  /** The steps that are wanted, in the teacher's order, and which of them are done. */
  readonly steps: readonly { readonly rung: LadderRung; readonly isDone: boolean }[];
  readonly items: readonly TodayItem[];
}

/**
 * Ten minutes: short, with the hardest while the head is fresh and the whole at the end. A beginner practises a little
 * every day rather than long. Common practice, no source; the minutes from memory.
 */
const MINUTES = { warmUp: 2, hardPlace: 3, piece: 4, drill: 1 } as const;

/** Steps in which the line is played: what is wanted of the tempo holds for them. */
const PLAYED: readonly LadderRung[] = ['loose', 'slurred', 'tempo'];
const SLOWLY = 60;

/**
 * The bars from one printed number to another, by index; undefined for the whole line, or where no bar has them.
 * @example barsNumbered(a line of a pickup and eight bars, 1, 4) // { from: 1, to: 4 }
 */
export function barsNumbered<P extends Pitch>(
  score: Score<P>,
  from: number | undefined,
  to: number | undefined,
): BarRange | undefined {
  if (from === undefined || to === undefined) return undefined;
  const found = placeMeasures(score).filter(({ number }) => number >= from && number <= to);
  const [first, last] = [found[0], found.at(-1)];
  return first === undefined || last === undefined ? undefined : { from: first.index, to: last.index };
}

/** Some bars that are learned: slowly, over and over. */
export const slowPiece = (bars: BarRange | undefined): PracticeStart => ({ bars, percent: SLOWLY, again: true });

/** How fast a step is begun: as it is usually taken, but never faster than is wanted. */
const percentOf = (rung: LadderRung, goal: number | undefined): number => {
  const usual = RUNG_SETUP[rung].percent;
  return goal === undefined || !PLAYED.includes(rung) ? usual : Math.min(usual, goal);
};

/**
 * Lays out ten minutes with a line: warm up, the hard place, the piece, a drill. The piece begins with the first step
 * that is wanted and not done, in the bars and at the tempo that are wanted; when all are done, at the tempo that is
 * wanted.
 * @param ladder the teacher's order of steps
 */
export function todaysWork(
  plan: PagePlan,
  work: WorkSet | undefined,
  done: WorkDone,
  ladder?: readonly LadderRung[],
): TodayWork {
  const order = rungsInOrder(ladder);
  const wanted = work === undefined || work.rungs.length === 0 ? order : order.filter((r) => work.rungs.includes(r));
  const steps = wanted.map((rung) => ({ rung, isDone: done.rungs.includes(rung) }));
  const rung = steps.find((s) => !s.isDone)?.rung ?? 'tempo';
  const bars = barsNumbered(plan.part.concert, work?.fromBar, work?.toBar);
  const change = plan.hardest.find(
    (c) => bars === undefined || (c.measureIndex >= bars.from && c.measureIndex <= bars.to),
  );
  const place = change === undefined ? undefined : { from: change.measureIndex, to: change.measureIndex };
  return {
    steps,
    items: [
      { kind: 'warm-up', minutes: MINUTES.warmUp },
      ...(change === undefined
        ? []
        : [
            {
              kind: 'hard-place' as const,
              minutes: MINUTES.hardPlace,
              change,
              start: slowPiece(place),
            },
          ]),
      {
        kind: 'piece',
        minutes: MINUTES.piece + (change === undefined ? MINUTES.hardPlace : 0),
        start: { rung, bars, percent: percentOf(rung, work?.goalPercent), again: false },
      },
      { kind: 'drill', minutes: MINUTES.drill },
    ],
  };
}
