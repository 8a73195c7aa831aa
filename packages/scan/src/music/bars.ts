import { SPACE, STRIP_HEIGHT } from '../staves/strip';
import type { Seen } from '../symbols/findSymbols';
import type { SymbolName } from '../symbols/symbolNames';
import { EVEN, likelyOf, nameOf, ofKind } from './seenStaff';

/** What stands between two bar lines. */
export interface SeenBar {
  readonly inside: readonly Seen[];
  readonly from: number;
  readonly to: number;
  /** The lines at its left and right end. */
  readonly start: SymbolName | undefined;
  readonly end: SymbolName | undefined;
}

/** A bar line's middle lies no further from the middle of the staff, in points. */
const OFF_MIDDLE = 12;

/** So much room between two lines is a bar even where nothing was seen in it, in points. */
const LEAST_BAR = 4 * SPACE;

const isMusic = (s: Seen): boolean => (s.kind === 'note' || s.kind === 'rest') && likelyOf(s) >= EVEN;

/** The bars of a staff, by its bar lines; lines with nothing before them open a bar. */
export function barsOf(symbols: readonly Seen[], width: number): SeenBar[] {
  const bars: SeenBar[] = [];
  let from = 0;
  let start: SymbolName | undefined;
  const hasMusic = (to: number): boolean => symbols.some((s) => s.x > from && s.x < to && isMusic(s));
  const close = (to: number, end: SymbolName | undefined): void => {
    bars.push({ inside: symbols.filter((s) => s.x > from && s.x <= to), from, to, start, end });
    from = to;
    start = end;
  };
  for (const line of ofKind(symbols, 'bar').filter((s) => Math.abs(s.y - STRIP_HEIGHT / 2) < OFF_MIDDLE)) {
    if (hasMusic(line.x) || (bars.length > 0 && line.x - from > LEAST_BAR)) {
      close(line.x, nameOf(line));
      continue;
    }
    // The head of the staff stays inside its first bar; a second line after a first says what the next bar begins with.
    if (bars.length > 0) from = line.x;
    start = nameOf(line);
  }
  if (hasMusic(Infinity)) close(width, undefined);
  return bars;
}
