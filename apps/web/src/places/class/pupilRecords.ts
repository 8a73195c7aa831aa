import type { AssignmentView, LogView, PracticeView, PupilView } from '@cifra/contract';
import { isAssignedTo, type PupilRecord } from '@cifra/core';

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
        // Who was not there has nothing to catch up by a word of that day.
        .filter((l) => l.absent !== true)
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
