import type { LogView, PracticeView, PupilView, AssignmentView } from '@cifra/contract';
import { isAssignedTo, mondayOf, type PupilRecord } from '@cifra/core';
import { createEvents, type EventAttributes } from 'ics';

/** Everything that is known of each pupil of a class, put together. */
export function pupilRecords(
  pupils: readonly PupilView[],
  assignments: readonly AssignmentView[],
  log: readonly LogView[],
  home: readonly PracticeView[],
): PupilRecord[] {
  return pupils.map((p) => {
    const own = log.filter((l) => l.pupilId === p.id);
    return {
      id: p.id,
      instrument: p.instrument,
      set: assignments
        .filter((w) => isAssignedTo(w, p))
        .map((w) => ({
          assignmentId: w.id,
          exerciseId: w.exerciseId,
          due: w.due,
          done: own.some((l) => l.assignmentId === w.id && l.done),
        })),
      days: own
        .filter((l) => l.assignmentId === undefined || assignments.some((w) => w.id === l.assignmentId))
        .map((l) => ({ day: l.day, done: l.done })),
      home: home
        .filter((h) => h.pupilId === p.id)
        .map((h) => ({
          exerciseId: h.exerciseId,
          minutes: h.minutes,
          bestPercent: h.bestPercent,
          peeks: h.peeks,
          rungs: h.rungs.length,
          updatedAt: h.updatedAt,
        })),
    };
  });
}

/** Works by the weeks in which they are due, the latest week first. */
export function byWeeks(
  assignments: readonly AssignmentView[],
): (readonly [monday: string, works: readonly AssignmentView[]])[] {
  const weeks = new Map<string, AssignmentView[]>();
  for (const w of assignments) weeks.set(mondayOf(w.due), [...(weeks.get(mondayOf(w.due)) ?? []), w]);
  return [...weeks].sort(([a], [b]) => (a < b ? 1 : -1));
}

/**
 * What is set as a calendar, one whole day for each (iCalendar, RFC 5545).
 * @throws Error where the calendar cannot be made
 */
export function workCalendar(
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
      ...(w.note === undefined ? {} : { description: w.note }),
    };
  });
  const { error, value } = createEvents(events);
  if (value === undefined || value === null) throw error ?? new Error('the calendar is empty');
  return value;
}
