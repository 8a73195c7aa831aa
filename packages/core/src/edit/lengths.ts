import type { Score } from '../score/score';
import { type Duration, NOTE_VALUES, type NoteValue } from '../score/duration';
import type { Written } from '../pitch/pitch';
import { type EditState, eventAt, selectedPlaces, targetPlaces } from './caret';
import { changeEvents, type WrittenEvent } from './events';
import { withField } from './withField';
import { TRIPLET } from './pen';

/** Gives the selected events a length; `wholeMeasure` is said of its full bar only. */
const withDuration = (e: WrittenEvent, duration: Duration): WrittenEvent => ({
  ...(e.kind === 'rest' ? withField(e, 'wholeMeasure', undefined) : e),
  duration,
});

export function setLength(state: EditState, value: NoteValue, dots: number): EditState | undefined {
  const places = selectedPlaces(state);
  if (places.length === 0) return undefined;
  return { ...state, score: changeEvents(state.score, places, (e) => withDuration(e, { ...e.duration, value, dots })) };
}

/** The value next longer (1) or shorter (-1). */
const nextValue = (value: NoteValue, longer: boolean): NoteValue | undefined =>
  NOTE_VALUES[NOTE_VALUES.indexOf(value) + (longer ? -1 : 1)];

/** Twice or half as long; refused where a value has no name. */
export function scaleLengths(state: EditState, longer: boolean): EditState | undefined {
  const places = targetPlaces(state);
  let named = places.length > 0;
  const score: Score<Written> = changeEvents(state.score, places, (e) => {
    const value = nextValue(e.duration.value, longer);
    named &&= value !== undefined;
    return value === undefined ? e : withDuration(e, { ...e.duration, value });
  });
  return named ? { ...state, score } : undefined;
}

/** Three in the time of two for the selected events, or plain again when all are. */
export function toggleTriplet(state: EditState): EditState | undefined {
  const places = selectedPlaces(state);
  if (places.length === 0) return undefined;
  const on = !places.every((p) => eventAt(state.score, p)?.duration.tuplet !== undefined);
  return {
    ...state,
    score: changeEvents(state.score, places, (e) =>
      withDuration(e, withField(e.duration, 'tuplet', on ? TRIPLET : undefined)),
    ),
  };
}
