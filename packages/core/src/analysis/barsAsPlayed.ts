import { type Meter, measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { samePitch } from '../pitch/pitch';
import { add, type Rational, subtract, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { Dynamic, Measure, MusicEvent, Score } from '../score/score';
import { slurredOn } from '../score/slurs';
import { placeMeasures } from '../score/walk';

/** A note or rest with all that decides how it is played. */
export interface EventAsPlayed<P extends Pitch> {
  readonly event: MusicEvent<P>;
  /** In quarters from where a full bar would begin: a pickup stands at its end. */
  readonly onset: Rational;
  /** Held over from the note before: it is not struck. */
  readonly held: boolean;
  /** Slurred on to the next. */
  readonly slurred: boolean;
  /** How loud it is since the last sign; undefined where none has come. */
  readonly level: Dynamic | undefined;
}

/** A bar with all that decides how it is played, whatever stands before it. */
export interface BarAsPlayed<P extends Pitch> {
  readonly meter: Meter;
  /** One count of it, in quarters. */
  readonly count: Rational;
  readonly events: readonly EventAsPlayed<P>[];
}

/** The bars of a line as they are played: what is tied, slurred or loud from before is said of each. */
export function barsAsPlayed<P extends Pitch>(score: Score<P>): BarAsPlayed<P>[] {
  const slurred = slurredOn(score);
  let level: Dynamic | undefined;
  let before: MusicEvent<P> | undefined;
  const startOf = (m: Measure<P>, meter: Meter): Rational =>
    m.pickup === true ? subtract(measureQuarters(meter), filledQuarters(m)) : ZERO;
  return placeMeasures(score).map(({ measure, meter, count }) => {
    let onset = startOf(measure, meter);
    const events = measure.events.map((event): EventAsPlayed<P> => {
      level = event.dynamic ?? level;
      const held =
        event.kind === 'note' && before?.kind === 'note' && before.tie === true && samePitch(before.pitch, event.pitch);
      before = event;
      const placed = { event, onset, held, slurred: slurred.has(event.id), level };
      onset = add(onset, durationQuarters(event.duration));
      return placed;
    });
    return { meter, count, events };
  });
}
