import {
  type MetView,
  notesKnown,
  type ClassView,
  type PracticeDayView,
  type PupilView,
  type AssignmentView,
} from '@cifra/contract';
import {
  addDays,
  type Conventions,
  instrumentOf,
  type InstrumentId,
  isAssignedTo,
  type LineSummary,
  knownNotes,
  type Player,
  playersReady,
  READINESS,
  readinessKind,
  type ReadinessKind,
  type Teaching,
} from '@cifra/core';

/** A table: what a chart shows, for whoever reads it or takes it away. */
export interface ChartTable {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly (string | number)[])[];
}

/** How many notes each instrument's players knew on each day on which something was met; pupils' own lists aside. */
export function notesOverTime(
  group: Pick<ClassView, 'known' | 'instruments'>,
  met: readonly MetView[],
  today: string,
  conventions: Conventions,
): ChartTable {
  const rows = met.filter((m) => m.pupilId === undefined);
  const first = rows[0]?.day;
  const days = [
    ...new Set([...(first === undefined ? [] : [addDays(first, -1)]), ...rows.map((m) => m.day), today]),
  ].sort();
  const count = (id: InstrumentId, day: string): number =>
    notesKnown({}, group, id, conventions).length -
    rows.filter((m) => m.instrument === id && m.day > day).reduce((n, m) => n + m.notes.length, 0);
  return {
    heads: ['Day', ...group.instruments.map((i) => instrumentOf(i).name)],
    rows: days.map((day) => [day, ...group.instruments.map((i) => count(i, day))]),
  };
}

const middle = (sorted: readonly number[]): number => sorted[Math.floor((sorted.length - 1) / 2)] ?? 0;

/**
 * How fast the pupils for whom a line is set played it clean in a row: the middle of the class and its ends, day by
 * day; who has not played it counts as 0.
 */
export function tempoOverTime(
  work: AssignmentView,
  pupils: readonly PupilView[],
  days: readonly PracticeDayView[],
): ChartTable {
  const asked = pupils.filter((p) => isAssignedTo(work, p));
  const own = days.filter((d) => d.exerciseId === work.exerciseId && asked.some((p) => p.id === d.pupilId));
  const best = (pupil: string, day: string): number =>
    own.filter((d) => d.pupilId === pupil && d.day <= day).reduce((n, d) => Math.max(n, d.bestPercent), 0);
  return {
    heads: ['Day', 'Slowest', 'Middle', 'Fastest', 'At the goal'],
    rows: [...new Set(own.map((d) => d.day))].sort().map((day) => {
      const all = asked.map((p) => best(p.id, day)).sort((a, b) => a - b);
      return [day, all[0] ?? 0, middle(all), all.at(-1) ?? 0, all.filter((n) => n >= (work.goalPercent ?? 100)).length];
    }),
  };
}

export const READY_WORDS: Readonly<Record<ReadinessKind, string>> = {
  ready: 'ready',
  nearly: 'one or two new notes',
  later: 'more new notes',
  unplayable: 'out of range',
};

export const playersOf = (pupils: readonly PupilView[], group: Pick<ClassView, 'known'>): Player[] =>
  pupils.map((p) => ({
    id: p.id,
    instrument: p.instrument,
    known: knownNotes(p.known)[p.instrument] ?? knownNotes(group.known)[p.instrument],
  }));

/**
 * For each line so many pupils who are ready for it, nearly, later, or never on their instrument; the readiest line
 * first.
 */
export function readiness(
  lines: readonly { readonly title: string; readonly summary: LineSummary }[],
  players: readonly Player[],
  teaching: Teaching,
): ChartTable {
  const rows = lines.map(({ title, summary }) => {
    const kinds = playersReady(summary, players, teaching).map(readinessKind);
    return [title, ...READINESS.map((k) => kinds.filter((x) => x === k).length)] as const;
  });
  return {
    heads: ['Line', ...READINESS.map((k) => READY_WORDS[k])],
    rows: rows.sort((a, b) => Number(b[1]) - Number(a[1]) || Number(b[2]) - Number(a[2])),
  };
}
