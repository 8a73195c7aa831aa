import { beatQuarters, measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, divide, formatRational, rational, subtract } from '../rational/rational';
import { filledQuarters } from './measureSum';
import type { PlacedEvent } from './walk';

/** A bar number and a beat in it as a teacher counts them: `{measure: 3, beat: '2 1/2'}`. */
export interface BeatPlace {
  readonly measure: number;
  readonly beat: string;
}

/** The beat on which an event starts, counted from 1; a pickup counts the end of its bar. */
export function beatPlace<P extends Pitch>({ event: _event, place, onset }: PlacedEvent<P>): BeatPlace {
  const full = measureQuarters(place.meter);
  const start = place.measure.pickup === true ? subtract(full, filledQuarters(place.measure)) : rational(0);
  const beat = add(divide(add(start, onset), beatQuarters(place.meter)), rational(1));
  return { measure: place.number, beat: formatRational(beat) };
}
