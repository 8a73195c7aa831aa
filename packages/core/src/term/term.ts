import { addDays, daysBetween, mondayOf } from '../practice/days';

/** Days without lessons, both ends counted. */
export interface DaysOff {
  readonly from: string;
  readonly to: string;
  readonly name: string;
}

export interface TermWeek {
  readonly monday: string;
  /** The number of the week of lessons, from 1; undefined for a week that is off. */
  readonly lesson: number | undefined;
  readonly off: readonly DaysOff[];
}

const SCHOOL_DAYS = 5;
const DAYS_A_WEEK = 7;
const MOST_WEEKS = 60;

export const isOff = (day: string, off: readonly DaysOff[]): boolean => off.some((o) => o.from <= day && day <= o.to);

/**
 * The weeks of a term; a week whose school days are all off counts for no lesson.
 * @example termWeeks('2026-09-07', '2026-09-20', []).map((w) => w.lesson) // [1, 2]
 */
export function termWeeks(from: string, to: string, off: readonly DaysOff[]): TermWeek[] {
  const weeks: TermWeek[] = [];
  let lesson = 0;
  for (
    let monday = mondayOf(from);
    daysBetween(monday, to) >= 0 && weeks.length < MOST_WEEKS;
    monday = addDays(monday, DAYS_A_WEEK)
  ) {
    const days = Array.from({ length: SCHOOL_DAYS }, (_u, i) => addDays(monday, i));
    const here = off.filter((o) => o.from <= addDays(monday, DAYS_A_WEEK - 1) && o.to >= monday);
    weeks.push({ monday, lesson: days.every((d) => isOff(d, off)) ? undefined : ++lesson, off: here });
  }
  return weeks;
}

/** The week of lessons that a day lies in: the last one before it where it is off, 0 before the term. */
export function lessonWeek(day: string, weeks: readonly TermWeek[]): number {
  return weeks.filter((w) => w.monday <= day && w.lesson !== undefined).at(-1)?.lesson ?? 0;
}
