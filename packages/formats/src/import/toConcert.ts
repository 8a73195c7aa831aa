import {
  addIntervals,
  ENHARMONIC_DOWN,
  ENHARMONIC_UP,
  type Interval,
  interval,
  type Measure,
  type MusicEvent,
  transpose,
  transposeKey,
  type Written,
} from '@cifra/core';

/** How a page sounds against what is written: half steps and letters, octaves included, as files say it. */
export interface Transposition {
  readonly chromatic: number;
  readonly diatonic: number;
}

/** A page's transposition, and from which bar (by index) on it holds. */
export interface TranspositionFrom extends Transposition {
  readonly bar: number;
}

const LETTERS_AN_OCTAVE = 7;
const HALF_STEPS_AN_OCTAVE = 12;
/** A transposition of more fifths than this is a slip: the letters are worked out from the half steps. */
const MOST_FIFTHS = 6;
const MOST_SIGNS = 7;

/** The letters that so many half steps usually go. */
export const usualLetters = (chromatic: number): number =>
  Math.round((chromatic * LETTERS_AN_OCTAVE) / HALF_STEPS_AN_OCTAVE);

/**
 * The interval of a transposition, from what is written to what sounds.
 * @example { chromatic: -3, diatonic: -2 }, a clarinet in A: a minor third down
 */
export function intervalOf({ chromatic, diatonic }: Transposition): Interval {
  // Seven half steps and four letters a fifth, twelve and seven an octave: solved for both.
  const fifths = LETTERS_AN_OCTAVE * chromatic - HALF_STEPS_AN_OCTAVE * diatonic;
  if (Math.abs(fifths) > MOST_FIFTHS) return intervalOf({ chromatic, diatonic: usualLetters(chromatic) });
  return interval(fifths, (chromatic - LETTERS_AN_OCTAVE * fifths) / HALF_STEPS_AN_OCTAVE);
}

/** The same interval where a signature of more than seven signs would come of it: respelled. */
function readable(by: Interval, fifths: number): Interval {
  const moved = fifths + by.fifths;
  return Math.abs(moved) <= MOST_SIGNS ? by : addIntervals(by, moved > 0 ? ENHARMONIC_UP : ENHARMONIC_DOWN);
}

/**
 * A page as it sounds: every note and signature moved by what holds in its bar.
 * @param from in the order of the bars
 */
export function toConcert(
  measures: readonly Measure<Written>[],
  from: readonly TranspositionFrom[],
): Measure<Written>[] {
  let fifths = 0;
  return measures.map((m, i) => {
    fifths = m.key?.fifths ?? fifths;
    const here = [...from].reverse().find((t) => t.bar <= i);
    if (here === undefined) return m;
    const by = readable(intervalOf(here), fifths);
    const events = m.events.map((e): MusicEvent<Written> =>
      e.kind === 'note' ? { ...e, pitch: transpose<Written>(e.pitch, by) } : e,
    );
    // A signature stands where the transposition changes too.
    const starts = here.bar === i;
    const key = m.key ?? (starts && i > 0 ? { fifths, mode: 'none' as const } : undefined);
    return { ...m, events, ...(key !== undefined && { key: transposeKey(key, by) }) };
  });
}
