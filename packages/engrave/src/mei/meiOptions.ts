import type { Accidental, NoteId, Pitch, Score } from '@cifra/core';

/** What the engraver adds to a score: room for the band, line breaks, and ids of its own. */
export interface MeiOptions {
  /** Lines of the silent staff that keeps the band's place; 0 for no band. */
  readonly bandLines: number;
  /** Width that each note's cell needs, in hundredths of a millimetre. */
  readonly cellWidth: (id: NoteId, line: number) => number;
  /** Indexes of measures before which a line breaks. */
  readonly breakBefore: ReadonlySet<number>;
  /** Stands before every id, since several parts share a screen. */
  readonly idPrefix: string;
  /** Whether the last bar closes the piece. */
  readonly finalBar: boolean;
  readonly slurs: boolean;
  /** Words to sing under the notes; shown unless said otherwise. */
  readonly lyrics?: boolean;
  /** Chord symbols over the staff, or over its band; shown unless said otherwise. */
  readonly chords?: boolean;
  /** One note a bar without bar lines or meter, as on a chart. */
  readonly unmetered?: boolean;
  /** Heads without stems, close together: a list of notes. */
  readonly headsOnly?: boolean;
  /** Bar lines are to be drawn by whoever reads the page: only the last one stands. */
  readonly hideBarLines?: boolean | undefined;
  /** The meter is in force already: it is not said again. */
  readonly hideMeter?: boolean;
  /**
   * The bars are one system: the library, asked for encoded breaks, then looks for none itself, which takes it twice as
   * long.
   */
  readonly oneSystem?: boolean;
  /** The sign before each note; without it, what the rules of the staff ask for. */
  readonly accidentals?: SignLookup;
}

/** A line and the signs before its notes, where several are drawn under each other. */
export interface MeiLine<P extends Pitch> {
  readonly score: Score<P>;
  readonly accidentals?: SignLookup;
  /** Notes over which a small sign says what the key signature does to them. */
  readonly marked?: ReadonlySet<NoteId>;
}

export interface SignLookup {
  get(id: NoteId): Accidental | undefined;
}
