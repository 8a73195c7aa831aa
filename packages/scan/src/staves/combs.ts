import type { Picture } from '../picture/picture';

/** Five lines equally far apart, seen in a narrow window. */
export interface Comb {
  /** Number of the window. */
  readonly window: number;
  readonly x: number;
  /** Of the middle line. */
  readonly y: number;
  readonly space: number;
  /** How clearly they stand out, from 0 to 1. */
  readonly score: number;
}

const LEAST_SCORE = 0.1;
/** The share of ink that a staff line has at least, faint and seen askew. */
const LEAST_INK = 0.12;
const SIZES = [0.85, 0.9, 0.95, 1, 1.05, 1.1, 1.15];

/** The mean ink of each row between two columns. */
export function rowsOf({ width, height, ink }: Picture, from: number, to: number): Float32Array {
  const rows = new Float32Array(height);
  const left = Math.max(0, Math.round(from));
  const right = Math.min(width, Math.round(to));
  for (let y = 0; y < height; y++) {
    let sum = 0;
    for (let x = left; x < right; x++) sum += ink[y * width + x] as number;
    rows[y] = sum / 255 / Math.max(1, right - left);
  }
  return rows;
}

/**
 * How much more ink lies on five lines than between and beside them.
 * @param rows ink of rows; @param y of the middle line
 */
export function combScore(rows: Float32Array, y: number, space: number): number {
  const at = (row: number): number => {
    const top = Math.floor(row);
    return (rows[top] ?? 0) * (1 - (row - top)) + (rows[top + 1] ?? 0) * (row - top);
  };
  let on = 0;
  let weakest = 1;
  for (let k = -2; k <= 2; k++) {
    const line = at(y + k * space);
    on += line;
    weakest = Math.min(weakest, line);
  }
  let between = 0;
  for (let k = -1.5; k <= 1.5; k++) between += at(y + k * space);
  const beside = at(y - 3 * space) + at(y + 3 * space);
  return 0.6 * (on / 5) + 0.4 * weakest - 0.6 * (between / 4) - 0.5 * beside;
}

/** The combs of all windows, window by window, each the best of what lies around it. */
export function findCombs(picture: Picture, space: number): Comb[][] {
  const step = space * 1.25;
  const windows = Math.max(1, Math.floor(picture.width / step) - 1);
  return Array.from({ length: windows }, (_, window) => {
    const rows = rowsOf(picture, window * step, (window + 2) * step);
    const x = (window + 1) * step;
    const scores = new Float32Array(picture.height);
    const sizes = new Float32Array(picture.height);
    for (let y = Math.ceil(space * 2); y < picture.height - space * 2; y++) {
      // Where no middle line is, no staff is.
      if ((rows[y] as number) < LEAST_INK) continue;
      for (const size of SIZES) {
        const score = combScore(rows, y, space * size);
        if (score > (scores[y] as number)) {
          scores[y] = score;
          sizes[y] = space * size;
        }
      }
    }
    const found: Comb[] = [];
    const reach = Math.round(space * 0.45);
    for (let y = 0; y < scores.length; y++) {
      const score = scores[y] as number;
      if (score < LEAST_SCORE) continue;
      let isBest = true;
      for (let o = Math.max(0, y - reach); o <= Math.min(scores.length - 1, y + reach) && isBest; o++)
        isBest = (scores[o] as number) < score || ((scores[o] as number) === score && o >= y);
      if (isBest) found.push({ window, x, y, space: sizes[y] as number, score });
    }
    return found;
  });
}
