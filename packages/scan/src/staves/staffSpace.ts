import type { Picture } from '../picture/picture';

/** More ink than this is part of a line. */
const INKED = 96;
/** Room between two lines, in points. */
const LEAST = 5;
const MOST = 120;
/** Every so many columns are looked at. */
const STEP = 3;
/** So many columns show a pair of lines, at least, as a share of all: five lines over a fifth of a page. */
const LEAST_SHARE = 0.8;

/** How far apart staff lines are, and for which share of the columns a pair of them was seen. */
export interface SpaceSeen {
  readonly space: number;
  readonly share: number;
}

/**
 * The room between two staff lines, from middle to middle, in points: down every third column, the most common length
 * of a thin run of ink together with the paper under it.
 *
 * Staff lines are the only thing on a page of music that is so often equally far apart (common practice, no source).
 * @param onItsSide whether lines are looked for that run from top to bottom
 * @returns undefined where nothing repeats: there are no staves
 */
export function staffSpace({ width, height, ink }: Picture, onItsSide = false): SpaceSeen | undefined {
  const [columns, rows] = onItsSide ? [height, width] : [width, height];
  const [across, down] = onItsSide ? [width, 1] : [1, width];
  const counts = new Float64Array(MOST + 3);
  const count = (length: number): void => {
    counts[length] = (counts[length] ?? 0) + 1;
  };
  for (let column = 1; column < columns; column += STEP) {
    let black = 0;
    let white = 0;
    for (let row = 0, at = column * across; row < rows; row++, at += down) {
      if ((ink[at] as number) >= INKED) {
        if (white > 0) {
          const both = black + white;
          if (black > 0 && black <= 1.5 * white && both <= MOST) count(both);
          black = 0;
          white = 0;
        }
        black += 1;
      } else white += 1;
    }
  }
  const around = (n: number): number => (counts[n - 1] ?? 0) + 2 * (counts[n] ?? 0) + (counts[n + 1] ?? 0);
  let best = LEAST - 1;
  for (let n = LEAST - 1; n <= MOST; n++) if (around(n) > around(best)) best = n;
  const share = around(best) / (columns / STEP);
  // What is most common at the very edge is grain, and no line.
  if (best < LEAST || share < LEAST_SHARE) return undefined;
  const near = [best - 1, best, best + 1];
  const sum = near.reduce((s, n) => s + (counts[n] ?? 0), 0);
  return { space: near.reduce((s, n) => s + n * (counts[n] ?? 0), 0) / sum, share };
}
