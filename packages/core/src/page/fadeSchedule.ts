import type { Conventions } from '../convention/conventions';

/**
 * How much help stands over the notes, from most to least: over every one; where it says something else than at the
 * note before; the first time in each line; after each change of sign or position; over notes that are new to the
 * players; over notes that are hard to reach; over none.
 */
export const FADE_STEPS = [
  'every',
  'when-it-changes',
  'first-in-system',
  'after-change',
  'new',
  'trouble',
  'none',
] as const;
export type FadeStep = (typeof FADE_STEPS)[number];

/** From a day on, this much help. */
export interface FadeChange {
  /** ISO date, `2026-09-14`. */
  readonly from: string;
  readonly step: FadeStep;
}

/** Days with what holds from each on, in any order. */
export type FadeSchedule = readonly FadeChange[];

/**
 * What a plan asks for on a day: the step that began last. Before its first day the plan's first step holds already.
 * @param today ISO date
 * @returns undefined for a plan without steps
 * @example stepOn([{ from: '2026-09-01', step: 'every' }, { from: '2026-09-15', step: 'new' }], '2026-09-20') // 'new'
 */
export function stepOn(plan: FadeSchedule, today: string): FadeStep | undefined {
  const inOrder = [...plan].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
  return (inOrder.filter((s) => s.from <= today).at(-1) ?? inOrder[0])?.step;
}

/**
 * What holds for a page: the teacher's convention says all or none, or that it fades by the plan; without dates the
 * convention's step holds.
 */
export function fadeStepOf(
  { figures, fadeStep }: Pick<Conventions, 'figures' | 'fadeStep'>,
  plan: FadeSchedule,
  today: string,
): FadeStep {
  if (figures === 'all') return 'every';
  if (figures === 'none') return 'none';
  return stepOn(plan, today) ?? fadeStep;
}
