import { type CountingSystem, countText, countWords } from '../meter/counting';
import { type Meter, meterKey } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { type Rational, rationalKey } from '../rational/rational';
import type { Score } from './score';
import { type Structure, structureOf, workedOut } from './structure';

/** What is counted depends on little: meter, place in the bar, length, and whether it is said aloud. Each is worked out once. */
class CountBook {
  private readonly byMeter = new Map<number, Map<number, Map<number, string>>>();

  constructor(private readonly system: CountingSystem) {}

  textOf(meter: Meter, onset: Rational, quarters: Rational, held: number): string {
    let byOnset = this.byMeter.get(meterKey(meter));
    if (byOnset === undefined) this.byMeter.set(meterKey(meter), (byOnset = new Map()));
    let texts = byOnset.get(rationalKey(onset));
    if (texts === undefined) byOnset.set(rationalKey(onset), (texts = new Map()));
    const name = rationalKey(quarters) * 2 + held;
    let text = texts.get(name);
    if (text === undefined)
      texts.set(name, (text = countText(countWords(meter, { onset, quarters }, this.system), this.system, held === 1)));
    return text;
  }
}

const BOOKS: Readonly<Record<CountingSystem, CountBook>> = {
  numbers: new CountBook('numbers'),
  ta: new CountBook('ta'),
  du: new CountBook('du'),
};

function readCounts({ meters, onsets, quarters, heldOver }: Structure, system: CountingSystem): readonly string[] {
  const book = BOOKS[system];
  return onsets.map((onset, i) =>
    book.textOf(meters[i] as Meter, onset, quarters[i] as Rational, heldOver[i] as number),
  );
}

/**
 * What is counted aloud at every note, in one of the three systems.
 *
 * A note held over by a tie stands in brackets. A pickup is counted as the end of its bar. Worked out once for a line
 * and shared by all of its parts.
 * @example noteCounts(line('C4:h D4 E4'), 'numbers') // ['1 (2)', '3', '4']
 */
export const noteCounts = <P extends Pitch>(score: Score<P>, system: CountingSystem): readonly string[] =>
  countsOf(structureOf(score), system);

/** The same, from a structure that is at hand. */
export const countsOf = (structure: Structure, system: CountingSystem): readonly string[] =>
  workedOut(structure, `counts ${system}`, () => readCounts(structure, system));
