import { type Key, signatureAlter, tonic } from '../key/key';
import type { Meter } from '../meter/meter';
import { midi, type Step, stepAt, stepIndex, type Written } from '../pitch/pitch';
import type { Random } from '../random/random';
import type { Letter } from '../score/chordSymbol';
import { barRhythms } from './barRhythms';

/** Some notes to be heard and found again, in order. */
export interface EarQuestion {
  /** What may be pressed: the notes among which they are, low to high. */
  readonly among: readonly Written[];
  readonly notes: readonly Written[];
}

/** So many half steps from one note to the next can be sung. */
const SINGABLE = 7;
/** So many notes may be chosen from, if nothing else is said. */
const MOST_CHOICES = 8;

/**
 * Notes of a part to be found by ear: each moves by no more than a fifth, and none comes twice in a row.
 * @param notes different notes of the part, low to high, at least two
 * @param count how many are heard, two to five
 * @param most different notes among which they are: two or three to begin with
 */
export function earQuestion(
  notes: readonly Written[],
  count: number,
  chance: Random,
  most: number = MOST_CHOICES,
): EarQuestion {
  if (notes.length < 2) throw new RangeError('by ear there must be two notes');
  const from = chance.below(Math.max(1, notes.length - most + 1));
  const among = notes.slice(from, from + most);
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
  /** Lengths in eighths that fill one bar; none in a meter that has no such rhythms here. */
  readonly rhythm: readonly number[];
  /** The key note, and which of the notes a phrase comes to rest on: the key note itself, else one of its chord. */
  readonly home: Letter;
  readonly rests: readonly Written[];
}

/** Letters over the key note that its chord has. */
const CHORD_LETTERS = [2, 4] as const;

/**
 * Two to five notes of a part, neighbours of each other, a rhythm of one bar, and where home is.
 * @param count of notes wanted; fewer where the part has fewer
 * @param key the signature of the page
 */
export function improvisePrompt(
  notes: readonly Written[],
  count: number,
  { key, meter }: { readonly key: Key; readonly meter: Meter },
  chance: Random,
): ImprovisePrompt {
  const from = chance.below(Math.max(1, notes.length - count + 1));
  const chosen = notes.slice(from, from + count);
  const home = tonic(key);
  const isLetter = (step: Step, alter: number) => (n: Written) => n.step === step && n.alter === alter;
  const own = chosen.filter(isLetter(home.step, home.alter));
  const ofChord = chosen.filter((n) =>
    CHORD_LETTERS.some((by) => {
      const step = stepAt(stepIndex(home.step) + by);
      return isLetter(step, signatureAlter(key.fifths, step))(n);
    }),
  );
  const rhythms = barRhythms(meter);
  return {
    notes: chosen,
    rhythm: rhythms.length === 0 ? [] : chance.of(rhythms),
    home,
    rests: own.length > 0 ? own : ofChord,
  };
}
