/**
 * A picture in shades of gray, row by row from the top left, one byte a point: 0 is paper, 255 is ink.
 * What a camera gives is the other way round: {@link inkOf} turns it.
 */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly ink: Uint8Array;
}

export const blank = (width: number, height: number): Picture => ({
  width,
  height,
  ink: new Uint8Array(width * height),
});

/**
 * The ink of a picture in red, green, blue and opacity, as a canvas gives it; what is see-through is paper.
 * @param rgba four bytes a point
 */
export function inkOf(rgba: Uint8ClampedArray, width: number, height: number): Picture {
  const made = blank(width, height);
  for (let i = 0, at = 0; i < made.ink.length; i++, at += 4) {
    const light = 0.299 * (rgba[at] ?? 0) + 0.587 * (rgba[at + 1] ?? 0) + 0.114 * (rgba[at + 2] ?? 0);
    made.ink[i] = ((255 - light) * (rgba[at + 3] ?? 0)) / 255;
  }
  return made;
}

/** The ink between four points, by how near each is; outside the picture there is none. */
export function inkAt({ width, height, ink }: Picture, x: number, y: number): number {
  if (x < 0 || y < 0 || x >= width - 1 || y >= height - 1) return 0;
  // Numbers that are not negative: as if rounded down, and quicker.
  const left = x | 0;
  const top = y | 0;
  const at = top * width + left;
  const fx = x - left;
  const fy = y - top;
  const over = (ink[at] as number) * (1 - fx) + (ink[at + 1] as number) * fx;
  const under = (ink[at + width] as number) * (1 - fx) + (ink[at + width + 1] as number) * fx;
  return over * (1 - fy) + under * fy;
}

/**
 * A smaller picture: each of its points is the mean of what it covers, so that thin lines fade and do not vanish.
 * @param by how many times smaller; 1 and less leave it as it is
 */
export function shrunk(picture: Picture, by: number): Picture {
  if (by <= 1) return picture;
  const made = blank(Math.max(1, Math.floor(picture.width / by)), Math.max(1, Math.floor(picture.height / by)));
  const rows = new Float32Array(picture.width);
  const parts = (from: number, to: number, most: number): [at: number, share: number][] => {
    const all: [number, number][] = [];
    for (let i = Math.floor(from); i < Math.min(to, most); i++) all.push([i, Math.min(to, i + 1) - Math.max(from, i)]);
    return all;
  };
  const columns = Array.from({ length: made.width }, (_, x) => parts(x * by, (x + 1) * by, picture.width));
  for (let y = 0; y < made.height; y++) {
    rows.fill(0);
    for (const [row, share] of parts(y * by, (y + 1) * by, picture.height))
      for (let x = 0; x < picture.width; x++)
        rows[x] = (rows[x] as number) + share * (picture.ink[row * picture.width + x] as number);
    columns.forEach((covered, x) => {
      let sum = 0;
      for (const [column, share] of covered) sum += share * (rows[column] as number);
      made.ink[y * made.width + x] = sum / (by * by);
    });
  }
  return made;
}

/**
 * A picture turned about its middle, as large as it has to be.
 * @param degrees clockwise
 */
export function turned(picture: Picture, degrees: number): Picture {
  const angle = (degrees * Math.PI) / 180;
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  const { width, height } = picture;
  const made = blank(
    Math.round(Math.abs(width * cos) + Math.abs(height * sin)),
    Math.round(Math.abs(width * sin) + Math.abs(height * cos)),
  );
  for (let y = 0; y < made.height; y++)
    for (let x = 0; x < made.width; x++) {
      const dx = x - (made.width - 1) / 2;
      const dy = y - (made.height - 1) / 2;
      made.ink[y * made.width + x] = inkAt(
        picture,
        dx * cos + dy * sin + (width - 1) / 2,
        dy * cos - dx * sin + (height - 1) / 2,
      );
    }
  return made;
}
