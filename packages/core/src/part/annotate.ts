import type { BetterFigure } from '../fingering/better';
import type { Fingering } from '../fingering/figure';
import { figureTable, fingerIn } from '../instrument/finger';
import { noteName } from '../key/noteName';
import { type Concert, midi, pitch, type Written } from '../pitch/pitch';
import { type AccidentalReading, readAccidentals } from '../score/accidental';
import { countTexts } from '../score/counts';
import type { Note, NoteId } from '../score/score';
import { NoteTable } from '../score/noteTable';
import { structureOf } from '../score/structure';
import { concertLineOf } from './concertLine';
import { contextFinder, type Step } from './context';
import type { Part } from './derivePart';
import { hiddenNotes } from './fade';

/** What stands over one note. */
export interface NoteAnnotation {
  readonly id: NoteId;
  readonly written: Written;
  readonly concert: Concert;
  readonly accidental: AccidentalReading;
  /** The default school's figure, or why there is none. */
  readonly fingering: Fingering;
  /** An alternate that is easier between these neighbours. */
  readonly better: BetterFigure | undefined;
  /** The note's name as this class says it. */
  readonly name: string;
  readonly count: string;
  /** Continues a tied note: nothing new is fingered. */
  readonly tiedFrom: NoteId | undefined;
  /** The class reads this note without a figure. */
  readonly hidden: boolean;
  /** Octaves by which a teacher moved this note alone: a marked alternative. */
  readonly movedOctaves: number;
}

/** An overlay keyed by note id; the score itself is never touched. */
export type Annotations = NoteTable<NoteAnnotation>;

/** A name depends on the pitch and, for movable do, on the signature. */
class NameBook {
  private readonly byFifths = new Map<number, Map<Written, string>>();
  private names = new Map<Written, string>();
  private fifths = 0;

  constructor(private readonly school: Part['teaching']['schools']['noteNames']) {}

  turnTo(fifths: number): void {
    this.fifths = fifths;
    this.names = this.byFifths.get(fifths) ?? new Map<Written, string>();
    this.byFifths.set(fifths, this.names);
  }

  nameOf(p: Written): string {
    let name = this.names.get(p);
    if (name === undefined) {
      name = noteName(p, this.fifths, this.school);
      this.names.set(p, name);
    }
    return name;
  }
}

/** The notes of a part in order, with the figure of each and whether a rest follows. */
function stepsOf(part: Part): { notes: Note<Written>[]; steps: Step[] } {
  const table = figureTable(part.instrument, part.teaching.schools);
  const notes: Note<Written>[] = [];
  const steps: { fingering: Fingering; restAfter: boolean }[] = [];
  for (const m of part.score.measures) {
    for (const e of m.events) {
      const last = steps[steps.length - 1];
      if (e.kind === 'note') {
        notes.push(e);
        steps.push({ fingering: fingerIn(table, midi(e.pitch)), restAfter: e.fermata === true });
      } else if (last !== undefined) last.restAfter = true;
    }
  }
  return { notes, steps };
}

/**
 * Reads over every note of a part its name, its sounding pitch, its accidental, its figure and what is counted; and the
 * alternate, where one is easier in this passage.
 */
export function annotate(part: Part): Annotations {
  const { schools } = part.teaching;
  const accidentals = readAccidentals(part.score, schools.reminders).values();
  const counts = countTexts(part.score, schools.counting);
  const sounding = concertLineOf(part.concert).notes;
  const { octaves } = part.decisions.octave;
  const { notes, steps } = stepsOf(part);
  const better = contextFinder(part.instrument, schools).findAll(steps);
  const hidden = hiddenNotes(part, schools);
  const names = new NameBook(schools.noteNames);
  const annotations: NoteAnnotation[] = new Array<NoteAnnotation>(notes.length);
  let tiedFrom: NoteId | undefined;
  let index = 0;
  for (const m of part.score.measures) {
    if (m.key !== undefined) names.turnTo(m.key.fifths);
    for (const note of m.events) {
      if (note.kind !== 'note') continue;
      const movedOctaves = part.moved.get(note.id) ?? 0;
      const source = (sounding[index] as Note<Concert>).pitch;
      const up = octaves + movedOctaves;
      annotations[index] = {
        id: note.id, written: note.pitch, concert: up === 0 ? source : pitch<Concert>(source.step, source.alter, source.octave + up),
        accidental: accidentals[index] as AccidentalReading, fingering: (steps[index] as Step).fingering, better: tiedFrom === undefined ? better[index] : undefined,
        name: names.nameOf(note.pitch), count: counts.get(note.id) ?? '', tiedFrom, hidden: hidden?.[index] === true, movedOctaves,
      };
      tiedFrom = note.tie === true ? note.id : undefined;
      index += 1;
    }
  }
  return new NoteTable(structureOf(part.score), annotations);
}
