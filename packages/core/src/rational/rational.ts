/** An exact fraction in lowest terms, denominator positive. Musical time is counted in quarters with it. */
export interface Rational {
  readonly n: number;
  readonly d: number;
}

function gcd(a: number, b: number): number {
  let x = Math.abs(a);
  let y = Math.abs(b);
  while (y !== 0) {
    const rest = x % y;
    x = y;
    y = rest;
  }
  return x;
}

/**
 * Makes a fraction in lowest terms.
 * @throws RangeError when the denominator is 0 or a part is no safe integer: that is a bug, not bad input.
 * @example rational(6, -8) // { n: -3, d: 4 }
 */
export function rational(n: number, d = 1): Rational {
  if (d === 0 || !Number.isSafeInteger(n) || !Number.isSafeInteger(d)) throw new RangeError(`no fraction: ${n}/${d}`);
  const g = d === 1 ? 1 : gcd(n, d) * Math.sign(d);
  return { n: n / g + 0, d: d / g };
}

export const ZERO = rational(0);
export const add = (a: Rational, b: Rational): Rational =>
  a.d === b.d ? rational(a.n + b.n, a.d) : rational(a.n * b.d + b.n * a.d, a.d * b.d);
export const subtract = (a: Rational, b: Rational): Rational => rational(a.n * b.d - b.n * a.d, a.d * b.d);
export const multiply = (a: Rational, b: Rational): Rational => rational(a.n * b.n, a.d * b.d);
export const divide = (a: Rational, b: Rational): Rational => rational(a.n * b.d, a.d * b.n);
export const compare = (a: Rational, b: Rational): number => Math.sign(a.n * b.d - b.n * a.d);
export const equal = (a: Rational, b: Rational): boolean => a.n === b.n && a.d === b.d;
export const toNumber = (a: Rational): number => a.n / a.d;
export const sum = (all: Iterable<Rational>): Rational => {
  let total = ZERO;
  for (const r of all) total = add(total, r);
  return total;
};

/** Writes quarters the way a teacher says them: `3`, `1/2`, `2 1/2`. */
export function formatRational(r: Rational): string {
  const whole = Math.trunc(r.n / r.d);
  const rest = Math.abs(r.n % r.d);
  if (rest === 0) return String(whole);
  return whole === 0 ? `${r.n}/${r.d}` : `${whole} ${rest}/${r.d}`;
}
