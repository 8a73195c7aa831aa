import { instrumentWord } from '@cifra/contract/words';
import type {
  AccountFile,
  TermDto,
  HandInView,
  KitView,
  LogView,
  MetView,
  MixedUpDto,
  PracticeDayView,
  PracticeView,
  PupilView,
  SaveClassDto,
  AssignmentView,
} from '@cifra/contract';
import {
  addDays,
  type Exercise,
  DEFAULT_CONVENTIONS,
  type InstrumentId,
  instrumentOf,
  LADDER_RUNGS,
  mondayOf,
  pitchText,
  type Random,
  randomFrom,
  sightLine,
  termWeeks,
  usualSchedule,
} from '@cifra/core';
import { STARTING_CLASS } from '../class/startingClass';
import { CRITERIA, LEVELS, PEOPLE, REMARKS, TITLES } from './term.data';

const WEEKS = 13;
const NOW_IN_WEEK = 11;
const HALF_TERM_WEEK = 6;
const FRIDAY = 4;
const BARS = 8;
const DAYS_A_WEEK = 7;

interface Line {
  readonly id: string;
  readonly title: string;
  readonly document: Exercise;
}

const idOf = (kind: number, n: number): string =>
  `00000000-0000-4000-8${String(kind).padStart(3, '0')}-${String(n).padStart(12, '0')}`;

/** A line a week on notes that the trumpets have met by then. */
function linesFor(weeks: number, seed: number): Line[] {
  const schedule = usualSchedule('trumpet', DEFAULT_CONVENTIONS);
  return TITLES.slice(0, weeks).map((title, i): Line => {
    const notes = schedule.filter((s) => s.week <= Math.max(5, i + 1)).flatMap((s) => s.notes);
    for (let n = 0; n < 20; n++) {
      const document = sightLine({
        instrument: instrumentOf('trumpet'),
        stage: i < 5 ? 'first-notes' : 'first-octave',
        fifths: 0,
        meter: { beats: i % 3 === 2 ? 3 : 4, unit: 4 },
        bars: BARS,
        seed: seed + i * 100 + n,
      });
      if (document !== undefined && notes.length > 0)
        return { id: idOf(1, i), title, document: { ...document, source: { ...document.source, title } } };
    }
    throw new Error(`no line could be made for week ${i + 1}`);
  });
}

/** A pupil's week at home: minutes grow the record of one part from day to day. */
function practiceOf(
  chance: Random,
  diligence: number,
  pupil: PupilView,
  line: Line,
  monday: string,
  today: string,
): { readonly whole: PracticeView; readonly days: PracticeDayView[] } | undefined {
  if (chance.next() > diligence + 0.15) return undefined;
  const days: PracticeDayView[] = [];
  let [minutes, cleanRuns, bestPercent] = [0, 0, 0];
  for (let d = 0; d < DAYS_A_WEEK; d++) {
    const day = addDays(monday, d);
    if (day > today || chance.next() > diligence) continue;
    minutes += 5 + chance.below(15);
    cleanRuns += chance.below(4);
    bestPercent = Math.min(
      110,
      Math.max(bestPercent, 40 + 10 * chance.below(3)) + (chance.next() < diligence ? 10 : 0),
    );
    days.push({
      pupilId: pupil.id,
      exerciseId: line.id,
      instrument: pupil.instrument,
      day,
      minutes,
      cleanRuns,
      bestPercent,
    });
  }
  const last = days.at(-1);
  if (last === undefined) return undefined;
  return {
    days,
    whole: {
      pupilId: pupil.id,
      exerciseId: line.id,
      instrument: pupil.instrument,
      pupil: pupil.name,
      rungs: LADDER_RUNGS.slice(0, 1 + chance.below(LADDER_RUNGS.length)),
      bestPercent,
      cleanRuns,
      minutes,
      peeks: chance.below(14),
      drills: [
        { drill: 'figures', asked: 20, right: 10 + chance.below(11), mixed: mixedUpOf(pupil.instrument, chance) },
      ],
      updatedAt: `${last.day}T17:00:00.000Z`,
    },
  };
}

/** Neighbours among the first notes of an instrument, taken for each other. */
function mixedUpOf(instrument: InstrumentId, chance: Random): MixedUpDto[] {
  const notes = instrumentOf(instrument).firstNotes.map(pitchText);
  const at = chance.below(Math.max(1, notes.length - 1));
  const [asked, said] = [notes[at], notes[at + 1]];
  return asked === undefined || said === undefined ? [] : [{ asked, said, times: 1 + chance.below(4) }];
}

/**
 * A term of a class of thirty, made up: term, lines, what was set, every lesson, practice at home, takes and kit.
 * @param today ISO date; the term lies around it
 * @param seed the same seed and day give the same term
 */
