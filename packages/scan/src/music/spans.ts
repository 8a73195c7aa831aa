import type { Hairpin, NoteId, Span } from '@cifra/core';
import { SPACE } from '../staves/strip';
import type { Seen } from '../symbols/findSymbols';
import { curvesOf } from './curves';
import type { ReadEvent } from './reading';
import { ofKind } from './seenStaff';

/** A curve that goes on beyond its staff ends so near to the end of the strip, in points. */
const NEAR_END = 6 * SPACE;
/** What lies so far beside the first or last note does not belong to it. */
const BESIDE = 1.5 * SPACE;
/** Ends of one wedge stand no further apart in height. */
const LEVEL = 2 * SPACE;

const nearest = (notes: readonly ReadEvent[], s: Seen): ReadEvent | undefined =>
  notes.reduce<ReadEvent | undefined>(
    (best, n) => (best === undefined || Math.abs(n.at.x - s.x) < Math.abs(best.at.x - s.x) ? n : best),
    undefined,
  );

/** The curves of a staff from note to note; one that leaves it at its end is handed on to the next. */
export function curvesBetween(
  symbols: readonly Seen[],
  notes: readonly ReadEvent[],
  width: number,
  cameFrom: NoteId | undefined,
): { readonly spans: Span[]; readonly goesOn: NoteId | undefined } {
  const spans: Span[] = [];
  let goesOn: NoteId | undefined;
  const first = notes[0];
  const last = notes.at(-1);
  for (const { start, end } of curvesOf(symbols)) {
    const comes =
      start === undefined || (first !== undefined && cameFrom !== undefined && start.x < first.at.x - BESIDE);
    const from = comes ? cameFrom : nearest(notes, start)?.id;
    const leaves = end === undefined || (last !== undefined && end.x > last.at.x + BESIDE && end.x > width - NEAR_END);
    if (leaves) goesOn = from ?? goesOn;
    else {
      const to = nearest(notes, end)?.id;
      if (from !== undefined && to !== undefined && from !== to) spans.push({ from, to });
    }
  }
  return { spans, goesOn };
}

/** The wedges of a staff: a tip and an open end at one height. */
export function hairpinsBetween(symbols: readonly Seen[], notes: readonly ReadEvent[]): Hairpin[] {
  const ends = ofKind(symbols, 'wedge-tip', 'wedge-open');
  const found: Hairpin[] = [];
  for (let i = 0; i + 1 < ends.length; i++) {
    const a = ends[i] as Seen;
    const b = ends[i + 1] as Seen;
    if (a.kind === b.kind || Math.abs(a.y - b.y) > LEVEL) continue;
    const from = nearest(notes, a)?.id;
    const to = nearest(notes, b)?.id;
    if (from !== undefined && to !== undefined)
      found.push({ kind: a.kind === 'wedge-tip' ? 'crescendo' : 'diminuendo', from, to });
    i += 1;
  }
  return found;
}
