import { samePitch, type Written } from '../pitch/pitch';
import { add, compare, subtract, sum, ZERO } from '../rational/rational';
import { type Duration, durationQuarters, splitQuarters } from '../score/duration';
import type { Score } from '../score/score';
import {
  type Caret,
  clampCaret,
  type EditState,
  eventAt,
  type EventPlace,
  opensMeasure,
  placeAfter,
  selectedPlaces,
  settleCaret,
} from './caret';
import { changeEvents, FreshIds, tidySpans, type WrittenEvent, withEvents } from './events';
import { insertMeasure } from './measures';
import { type Pen, penDuration } from './pen';
import { reflow } from './reflow';
import { withField } from './withField';

/** Where writing goes on: at the end of a full bar the next bar, which is made when there is none. */
export function openPlace(
  score: Score<Written>,
  caret: Caret,
): { readonly score: Score<Written>; readonly caret: Caret } {
  const c = clampCaret(score, caret);
  if (!opensMeasure(score, c)) return { score, caret: c };
  const next = { measure: c.measure + 1, at: 0 };
  return { score: next.measure === score.measures.length ? insertMeasure(score, next.measure) : score, caret: next };
}

const isPowerOfTwo = (n: number): boolean => (n & (n - 1)) === 0;

/** Whether two events stand in one tuplet's bracket. */
const sameGroup = (a: WrittenEvent | undefined, b: WrittenEvent | undefined): boolean =>
  a?.duration.tuplet !== undefined &&
  b?.duration.tuplet !== undefined &&
  a.tupletPlace !== 'stop' &&
  b.tupletPlace !== 'start';

/** Puts events in place of as much time as they take; what is left of the last one taken becomes rests. */
export function overwrite(
  events: readonly WrittenEvent[],
  at: number,
  written: readonly WrittenEvent[],
  ids: FreshIds,
): WrittenEvent[] {
  const need = sum(written.map((e) => durationQuarters(e.duration)));
  let to = at;
  let taken = ZERO;
  const plain = written.at(-1)?.duration.tuplet === undefined;
  while (
    to < events.length &&
    (compare(taken, need) < 0 || (plain && sameGroup(events[to - 1], events[to]) && to > at))
  ) {
    taken = add(taken, durationQuarters((events[to] as WrittenEvent).duration));
    to += 1;
  }
  const left = subtract(taken, need);
  const rests =
    left.n > 0 && isPowerOfTwo(left.d)
      ? splitQuarters(left).map((duration): WrittenEvent => ({ kind: 'rest', id: ids.forEvent(), duration }))
      : [];
  return [...events.slice(0, at), ...keepWords(written, events[at]), ...rests, ...events.slice(to)];
}

/** What is sung and what others play at a place stay when another note is written there. */
function keepWords(written: readonly WrittenEvent[], over: WrittenEvent | undefined): readonly WrittenEvent[] {
  const [first, ...others] = written;
  if (first === undefined || over === undefined) return written;
  const chorded = first.chord === undefined ? withField(first, 'chord', over.chord) : first;
  if (chorded.kind === 'rest' || over.kind === 'rest' || chorded.syllable !== undefined) return [chorded, ...others];
  return [withField(chorded, 'syllable', over.syllable), ...others];
}

/** A note with the notes that it is tied on to. */
function tiedChain(score: Score<Written>, from: EventPlace): EventPlace[] {
  const chain = [from];
  for (let p: EventPlace | undefined = from; p !== undefined;) {
    const e = eventAt(score, p);
    const next: EventPlace | undefined = placeAfter(score, { measure: p.measure, at: p.at + 1 });
    const after = eventAt(score, next);
    if (
      e?.kind !== 'note' ||
      e.tie !== true ||
      after?.kind !== 'note' ||
      !samePitch(after.pitch, e.pitch) ||
      next === undefined
    )
      break;
    chain.push(next);
    p = next;
  }
  return chain;
}

