import {
  type ClassRecords,
  type ClassView,
  type MetEntryDto,
  notesKnown,
  type PupilView,
  type AssignmentView,
} from '@cifra/contract';
import { isAssignedTo, knownNotes, type LineSummary, newNotes, type Teaching } from '@cifra/core';

export interface FreshWork {
  readonly work: AssignmentView;
  readonly entries: readonly MetEntryDto[];
  /** The same for those alone who had it. */
  readonly own: readonly MetEntryDto[];
  readonly without: readonly string[];
}

export type FreshRecords = Pick<ClassRecords, 'assignments' | 'log'> & {
  readonly pupils: readonly PupilView[];
  readonly lines: readonly { readonly id: string; readonly summary: LineSummary }[];
};

/** What was set and is due, with its notes that are not known yet. */
export function freshWork(
  group: Pick<ClassView, 'known' | 'instruments'>,
  { pupils, assignments, log, lines }: FreshRecords,
  teaching: Teaching,
  today: string,
): FreshWork[] {
  const known = knownNotes(group.known);
  return assignments
    .filter((w) => w.due <= today)
    .flatMap((w): FreshWork[] => {
      const line = lines.find((l) => l.id === w.exerciseId);
      const players = pupils.filter((p) => isAssignedTo(w, p));
      if (line === undefined) return [];
      const instruments = group.instruments.filter((i) => players.some((p) => p.instrument === i || p.second === i));
      const entries = newNotes(line.summary, instruments, teaching, (id) => known[id]);
      if (entries.length === 0) return [];
      const lacking = players.filter((p) => !log.some((l) => l.assignmentId === w.id && l.pupilId === p.id && l.done));
      const own = players
        .filter((p) => !lacking.includes(p))
        .flatMap((p) => {
          const entry = entries.find((e) => e.instrument === p.instrument);
          const have = new Set(notesKnown(p, group, p.instrument, teaching.conventions));
          const notes = (entry?.notes ?? []).filter((n) => !have.has(n));
          return notes.length === 0 ? [] : [{ pupilId: p.id, instrument: p.instrument, notes }];
        });
      return [{ work: w, entries, own, without: lacking.map((p) => p.name) }];
    });
}
