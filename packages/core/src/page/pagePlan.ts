import type { Exercise } from '../exercise/exercise';
import { isOpenOnly } from '../instrument/finger';
import type { InstrumentId } from '../instrument/instrument';
import { annotate, type Annotations } from '../part/annotate';
import type { Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { midi } from '../pitch/pitch';
import { restCounts } from '../score/counts';
import type { NoteId } from '../score/score';
import { type Change, partChanges, troubleSpots } from '../trouble/partTrouble';
import { knownMidi } from './callSheet';
import { type FadeStep, fadeStepOf } from './fadeSchedule';
import { hiddenAt } from './hiddenAt';
import { pageParts } from './pageParts';
import type { BandRow, PageSetup, RowSetup } from './pageSetup';

/** The places that get a pencil circle, and those that are spoken of. */
const CIRCLED = 3;
const SPOKEN_OF = 5;

/** For whom and when a page is made. */
export interface PageFor {
  /** Written notes that the players have met, as text; without it the instrument's first notes. */
  readonly known?: readonly string[] | undefined;
  /** ISO date on which the page is used: a dated plan goes by it. */
  readonly today: string;
}

/** A row of the band, and the notes over which it stays empty. */
export interface PlannedRow extends RowSetup {
  readonly hiddenAt: ReadonlySet<NoteId>;
  /** On a worksheet: a box over each note, to be filled in, or with its answer. */
  readonly blank?: 'empty' | 'answered';
}

/** What one page shows of what is known about its notes: which rows, over which notes, and what is marked. */
export interface PagePlan {
  readonly part: Part;
  readonly annotations: Annotations;
  readonly setup: PageSetup;
  /** The step that rows without one of their own follow. */
  readonly step: FadeStep;
  readonly rows: readonly PlannedRow[];
  /** What is counted in the head at each rest. */
  readonly restCounts: ReadonlyMap<NoteId, string>;
  /** Written sounds that the players have met, as MIDI numbers. */
  readonly known: ReadonlySet<number>;
  /** The notes of the page that they have yet to meet. */
  readonly newNotes: ReadonlySet<NoteId>;
  /** Every change of the part with its cost. */
  readonly changes: readonly Change[];
  /** The places most likely to go wrong, dearest first. */
  readonly hardest: readonly Change[];
  /** Notes that the page marks, from one to another or one alone. */
  readonly circled: readonly Pick<Change, 'from' | 'to'>[];
  /** On a worksheet: bar lines are to be drawn. */
  readonly hideBarLines?: boolean;
}

/** Whether every note of a page sounds as the letter that is written. */
export const soundsAsWritten = (annotations: Annotations): boolean =>
  [...annotations.values()].every((n) => n.written.step === n.concert.step && n.written.alter === n.concert.alter);

/** A drawing of no fingers says nothing, and a letter that stands in the row of names is not said again. */
export function saysSomething(row: BandRow, { instrument }: Part, annotations: Annotations): boolean {
  if (row === 'diagram') return !isOpenOnly(instrument);
  return row !== 'sounds' || !soundsAsWritten(annotations);
}

/** The rows that say something over a note. */
export const rowsAt = <R extends PlannedRow>(rows: readonly R[], id: NoteId): readonly R[] =>
  rows.filter((r) => !r.hiddenAt.has(id));

/**
 * Decides what a page shows over its notes and what it marks.
 * @example planPage(part, annotate(part), DEFAULT_PAGE, { today: '2026-09-14' }).rows.map((r) => r.row) // ['figure',
 * 'name']
 */
export function planPage(
  part: Part,
  annotations: Annotations,
  setup: PageSetup,
  { known: met, today }: PageFor,
): PagePlan {
  const step = fadeStepOf(part.teaching.conventions, setup.fades, today);
  const known = knownMidi(part.instrument, met);
  const changes = partChanges(part, annotations, (note) => !known.has(note));
  const newNotes = new Set([...annotations.values()].filter((n) => !known.has(midi(n.written))).map((n) => n.id));
  const hardest = troubleSpots(changes, annotations, SPOKEN_OF);
  const facts = { part, annotations, barsPerSystem: setup.barsPerSystem, newNotes, changes };
  return {
    part,
    annotations,
    setup,
    step,
    rows: setup.rows[part.instrument.family]
      .filter(({ row }) => saysSomething(row, part, annotations))
      .map((r) => ({ ...r, hiddenAt: hiddenAt(r.fade ?? step, r.row, facts) })),
    restCounts: restCounts(part.score, part.teaching.conventions.counting),
    known,
    newNotes,
    changes,
    hardest,
    circled: setup.circles ? hardest.slice(0, CIRCLED) : [],
  };
}

/** The plans of an instrument's page, one for each line that stands on it. */
export const planPages = (
  exercise: Exercise,
  id: InstrumentId,
  teaching: Teaching,
  setup: PageSetup,
  players: PageFor,
): PagePlan[] => pageParts(exercise, id, teaching, setup).map((part) => planPage(part, annotate(part), setup, players));