export function makeTerm(today: string, seed = 1): AccountFile {
  const chance = randomFrom(seed);
  const from = addDays(mondayOf(today), -(NOW_IN_WEEK - 1) * DAYS_A_WEEK);
  const half = addDays(from, HALF_TERM_WEEK * DAYS_A_WEEK);
  const term: TermDto = {
    from,
    to: addDays(from, WEEKS * DAYS_A_WEEK - 3),
    holidays: [{ from: half, to: addDays(half, FRIDAY), name: 'half term' }],
    rubric: { criteria: CRITERIA, levels: LEVELS },
    schedule: [],
  };
  const weeks = termWeeks(from, term.to ?? today, term.holidays).filter((w) => w.lesson !== undefined);
  const lines = linesFor(weeks.length, seed);
  const pupils = PEOPLE.map(([name, instrument], i): PupilView => ({
    id: idOf(2, i),
    version: 1,
    name,
    instrument,
    seat: `row ${1 + Math.floor(i / 10)}, ${1 + (i % 10)}`,
    ...(i % 9 === 4 && { note: 'sits in front' }),
  }));
  const diligence = new Map(pupils.map((p) => [p.id, 0.35 + chance.next() * 0.6]));
  const instruments = [...new Set(PEOPLE.map(([, i]) => i))];
  const assignments: AssignmentView[] = [];
  const log: LogView[] = [];
  const met: MetView[] = [];
  const practice: PracticeView[] = [];
  const practiceDays: PracticeDayView[] = [];
  const handIns: Omit<HandInView, 'hasSound'>[] = [];
  weeks.forEach(({ monday, lesson = 0 }, i) => {
    const line = lines[i];
    if (line === undefined || monday > addDays(mondayOf(today), DAYS_A_WEEK)) return;
    const due = addDays(monday, FRIDAY);
    const w: AssignmentView = {
      id: idOf(3, i),
      exerciseId: line.id,
      title: line.title,
      for: 'class',
      rungs: ['count', 'name', 'finger', 'loose'],
      goalPercent: 80 + 10 * (i % 3),
      due,
      createdAt: `${monday}T08:00:00.000Z`,
    };
    assignments.push(w);
    const batch = idOf(4, i);
    if (monday <= today)
      for (const instrument of instruments) {
        const notes = usualSchedule(instrument, DEFAULT_CONVENTIONS)
          .filter((s) => s.week === lesson && lesson > 5)
          .flatMap((s) => [...s.notes]);
        // Some sections fall behind.
        if (notes.length > 0 && (chance.next() < 0.85 || instrument === 'trumpet'))
          met.push({ batch, day: monday, instrument, notes, exerciseId: line.id });
      }
    for (const p of pupils) {
      const keen = diligence.get(p.id) ?? 0.5;
      if (due <= today) {
        const marks =
          lesson % 3 === 0
            ? CRITERIA.map((criterion) => ({
                criterion,
                level: Math.min(LEVELS.length - 1, Math.floor(keen * 2 + lesson / 5 + chance.next())),
              }))
            : undefined;
        log.push({
          id: idOf(5, log.length),
          day: due,
          pupilId: p.id,
          assignmentId: w.id,
          done: chance.next() < keen + 0.2,
          ...(chance.next() < 0.08 && { remark: chance.of(REMARKS) }),
          ...(marks !== undefined && { marks }),
        });
      }
      const home = practiceOf(chance, keen, p, line, monday, today);
      if (home === undefined) continue;
      practice.push(home.whole);
      practiceDays.push(...home.days);
      if (chance.next() < keen / 3)
        handIns.push({
          id: idOf(6, handIns.length),
          pupilId: p.id,
          exerciseId: line.id,
          pupil: p.name,
          instrument: p.instrument,
          percent: home.whole.bestPercent || 50,
          summary: `${20 + chance.below(9)} of 28 notes right, ${chance.below(4)} late`,
          createdAt: home.whole.updatedAt,
        });
    }
  });
  const known = instruments.map((instrument) => ({
    instrument,
    notes: [
      ...instrumentOf(instrument).firstNotes.map(pitchText),
      ...met.filter((m) => m.instrument === instrument).flatMap((m) => m.notes),
    ],
  }));
  const settings: SaveClassDto = { ...STARTING_CLASS, name: 'Tidewater band', instruments, known };
  const kit: KitView[] = pupils
    .filter((p) => ['tuba', 'euphonium', 'bassoon', 'horn'].includes(p.instrument))
    .map((p, i) => ({
      id: idOf(7, i),
      kind: 'loan',
      what: `school ${instrumentWord(instrumentOf(p.instrument))}`,
      number: `T-${String(20 + i)}`,
      pupilId: p.id,
      from,
      due: i === 1 ? addDays(today, -4) : (term.to ?? today),
    }));
  const supplies = (['clarinet', 'alto-saxophone'] as const).map((id, i): KitView => ({
    id: idOf(7, 50 + i),
    kind: 'supply',
    what: 'reeds, 2',
    pupilId: pupils.find((p) => p.instrument === id)?.id ?? '',
    from: addDays(today, -3),
    due: addDays(today, 2),
  }));
  return {
    cifra: 'account',
    version: 3,
    teacher: { name: 'Mara', conventions: {}, sentences: {}, practice: {}, keepMonths: 0 },
    exercises: lines,
    classes: [
      { settings, pupils, assignments, log, kit: [...kit, ...supplies], term, met, practice, practiceDays, handIns },
    ],
  };
}
