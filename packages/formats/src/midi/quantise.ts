import {
  add,
  BOTTOM_LINE,
  type Clef,
  compare,
  diatonic,
  type Duration,
  durationQuarters,
  type Key,
  type Measure,
  measureQuarters,
  type Meter,
  type MusicEvent,
  type Rational,
  rational,
  settleTuplets,
  spellSounding,
  splitQuarters,
  subtract,
  toNumber,
  TRIPLET,
  valueForQuarters,
  type Written,
  ZERO,
} from '@cifra/core';
import { type Grid, GRIDS } from '../import/fileImport';

/** A note as it sounds, times in quarters. */
export interface PlayedNote {
  readonly midi: number;
  readonly from: number;
  readonly to: number;
}

const PARTS: Readonly<Record<Grid, number>> = {
  quarter: 1,
  eighth: 2,
  '16th': 4,
  'eighth-triplet': 2,
  '16th-triplet': 4,
};
const hasThirds = (g: Grid): boolean => g.endsWith('triplet');

/** A note farther than this from its place on the grid was played unevenly, or the grid is too coarse. */
const NEAR = 0.09;

const distance = (x: number, parts: number): number => Math.abs(x * parts - Math.round(x * parts)) / parts;

/** Whether a grid has a place of its own near every note. */
function keepsAll(notes: readonly PlayedNote[], grid: Grid): boolean {
  const parts = PARTS[grid];
  const isNear = (n: PlayedNote): boolean =>
    Math.min(distance(n.from, parts), hasThirds(grid) ? distance(n.from, 3) : 1) < NEAR / parts;
  const modes = modesOf(notes, grid);
  const places = new Set(notes.map((n) => toNumber(snap(n.from, modes, parts))));
  return notes.every(isNear) && places.size === notes.length;
}

/** The share of the notes that have a place of their own on a grid. */
function kept(notes: readonly PlayedNote[], grid: Grid): number {
  const modes = modesOf(notes, grid);
  return new Set(notes.map((n) => toNumber(snap(n.from, modes, PARTS[grid])))).size;
}

/**
 * The coarsest grid that keeps every note near where it began; where none does, the coarsest of those that keep most.
 * @example notes on every half quarter: eighth
 */
export function chooseGrid(notes: readonly PlayedNote[], meter: Meter): Grid {
  const grids = meter.unit >= 8 ? (['eighth', '16th', 'eighth-triplet', '16th-triplet'] as const) : GRIDS;
  const whole = grids.find((g) => keepsAll(notes, g));
  if (whole !== undefined) return whole;
  const most = Math.max(...grids.map((g) => kept(notes, g)));
  const isNearly = (g: Grid): boolean =>
    notes.filter((n) => Math.min(distance(n.from, PARTS[g]), hasThirds(g) ? distance(n.from, 3) : 1) < NEAR / PARTS[g])
      .length >=
    notes.length * NEARLY;
  const keeping = grids.filter((g) => kept(notes, g) === most);
  return keeping.find(isNearly) ?? keeping.at(-1) ?? '16th-triplet';
}

/** Of an uneven hand so many notes have to be near the grid. */
const NEARLY = 0.97;

type Mode = 'even' | 'thirds';

/** Whether the notes of one quarter lie on its thirds rather than on its even parts. */
function beatMode(onsets: readonly number[], beat: number, grid: Grid): Mode {
  if (!hasThirds(grid)) return 'even';
  const inside = onsets.map((o) => o - beat).filter((o) => o > 0.12 && o < 0.88);
  if (inside.length === 0) return 'even';
  const off = (parts: number): number => inside.reduce((total, o) => total + distance(o, parts), 0);
  return off(3) < off(PARTS[grid]) ? 'thirds' : 'even';
}

/** How each beat is divided on a grid, worked out once. */
function modesOf(notes: readonly PlayedNote[], grid: Grid): (beat: number) => Mode {
  const onsets = notes.map((n) => n.from);
  const known = new Map<number, Mode>();
  return (beat) => {
    const mode = known.get(beat) ?? beatMode(onsets, beat, grid);
    known.set(beat, mode);
    return mode;
  };
}

/** A moment in quarters on the grid, exact. */
function snap(x: number, modes: (beat: number) => Mode, parts: number): Rational {
  const beat = Math.floor(x + 1e-9);
  const n = modes(beat) === 'thirds' ? 3 : parts;
  return add(rational(beat), rational(Math.round((x - beat) * n), n));
}

/** What a stretch from one moment to another is written as; a stretch never crosses the edge of a beat in thirds. */
function lengthsOf(quarters: Rational): Duration[] {
  if (quarters.d === 3) return [{ value: quarters.n === 1 ? 'eighth' : 'quarter', dots: 0, tuplet: TRIPLET }];
  const one = valueForQuarters(quarters);
  return one !== undefined && one.dots <= 1 ? [one] : splitQuarters(quarters);
}

