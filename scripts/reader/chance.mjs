// Chance by seed, so that whatever is made of it is made anew.

/** A generator of numbers from 0 to 1 (mulberry32), so that a page is made anew by its seed. */
export function chance(seed) {
  let a = seed >>> 0;
  const next = () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const pick = (list) => list[Math.floor(next() * list.length)];
  const among = (weights) => {
    const all = Object.entries(weights);
    let at = next() * all.reduce((sum, [, w]) => sum + w, 0);
    for (const [name, w] of all) if ((at -= w) < 0) return name;
    return all[0][0];
  };
  return { next, pick, among, is: (p) => next() < p, int: (from, to) => from + Math.floor(next() * (to - from + 1)) };
}
