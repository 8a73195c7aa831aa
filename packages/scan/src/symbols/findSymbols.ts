import { type Picture } from '../picture/picture';
import { SPACE, STRIP_HEIGHT } from '../staves/strip';
import { SYMBOL_NAMES, type SymbolKind, type SymbolName, SYMBOLS } from './symbolNames';

/** Something seen on a strip, with what else it may be. */
export interface Seen {
  readonly kind: SymbolKind;
  /** Its middle on the strip, in points. */
  readonly x: number;
  readonly y: number;
  /** What it may be, the likeliest first, with how sure the network is of each, from 0 to 1. */
  readonly options: readonly { readonly name: SymbolName; readonly likely: number }[];
}

/**
 * The network: what it sees in a strip.
 * @param ink shares of ink from 0 to 1, row by row, {@link STRIP_HEIGHT} rows
 * @returns for each symbol, then for the place in x and in y, a grid of a quarter of the strip's rows and columns
 */
export type Network = (ink: Float32Array, width: number) => Promise<Float32Array>;

/** Points of a strip to a cell of the network's grid. */
const CELL = 4;
/** Less likely than this is not looked at at all. */
const LEAST = 0.06;
/** How near two of a kind may stand, in cells. */
const APART: Partial<Record<SymbolKind, number>> = {
  dot: 1.2,
  meter: 2,
  bar: 2.2,
  'curve-start': 2.6,
  'curve-end': 2.6,
};
const USUAL_APART = 1.7;

const KINDS = Object.entries(SYMBOLS) as readonly (readonly [SymbolKind, readonly SymbolName[]])[];

/** Runs the network over a strip and lists what it sees, from left to right. */
export async function findSymbols(strip: Picture, network: Network): Promise<Seen[]> {
  const ink = Float32Array.from(strip.ink, (v) => v / 255);
  return symbolsOf(await network(ink, strip.width), strip.width);
}

/**
 * Lists the symbols of the network's grid: in each cell that is likelier than those around it, one of each kind.
 * @param heat what the network answered; @param width of the strip in points
 */
export function symbolsOf(heat: Float32Array, width: number): Seen[] {
  const across = width / CELL;
  const down = STRIP_HEIGHT / CELL;
  const size = across * down;
  const placeX = SYMBOL_NAMES.length * size;
  const all: Seen[] = [];
  let first = 0;
  for (const [kind, names] of KINDS) {
    const best = new Float32Array(size);
    names.forEach((_, n) => {
      for (let i = 0; i < size; i++) best[i] = Math.max(best[i] as number, heat[(first + n) * size + i] as number);
    });
    const peaks: { x: number; y: number; at: number; likely: number }[] = [];
    for (let row = 0; row < down; row++)
      for (let column = 0; column < across; column++) {
        const at = row * across + column;
        const likely = best[at] as number;
        if (likely < LEAST) continue;
        peaks.push({
          x: column + 0.5 + (heat[placeX + at] as number),
          y: row + 0.5 + (heat[placeX + size + at] as number),
          at,
          likely,
        });
      }
    peaks.sort((a, b) => b.likely - a.likely);
    const apart = APART[kind] ?? USUAL_APART;
    const kept: typeof peaks = [];
    for (const p of peaks) if (kept.every((k) => Math.hypot(k.x - p.x, k.y - p.y) >= apart)) kept.push(p);
    for (const p of kept) {
      const row = Math.floor(p.at / across);
      const column = p.at % across;
      const likelihood = (n: number): number => {
        let most = 0;
        for (let r = Math.max(0, row - 1); r <= Math.min(down - 1, row + 1); r++)
          for (let c = Math.max(0, column - 1); c <= Math.min(across - 1, column + 1); c++)
            most = Math.max(most, heat[(first + n) * size + r * across + c] as number);
        return most;
      };
      const options = names
        .map((name, n) => ({ name, likely: likelihood(n) }))
        .filter((o) => o.likely >= LEAST / 2)
        .sort((a, b) => b.likely - a.likely);
      all.push({ kind, x: p.x * CELL, y: p.y * CELL, options });
    }
    first += names.length;
  }
  return all.sort((a, b) => a.x - b.x);
}

/** The place of something on its staff, in steps of half a space over the middle line. */
export const stepOf = (y: number): number => ((STRIP_HEIGHT / 2 - y) / SPACE) * 2;
