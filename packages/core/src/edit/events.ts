import type { Written } from '../pitch/pitch';
import type { Measure, MusicEvent, Score, Span } from '../score/score';
import { settleTuplets } from '../score/tuplets';
import { byMeasure, type EventPlace } from './caret';

export type WrittenEvent = MusicEvent<Written>;
export type WrittenMeasure = Measure<Written>;

/**
 * Gives ids that no bar and no event of a score has: `n` for events, `m` for bars, numbers going on from the highest.
 */
export class FreshIds {
  private event: number;
  private measure: number;

  constructor(score: Score<Written>) {
    const highest = (ids: Iterable<string>): number => {
      let top = 0;
      for (const id of ids) top = Math.max(top, Number(/^[nm](\d{1,9})$/.exec(id)?.[1] ?? 0));
      return top;
    };
    this.event = highest(score.measures.flatMap((m) => m.events.map((e) => e.id)));
    this.measure = highest(score.measures.map((m) => m.id));
  }

  forEvent = (): string => `n${(this.event += 1)}`;
  forMeasure = (): string => `m${(this.measure += 1)}`;
}

/** The score with one bar replaced; brackets of tuplets are set anew. */
export function withMeasure(
  score: Score<Written>,
  index: number,
  change: (m: WrittenMeasure) => WrittenMeasure,
): Score<Written> {
  return { ...score, measures: score.measures.map((m, i) => (i === index ? settleTuplets(change(m)) : m)) };
}

/** The score with the events of one bar replaced. */
export const withEvents = (
  score: Score<Written>,
  index: number,
  change: (events: readonly WrittenEvent[]) => readonly WrittenEvent[],
): Score<Written> => withMeasure(score, index, (m) => ({ ...m, events: change(m.events) }));

/** Changes the events at some places; bars without any stay the objects that they are. */
export function changeEvents(
  score: Score<Written>,
  places: readonly EventPlace[],
  change: (e: WrittenEvent, place: EventPlace) => WrittenEvent,
): Score<Written> {
  const wanted = byMeasure(places);
  return {
    ...score,
    measures: score.measures.map((m, measure) => {
      const here = wanted.get(measure);
      const ats = new Set(here?.map((p) => p.at));
      return here === undefined
        ? m
        : settleTuplets({ ...m, events: m.events.map((e, at) => (ats.has(at) ? change(e, { measure, at }) : e)) });
    }),
  };
}

/** Drops slurs and hairpins whose ends are gone; what leads backward now, too. */
export function tidySpans(score: Score<Written>): Score<Written> {
  if (score.slurs.length === 0 && score.hairpins.length === 0) return score;
  const order = new Map(score.measures.flatMap((m) => m.events).map((e, i) => [e.id, i]));
  const stands = (s: Span): boolean => (order.get(s.from) ?? Infinity) <= (order.get(s.to) ?? -Infinity);
  if (score.slurs.every(stands) && score.hairpins.every(stands)) return score;
  return { ...score, slurs: score.slurs.filter(stands), hairpins: score.hairpins.filter(stands) };
}