/** The clef in which a line needs the fewest ledger lines. */
function clefFor(pitches: readonly Written[]): Clef {
  const beyond = (clef: Clef): number =>
    pitches.reduce(
      (total, p) => total + Math.max(0, BOTTOM_LINE[clef] - diatonic(p), diatonic(p) - BOTTOM_LINE[clef] - 8),
      0,
    );
  return beyond('bass') < beyond('treble') ? 'bass' : 'treble';
}

/** Up to so much of its length a note is played short of what is written. */
const PLAYED_SHORT = 0.16;

/**
 * Where a note ends on the page: a player lets go a little early, so that it is written up to the next note, or up to
 * the coarsest place in sight, when what is missing is a small part of it.
 */
function lastEnd(
  from: number,
  heardTo: number,
  snapped: Rational,
  parts: number,
  next: Rational | undefined,
  modes: (beat: number) => Mode,
): Rational {
  const near = (end: number): boolean =>
    end > from && end + 1e-9 >= heardTo && (end - heardTo) / (end - from) <= PLAYED_SHORT;
  if (next !== undefined && near(toNumber(next))) return next;
  for (let p = 1; p <= parts; p *= 2) {
    const end = Math.ceil(heardTo * p - 1e-9) / p;
    const even = Number.isInteger(end) || modes(Math.floor(end)) === 'even';
    if (even && near(end)) return rational(Math.round(end * p), p);
  }
  return snapped;
}

/** Notes written down in bars, with rests between and ties over bar lines. */
export function writeHeard(
  notes: readonly PlayedNote[],
  grid: Grid,
  meter: Meter,
  inKey: Key,
): { measures: Measure<Written>[]; clef: Clef; moved: number; lost: number } {
  const parts = PARTS[grid];
  const modes = modesOf(notes, grid);
  const placed = notes.map((n) => ({
    pitch: spellSounding<Written>(n.midi, inKey.fifths),
    from: snap(n.from, modes, parts),
    to: snap(n.to, modes, parts),
    moved: Math.min(distance(n.from, parts), hasThirds(grid) ? distance(n.from, 3) : 1) > NEAR / parts,
  }));
  const measures: { id: string; events: MusicEvent<Written>[] }[] = [];
  const full = measureQuarters(meter);
  let events = 0;
  let lost = 0;
  let now = ZERO;
  const bar = (): { id: string; events: MusicEvent<Written>[] } => {
    const index = Math.floor(toNumber(now) / toNumber(full) + 1e-9);
    while (measures.length <= index) measures.push({ id: `m${measures.length + 1}`, events: [] });
    return measures[index] as { id: string; events: MusicEvent<Written>[] };
  };
  /** Where a stretch has to be cut: at the bar line, and at the edges of a beat in thirds. */
  const edge = (to: Rational): Rational => {
    const at = toNumber(now);
    const beat = Math.floor(at + 1e-9);
    const barEnd = rational(full.n * (Math.floor(at / toNumber(full) + 1e-9) + 1), full.d);
    let end = compare(to, barEnd) < 0 ? to : barEnd;
    if (modes(beat) === 'thirds') end = compare(end, rational(beat + 1)) < 0 ? end : rational(beat + 1);
    else
      for (let b = beat + 1; b < toNumber(end); b++)
        if (modes(b) === 'thirds') {
          end = rational(b);
          break;
        }
    return end;
  };
  const put = (to: Rational, pitch: Written | undefined): void => {
    while (compare(now, to) < 0) {
      const end = edge(to);
      const lengths = lengthsOf(subtract(end, now));
      lengths.forEach((duration, i) => {
        const goesOn = compare(end, to) < 0 || i < lengths.length - 1;
        const id = `n${++events}`;
        bar().events.push(
          pitch === undefined
            ? { kind: 'rest', id, duration }
            : { kind: 'note', id, duration, pitch, ...(goesOn ? { tie: true } : {}) },
        );
        now = add(now, durationQuarters(duration));
      });
      now = end;
    }
  };
  placed.forEach((n, i) => {
    const next = placed[i + 1]?.from;
    const from = compare(n.from, now) < 0 ? now : n.from;
    let to = lastEnd(toNumber(from), notes[i]?.to ?? 0, n.to, parts, next, modes);
    const thirds = modes(Math.floor(toNumber(from) + 1e-9)) === 'thirds';
    const shortest = add(from, rational(1, thirds ? 3 : parts));
    if (compare(to, shortest) < 0) to = shortest;
    if (next !== undefined && compare(to, next) > 0) to = next;
    if (compare(to, from) <= 0) {
      lost += 1;
      return;
    }
    put(from, undefined);
    put(to, n.pitch);
  });
  const end = measures.length * toNumber(full);
  put(rational(Math.round(end * full.d), full.d), undefined);
  return {
    measures: measures.map(settleTuplets),
    clef: clefFor(placed.map((p) => p.pitch)),
    moved: placed.filter((p) => p.moved).length,
    lost,
  };
}
