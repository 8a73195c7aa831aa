/** Pressed valves, in order. */
export interface ValveFigure {
  readonly kind: 'valves';
  readonly valves: readonly number[];
}

/** Slide position 1 to 7; `adjust` +1 is slid in a little (raised), -1 out a little. */
export interface SlideFigure {
  readonly kind: 'slide';
  readonly position: number;
  readonly adjust: -1 | 0 | 1;
}

/** Touches pressed by each hand, in the order of the figure text; `h` after a finger is half closed. */
export interface KeyFigure {
  readonly kind: 'keys';
  readonly left: readonly string[];
  readonly right: readonly string[];
}

export type Figure = ValveFigure | SlideFigure | KeyFigure;

/**
 * Figure text, the plain notation that files, tests and accessible names share.
 * @example `13`, `0`, `2+`, `T 1 2 | 4`, `-`
 */
export function figureText(f: Figure): string {
  switch (f.kind) {
    case 'valves': return f.valves.length === 0 ? '0' : f.valves.join('');
    case 'slide': return `${f.position}${f.adjust > 0 ? '+' : f.adjust < 0 ? '-' : ''}`;
    case 'keys': {
      if (f.left.length === 0 && f.right.length === 0) return '-';
      if (f.right.length === 0) return f.left.join(' ');
      return `${f.left.join(' ')} | ${f.right.join(' ')}`.trim();
    }
  }
}

/** Why another figure for the same note is worth knowing. */
export const ALTERNATE_REASONS = [
  'better-in-tune', 'fourth-valve', 'trill', 'chromatic', 'thumb-b-flat', 'one-and-one', 'bis-key', 'side-key', 'other-little-finger',
  'longer-slide', 'forked', 'next-partial', 'clearer-sound', 'left-hand', 'stable',
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

export type Fingering =
  | {
    readonly kind: 'playable';
    readonly figure: Figure;
    readonly alternates: readonly Alternate[];
    readonly origin?: BrassOrigin;
  }
  | { readonly kind: 'unplayable'; readonly because: 'below-range' | 'above-range' | 'no-figure' };
