import { blank, type Picture } from './picture';

/** Blocks in which paper is looked for: so large that each has some paper between its ink. */
const BLOCKS_ACROSS = 48;
/** Of the points of a block, so many are lighter than what counts as its paper. */
const PAPER_SHARE = 0.25;
/** Of all points so many are darker than what counts as full ink. */
const INK_SHARE = 0.01;
const LEAST_INK = 70;

/** The value under which a share of the counted values lies. */
function atShare(counts: Uint32Array, share: number): number {
  const all = counts.reduce((sum, n) => sum + n, 0);
  let seen = 0;
  for (let v = 0; v < counts.length; v++) {
    seen += counts[v] as number;
    if (seen > all * share) return v;
  }
  return counts.length - 1;
}

/** The two blocks between whose middles a point lies, and how far it is on the way to the second. */
interface Between {
  readonly from: number;
  readonly to: number;
  readonly share: number;
}
const between = (points: number, blocks: number, size: number): Between[] =>
  Array.from({ length: points }, (_, i) => {
    const at = Math.min(blocks - 1, Math.max(0, (i + 0.5) / size - 0.5));
    const from = Math.floor(at);
    return { from, to: Math.min(blocks - 1, from + 1), share: at - from };
  });

/**
 * Takes shadow and gradients away: in each block the lighter points are paper; what is darker than the paper around it
 * is ink, as dark as the darkest of the page.
 *
 * Common practice of reading documents, no source.
 * @returns a picture whose paper is near 0 and whose ink is near 255
 */
export function evenLight(picture: Picture): Picture {
  const { width, height, ink } = picture;
  const size = Math.max(8, Math.ceil(Math.max(width, height) / BLOCKS_ACROSS));
  const across = Math.ceil(width / size);
  const down = Math.ceil(height / size);
  const paper = new Float32Array(across * down);
  const counts = new Uint32Array(256);
  for (let by = 0; by < down; by++)
    for (let bx = 0; bx < across; bx++) {
      counts.fill(0);
      for (let y = by * size; y < Math.min(height, (by + 1) * size); y++)
        for (let x = bx * size; x < Math.min(width, (bx + 1) * size); x++) {
          const v = ink[y * width + x] as number;
          counts[v] = (counts[v] as number) + 1;
        }
      paper[by * across + bx] = atShare(counts, PAPER_SHARE);
    }
  const made = blank(width, height);
  counts.fill(0);
  const columns = between(width, across, size);
  const rows = between(height, down, size);
  const here = new Float32Array(across);
  for (let y = 0; y < height; y++) {
    const { from, to, share } = rows[y] as Between;
    // The paper of this row, block by block; what is left is its way from block to block.
    for (let b = 0; b < across; b++)
      here[b] = (paper[from * across + b] as number) * (1 - share) + (paper[to * across + b] as number) * share;
    for (let x = 0; x < width; x++) {
      const c = columns[x] as Between;
      const light = 255 - (here[c.from] as number) * (1 - c.share) - (here[c.to] as number) * c.share;
      // The darker the paper, the less room is left for ink: shares of light, not differences, are what a shadow keeps.
      const left = (255 - (ink[y * width + x] as number)) / (light < 1 ? 1 : light);
      const value = left > 1 ? 0 : ((1 - left) * 255 + 0.5) | 0;
      made.ink[y * width + x] = value;
      counts[value] = (counts[value] as number) + 1;
    }
  }
  const full = Math.max(LEAST_INK, atShare(counts, 1 - INK_SHARE));
  for (let i = 0; i < made.ink.length; i++) {
    const value = ((made.ink[i] as number) * 255) / full;
    made.ink[i] = value > 255 ? 255 : value;
  }
  return made;
}
