import type { Key } from '../key/key';
import type { Clef } from '../key/signature';
import type { Meter } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import type { ChordSymbol } from './chordSymbol';
import type { Duration, NoteValue } from './duration';

/** Ids are given once and survive every stage, so that a click on a page finds its source note. */
export type NoteId = string;

export const ARTICULATIONS = ['staccato', 'accent', 'tenuto', 'marcato', 'staccatissimo'] as const;
export type Articulation = (typeof ARTICULATIONS)[number];

export const DYNAMICS = [
  'pppp',
  'ppp',
  'pp',
  'p',
  'mp',
  'mf',
  'f',
  'ff',
  'fff',
  'ffff',
  'fp',
  'sf',
  'sfz',
  'sfp',
  'fz',
  'rfz',
] as const;
export type Dynamic = (typeof DYNAMICS)[number];
export const isDynamic = (text: string): text is Dynamic => (DYNAMICS as readonly string[]).includes(text);

/** What is sung to a note. */
export interface Syllable {
  readonly text: string;
  /** Its word goes on at the next syllable. */
  readonly hyphen?: boolean;
}

/** What notes and rests share. `marks` before the event are drawn at its start. */
interface EventBase {
  readonly id: NoteId;
  readonly duration: Duration;
  /** Where in its tuplet's bracket the event stands. */
  readonly tupletPlace?: 'start' | 'inside' | 'stop';
  readonly fermata?: boolean;
  readonly dynamic?: Dynamic;
  /** Words at this event, such as `dolce`. */
  readonly words?: string;
  /** What others play from here on. */
  readonly chord?: ChordSymbol;
}

export interface Note<P extends Pitch> extends EventBase {
  readonly kind: 'note';
  readonly pitch: P;
  /** Tied to the next note, which has the same pitch. */
  readonly tie?: boolean;
  readonly articulations?: readonly Articulation[];
  readonly breathAfter?: boolean;
  /** The source shows a reminder sign that the rules do not ask for. */
  readonly courtesy?: boolean;
  readonly syllable?: Syllable;
}

export interface Rest extends EventBase {
  readonly kind: 'rest';
  /** A rest for the whole bar, drawn as a centred whole rest in any meter. */
  readonly wholeMeasure?: boolean;
}

export type MusicEvent<P extends Pitch> = Note<P> | Rest;

/** Signs that send players elsewhere: what they jump to, where they leave or end, and the jumps themselves. */
export const NAVIGATION_SIGNS = [
  'segno',
  'coda',
  'to-coda',
  'fine',
  'dc',
  'dc-fine',
  'dc-coda',
  'ds',
  'ds-fine',
  'ds-coda',
] as const;
export type NavigationSign = (typeof NAVIGATION_SIGNS)[number];

export interface Tempo {
  readonly words?: string;
  /** Metronome mark: so many of this value a minute. */
  readonly mark?: { readonly value: NoteValue; readonly dots: number; readonly perMinute: number };
}

export interface Measure<P extends Pitch> {
  readonly id: string;
  readonly events: readonly MusicEvent<P>[];
  /** Changes that take effect at the start of this bar; the first bar carries all three. */
  readonly clef?: Clef;
  readonly key?: Key;
  readonly meter?: Meter;
  readonly tempo?: Tempo;
  /** Shorter than the meter on purpose: a pickup, or a bar split by a repeat. Counts no bar number. */
  readonly pickup?: boolean;
  readonly repeatStart?: boolean;
  readonly repeatEnd?: boolean;
  /** Numbers of the ending this bar belongs to. */
  readonly ending?: readonly number[];
  readonly endBar?: 'double' | 'final';
  /** Where players jump from or to; segno and coda stand at the start of the bar, the rest at its end. */
  readonly navigation?: readonly NavigationSign[];
  /** This bar and the next n-1 are silent and drawn as one multi-bar rest. */
  readonly multiRest?: number;
  /** The teacher wants a new line of music to begin here. */
  readonly startsSystem?: boolean;
}

/** A line from one note to another. */
export interface Span {
  readonly from: NoteId;
  readonly to: NoteId;
}

export interface Hairpin extends Span {
  readonly kind: 'crescendo' | 'diminuendo';
}

/** One line of music. `Score<Concert>` sounds as it reads; `Score<Written>` is a player's page. */
export interface Score<P extends Pitch> {
  readonly title: string;
  readonly composer?: string;
  readonly measures: readonly Measure<P>[];
  readonly slurs: readonly Span[];
  readonly hairpins: readonly Hairpin[];
}
