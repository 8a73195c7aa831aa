import { drawnPage, shaded } from '../testing';
import { evenLight } from './evenLight';
import { blank, inkAt, inkOf, shrunk, turned } from './picture';

const spot = (width: number, height: number, x: number, y: number) => {
  const page = blank(width, height);
  page.ink[y * width + x] = 255;
  return page;
};
const darkest = ({ width, ink }: { width: number; ink: Uint8Array }) => {
  const at = ink.indexOf(Math.max(...ink));
  return [at % width, Math.floor(at / width)];
};

describe('a picture', () => {
  it('takes black as ink, white and see-through as paper', () => {
    const rgba = new Uint8ClampedArray([0, 0, 0, 255, 255, 255, 255, 255, 0, 0, 0, 0]);
    expect([...inkOf(rgba, 3, 1).ink]).toEqual([255, 0, 0]);
  });

  it('keeps all of its ink when it is made smaller, whatever the share', () => {
    const page = spot(40, 40, 20, 20);
    for (const by of [1.3, 2, 3.7]) {
      const small = shrunk(page, by);
      expect(small.ink.reduce((a, b) => a + b, 0) * by * by).toBeCloseTo(255, -2);
      expect(darkest(small)).toEqual([Math.floor(20.5 / by), Math.floor(20.5 / by)]);
    }
    expect(shrunk(page, 1)).toBe(page);
  });

  it('turns clockwise about its middle', () => {
    // At the right of the middle; a quarter turn clockwise brings it under the middle.
    expect(darkest(turned(spot(41, 21, 38, 10), 90))).toEqual([10, 38]);
    const back = turned(turned(spot(41, 21, 30, 10), 90), -90);
    expect([back.width, back.height, ...darkest(back)]).toEqual([41, 21, 30, 10]);
  });

  it('has no ink outside', () => {
    expect(inkAt(spot(5, 5, 0, 0), -0.5, 0)).toBe(0);
    expect(inkAt(spot(5, 5, 2, 2), 2.25, 2)).toBeCloseTo(191, 0);
  });
});

describe('even light', () => {
  it('takes a shadow away and leaves the lines as dark on both sides', () => {
    const page = drawnPage(900, 300, [{ left: 20, right: 880, space: 12, y: () => 150 }]);
    const even = evenLight(shaded(page, 1, 0.35));
    const column = (x: number) => Array.from({ length: 300 }, (_, y) => even.ink[y * 900 + x] as number);
    for (const x of [40, 450, 860]) {
      expect(Math.max(...column(x))).toBeGreaterThan(150);
      // Between the lines and beside the staff lies paper.
      expect(column(x)[156]).toBeLessThan(40);
      expect(column(x)[60]).toBeLessThan(40);
    }
  });

  it('makes no ink of an empty page', () => {
    expect(Math.max(...evenLight(shaded(blank(300, 200), 0.9, 0.5)).ink)).toBeLessThan(60);
  });
});