/** Gives the next note after a caret another pitch, with all that it is tied to; rests are passed over. */
function repitch(state: EditState, from: Caret, pitch: Written): EditState | undefined {
  let place = placeAfter(state.score, from);
  while (place !== undefined && eventAt(state.score, place)?.kind !== 'note')
    place = placeAfter(state.score, { measure: place.measure, at: place.at + 1 });
  if (place === undefined) return undefined;
  const chain = tiedChain(state.score, place);
  const last = chain.at(-1) ?? place;
  const score = changeEvents(state.score, chain, (e) => (e.kind === 'note' ? { ...e, pitch } : e));
  return { score, caret: settleCaret(score, { measure: last.measure, at: last.at + 1 }) };
}

/** Letters put on selected notes one after the other: what is left of the selection stays selected. */
function repitchSelected(state: EditState, pitch: Written): EditState | undefined {
  const selected = selectedPlaces(state);
  const first = selected.find((p) => eventAt(state.score, p)?.kind === 'note');
  const last = selected.at(-1);
  if (first === undefined || last === undefined) return undefined;
  const next = repitch({ score: state.score, caret: first }, first, pitch);
  if (next === undefined) return undefined;
  const end = { measure: last.measure, at: last.at + 1 };
  const left = selectedPlaces({ score: next.score, anchor: next.caret, caret: end });
  const beyond = next.caret.measure > end.measure || (next.caret.measure === end.measure && next.caret.at >= end.at);
  return beyond || left.length === 0 ? next : { ...next, anchor: end };
}

/**
 * Writes a note, or a rest, where the caret stands, in the way that the pen says.
 *
 * With notes selected a letter does not write: it gives the first of them its pitch, and the selection goes on to the
 * next.
 */
export function writeSound(state: EditState, sound: Written | undefined, pen: Pen): EditState {
  if (sound !== undefined && state.anchor !== undefined) {
    const done = repitchSelected(state, sound);
    if (done !== undefined) return done;
  }
  if (sound !== undefined && pen.mode === 'new-notes') {
    const done = repitch(state, state.caret, sound);
    if (done !== undefined) return done;
  }
  const open = openPlace(state.score, state.caret);
  const ids = new FreshIds(open.score);
  const base = { id: ids.forEvent(), duration: penDuration(pen) };
  const event: WrittenEvent = sound === undefined ? { kind: 'rest', ...base } : { kind: 'note', ...base, pitch: sound };
  const { measure, at } = open.caret;
  const written = withEvents(open.score, measure, (events) =>
    pen.mode === 'overwrite'
      ? overwrite(events, at, [event], ids)
      : [...events.slice(0, at), event, ...events.slice(at)],
  );
  const score = tidySpans(pen.mode === 'push' ? reflow(written, measure) : written);
  return { score, caret: settleCaret(score, afterEvent(score, event.id, { measure, at: at + 1 })) };
}

/** The caret after an event, followed over the notes that a bar line has split it into. */
export function afterEvent(score: Score<Written>, id: string, fallback: Caret): Caret {
  for (let measure = 0; measure < score.measures.length; measure++) {
    const at = (score.measures[measure]?.events ?? []).findIndex((e) => e.id === id);
    if (at < 0) continue;
    const last = tiedChain(score, { measure, at }).at(-1) ?? { measure, at };
    return { measure: last.measure, at: last.at + 1 };
  }
  return fallback;
}

/** Gives the next event after the caret another length; the bars after it are set anew. */
export function writeLength(state: EditState, duration: Duration): EditState | undefined {
  const place = placeAfter(state.score, state.caret);
  const event = eventAt(state.score, place);
  if (place === undefined || event === undefined) return undefined;
  const changed = changeEvents(state.score, [place], (e) => ({ ...e, duration }));
  const score = reflow(changed, place.measure);
  return { score, caret: settleCaret(score, afterEvent(score, event.id, place)) };
}
