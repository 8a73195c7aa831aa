import { randomFrom } from './random';

describe('chance from a seed', () => {
  it('is the same from the same seed, another from another, and even enough', () => {
    const draw = (seed: number): number[] => {
      const c = randomFrom(seed);
      return Array.from({ length: 2000 }, c.next);
    };
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
    const all = draw(1);
    expect(Math.min(...all)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...all)).toBeLessThan(1);
    // Tenths come about equally often: 200 each, give or take five standard deviations.
    const tenths = Array.from({ length: 10 }, (_u, i) => all.filter((n) => Math.floor(n * 10) === i).length);
    for (const t of tenths) expect(Math.abs(t - 200)).toBeLessThan(68);
  });

  it('shuffles without losing or doubling, and takes nothing from nothing', () => {
    const c = randomFrom(3);
    expect(c.shuffled([1, 2, 3, 4, 5]).sort()).toEqual([1, 2, 3, 4, 5]);
    expect(() => c.of([])).toThrow(RangeError);
  });
});
