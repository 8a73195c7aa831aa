import { measureQuarters } from '../meter/meter';
import type { Written } from '../pitch/pitch';
import { compare } from '../rational/rational';
import { filledQuarters } from '../score/measureSum';
import type { MusicEvent, Note, Score } from '../score/score';
import { placeMeasures } from '../score/walk';

/** A place between notes: before the event `at` of the bar `measure`, both counted from 0. */
export interface Caret {
  readonly measure: number;
  readonly at: number;
}

/** A line while it is written: where the next note goes and, when something is selected, the selection's other end. */
export interface EditState {
  readonly score: Score<Written>;
  readonly caret: Caret;
  readonly anchor?: Caret;
}

/** Where an event stands: its bar and its place in it. */
export type EventPlace = Caret;

export const compareCarets = (a: Caret, b: Caret): number => a.measure - b.measure || a.at - b.at;

const length = (score: Score<Written>, measure: number): number => score.measures[measure]?.events.length ?? 0;
const lastMeasure = (score: Score<Written>): number => score.measures.length - 1;

/** Whether a bar holds all that its meter asks for. A pickup is never full: more may be added to it. */
export function isFull(score: Score<Written>, measure: number): boolean {
  const placed = placeMeasures(score)[measure];
  return (
    placed !== undefined &&
    placed.measure.pickup !== true &&
    compare(filledQuarters(placed.measure), measureQuarters(placed.meter)) >= 0
  );
}

/** A caret that may lie outside, brought to the nearest place that exists. */
export function clampCaret(score: Score<Written>, { measure, at }: Caret): Caret {
  const m = Math.min(Math.max(0, measure), lastMeasure(score));
  return { measure: m, at: Math.min(Math.max(0, at), length(score, m)) };
}

/** The end of a full bar and the start of the next are one place to a reader: the start of the next. */
export function settleCaret(score: Score<Written>, caret: Caret): Caret {
  const c = clampCaret(score, caret);
  const atEnd = c.at === length(score, c.measure) && c.at > 0;
  return atEnd && c.measure < lastMeasure(score) && isFull(score, c.measure) ? { measure: c.measure + 1, at: 0 } : c;
}

/** Whether what is written at a caret starts a new bar: it stands at the end of a full one. */
export function opensMeasure(score: Score<Written>, { measure, at }: Caret): boolean {
  return at > 0 && at === length(score, measure) && isFull(score, measure);
}

/** The place of the event just before a caret, over bar lines. */
export function placeBefore(score: Score<Written>, { measure, at }: Caret): EventPlace | undefined {
  if (at > 0) return { measure, at: at - 1 };
  for (let m = measure - 1; m >= 0; m--) if (length(score, m) > 0) return { measure: m, at: length(score, m) - 1 };
  return undefined;
}

/** The place of the event just after a caret, over bar lines. */
export function placeAfter(score: Score<Written>, { measure, at }: Caret): EventPlace | undefined {
  if (at < length(score, measure)) return { measure, at };
  for (let m = measure + 1; m < score.measures.length; m++) if (length(score, m) > 0) return { measure: m, at: 0 };
  return undefined;
}

export const eventAt = (score: Score<Written>, p: EventPlace | undefined): MusicEvent<Written> | undefined =>
  p === undefined ? undefined : score.measures[p.measure]?.events[p.at];

/** The note before a caret; rests are passed over. */
export function noteBefore(score: Score<Written>, caret: Caret): Note<Written> | undefined {
  for (let p = placeBefore(score, caret); p !== undefined; p = placeBefore(score, p)) {
    const e = eventAt(score, p);
    if (e?.kind === 'note') return e;
  }
  return undefined;
}

export type CaretMove = 'left' | 'right' | 'measure-left' | 'measure-right' | 'start' | 'end';

/** Where a key takes the caret: one note, one bar, or to an end of the line. */
export function moveCaret(score: Score<Written>, caret: Caret, move: CaretMove): Caret {
  const { measure, at } = clampCaret(score, caret);
  const last = lastMeasure(score);
  switch (move) {
    case 'left':
      if (at > 0) return { measure, at: at - 1 };
      if (measure === 0) return { measure, at };
      return {
        measure: measure - 1,
        at: isFull(score, measure - 1) ? Math.max(0, length(score, measure - 1) - 1) : length(score, measure - 1),
      };
    case 'right':
      if (at < length(score, measure)) return settleCaret(score, { measure, at: at + 1 });
      return measure < last ? { measure: measure + 1, at: 0 } : { measure, at };
    case 'measure-left':
      return at > 0 ? { measure, at: 0 } : { measure: Math.max(0, measure - 1), at: 0 };
    case 'measure-right':
      return measure < last ? { measure: measure + 1, at: 0 } : { measure, at: length(score, measure) };
    case 'start':
      return { measure: 0, at: 0 };
    case 'end':
      return { measure: last, at: length(score, last) };
  }
}

/** The selection's two ends in order; both the caret when nothing is selected. */
export function selectionEnds({ caret, anchor = caret }: EditState): readonly [Caret, Caret] {
  return compareCarets(anchor, caret) <= 0 ? [anchor, caret] : [caret, anchor];
}

/** The places of the selected events, in order. */
export function selectedPlaces(state: EditState): EventPlace[] {
  const [from, to] = selectionEnds(state);
  const places: EventPlace[] = [];
  for (let m = from.measure; m <= to.measure; m++) {
    const end = m === to.measure ? to.at : length(state.score, m);
    for (let at = m === from.measure ? from.at : 0; at < end; at++) places.push({ measure: m, at });
  }
  return places;
}

/** What a sign is put on: the selected events or, without a selection, the event just written. */
export function targetPlaces(state: EditState): EventPlace[] {
  const selected = selectedPlaces(state);
  if (selected.length > 0) return selected;
  const before = placeBefore(state.score, state.caret);
  return before === undefined ? [] : [before];
}

/** The bars that a selection touches, or the caret's bar. */
export function targetMeasures(state: EditState): readonly [number, number] {
  const places = selectedPlaces(state);
  const first = places[0];
  const last = places.at(-1);
  return first === undefined || last === undefined
    ? [state.caret.measure, state.caret.measure]
    : [first.measure, last.measure];
}

/** Places by their bar. */
export function byMeasure(places: readonly EventPlace[]): Map<number, EventPlace[]> {
  const groups = new Map<number, EventPlace[]>();
  for (const p of places) groups.set(p.measure, [...(groups.get(p.measure) ?? []), p]);
  return groups;
}
