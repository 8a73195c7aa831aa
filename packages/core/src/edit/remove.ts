import { samePitch, type Written } from '../pitch/pitch';
import type { Score } from '../score/score';
import {
  byMeasure,
  type Caret,
  clampCaret,
  type EditState,
  eventAt,
  type EventPlace,
  placeAfter,
  placeBefore,
  selectedPlaces,
  selectionEnds,
  settleCaret,
} from './caret';
import { changeEvents, tidySpans, withEvents, type WrittenEvent } from './events';
import { withField } from './withField';
import { removeMeasures } from './measures';
import type { WriteMode } from './pen';
import { reflow } from './reflow';

/** A tie whose other note is gone goes, too. */
function dropLooseTie(score: Score<Written>, at: Caret): Score<Written> {
  const before = placeBefore(score, at);
  const e = eventAt(score, before);
  const next = eventAt(score, placeAfter(score, at));
  if (
    before === undefined ||
    e?.kind !== 'note' ||
    e.tie !== true ||
    (next?.kind === 'note' && samePitch(next.pitch, e.pitch))
  )
    return score;
  return changeEvents(score, [before], (note) => (note.kind === 'note' ? withField(note, 'tie', undefined) : note));
}

const asRest = ({ id, duration, dynamic, words, chord }: WrittenEvent): WrittenEvent => ({
  kind: 'rest',
  id,
  duration,
  ...(dynamic !== undefined && { dynamic }),
  ...(words !== undefined && { words }),
  ...(chord !== undefined && { chord }),
});

function removePlaces(score: Score<Written>, places: readonly EventPlace[]): Score<Written> {
  let left = score;
  for (const [measure, gone] of byMeasure(places)) {
    const ats = new Set(gone.map((p) => p.at));
    left = withEvents(left, measure, (events) => events.filter((_e, at) => !ats.has(at)));
  }
  return left;
}

/** Takes an empty bar away: backspace in it, or delete in front of it. */
function removeEmpty(state: EditState, back: boolean): EditState | undefined {
  const {
    score,
    caret: { measure, at },
  } = state;
  const here = score.measures[measure];
  if (here === undefined || score.measures.length === 1) return undefined;
  if (here.events.length === 0) {
    const without = removeMeasures(score, measure, measure);
    const to =
      back && measure > 0
        ? { measure: measure - 1, at: score.measures[measure - 1]?.events.length ?? 0 }
        : { measure: Math.min(measure, without.measures.length - 1), at: 0 };
    return { score: without, caret: clampCaret(without, to) };
  }
  const next = measure + (back ? -1 : 1);
  if (score.measures[next]?.events.length !== 0 || (back ? at > 0 : at < here.events.length)) return undefined;
  const without = removeMeasures(score, next, next);
  return { score: without, caret: clampCaret(without, back ? { measure: measure - 1, at } : { measure, at }) };
}

/**
 * Takes away the selection or, without one, the event before (`back`) or after the caret.
 *
 * When overwriting, rests take the place of what goes, so that nothing moves; when pushing, what follows moves up; else
 * the bar is left short. Whole bars of a longer selection go with their notes.
 */
export function removeEvents(state: EditState, back: boolean, mode: WriteMode): EditState {
  const selected = selectedPlaces(state);
  const one =
    selected.length > 0
      ? undefined
      : back
        ? placeBefore(state.score, state.caret)
        : placeAfter(state.score, state.caret);
  if (selected.length === 0) {
    const emptied = removeEmpty(state, back);
    if (emptied !== undefined) return emptied;
  }
  const places = one === undefined ? selected : [one];
  const first = places[0];
  const last = places.at(-1);
  if (first === undefined || last === undefined) return { score: state.score, caret: state.caret };
  if (mode === 'overwrite') {
    const score = dropLooseTie(changeEvents(state.score, places, asRest), first);
    return {
      score: tidySpans(score),
      caret: back ? first : settleCaret(score, { measure: last.measure, at: last.at + 1 }),
    };
  }
  let score = removePlaces(state.score, places);
  if (selected.length > 0 && first.measure !== last.measure) {
    const [from, to] = selectionEnds(state);
    for (let m = to.measure; m >= from.measure && score.measures.length > 1; m--)
      if (score.measures[m]?.events.length === 0 && (state.score.measures[m]?.events.length ?? 0) > 0)
        score = removeMeasures(score, m, m);
  }
  score = tidySpans(dropLooseTie(score, first));
  if (mode === 'push' && first.measure < score.measures.length) score = reflow(score, first.measure);
  return { score, caret: clampCaret(score, first) };
}
