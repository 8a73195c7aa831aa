import { measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { compare, type Rational, subtract, sum } from '../rational/rational';
import { durationQuarters } from './duration';
import type { Measure, Score } from './score';
import { placeMeasures } from './walk';

/** How long the bar's notes and rests last together, in quarters. */
export const filledQuarters = <P extends Pitch>(m: Measure<P>): Rational =>
  sum(m.events.map((e) => durationQuarters(e.duration)));

export interface MeasureFault {
  readonly number: number;
  readonly index: number;
  readonly filled: Rational;
  readonly full: Rational;
  readonly kind: 'measure-too-long' | 'measure-too-short';
}

/**
 * The bars that do not add up to their meter.
 *
 * A pickup may be shorter than the bar; so may the bar before a repeat sign or the last bar, when what is
 * missing is what the pickup borrowed.
 */
export function findMeasureFaults<P extends Pitch>(score: Score<P>): MeasureFault[] {
  const placed = placeMeasures(score);
  const first = placed[0];
  const borrowed = first?.measure.pickup === true ? filledQuarters(first.measure) : undefined;
  return placed.flatMap(({ measure, index, number, meter }): MeasureFault[] => {
    const filled = filledQuarters(measure);
    const full = measureQuarters(meter);
    const off = compare(filled, full);
    if (off === 0 || (off < 0 && measure.pickup === true)) return [];
    const closes = index === placed.length - 1 || measure.repeatEnd === true;
    if (off < 0 && closes && borrowed !== undefined && compare(subtract(full, borrowed), filled) === 0) return [];
    return [{ number, index, filled, full, kind: off > 0 ? 'measure-too-long' : 'measure-too-short' }];
  });
}
