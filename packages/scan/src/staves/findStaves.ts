import type { Picture } from '../picture/picture';
import { type Comb, combScore, findCombs, rowsOf } from './combs';

/** One staff as it lies on a picture: where its middle line runs and how wide its spaces are, from left to right. */
export interface Staff {
  /** Equally far apart in x, from the left end to the right. */
  readonly line: readonly StaffPoint[];
  /** A line joins its left end to that of the staff under it: they are played together. */
  readonly joinedToNext: boolean;
}
export interface StaffPoint {
  readonly x: number;
  readonly y: number;
  readonly space: number;
}

/** So many windows may be too full of notes or words to see the lines in. */
const MOST_GAP = 9;
/** A staff is at least so many spaces long. */
const LEAST_LENGTH = 14;
const REACH = 9;
/** No page has more: what has is ruled or woven. */
const MOST_STAVES = 40;

/** Against the clearest of a page, combs that are less clear are beams, words or ledger lines. */
const CLEAR = 0.4;
const CLEAREST = 0.97;
const CLEAR_TRACK = 0.55;
const LEAST_MEAN = 0.15;

/** The combs that are clear enough to be staff lines on this page. */
function clearCombs(windows: readonly Comb[][]): Comb[][] {
  const scores = windows.flat().map((c) => c.score);
  const clearest = scores.sort((a, b) => a - b)[Math.floor(scores.length * CLEAREST)] ?? 0;
  return windows.map((combs) => combs.filter((c) => c.score >= CLEAR * clearest));
}

/** Tracks that go on from each other after something that hid the lines are one. */
function joinTracks(tracks: readonly Comb[][], space: number): Comb[][] {
  const joined: Comb[][] = [];
  for (const track of [...tracks].sort((a, b) => (a[0]?.x ?? 0) - (b[0]?.x ?? 0))) {
    const first = track[0] as Comb;
    const off = (j: readonly Comb[]): number => Math.abs(first.y - (j.at(-1)?.y ?? 0)) / space;
    const before = joined
      .filter((j) => {
        const gap = (first.x - (j.at(-1)?.x ?? 0)) / space;
        return gap > -2 && gap < 30 && off(j) < Math.min(0.7, 0.4 + 0.03 * gap);
      })
      .sort((a, b) => off(a) - off(b))[0];
    if (before === undefined) joined.push([...track]);
    else before.push(...track.filter((c) => c.x > (before.at(-1)?.x ?? 0)));
  }
  return joined;
}

/** Tracks that are as clear as staves are; what runs along one of them, a line off, is less clear. */
function clearTracks(tracks: readonly Comb[][]): Comb[][] {
  const mean = (t: readonly Comb[]): number => total(t) / t.length;
  const long = tracks.filter((t) => t.length >= 3);
  const clearest = Math.max(0, ...long.filter((t) => t.length >= LEAST_LENGTH).map(mean));
  return long.filter((t) => mean(t) >= Math.max(LEAST_MEAN, CLEAR_TRACK * clearest));
}

const total = (track: readonly Comb[]): number => track.reduce((sum, c) => sum + c.score, 0);

/** Joins combs of neighbouring windows to tracks: each goes on with what lies nearest to where it leads. */
function trackCombs(windows: readonly Comb[][], space: number): Comb[][] {
  const tracks: Comb[][] = [];
  for (const combs of windows) {
    const taken = new Set<Comb[]>();
    for (const comb of [...combs].sort((a, b) => b.score - a.score)) {
      let best: { track: Comb[]; cost: number } | undefined;
      for (const track of tracks) {
        const last = track.at(-1);
        if (last === undefined || taken.has(track)) continue;
        const gap = comb.window - last.window;
        if (gap < 1 || gap > MOST_GAP) continue;
        const back = track.at(-5) ?? track[0] ?? last;
        const slope = back === last ? 0 : (last.y - back.y) / (last.window - back.window);
        const off = Math.abs(comb.y - last.y - slope * gap) / space;
        if (off > 0.4 + 0.05 * gap || Math.abs(comb.space - last.space) > space * 0.25) continue;
        const cost = off + 0.1 * gap;
        if (best === undefined || cost < best.cost) best = { track, cost };
      }
      if (best === undefined) tracks.push([comb]);
      else {
        best.track.push(comb);
        taken.add(best.track);
      }
    }
  }
  return tracks;
}

