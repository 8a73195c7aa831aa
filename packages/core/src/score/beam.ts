import { beamQuarters, isCompound, measureQuarters, type Meter } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, divide, rational, type Rational, subtract } from '../rational/rational';
import { filledQuarters } from './measureSum';
import type { NoteId, Score } from './score';
import { placeEvents } from './walk';

const FLAGGED: readonly string[] = ['eighth', '16th', '32nd'];

/** Sixteenths and triplets are grouped by the beat, plain eighths by the wider window of the meter. */
const windowOf = (meter: Meter, small: boolean): Rational =>
  small && !isCompound(meter) && meter.unit === 4 ? rational(1) : beamQuarters(meter);

/**
 * Groups of notes under one beam, two or more each, in order.
 *
 * Beams stay within the bar and within half a bar (4/4), a beat (2/4, 3/4, 6/8) or the whole bar (3/8);
 * a rest or a longer note ends one. A pickup is placed at the end of its bar.
 */
export function beamGroups<P extends Pitch>(score: Score<P>): NoteId[][] {
  const placed = placeEvents(score);
  const groups: NoteId[][] = [];
  let open: NoteId[] = [];
  let window = '';
  const close = (): void => {
    if (open.length > 1) groups.push(open);
    open = [];
  };
  const halfSmall = new Map<string, boolean>();
  const keyOf = ({ place, onset }: (typeof placed)[number], wide: Rational): string => {
    const start =
      place.measure.pickup === true
        ? subtract(measureQuarters(place.meter), filledQuarters(place.measure))
        : rational(0);
    const at = divide(add(start, onset), wide);
    return `${place.index}/${Math.floor(at.n / at.d)}`;
  };
  for (const p of placed) {
    const k = keyOf(p, beamQuarters(p.place.meter));
    if (p.event.duration.value !== 'eighth' && FLAGGED.includes(p.event.duration.value)) halfSmall.set(k, true);
    if (p.event.duration.tuplet !== undefined) halfSmall.set(k, true);
  }
  for (const p of placed) {
    const wide = beamQuarters(p.place.meter);
    const small = halfSmall.get(keyOf(p, wide)) === true;
    const here = keyOf(p, windowOf(p.place.meter, small));
    if (here !== window) close();
    window = here;
    if (p.event.kind === 'note' && FLAGGED.includes(p.event.duration.value)) {
      if (p.event.tupletPlace === 'start') close();
      open.push(p.event.id);
    } else close();
  }
  close();
  return groups;
}
