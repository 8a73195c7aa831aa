import {
  type Conventions,
  conventionsOf,
  type InstrumentId,
  instrumentOf,
  isAssignedTo,
  knownNotes,
  knownOrFirst,
  midi,
  parsePitch,
} from '@cifra/core';
import type { TermDto, MetView, ReportDto, ReportPart } from './termDto';
import type { DrillName, HandInView, PracticeDayView, PracticeView } from './practiceDto';
import type { ClassView, PupilView } from './view';
import type { KitView, LogView, AssignmentView } from './assignmentDto';

/** What is written down of a class. */
export interface ClassRecords {
  readonly term: TermDto;
  readonly assignments: readonly AssignmentView[];
  readonly log: readonly LogView[];
  readonly met: readonly MetView[];
  readonly practice: readonly PracticeView[];
  readonly days: readonly PracticeDayView[];
  readonly takes: readonly HandInView[];
  readonly kit: readonly KitView[];
  readonly titleOf: (exerciseId: string) => string;
}

/** What a report is made of: the class's records, of which only this pupil's are used. */
export interface ReportFacts extends ClassRecords {
  readonly pupil: PupilView;
  readonly group: Pick<ClassView, 'known'>;
  /** How the class is taught. */
  readonly conventions: Conventions;
}

export interface ReportSection {
  readonly part: ReportPart;
  readonly heading: string;
  readonly lines: readonly string[];
}

export const REPORT_WORDS: Readonly<Record<ReportPart, string>> = {
  notes: 'Notes known',
  assignments: 'What was set',
  lessons: 'Lessons',
  rubric: 'How far it has come',
  remarks: 'Remarks',
  practice: 'Practice at home',
  drills: 'Drills',
  takes: 'Takes handed in',
  kit: 'On loan',
};

const DRILL_WORDS: Readonly<Record<DrillName, string>> = {
  figures: 'figures',
  reading: 'reading',
  signatures: 'signatures',
  rhythm: 'rhythm',
  sight: 'at sight',
  ear: 'by ear',
};

const DATE = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' });
export const reportDay = (day: string): string => DATE.format(new Date(`${day.slice(0, 10)}T00:00:00Z`));

