import { STRIP_HEIGHT, SPACE } from '../staves/strip';
import { type Seen, stepOf } from '../symbols/findSymbols';
import type { SymbolKind, SymbolName } from '../symbols/symbolNames';

/** The likeliest name of what was seen. */
export const nameOf = (s: Seen): SymbolName | undefined => s.options[0]?.name;
/** How sure the network is that anything of this kind stands there. */
export const likelyOf = (s: Seen): number => s.options[0]?.likely ?? 0;

/** From here on something is taken as seen; what is less likely is looked at where a bar does not add up. */
export const TAKEN = 0.35;
/** As likely as not. */
export const EVEN = 0.5;

export const ofKind = (all: readonly Seen[], ...kinds: readonly SymbolKind[]): Seen[] =>
  all.filter((s) => kinds.includes(s.kind) && likelyOf(s) >= TAKEN);

/** Distances in spaces. */
export const across = (a: { x: number }, b: { x: number }): number => (a.x - b.x) / SPACE;
export const down = (a: { y: number }, b: { y: number }): number => (a.y - b.y) / SPACE;

/** Whether it stands between the lines of the staff, or within so many spaces of them. */
export const isOnStaff = (s: Seen, beside = 0): boolean => Math.abs(s.y - STRIP_HEIGHT / 2) / SPACE <= 2 + beside;

/** The line or space it stands on, 0 the bottom line, 1 the space over it. */
export const placeOnStaff = (s: Seen): number => Math.round(stepOf(s.y)) + 4;
