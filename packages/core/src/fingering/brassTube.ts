import type { Conventions } from '../convention/conventions';

/** A brass tube as its player reads it: everything else is computed from these. */
export interface Tube {
  readonly kind: 'valves' | 'slide';
  /** Written MIDI number of the first partial with nothing pressed (or in first position). */
  readonly fundamental: number;
  /** A fourth valve may exist: figures with it are offered as alternates. */
  readonly fourthValve?: boolean;
  /** With the fourth valve down the others add longer tubes, in tune with the longer instrument. */
  readonly compensating?: boolean;
  /** It has no valves at all: only the notes of the open tube have a figure. */
  readonly openOnly?: boolean;
  /** The third valve's slide can be drawn while playing: it brings 1-3 and 1-2-3 down into tune. */
  readonly thirdSlide?: boolean;
  /** A horn's B♭ tube, a fourth higher: alone, or reached by the thumb from the note given upward. */
  readonly bFlatSide?: 'alone' | { readonly fundamental: number; readonly from: number };
  /** The trombone's F attachment: its positions said as the plain slide's, or counted for themselves. */
  readonly attachment?: Conventions['attachment'];
}