const noteWords = (note: string): string => note.replace(/##/g, '𝄪').replace(/#/g, '♯').replace(/b/g, '♭');
const times = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/**
 * What was practised in a span of days, from totals by day.
 * @example practisedIn([{ day: '2026-09-01', minutes: 20 }, { day: '2026-09-09', minutes: 50 }], '2026-09-05',
 * '2026-09-30') // 30
 */
export function practisedIn(
  days: readonly { readonly day: string; readonly minutes: number }[],
  from: string,
  to: string,
): number {
  const upTo = (limit: string, inclusive: boolean): number =>
    Math.max(0, ...days.filter((d) => (inclusive ? d.day <= limit : d.day < limit)).map((d) => d.minutes));
  return upTo(to, true) - upTo(from, false);
}

const partName = (d: { readonly exerciseId: string; readonly instrument: InstrumentId }): string =>
  `${d.exerciseId} ${d.instrument}`;

/** Minutes of one pupil in a span of days, over all their parts. */
export function minutesIn(days: readonly PracticeDayView[], from: string, to: string): number {
  return [...new Set(days.map(partName))].reduce(
    (sum, part) =>
      sum +
      practisedIn(
        days.filter((d) => partName(d) === part),
        from,
        to,
      ),
    0,
  );
}

/** What a pupil knows on an instrument: their own list, the class's, or the instrument's first notes, low to high. */
export function notesKnown(
  pupil: Pick<PupilView, 'known' | 'conventions'>,
  group: Pick<ClassView, 'known'>,
  instrument: InstrumentId,
  taught: Conventions,
): readonly string[] {
  const conventions = conventionsOf(taught, pupil.conventions ?? {});
  const notes = knownNotes(pupil.known)[instrument] ?? knownOrFirst(group.known, instrument, conventions);
  return [...notes].sort((a, b) => midi(parsePitch(a)) - midi(parsePitch(b)));
}

type Lines = (f: ReportFacts, from: string, to: string) => readonly string[];

const LINES: Readonly<Record<ReportPart, Lines>> = {
  notes: ({ pupil, group, conventions, met }, from, to) =>
    [pupil.instrument, ...(pupil.second === undefined ? [] : [pupil.second])].map((id) => {
      const known = notesKnown(pupil, group, id, conventions);
      const fresh = new Set(
        met
          .filter((m) => m.instrument === id && (m.pupilId ?? pupil.id) === pupil.id && m.day >= from && m.day <= to)
          .flatMap((m) => m.notes),
      );
      const since = known.filter((n) => fresh.has(n));
      return `${instrumentOf(id).name}: ${times(known.length, 'note')}, as written ${known.map(noteWords).join(', ')}.${since.length === 0 ? '' : ` New in this time: ${since.map(noteWords).join(', ')}.`}`;
    }),
  assignments: ({ assignments, log }, from, to) =>
    assignments
      .filter((w) => w.due >= from && w.due <= to)
      .sort((a, b) => (a.due < b.due ? -1 : 1))
      .map((w) => {
        const done = log
          .filter((l) => l.assignmentId === w.id && l.done)
          .map((l) => l.day)
          .sort()[0];
        return `${w.title}, due ${reportDay(w.due)}: ${done === undefined ? 'not yet' : `there on ${reportDay(done)}`}`;
      }),
  lessons: ({ log }, from, to) => {
    const days = new Map<string, boolean>();
    const here = log.filter((x) => x.day >= from && x.day <= to);
    for (const l of here) if (l.absent !== true) days.set(l.day, (days.get(l.day) ?? true) && l.done);
    const absent = new Set(here.filter((l) => l.absent === true).map((l) => l.day));
    return [
      ...(days.size === 0
        ? []
        : [
            `With everything that was asked in ${[...days.values()].filter(Boolean).length} of ${times(days.size, 'lesson')}.`,
          ]),
      ...(absent.size === 0 ? [] : [`Absent from ${times(absent.size, 'lesson')}.`]),
    ];
  },
  rubric: ({ log, term }, from, to) =>
    (term.rubric?.criteria ?? []).flatMap((criterion) => {
      const marks = log
        .filter((l) => l.day >= from && l.day <= to)
        .sort((a, b) => (a.day < b.day ? -1 : 1))
        .flatMap((l) => l.marks?.filter((m) => m.criterion === criterion).map((m) => m.level) ?? []);
      const [first, last] = [marks[0], marks.at(-1)];
      const word = (level: number | undefined): string => term.rubric?.levels[level ?? 0] ?? '';
      return first === undefined
        ? []
        : [`${criterion}: ${word(last)}${first === last ? '' : ` (at first: ${word(first)})`}`];
    }),
  remarks: ({ log }, from, to) =>
    log
      .filter((l) => l.remark !== undefined && l.day >= from && l.day <= to)
      .sort((a, b) => (a.day < b.day ? -1 : 1))
      .map((l) => `${reportDay(l.day)}: ${l.remark ?? ''}`),
  practice: ({ practice, days, titleOf }, from, to) => {
    const minutes = minutesIn(days, from, to);
    return [
      ...(minutes > 0 ? [`${times(Math.round(minutes), 'minute')} in this time.`] : []),
      ...practice
        .filter((p) => p.minutes > 0)
        .map(
          (p) =>
            `${titleOf(p.exerciseId)}: ${times(p.rungs.length, 'step')} done, ${times(p.cleanRuns, 'clean run')}${p.bestPercent > 0 ? `, clean in a row at ${p.bestPercent} % of the tempo` : ''}`,
        ),
    ];
  },
  drills: ({ practice }) => {
    const sums = new Map<DrillName, { right: number; asked: number }>();
    for (const d of practice.flatMap((p) => p.drills ?? [])) {
      const sum = sums.get(d.drill) ?? { right: 0, asked: 0 };
      sums.set(d.drill, { right: sum.right + d.right, asked: sum.asked + d.asked });
    }
    return [...sums]
      .filter(([, s]) => s.asked > 0)
      .map(([drill, s]) => `${DRILL_WORDS[drill]}: ${s.right} of ${s.asked} right`);
  },
  takes: ({ takes, titleOf }, from, to) =>
    takes
      .filter((t) => t.createdAt.slice(0, 10) >= from && t.createdAt.slice(0, 10) <= to)
      .map((t) => `${reportDay(t.createdAt)}, ${titleOf(t.exerciseId)} at ${t.percent} %: ${t.summary}`),
  kit: ({ kit }) =>
    kit
      .filter((k) => k.kind === 'loan' && k.settled === undefined)
      .map(
        (k) =>
          `${k.what}${k.number === undefined ? '' : `, ${k.number}`}, since ${reportDay(k.from)}${k.due === undefined ? '' : `, due back ${reportDay(k.due)}`}`,
      ),
};

/** A pupil's report: what was ticked and nothing else; what there is nothing of is left out. */
export function reportSections(
  facts: ReportFacts,
  { parts, from, to }: Pick<ReportDto, 'parts' | 'from' | 'to'>,
): readonly ReportSection[] {
  const own = <T extends { readonly pupilId?: string | undefined }>(rows: readonly T[]): readonly T[] =>
    rows.filter((r) => r.pupilId === facts.pupil.id);
  const mine: ReportFacts = {
    ...facts,
    assignments: facts.assignments.filter((w) => isAssignedTo(w, facts.pupil)),
    log: own(facts.log),
    practice: own(facts.practice),
    days: own(facts.days),
    takes: own(facts.takes),
    kit: own(facts.kit),
  };
  return parts
    .map((part) => ({ part, heading: REPORT_WORDS[part], lines: LINES[part](mine, from, to) }))
    .filter((s) => s.lines.length > 0);
}
