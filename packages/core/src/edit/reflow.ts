import { measureQuarters } from '../meter/meter';
import type { Written } from '../pitch/pitch';
import { samePitch } from '../pitch/pitch';
import { add, compare, type Rational, subtract, ZERO } from '../rational/rational';
import { type Duration, durationQuarters, splitQuarters, valueForQuarters } from '../score/duration';
import { standsAtStart } from '../score/navigation';
import type { Score } from '../score/score';
import { settleTuplets } from '../score/tuplets';
import { placeMeasures } from '../score/walk';
import { FreshIds, tidySpans, type WrittenEvent, type WrittenMeasure } from './events';

/** A bar at which moved music stops: what stands there keeps its place. */
const startsAnew = (m: WrittenMeasure, before: WrittenMeasure | undefined): boolean =>
  m.meter !== undefined ||
  m.repeatStart === true ||
  (m.navigation ?? []).some(standsAtStart) ||
  (before?.navigation ?? []).some((s) => !standsAtStart(s)) ||
  m.pickup === true ||
  before?.repeatEnd === true ||
  (m.ending ?? []).join() !== (before?.ending ?? []).join();

/** Two halves of one note that a bar line had parted, as one note again where one value says it. */
function joinTied(events: readonly WrittenEvent[], barStarts: ReadonlySet<string>): WrittenEvent[] {
  const joined: WrittenEvent[] = [];
  for (const e of events) {
    const before = joined.at(-1);
    if (
      e.kind === 'note' &&
      before?.kind === 'note' &&
      barStarts.has(e.id) &&
      before.tie === true &&
      samePitch(before.pitch, e.pitch) &&
      e.duration.tuplet === undefined &&
      before.duration.tuplet === undefined &&
      (e.articulations ?? []).length === 0 &&
      e.dynamic === undefined &&
      e.words === undefined &&
      e.chord === undefined
    ) {
      const both = valueForQuarters(add(durationQuarters(before.duration), durationQuarters(e.duration)));
      if (both !== undefined && both.dots <= 1) {
        const { tie: _held, ...rest } = before;
        joined[joined.length - 1] = {
          ...rest,
          duration: both,
          ...(e.tie === true && { tie: true }),
          ...(e.fermata === true && { fermata: true }),
          ...(e.breathAfter === true && { breathAfter: true }),
        };
        continue;
      }
    }
    joined.push(e);
  }
  return joined;
}

/** One event as several of given lengths, tied if it is a note: what stands at its end goes to the last. */
function splitEvent(e: WrittenEvent, lengths: readonly Duration[], ids: FreshIds): WrittenEvent[] {
  const atEnd = (i: number) => i === lengths.length - 1;
  const id = (i: number): string => (i === 0 ? e.id : ids.forEvent());
  if (e.kind === 'rest') {
    const { fermata, wholeMeasure: _whole, ...start } = e;
    return lengths.map((duration, i) => ({
      ...(i === 0 ? start : { kind: 'rest' as const }),
      id: id(i),
      duration,
      ...(atEnd(i) && fermata === true && { fermata }),
    }));
  }
  const { tie, breathAfter, fermata, ...start } = e;
  return lengths.map((duration, i) => ({
    ...(i === 0 ? start : { kind: 'note' as const, pitch: e.pitch }),
    id: id(i),
    duration,
    ...(!atEnd(i) || tie === true ? { tie: true } : {}),
    ...(atEnd(i) && breathAfter === true && { breathAfter }),
    ...(atEnd(i) && fermata === true && { fermata }),
  }));
}

/** Deals events out to bars of a length; a note over a bar line becomes two, tied. */
function deal(events: readonly WrittenEvent[], full: Rational, ids: FreshIds): WrittenEvent[][] {
  const bars: WrittenEvent[][] = [[]];
  let filled = ZERO;
  const put = (e: WrittenEvent): void => {
    if (compare(filled, full) >= 0) {
      bars.push([]);
      filled = ZERO;
    }
    (bars.at(-1) as WrittenEvent[]).push(e);
    filled = add(filled, durationQuarters(e.duration));
  };
  for (const e of events) {
    let quarters = durationQuarters(e.duration);
    const room = subtract(full, compare(filled, full) >= 0 ? ZERO : filled);
    if (compare(quarters, room) <= 0 || e.duration.tuplet !== undefined) {
      put(e);
      continue;
    }
    const lengths: Duration[] = [...splitQuarters(room)];
    quarters = subtract(quarters, room);
    while (compare(quarters, full) > 0) {
      lengths.push(...splitQuarters(full));
      quarters = subtract(quarters, full);
    }
    if (quarters.n > 0) lengths.push(...splitQuarters(quarters));
    for (const part of splitEvent(e, lengths, ids)) put(part);
  }
  return bars;
}

/**
 * Sets the bar lines anew from one bar on: what is too long runs over into the next bar, what is too short is filled
 * from it, and a note over a bar line becomes two tied ones.
 *
 * It goes on to the next bar that starts anew (a new meter, a repeat, an ending, a pickup): more bars come before that
 * one when they are needed, and bars that are left empty go.
 * @param from index of the first bar whose sum is off
 */
export function reflow(score: Score<Written>, from: number): Score<Written> {
  const placed = placeMeasures(score);
  const first = placed[from];
  if (first === undefined || first.measure.pickup === true) return score;
  let to = from + 1;
  while (to < placed.length && !startsAnew(score.measures[to] as WrittenMeasure, score.measures[to - 1])) to += 1;
  const ids = new FreshIds(score);
  const old = score.measures.slice(from, to);
  const barStarts = new Set(old.slice(1).flatMap((m) => (m.events[0] === undefined ? [] : [m.events[0].id])));
  const bars = deal(
    joinTied(
      old.flatMap((m) => m.events),
      barStarts,
    ),
    measureQuarters(first.meter),
    ids,
  );
  const measures = bars.map((events, i): WrittenMeasure => {
    const before = old[i];
    const kept = before ?? { id: ids.forMeasure(), events: [] };
    const { multiRest: _rest, ...plain } = kept;
    return settleTuplets({ ...plain, events });
  });
  // What closes the passage moves to the bar that closes it now.
  const closing = old.at(-1) as WrittenMeasure;
  const closes = (i: number): boolean => i === measures.length - 1;
  const settled = measures.map((m, i): WrittenMeasure => {
    const { repeatEnd: _r, endBar: _e, navigation: _n, ...plain } = m;
    const signs = [
      ...(i === 0 ? (old[0]?.navigation ?? []).filter(standsAtStart) : []),
      ...(closes(i) ? (closing.navigation ?? []).filter((s) => !standsAtStart(s)) : []),
    ];
    return {
      ...plain,
      ...(closes(i) && closing.repeatEnd === true && { repeatEnd: true }),
      ...(closes(i) && closing.endBar !== undefined && { endBar: closing.endBar }),
      ...(closing.ending !== undefined && { ending: closing.ending }),
      ...(signs.length > 0 && { navigation: signs }),
    };
  });
  return tidySpans({ ...score, measures: [...score.measures.slice(0, from), ...settled, ...score.measures.slice(to)] });
}
