import type { Exercise } from '../exercise/exercise';
import type { InstrumentId } from '../instrument/instrument';
import { annotate, type Annotations } from '../part/annotate';
import type { Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { midi } from '../pitch/pitch';
import type { NoteId } from '../score/score';
import { type Change, partChanges, troubleSpots } from '../trouble/partTrouble';
import { knownMidi } from './callSheet';
import { type FadeStep, fadeStepOf } from './fadePlan';
import { pageParts } from './pageParts';
import type { PageSetup, RowSetup } from './pageSetup';
import { hiddenAt, type ShownFacts } from './shown';

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

/** What one page shows of what is known about its notes: which rows, over which notes, and what is marked. */
export class PagePlan {
  /** The step that rows without one of their own follow. */
  readonly step: FadeStep;
  readonly rows: readonly RowSetup[];
  private readonly masks = new Map<FadeStep, readonly boolean[] | undefined>();
  private readonly known: ReadonlySet<number>;
  private made: readonly Change[] | undefined;
  private spots: readonly Change[] | undefined;
  private readonly facts: ShownFacts;
  private readonly order: ReadonlyMap<NoteId, number>;

  constructor(
    readonly part: Part,
    readonly annotations: Annotations,
    readonly setup: PageSetup,
    { known, today }: PageFor,
  ) {
    this.step = fadeStepOf(part.teaching.schools, setup.plan, today);
    this.rows = setup.rows[part.instrument.family];
    this.known = knownMidi(part, known);
    this.facts = { part, annotations, barsALine: setup.barsALine, isNew: this.isNewNote, changes: () => this.changes };
    this.order = new Map(annotations.values().map((n, i) => [n.id, i]));
  }

  readonly isNewNote = (note: number): boolean => !this.known.has(note);

  /** Every change of the part with its cost. */
  get changes(): readonly Change[] {
    return (this.made ??= partChanges(this.part, this.annotations, this.isNewNote));
  }

  /** The places most likely to go wrong, dearest first. */
  get hardest(): readonly Change[] {
    return (this.spots ??= troubleSpots(this.changes, this.annotations, SPOKEN_OF));
  }

  /** Those of them that the page marks. */
  get circled(): readonly Change[] {
    return this.setup.circles ? this.hardest.slice(0, CIRCLED) : [];
  }

  /** Whether the players have yet to meet a note of the page. */
  isNew(id: NoteId): boolean {
    const note = this.annotations.get(id);
    return note !== undefined && this.isNewNote(midi(note.written));
  }

  /** Whether a row stays empty over a note. */
  hides(id: NoteId, { fade }: RowSetup): boolean {
    const step = fade ?? this.step;
    if (!this.masks.has(step)) this.masks.set(step, hiddenAt(step, this.facts));
    return this.masks.get(step)?.[this.order.get(id) ?? -1] === true;
  }

  /** The rows that say something over a note. */
  rowsAt(id: NoteId): readonly RowSetup[] {
    return this.rows.filter((r) => !this.hides(id, r));
  }
}

/** The plans of an instrument's page, one for each line that stands on it. */
export const planPages = (
  exercise: Exercise,
  id: InstrumentId,
  teaching: Teaching,
  setup: PageSetup,
  players: PageFor,
): PagePlan[] =>
  pageParts(exercise, id, teaching, setup).map((part) => new PagePlan(part, annotate(part), setup, players));
