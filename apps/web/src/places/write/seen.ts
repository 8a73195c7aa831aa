import { type PageTransposition, type Measure, type Score, transposedToPage, UNISON, type Written } from '@cifra/core';

/**
 * Bars as they look on a page, by that page's clef and interval: a bar that did not change looks as before and stays
 * the same object.
 */
let lately: { readonly name: string; readonly bars: WeakMap<Measure<Written>, Measure<Written>> } | undefined;

/** A line as it stands on the page that is shown, with untouched bars kept. */
export function seen(score: Score<Written>, lens: PageTransposition): Score<Written> {
  if (lens.interval === UNISON && lens.clef === undefined) return score;
  const name = `${lens.interval.fifths}/${lens.interval.octaves}/${lens.clef ?? ''}`;
  if (lately?.name !== name) lately = { name, bars: new WeakMap() };
  const { bars } = lately;
  const moved = transposedToPage(score, lens);
  return {
    ...moved,
    measures: score.measures.map((m, i) => {
      const first = i === 0 ? undefined : bars.get(m);
      if (first !== undefined) return first;
      const now = moved.measures[i] as Measure<Written>;
      if (i > 0) bars.set(m, now);
      return now;
    }),
  };
}
