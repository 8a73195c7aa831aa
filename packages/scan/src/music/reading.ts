import type {
  Articulation,
  Clef,
  Dynamic,
  Hairpin,
  Measure,
  Meter,
  NoteId,
  NoteValue,
  Span,
  Written,
} from '@cifra/core';
import type { Seen } from '../symbols/findSymbols';

/** What was seen on one staff. */
export interface SeenStaff {
  readonly symbols: readonly Seen[];
  /** Of its strip, in points. */
  readonly width: number;
}

/** What the teacher says where the picture does not, or says it wrongly. */
export interface Said {
  readonly clef?: Clef;
  readonly meter?: Meter;
  readonly fifths?: number;
}

/** A place on the strip of one staff. */
export interface StripPlace {
  readonly staff: number;
  readonly x: number;
  readonly y: number;
}

/** A sign before a note, by what it does to the letter. */
export type ReadSign = 1 | -1 | 0;

/** A note or rest as it was read: where it stands on its staff and what stands at it, before any rule of music. */
export interface ReadEvent {
  readonly id: NoteId;
  readonly kind: 'note' | 'rest';
  readonly value: NoteValue;
  readonly dots: 0 | 1;
  readonly triplet: boolean;
  /** Letters counted upward from C0; of a rest 0. */
  readonly diatonic: number;
  readonly sign?: ReadSign;
  readonly tie?: boolean;
  readonly articulations?: readonly Articulation[];
  readonly fermata?: boolean;
  readonly breathAfter?: boolean;
  readonly dynamic?: Dynamic;
  readonly at: StripPlace;
}

type Marks = 'clef' | 'key' | 'meter' | 'repeatStart' | 'repeatEnd' | 'ending' | 'endBar' | 'navigation' | 'multiRest';

/** A bar as it was read, and where it stands: from its line on the left to that on its right. */
export interface ReadBar extends Pick<Measure<Written>, Marks> {
  readonly staff: number;
  readonly from: number;
  readonly to: number;
  /** Empty where the whole bar, or each of those that stand as one, is silent. */
  readonly events: readonly ReadEvent[];
}

/** Something else that a note may be. */
export type Mending =
  | { readonly kind: 'length'; readonly value: NoteValue; readonly dots: 0 | 1 }
  | { readonly kind: 'sign'; readonly sign: ReadSign | undefined }
  | { readonly kind: 'step'; readonly by: 1 | -1 }
  | { readonly kind: 'gone' };

/** Why somebody should look: how long a note is, its sign, its place, a bar that does not add up or holds nothing. */
export type DoubtKind = 'length' | 'sign' | 'place' | 'sum' | 'empty' | 'rests';

/** Something that may have been read wrongly, where it stands, and what else it may be, the likeliest first. */
export interface Doubt {
  readonly kind: DoubtKind;
  /** Index of the bar. */
  readonly bar: number;
  readonly note?: NoteId;
  readonly at: StripPlace;
  readonly mendings: readonly Mending[];
}

/** A line as it was read from a picture. */
export interface Reading {
  readonly bars: readonly ReadBar[];
  readonly slurs: readonly Span[];
  readonly hairpins: readonly Hairpin[];
  readonly doubts: readonly Doubt[];
}
