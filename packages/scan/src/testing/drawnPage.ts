import { blank, type Picture } from '../picture/picture';

/** One staff to be drawn: where its middle line runs, its ends, and the room between its lines. */
export interface DrawnStaff {
  readonly left: number;
  readonly right: number;
  readonly space: number;
  readonly y: (x: number) => number;
}

/** Puts ink at a place, shared between the points that it lies between. */
function dab({ width, height, ink }: Picture, x: number, y: number, much: number): void {
  const top = Math.floor(y);
  for (const [row, share] of [
    [top, 1 - (y - top)],
    [top + 1, y - top],
  ] as const) {
    if (row < 0 || row >= height || x < 0 || x >= width) continue;
    const at = row * width + x;
    made(ink, at, much * share);
  }
}
const made = (ink: Uint8Array, at: number, much: number): void => {
  ink[at] = Math.min(255, (ink[at] as number) + much);
};

/** A page with nothing on it but staves, and bars of ink where notes might be. */
export function drawnPage(width: number, height: number, staves: readonly DrawnStaff[]): Picture {
  const page = blank(width, height);
  for (const s of staves)
    for (let x = Math.round(s.left); x <= s.right; x++) {
      for (let k = -2; k <= 2; k++) for (const o of [-0.5, 0.5]) dab(page, x, s.y(x) + k * s.space + o, 130);
      // Stems, a space wide apart from each other, as music has them.
      if (x % Math.round(s.space * 5) < 2)
        for (let v = -2; v < 2; v += 1 / s.space) dab(page, x, s.y(x) + v * s.space, 200);
    }
  return page;
}

/** Lays a shadow over a page: its right edge has a share of the light that the left has. */
export function shaded(page: Picture, left: number, right: number): Picture {
  const dark = blank(page.width, page.height);
  for (let i = 0; i < dark.ink.length; i++) {
    const light = left + ((right - left) * (i % page.width)) / page.width;
    dark.ink[i] = Math.round(255 - (255 - (page.ink[i] as number)) * light);
  }
  return dark;
}
