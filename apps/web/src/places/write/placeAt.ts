import type { Caret, Score, Written } from '@cifra/core';
import type { EditorSystem } from './SystemEngraver';

/**
 * The line whose staff is nearest to a height, and the place between notes nearest to a point, in the drawing's units.
 */
export function placeAt(
  lines: readonly Score<Written>[],
  { engraved, from, to }: EditorSystem,
  x: number,
  y: number,
): { line: number; caret: Caret } | undefined {
  if (engraved === undefined) return undefined;
  const distance = ({ top, bottom }: { top: number; bottom: number }): number =>
    y < top ? top - y : y > bottom ? y - bottom : 0;
  const line = engraved.staves.reduce(
    (best, s, i) => (distance(s) < distance(engraved.staves[best] ?? s) ? i : best),
    0,
  );
  const score = lines[line];
  if (score === undefined) return undefined;
  const last = Math.min(to, score.measures.length) - 1;
  const inside = engraved.measures.findIndex((m) => x < m.right);
  const measure = Math.min(Math.max(from, inside < 0 ? last : from + inside), Math.max(from, last));
  const xs = new Map(engraved.signs.filter((s) => s.line === line).map((s) => [s.id, s.x]));
  const events = score.measures[measure]?.events ?? [];
  const at = events.findIndex((e) => (xs.get(e.id) ?? -Infinity) > x);
  return { line, caret: { measure: Math.min(measure, score.measures.length - 1), at: at < 0 ? events.length : at } };
}
