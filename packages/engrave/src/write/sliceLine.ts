import type { Clef, Key, Meter, NoteId, Score, Written } from '@cifra/core';

/** Where each event of a line stands in its order: worked out once for all its slices. */
export const orderOf = (score: Score<Written>): ReadonlyMap<NoteId, number> =>
  new Map(score.measures.flatMap((m) => m.events).map((e, i) => [e.id, i]));

/** What holds where a slice begins. */
export interface Opening {
  readonly clef: Clef;
  readonly key: Key;
  readonly meter: Meter;
}

/**
 * Some bars of a line as a score of their own, to be engraved alone: with clef and key in force, and the meter only
 * where it is said. Slurs and hairpins that lead out of it end with its last note, those that lead in begin with its
 * first.
 * @param from index of the first bar
 * @param to index after the last
 */
export function sliceLine(
  score: Score<Written>,
  from: number,
  to: number,
  opening: Opening,
  order = orderOf(score),
): Score<Written> {
  const bars = score.measures.slice(from, to);
  const inside = bars.flatMap((m) => m.events);
  const [first, last] = [inside[0], inside.at(-1)];
  const [low, high] = [order.get(first?.id ?? '') ?? 0, order.get(last?.id ?? '') ?? -1];
  const clip = <S extends { readonly from: string; readonly to: string }>(spans: readonly S[]): S[] =>
    spans.flatMap((s) => {
      const [a, b] = [order.get(s.from) ?? -1, order.get(s.to) ?? -1];
      if (first === undefined || last === undefined || b < low || a > high) return [];
      return [{ ...s, from: a < low ? first.id : s.from, to: b > high ? last.id : s.to }];
    });
  const head = bars[0];
  const measures =
    head === undefined
      ? bars
      : [{ ...head, clef: opening.clef, key: opening.key, meter: opening.meter }, ...bars.slice(1)];
  return { title: score.title, measures, slurs: clip(score.slurs), hairpins: clip(score.hairpins) };
}
