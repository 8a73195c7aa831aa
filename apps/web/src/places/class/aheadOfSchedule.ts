import type { TermDto, ClassView, PupilView, AssignmentView } from '@cifra/contract';
import {
  aheadOf,
  type LineSummary,
  instrumentOf,
  isAssignedTo,
  knownNotes,
  lessonWeek,
  pageNotes,
  scheduleOf,
  type Teaching,
  termWeeks,
} from '@cifra/core';
import { writtenNote } from '../../words/noteLabel';

/**
 * For each assignment that asks for notes before their week: which, in words. Without a term there is no week to be
 * ahead of.
 */
export function aheadOfSchedule(
  assignments: readonly AssignmentView[],
  lines: readonly { readonly id: string; readonly summary: LineSummary }[],
  pupils: readonly PupilView[],
  term: TermDto | undefined,
  group: Pick<ClassView, 'instruments' | 'known'>,
  teaching: Teaching,
): ReadonlyMap<string, string> {
  if (term?.from === undefined || term.to === undefined) return new Map();
  const weeks = termWeeks(term.from, term.to, term.holidays);
  const known = knownNotes(group.known);
  return new Map(
    assignments.flatMap((w): [string, string][] => {
      const summary = lines.find((l) => l.id === w.exerciseId)?.summary;
      if (summary === undefined || w.due < (term.from ?? '')) return [];
      const week = lessonWeek(w.due, weeks);
      const words = group.instruments
        .filter(
          (i) =>
            pupils.length === 0 || pupils.some((p) => (p.instrument === i || p.second === i) && isAssignedTo(w, p)),
        )
        .flatMap((id) => {
          const notes = aheadOf(
            pageNotes(summary, id, teaching).notes,
            scheduleOf(id, term.schedule, teaching.conventions),
            week,
            known[id],
          );
          return notes.length === 0
            ? []
            : [
                `${instrumentOf(id).name} ${notes.map((n) => `${writtenNote(n.note)}${n.week === undefined ? ' (not on it)' : ` (week ${n.week})`}`).join(', ')}`,
              ];
        });
      return words.length === 0 ? [] : [[w.id, words.join('; ')]];
    }),
  );
}
