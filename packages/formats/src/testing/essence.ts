import type { Score, Written } from '@cifra/core';

/** What a file can carry: ids are the reader's own, and a plain bar's rest may become a whole-bar rest. */
export function essence(s: Score<Written>) {
  const order = new Map(s.measures.flatMap((m) => m.events).map((e, i) => [e.id, i]));
  return {
    title: s.title,
    composer: s.composer,
    measures: s.measures.map(({ id: _m, events, ...m }) => ({
      ...m,
      events: events.map(({ id: _e, ...e }) => ({ ...e, wholeMeasure: undefined })),
    })),
    slurs: s.slurs.map((x) => [order.get(x.from), order.get(x.to)]),
    hairpins: s.hairpins.map((x) => [x.kind, order.get(x.from), order.get(x.to)]),
  };
}
