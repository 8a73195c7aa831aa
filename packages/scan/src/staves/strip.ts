import { blank, inkAt, type Picture } from '../picture/picture';
import type { Staff, StaffPoint } from './findStaves';

/** Points to a staff space in a strip. */
export const SPACE = 10;
/** Height of a strip in points; the middle line is its middle. */
export const STRIP_HEIGHT = 176;
/** Room that is kept beside the ends of a staff, in spaces. */
const BESIDE = 2;
/** Widths are multiples of what the network halves four times. */
const MULTIPLE = 16;

/** One staff made level and of one size, with the way back to the picture. */
export interface Strip {
  readonly picture: Picture;
  /** The place on the picture of a place on the strip. */
  readonly placeOf: (x: number, y: number) => { readonly x: number; readonly y: number };
}

/** A staff's place and size at x, going straight on beyond its ends. */
function pointAt(line: readonly StaffPoint[], x: number): StaffPoint {
  const first = line[0] as StaffPoint;
  const last = line.at(-1) as StaffPoint;
  const step = (last.x - first.x) / (line.length - 1);
  const i = Math.max(0, Math.min(line.length - 2, Math.floor((x - first.x) / step)));
  const a = line[i] as StaffPoint;
  const b = line[i + 1] as StaffPoint;
  const k = (x - a.x) / (b.x - a.x);
  return { x, y: a.y + k * (b.y - a.y), space: a.space + k * (b.space - a.space) };
}

/**
 * Cuts a staff out of a page, its lines level and {@link SPACE} points apart. What lies nearer to a neighbouring staff
 * is left out.
 */
export function stripOf(page: Picture, staff: Staff, neighbours: readonly Staff[]): Strip {
  const { line } = staff;
  const first = line[0] as StaffPoint;
  const last = line.at(-1) as StaffPoint;
  // The columns of the strip on the page: each is a tenth of a space on.
  const columns: StaffPoint[] = [];
  for (let x = first.x - BESIDE * first.space; x < last.x + BESIDE * last.space;) {
    const at = pointAt(line, x);
    columns.push(at);
    x += at.space / SPACE;
  }
  while (columns.length % MULTIPLE !== 0) {
    const end = columns.at(-1) as StaffPoint;
    columns.push({ ...end, x: end.x + end.space / SPACE });
  }
  const reaches = (other: Staff, x: number): boolean =>
    x >= (other.line[0]?.x ?? 0) - first.space && x <= (other.line.at(-1)?.x ?? 0) + first.space;
  const picture = blank(columns.length, STRIP_HEIGHT);
  columns.forEach((c, u) => {
    let top = -Infinity;
    let bottom = Infinity;
    for (const other of neighbours) {
      if (!reaches(other, c.x)) continue;
      const o = pointAt(other.line, c.x);
      if (o.y < c.y) top = Math.max(top, (o.y + c.y) / 2);
      else bottom = Math.min(bottom, (o.y + c.y) / 2);
    }
    for (let v = 0; v < STRIP_HEIGHT; v++) {
      const y = c.y + ((v + 0.5 - STRIP_HEIGHT / 2) * c.space) / SPACE;
      if (y >= top && y <= bottom) picture.ink[v * columns.length + u] = inkAt(page, c.x, y);
    }
  });
  return {
    picture,
    placeOf: (x, y) => {
      const c = columns[Math.max(0, Math.min(columns.length - 1, Math.floor(x)))] as StaffPoint;
      return { x: c.x, y: c.y + ((y - STRIP_HEIGHT / 2) * c.space) / SPACE };
    },
  };
}
