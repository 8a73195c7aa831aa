import type { Pitch } from '../pitch/pitch';
import { Recent } from '../recent/recent';
import type { Score } from './score';

/** A pitch under a signature: what a line has few of, however long it is. */
export interface Tone<P extends Pitch> {
  readonly pitch: P;
  readonly fifths: number;
}

/** The tones of a line, and which of them each note is. What depends on pitch and key is worked out once a tone. */
export interface Tones<P extends Pitch> {
  readonly tones: readonly Tone<P>[];
  /** For each note, the index of its tone. */
  readonly of: Uint16Array;
}

const LATELY = new Recent<Score<Pitch>, Tones<Pitch>>(4, readTones);

/**
 * The tones of a score in the order in which they first sound.
 * @example C4 D4 C4 in F major: two tones, notes 0 1 0
 */
export const tonesOf = <P extends Pitch>(score: Score<P>): Tones<P> => LATELY.of(score) as Tones<P>;

function readTones<P extends Pitch>(score: Score<P>): Tones<P> {
  const tones: Tone<P>[] = [];
  const of: number[] = [];
  const byFifths = new Map<number, Map<P, number>>();
  let fifths = 0;
  for (const measure of score.measures) {
    if (measure.key !== undefined) ({ fifths } = measure.key);
    const numbers = byFifths.get(fifths) ?? new Map<P, number>();
    byFifths.set(fifths, numbers);
    for (const event of measure.events) {
      if (event.kind !== 'note') continue;
      let number = numbers.get(event.pitch);
      if (number === undefined) {
        number = tones.length;
        tones.push({ pitch: event.pitch, fifths });
        numbers.set(event.pitch, number);
      }
      of.push(number);
    }
  }
  return { tones, of: new Uint16Array(of) };
}
