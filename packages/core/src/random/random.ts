/** A source of chance that can be repeated: the same seed gives the same numbers on every machine. */
export interface Random {
  /** A number from 0 up to but not including 1. */
  readonly next: () => number;
  /** A whole number from 0 up to but not including `below`. */
  readonly below: (below: number) => number;
  /** @throws RangeError for an empty list */
  readonly of: <T>(list: readonly T[]) => T;
  /** The same things in another order. */
  readonly shuffled: <T>(list: readonly T[]) => T[];
}

/**
 * Chance from a seed, by the 32-bit mixing generator known as mulberry32 (Tommy Ettinger, public domain; from memory).
 * @example randomFrom(7).next() === randomFrom(7).next() // true
 */
export function randomFrom(seed: number): Random {
  let state = seed >>> 0;
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  const below = (n: number): number => Math.floor(next() * n);
  const of = <T>(list: readonly T[]): T => {
    if (list.length === 0) throw new RangeError('nothing to choose from');
    return list[below(list.length)] as T;
  };
  const shuffled = <T>(list: readonly T[]): T[] => {
    const all = [...list];
    for (let i = all.length - 1; i > 0; i--) {
      const j = below(i + 1);
      [all[i], all[j]] = [all[j] as T, all[i] as T];
    }
    return all;
  };
  return { next, below, of, shuffled };
}
