import { SPACE, STRIP_HEIGHT } from '../staves/strip';
import type { Seen } from '../symbols/findSymbols';
import { type SymbolKind, type SymbolName, SYMBOLS } from '../symbols/symbolNames';
import type { SeenStaff } from '../music/reading';

const kindOf = (name: SymbolName): SymbolKind => {
  const found = Object.entries(SYMBOLS).find(([, names]) => (names as readonly string[]).includes(name));
  return found?.[0] as SymbolKind;
};

/**
 * Something seen on a strip.
 * @param x in spaces from the left; @param step half spaces over the middle line
 * @param others what else it may be, and how likely
 */
export const seen = (
  name: SymbolName,
  x: number,
  step = 0,
  likely = 0.95,
  others: readonly (readonly [SymbolName, number])[] = [],
): Seen => ({
  kind: kindOf(name),
  x: x * SPACE,
  y: STRIP_HEIGHT / 2 - (step * SPACE) / 2,
  options: [{ name, likely }, ...others.map(([n, l]) => ({ name: n, likely: l }))].sort((a, b) => b.likely - a.likely),
});

/** A staff with what was seen on it, from left to right. */
export const seenStaff = (...symbols: readonly Seen[]): SeenStaff => ({
  symbols: [...symbols].sort((a, b) => a.x - b.x),
  width: (Math.max(...symbols.map((s) => s.x)) / SPACE + 4) * SPACE,
});
