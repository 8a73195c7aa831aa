import type { Conventions } from '../convention/conventions';

/** Pressed valves, in order; `thumb` is the double horn's change to the B♭ side. */
export interface ValveFigure {
  readonly kind: 'valves';
  readonly valves: readonly number[];
  readonly thumb?: boolean;
}

/**
 * Slide position 1 to 7, as the plain slide counts them; `adjust` +1 is slid in a little (raised), -1 out a little.
 * `thumb` is the F attachment, whose positions lie further apart; `counted` is the number of the position where they
 * are counted for themselves.
 */
export interface SlideFigure {
  readonly kind: 'slide';
  readonly position: number;
  readonly adjust: -1 | 0 | 1;
  readonly thumb?: boolean;
  readonly counted?: number;
}

/** The number that a player knows a position by. */
export const slideNumber = ({ counted, position }: SlideFigure): number => counted ?? position;

/** Touches pressed by each hand, in the order of the figure text; `h` after a finger is half closed. */
export interface KeyFigure {
  readonly kind: 'keys';
  readonly left: readonly string[];
  readonly right: readonly string[];
}

export type Figure = ValveFigure | SlideFigure | KeyFigure;
export type FingerCount = Conventions['fingerCount'];

/**
 * The right hand's fingers under the other way of counting: 4 5 6 become 1 2 3. The recorder's 7 is the little finger,
 * 4.
 */
const EACH_HAND: Readonly<Record<string, string>> = { 4: '1', 5: '2', 6: '3', 7: '4' };

/** A right-hand touch as a teacher counts it. @example countedTouch('5h', 'each-hand') // '2h' */
export const countedTouch = (touch: string, count: FingerCount): string =>
  count === 'each-hand' ? touch.replace(/^[4-7](?=h?$)/, (d) => EACH_HAND[d] ?? d) : touch;

/**
 * Figure text, the plain notation that files, tests and accessible names share.
 * @example `13`, `0`, `T12`, `2+`, `T3`, `T 1 2 | 4`, `-`
 */
export function figureText(f: Figure, count: FingerCount = 'six-down'): string {
  const thumb = f.kind !== 'keys' && f.thumb === true ? 'T' : '';
  switch (f.kind) {
    case 'valves':
      return thumb + (f.valves.length === 0 ? '0' : f.valves.join(''));
    case 'slide':
      return f.counted === undefined
        ? `${thumb}${f.position}${f.adjust > 0 ? '+' : f.adjust < 0 ? '-' : ''}`
        : `${thumb}${f.counted}`;
    case 'keys': {
      if (f.left.length === 0 && f.right.length === 0) return '-';
      if (f.right.length === 0) return f.left.join(' ');
      return `${f.left.join(' ')} | ${f.right.map((t) => countedTouch(t, count)).join(' ')}`.trim();
    }
  }
}

/** Why another figure for the same note is worth knowing. */
export const ALTERNATE_REASONS = [
  'fourth-valve',
  'third-alone',
  'valve-trill',
  'next-partial',
  'lower-partial',
  'other-side',
  'attachment',
  'longer-slide',
  'trill',
  'chromatic',
  'thumb-b-flat',
  'one-and-one',
  'bis-key',
  'side-key',
  'side-c',
  'other-little-finger',
  'forked',
  'left-hand',
  'left-f',
  'other-f-sharp',
  'clearer-sound',
  'front-key',
  'resonance',
  'flick',
  'usual',
] as const;
export type AlternateReason = (typeof ALTERNATE_REASONS)[number];

export interface Alternate {
  readonly figure: Figure;
  readonly reason: AlternateReason;
}

/** How a brass figure comes about: an open partial of the tube, lowered by valves or slide. */
export interface BrassOrigin {
  readonly partial: number;
  /** MIDI number of the open partial as written. */
  readonly openMidi: number;
  readonly lowered: number;
  /** How far off equal temperament the tube itself sounds, in cents, flat negative. */
  readonly cents: number;
}

/** What brings a note into tune that the instrument gives sharp or flat. */
export type Remedy =
  'third-slide' | 'fourth-valve' | 'slide-in' | 'lip-down' | 'lip-up' | 'resonance-fingers' | 'less-air';

/**
 * A note that sits off by itself. Cents are given where the tube's physics say them; elsewhere it is common practice,
 * no source.
 */
export interface Intonation {
  readonly tendency: 'sharp' | 'flat';
  readonly cents?: number;
  readonly remedy: Remedy;
}

/** Why the default stands first although a simpler figure is better in tune. Common practice, no source. */
export type PreferredReason = 'quick-fingers' | 'three-valves-first';

export interface Playable {
  readonly kind: 'playable';
  readonly figure: Figure;
  readonly preferred?: PreferredReason;
  readonly alternates: readonly Alternate[];
  readonly origin?: BrassOrigin;
  readonly intonation?: Intonation;
}

export type Fingering =
  Playable | { readonly kind: 'unplayable'; readonly because: 'below-range' | 'above-range' | 'no-figure' };
