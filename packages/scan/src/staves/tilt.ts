import type { Picture } from '../picture/picture';

const MOST_DEGREES = 14;

/** How sharply rows of ink stand out when the picture is sheared by so many degrees. */
function sharpness({ width, height, ink }: Picture, degrees: number): number {
  const slope = Math.tan((degrees * Math.PI) / 180);
  const room = Math.ceil(Math.abs(slope) * width) + 1;
  const rows = new Float64Array(height + 2 * room);
  for (let x = 0; x < width; x++) {
    const down = Math.round(room - slope * (x - width / 2));
    for (let y = 0; y < height; y++) rows[y + down] = (rows[y + down] as number) + (ink[y * width + x] as number);
  }
  let sum = 0;
  for (let i = 1; i < rows.length; i++) sum += ((rows[i] as number) - (rows[i - 1] as number)) ** 2;
  return sum;
}

/**
 * By how many degrees the lines of a page fall to the right: the shear at which rows of ink stand out most.
 * @param small a picture of about four points to a staff space
 */
export function tiltOf(small: Picture): number {
  let best = 0;
  let most = 0;
  const tried = (from: number, to: number, step: number): void => {
    for (let d = from; d <= to; d += step) {
      const value = sharpness(small, d);
      if (value > most) [best, most] = [d, value];
    }
  };
  tried(-MOST_DEGREES, MOST_DEGREES, 0.5);
  tried(best - 0.4, best + 0.4, 0.1);
  return best;
}
