import { blank, turned } from '../picture/picture';
import { drawnPage, type DrawnStaff, shaded } from '../testing';
import { openPage, type OpenedPage } from './openPage';
import { staffSpace } from './staffSpace';
import { SPACE, STRIP_HEIGHT, stripOf } from './strip';
import { tiltOf } from './tilt';

const staff = (top: number, space: number, more: Partial<DrawnStaff> = {}): DrawnStaff => ({
  left: 60,
  right: 840,
  space,
  y: () => top,
  ...more,
});
const opened = (page: ReturnType<typeof drawnPage>): OpenedPage => {
  const found = openPage(page);
  if ('kind' in found) throw new Error(found.kind);
  return found;
};
/** How much ink lies on the rows of a strip where its lines have to be, against between them. */
function onItsLines(page: OpenedPage, number: number): number {
  const own = page.staves[number];
  if (own === undefined) return 0;
  const { picture } = stripOf(
    page.picture,
    own,
    page.staves.filter((s) => s !== own),
  );
  const row = (k: number): number => {
    const y = STRIP_HEIGHT / 2 + k * SPACE;
    let sum = 0;
    for (let x = 0; x < picture.width; x++)
      for (const v of [Math.floor(y - 0.5), Math.floor(y)]) sum += picture.ink[v * picture.width + x] as number;
    return sum;
  };
  const on = [-2, -1, 0, 1, 2].map(row);
  const between = [-1.5, -0.5, 0.5, 1.5].map(row);
  return Math.min(...on) / Math.max(...between);
}

describe('the staves of a page', () => {
  it('have a space that is found within a tenth of a point', () => {
    for (const space of [7, 10.3, 16, 24])
      expect(staffSpace(drawnPage(900, 600, [staff(200, space), staff(430, space)]))?.space).toBeCloseTo(space, 0);
    expect(staffSpace(blank(400, 300))).toBeUndefined();
  });

  it('are found from the top, each from end to end', () => {
    const page = opened(drawnPage(900, 700, [staff(150, 12), staff(320, 12, { right: 420 }), staff(540, 12)]));
    expect(page.staves.map((s) => Math.round((s.line[0]?.y ?? 0) / 10))).toEqual([15, 32, 54]);
    page.staves.forEach((s, i) => {
      expect(Math.abs((s.line[0]?.x ?? 0) - 60)).toBeLessThan(8);
      expect(Math.abs((s.line.at(-1)?.x ?? 0) - (i === 1 ? 420 : 840))).toBeLessThan(8);
    });
  });

  it('lie on their lines where a page is tilted, bent, in shadow or seen from aside', () => {
    const bent = (top: number) => staff(top, 13, { y: (x) => top + 14 * Math.sin(x / 260) });
    const aside = (top: number) => staff(top, 12, { y: (x) => top + (x - 450) * (top - 350) * 0.00012 });
    for (const [name, page] of Object.entries({
      level: drawnPage(900, 700, [staff(200, 12), staff(450, 12)]),
      tilted: turned(drawnPage(900, 700, [staff(200, 12), staff(450, 12)]), 6),
      'on its side': turned(drawnPage(900, 700, [staff(200, 12), staff(450, 12)]), 90),
      bent: drawnPage(900, 700, [bent(200), bent(450)]),
      aside: drawnPage(900, 700, [aside(150), aside(520)]),
      'in shadow': shaded(drawnPage(900, 700, [staff(200, 12), staff(450, 12)]), 0.95, 0.4),
      large: drawnPage(1800, 900, [staff(300, 26, { right: 1700 }), staff(650, 26, { right: 1700 })]),
    })) {
      const found = openPage(page);
      if ('kind' in found) throw new Error(`${name}: ${found.kind}`);
      expect([name, found.staves.length]).toEqual([name, 2]);
      for (const i of [0, 1]) expect([name, onItsLines(found, i) > 2.5]).toEqual([name, true]);
    }
  });

  it('are not found in what has none, or too small, and it is said which', () => {
    expect(openPage(blank(10, 10))).toEqual({ kind: 'no-staves' });
    expect(openPage(blank(600, 400))).toEqual({ kind: 'no-staves' });
    // Ruled paper is no music either.
    const ruled = blank(1200, 1600);
    ruled.ink.forEach((_, i) => (ruled.ink[i] = Math.floor(i / 1200) % 12 < 2 ? 255 : 0));
    expect(openPage(ruled)).toEqual({ kind: 'no-staves' });
    const noise = blank(600, 400);
    let grain = 1;
    for (let i = 0; i < noise.ink.length; i++) {
      grain = (Math.imul(grain, 1103515245) + 12345) >>> 0;
      noise.ink[i] = grain >>> 24;
    }
    expect(openPage(noise)).toEqual({ kind: 'no-staves' });
    expect(openPage(drawnPage(600, 300, [staff(150, 5, { right: 560 })]))).toMatchObject({
      kind: 'too-small',
      height: 20,
    });
  });

  it('are joined where a line runs down their left ends', () => {
    const page = drawnPage(900, 800, [staff(150, 12), staff(290, 12), staff(600, 12)]);
    for (let y = 126; y <= 314; y++) for (const x of [60, 61]) page.ink[y * 900 + x] = 255;
    expect(opened(page).staves.map((s) => s.joinedToNext)).toEqual([true, false, false]);
  });

  it('lead back from the strip to the place on the page', () => {
    const page = opened(drawnPage(900, 400, [staff(200, 12)]));
    const own = page.staves[0];
    if (own === undefined) throw new Error('no staff');
    const { placeOf } = stripOf(page.picture, own, []);
    const at = placeOf(2 * SPACE, STRIP_HEIGHT / 2 - SPACE);
    expect(Math.abs(at.x - 60)).toBeLessThan(6);
    expect(Math.abs(at.y - 188)).toBeLessThan(1.5);
  });

  it('fall to the right by as many degrees as they were turned', () => {
    const page = drawnPage(
      300,
      200,
      [60, 100, 140].map((top) => staff(top, 4, { left: 10, right: 290 })),
    );
    for (const degrees of [-8, -1.5, 0, 3, 11])
      expect(Math.abs(tiltOf(turned(page, degrees)) - degrees)).toBeLessThan(0.5);
  });
});