/** A straight line through what lies around x, each weighted by its clearness and nearness; outliers count less. */
function localLine(track: readonly Comb[], x: number, reach: number, of: (c: Comb) => number): number {
  let weights = track.map((c) => c.score * Math.exp(-(((c.x - x) / reach) ** 2)));
  let value = 0;
  for (let round = 0; round < 3; round++) {
    let w = 0;
    let wx = 0;
    let wy = 0;
    let wxx = 0;
    let wxy = 0;
    track.forEach((c, i) => {
      const k = weights[i] as number;
      w += k;
      wx += k * (c.x - x);
      wy += k * of(c);
      wxx += k * (c.x - x) ** 2;
      wxy += k * (c.x - x) * of(c);
    });
    const spread = w * wxx - wx * wx;
    const slope = Math.abs(spread) < 1e-9 ? 0 : (w * wxy - wx * wy) / spread;
    const height = w === 0 ? value : (wy - slope * wx) / w;
    value = height;
    const errors = track.map((c) => Math.abs(of(c) - height - slope * (c.x - x)));
    const usual = [...errors].sort((a, b) => a - b)[Math.floor(errors.length / 2)] as number;
    weights = weights.map((k, i) => k / (1 + ((errors[i] as number) / (2 * usual + 0.3)) ** 2));
  }
  return value;
}

/** How far a staff goes on from a place to one side: until its lines are no more seen for two spaces. */
function endOf(picture: Picture, from: number, side: 1 | -1, at: (x: number) => { y: number; space: number }): number {
  let end = from;
  const { space } = at(from);
  for (let x = from; x > 0 && x < picture.width; x += side * space * 0.25) {
    const here = at(x);
    const rows = rowsOf(picture, x - space * 0.3, x + space * 0.3);
    let lines = 0;
    for (let k = -2; k <= 2; k++)
      for (let o = -1; o <= 1; o++)
        if ((rows[Math.round(here.y + k * here.space) + o] ?? 0) > 0.25) {
          lines += 1;
          break;
        }
    if (lines >= 4 || combScore(rows, here.y, here.space) > 0.12) end = x;
    else if (Math.abs(x - end) > space * 2) break;
  }
  return end;
}

/** Whether a line runs down from the left end of one staff to the next one's. */
function isJoined(picture: Picture, upper: Staff, lower: Staff): boolean {
  const a = upper.line[0] as StaffPoint;
  const b = lower.line[0] as StaffPoint;
  if (Math.abs(a.x - b.x) > a.space * 2) return false;
  const from = Math.round(a.y + a.space * 2.5);
  const to = Math.round(b.y - b.space * 2.5);
  if (to <= from || to - from > a.space * 25) return false;
  const reach = Math.round(a.space * 1.4);
  for (let x = Math.round(a.x) - reach; x <= Math.round(a.x) + reach; x++) {
    let inked = 0;
    for (let y = from; y < to; y++)
      if (Math.max(picture.ink[y * picture.width + x] ?? 0, picture.ink[y * picture.width + x + 1] ?? 0) > 100)
        inked += 1;
    if (inked > (to - from) * 0.9) return true;
  }
  return false;
}

/**
 * Finds the staves of a page, from the top to the bottom: five lines equally far apart are looked for in narrow windows
 * and followed from window to window, so that a page may bend, tilt a little, and be seen from aside.
 * @param picture of even light, its lines within a few degrees of level
 * @param space the room between two lines, in points
 */
export function findStaves(picture: Picture, space: number): Staff[] {
  const combs = clearCombs(findCombs(picture, space));
  if (combs.flat().length > MOST_STAVES * combs.length * 2) return [];
  const tracks = joinTracks(clearTracks(trackCombs(combs, space)), space)
    .filter((t) => t.length >= 6 && ((t.at(-1)?.x ?? 0) - (t[0]?.x ?? 0)) / space >= LEAST_LENGTH)
    .sort((a, b) => total(b) - total(a));
  // Where two tracks lie on each other, one of them has taken a ledger line or a beam for a line.
  const kept: Comb[][] = [];
  const yNear = (track: readonly Comb[], x: number): number =>
    track.reduce((near, c) => (Math.abs(c.x - x) < Math.abs(near.x - x) ? c : near)).y;
  for (const track of tracks) {
    const collides = kept.some((k) => {
      const shared = track.filter((c) => c.x >= (k[0]?.x ?? 0) - space && c.x <= (k.at(-1)?.x ?? 0) + space);
      return shared.some((c) => Math.abs(c.y - yNear(k, c.x)) < 4.5 * space);
    });
    if (!collides) kept.push(track);
  }
  if (kept.length > MOST_STAVES) return [];
  const staves = kept.map((track): Staff => {
    const reach = REACH * space;
    const first = track[0] as Comb;
    const last = track.at(-1) as Comb;
    const at = (x: number) => ({
      x,
      y: localLine(track, x, reach, (c) => c.y),
      space: localLine(track, x, 4 * reach, (c) => c.space),
    });
    const left = endOf(picture, first.x, -1, at);
    const right = endOf(picture, last.x, 1, at);
    const count = Math.max(2, Math.ceil((right - left) / space) + 1);
    return {
      line: Array.from({ length: count }, (_, i) => at(left + ((right - left) * i) / (count - 1))),
      joinedToNext: false,
    };
  });
  const inOrder = staves.sort((a, b) => (a.line[0]?.y ?? 0) - (b.line[0]?.y ?? 0));
  return inOrder.map((s, i) => {
    const next = inOrder[i + 1];
    return next === undefined ? s : { ...s, joinedToNext: isJoined(picture, s, next) };
  });
}
