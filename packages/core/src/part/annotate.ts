import type { BetterFigure } from '../fingering/better';
import type { Fingering } from '../fingering/figure';
import { fingerIn } from '../instrument/finger';
import { noteName } from '../key/noteName';
import type { Concert, Written } from '../pitch/pitch';
import { type AccidentalReading, moveReadings, readToneAccidentals } from '../score/accidental';
import { countsOf } from '../score/counts';
import type { NoteId } from '../score/score';
import type { Structure } from '../score/structure';
import { type ConcertLine, concertLineOf } from './concertLine';
import type { Part } from './derivePart';
import { deskOf } from './desk';
import type { Trail } from './fact';
import type { WrittenTone, WrittenTones } from './writtenTones';

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
  /** The signature in force on the page. */
  readonly fifths: number;
  /** The note's name as this class says it. */
  readonly name: string;
  readonly count: string;
  /** Continues a tied note: nothing new is fingered. */
  readonly tiedFrom: NoteId | undefined;
  /** Octaves by which a teacher moved this note alone: a marked alternative. */
  readonly movedOctaves: number;
}

/** What is said of one tone, wherever it comes. */
interface ToneWords {
  readonly fingering: Fingering;
  readonly name: string;
}

/** An overlay keyed by note id; the score itself is never touched. Each note's entry is put together when it is first asked for. */
export class Annotations implements Iterable<readonly [NoteId, NoteAnnotation]> {
  private readonly made: (NoteAnnotation | undefined)[] = [];
  /** What explains this part, kept with it once it was made. */
  explainer: { explain(id: NoteId): Trail | undefined; trailAt(index: number): Trail } | undefined;

  constructor(
    private readonly tones: WrittenTones,
    private readonly structure: Structure,
    private readonly counts: readonly string[],
    readonly accidentals: readonly AccidentalReading[],
    readonly better: readonly (BetterFigure | undefined)[],
    readonly toneWords: readonly ToneWords[],
  ) {}

  get size(): number {
    return this.structure.noteIds.length;
  }

  has(id: NoteId): boolean {
    return this.structure.indexOf.has(id);
  }

  get(id: NoteId): NoteAnnotation | undefined {
    const index = this.structure.indexOf.get(id);
    return index === undefined ? undefined : this.at(index);
  }

  at(index: number): NoteAnnotation | undefined {
    const { tones, of } = this.tones;
    const tone = of[index];
    if (tone === undefined) return undefined;
    return (this.made[index] ??= this.make(index, tones[tone] as WrittenTone, this.toneWords[tone] as ToneWords));
  }

  values(): readonly NoteAnnotation[] {
    return this.structure.noteIds.map((_id, i) => this.at(i) as NoteAnnotation);
  }

  *[Symbol.iterator](): IterableIterator<readonly [NoteId, NoteAnnotation]> {
    for (let i = 0; i < this.structure.noteIds.length; i++)
      yield [this.structure.noteIds[i] as NoteId, this.at(i) as NoteAnnotation];
  }

  private make(index: number, tone: WrittenTone, { fingering, name }: ToneWords): NoteAnnotation {
    const id = this.structure.noteIds[index] as NoteId;
    return {
      id,
      fifths: tone.fifths,
      written: tone.pitch,
      concert: tone.concert,
      accidental: this.accidentals[index] as AccidentalReading,
      fingering,
      better: this.better[index],
      name,
      count: this.counts[index] as string,
      tiedFrom: this.structure.heldOver[index] === 1 ? this.structure.noteIds[index - 1] : undefined,
      movedOctaves: tone.moved,
    };
  }
}

/** Parts that one interval leads to share what was read of the sounding line; the others are read anew. */
function accidentalsOf(
  {
    tones,
    teaching: {
      schools: { reminders },
    },
  }: Part,
  line: ConcertLine,
): readonly AccidentalReading[] {
  if (!tones.uniform) return readToneAccidentals(line.structure, tones, reminders, line.playedBefore);
  return moveReadings(line.accidentals(reminders), tones);
}

/**
 * Reads over every note of a part its name, its sounding pitch, its accidental, its figure and what is counted; and the
 * alternate, where one is easier in this passage.
 * @param alone the notes stand for themselves, as on a chart: no neighbour makes another figure easier
 */
export function annotate(part: Part, { alone = false } = {}): Annotations {
  const { instrument, teaching, tones } = part;
  const { schools } = teaching;
  const { table, context } = deskOf(instrument, teaching);
  const line = concertLineOf(part.concert);
  return new Annotations(
    tones,
    line.structure,
    countsOf(line.structure, schools.counting),
    accidentalsOf(part, line),
    alone ? [] : context.findAll(tones, line),
    tones.tones.map((t) => ({
      fingering: fingerIn(table, t.midi),
      name: noteName(t.pitch, t.fifths, schools.noteNames),
    })),
  );
}
