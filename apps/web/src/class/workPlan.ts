import type { LogView, PracticeView, PupilView, WorkView } from '@cifra/contract';
import { isSetFor, mondayOf, type PupilRecord } from '@cifra/core';
import { createEvents, type EventAttributes } from 'ics';

/** Everything that is known of each pupil of a class, put together. */
export function pupilRecords(
  pupils: readonly PupilView[],
  work: readonly WorkView[],
  log: readonly LogView[],
  home: readonly PracticeView[],
): PupilRecord[] {
  return pupils.map((p) => {
    const own = log.filter((l) => l.pupilId === p.id);
    return {
      id: p.id,
      instrument: p.instrument,
      set: work
        .filter((w) => isSetFor(w, p))
        .map((w) => ({
          workId: w.id,
          exerciseId: w.exerciseId,
          due: w.due,
          done: own.some((l) => l.workId === w.id && l.done),
        })),
      days: own
        .filter((l) => l.workId === undefined || work.some((w) => w.id === l.workId))
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
export function byWeeks(work: readonly WorkView[]): (readonly [monday: string, works: readonly WorkView[]])[] {
  const weeks = new Map<string, WorkView[]>();
  for (const w of work) weeks.set(mondayOf(w.due), [...(weeks.get(mondayOf(w.due)) ?? []), w]);
  return [...weeks].sort(([a], [b]) => (a < b ? 1 : -1));
}

/**
 * What is set as a calendar, one whole day for each (iCalendar, RFC 5545).
 * @throws Error where the calendar cannot be made
 */
export function workCalendar(work: readonly WorkView[], className: string, words: (w: WorkView) => string): string {
  const events = work.map((w): EventAttributes => {
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
