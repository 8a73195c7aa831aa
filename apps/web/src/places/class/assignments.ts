import type { AssignmentView } from '@cifra/contract';
import { mondayOf } from '@cifra/core';
import { createEvents, type EventAttributes } from 'ics';

/** Assignments by the weeks in which they are due, the latest week first. */
export function byWeeks(
  assignments: readonly AssignmentView[],
): (readonly [monday: string, due: readonly AssignmentView[]])[] {
  const weeks = new Map<string, AssignmentView[]>();
  for (const w of assignments) weeks.set(mondayOf(w.due), [...(weeks.get(mondayOf(w.due)) ?? []), w]);
  return [...weeks].sort(([a], [b]) => (a < b ? 1 : -1));
}

/**
 * What is set as a calendar, one whole day for each (iCalendar, RFC 5545).
 * @throws Error where the calendar cannot be made
 */
export function assignmentCalendar(
  assignments: readonly AssignmentView[],
  className: string,
  words: (w: AssignmentView) => string,
): string {
  const events = assignments.map((w): EventAttributes => {
    const [year = 0, month = 1, day = 1] = w.due.split('-').map(Number);
    return {
      uid: `${w.id}@cifra`,
      title: `${w.title}: ${words(w)}`,
      start: [year, month, day],
      duration: { days: 1 },
      calName: className,
      description: w.note,
    };
  });
  const { error, value } = createEvents(events);
  if (value === undefined || value === null) throw error ?? new Error('the calendar is empty');
  return value;
}
