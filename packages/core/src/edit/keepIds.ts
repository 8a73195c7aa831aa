import { dequal } from 'dequal';
import type { Written } from '../pitch/pitch';
import type { Score, Span } from '../score/score';
import { FreshIds, tidySpans, type WrittenEvent, type WrittenMeasure } from './events';

/** A bar as text carries it: without ids, and without reminders and whole-bar rests, for which text has no word. */
function plain({ id: _m, events, ...rest }: WrittenMeasure): unknown {
  return [
    rest,
    events.map(({ id: _e, ...e }) => {
      if (e.kind === 'note') {
        const { courtesy: _c, ...note } = e;
        return note;
      }
      const { wholeMeasure: _w, ...silence } = e;
      return silence;
    }),
  ];
}

/**
 * A line read anew from its text, with the ids of the line before wherever it is the same: bars that did not change
 * stay the objects that they were, and in a changed bar a note keeps the id of the one in its place.
 */
export function keepIds(before: Score<Written>, after: Score<Written>): Score<Written> {
  const [old, read] = [before.measures, after.measures];
  const [oldPlain, readPlain] = [old.map(plain), read.map(plain)];
  let head = 0;
  while (head < old.length && head < read.length && dequal(oldPlain[head], readPlain[head])) head += 1;
  let tail = 0;
  while (
    tail < old.length - head &&
    tail < read.length - head &&
    dequal(oldPlain[old.length - 1 - tail], readPlain[read.length - 1 - tail])
  )
    tail += 1;
  const ids = new FreshIds(before);
  const renamed = new Map<string, string>();
  const measures = read.map((m, i): WrittenMeasure => {
    const kept = i < head ? old[i] : i >= read.length - tail ? old[old.length - (read.length - i)] : undefined;
    if (kept !== undefined) {
      m.events.forEach((e, at) => renamed.set(e.id, kept.events[at]?.id ?? e.id));
      return kept;
    }
    const place = i < old.length - tail ? old[i] : undefined;
    return {
      ...m,
      id: place?.id ?? ids.forMeasure(),
      events: m.events.map((e, at): WrittenEvent => {
        const id = place?.events[at]?.id ?? ids.forEvent();
        renamed.set(e.id, id);
        return { ...e, id };
      }),
    };
  });
  const span = <S extends Span>(s: S): S => ({
    ...s,
    from: renamed.get(s.from) ?? s.from,
    to: renamed.get(s.to) ?? s.to,
  });
  // A slur that is still open has no text: it stays while its note does.
  const open = before.slurs.filter((s) => s.from === s.to);
  return tidySpans({
    ...after,
    title: after.title === '' ? before.title : after.title,
    measures,
    slurs: [...after.slurs.map(span), ...open],
    hairpins: after.hairpins.map(span),
  });
}
