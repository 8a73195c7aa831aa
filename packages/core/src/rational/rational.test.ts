import { add, compare, divide, formatRational, multiply, rational, subtract, sum, toNumber } from './rational';

describe('rational', () => {
  it('is in lowest terms, with a positive denominator', () => {
    expect(rational(6, -8)).toEqual({ n: -3, d: 4 });
    expect(() => rational(1, 0)).toThrow(RangeError);
    expect(() => rational(0.5)).toThrow(RangeError);
  });

  it('calculates without changing what it is given', () => {
    const third = rational(1, 3);
    expect(sum([third, third, third])).toEqual(rational(1));
    expect(third).toEqual({ n: 1, d: 3 });
    expect(subtract(rational(1), third)).toEqual(rational(2, 3));
    expect(multiply(third, rational(3, 4))).toEqual(rational(1, 4));
    expect(divide(third, rational(2))).toEqual(rational(1, 6));
    expect(compare(third, rational(1, 2))).toBe(-1);
    expect(toNumber(add(third, third))).toBeCloseTo(2 / 3);
  });

  it('is written as a teacher says it', () => {
    expect(['3', '1/2', '2 1/2']).toEqual([rational(3), rational(1, 2), rational(5, 2)].map(formatRational));
  });
});
