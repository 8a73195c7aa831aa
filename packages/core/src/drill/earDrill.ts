import { midi, type Written } from '../pitch/pitch';
import type { Random } from '../random/random';

/** Some notes to be heard and found again, in order. */
export interface EarQuestion {
  /** What may be pressed: the notes among which they are, low to high. */
  readonly among: readonly Written[];
  readonly notes: readonly Written[];
}

/** So many half steps from one note to the next can be sung. */
const SINGABLE = 7;
const MOST_CHOICES = 8;

/**
 * Notes of a part to be found by ear: each moves by no more than a fifth, and none comes twice in a row.
 * @param notes different notes of the part, low to high, at least two
 * @param count how many are heard, two to five
 */
export function earQuestion(notes: readonly Written[], count: number, chance: Random): EarQuestion {
  if (notes.length < 2) throw new RangeError('by ear there must be two notes');
  const from = chance.below(Math.max(1, notes.length - MOST_CHOICES + 1));
  const among = notes.slice(from, from + MOST_CHOICES);
  const heard: Written[] = [];
  while (heard.length < count) {
    const last = heard.at(-1);
    const near =
      last === undefined ? among : among.filter((p) => p !== last && Math.abs(midi(p) - midi(last)) <= SINGABLE);
    heard.push(chance.of(near.length === 0 ? among.filter((p) => p !== last) : near));
  }
  return { among, notes: heard };
}

/** A prompt for playing freely: a few notes of the part and a rhythm, the same for a whole class from one seed. */
export interface ImprovisePrompt {
  readonly notes: readonly Written[];
  /** Lengths in eighths of a bar of four quarters. */
  readonly rhythm: readonly number[];
}

/** Rhythms that a class of a few weeks can clap. Common practice, no source. */
const PROMPT_RHYTHMS: readonly (readonly number[])[] = [
  [2, 2, 4],
  [4, 2, 2],
  [2, 1, 1, 4],
  [2, 2, 2, 2],
  [1, 1, 2, 4],
  [3, 1, 4],
  [2, 4, 2],
  [4, 1, 1, 2],
];

/**
 * Two to five notes of a part, neighbours of each other, and a rhythm of one bar.
 * @param count of notes wanted; fewer where the part has fewer
 */
export function improvisePrompt(notes: readonly Written[], count: number, chance: Random): ImprovisePrompt {
  const from = chance.below(Math.max(1, notes.length - count + 1));
  return { notes: notes.slice(from, from + count), rhythm: chance.of(PROMPT_RHYTHMS) };
}
