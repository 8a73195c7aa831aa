import type { Pitch } from '../pitch/pitch';
import type { Score } from '../score/score';
import { systemsOfPage } from '../score/pageSystems';
import { type BarRelation, relate } from './barRelations';
import { barCells, type Cell, joinCells, pickupCells } from './cells';

/** The longest stretch that is looked for as one: a long line of music. */
const LONGEST = 8;
/** Bars of a line where the teacher has not broken it otherwise. */
const LINE = 4;

/** One thing to learn: some cells in a row, where they come again, and how much of the line is known then. */
export interface LearningStep {
  /** Index of its first cell, and how many there are. */
  readonly from: number;
  readonly length: number;
  /** First cells of the stretches that are the same. */
  readonly again: readonly number[];
  /** Share of all cells with notes that are known after this step and those before it. */
  readonly known: number;
  /** Share of the practice: what only looks like something known counts twice. */
  readonly practice: number;
}

/** A line of music as a reader sees it: its bars, their kin, its lines, and what has to be learned once. */
export interface Patterns {
  readonly cells: readonly Cell[];
  /** The bars begin where the pickup does. */
  readonly fromPickup: boolean;
  readonly relations: readonly BarRelation[];
  /** For each line the index of its first cell, how many it has, and how it stands to the lines before it. */
  readonly lines: readonly { readonly from: number; readonly length: number; readonly relation: BarRelation }[];
  readonly plan: readonly LearningStep[];
}

/** For each cell a number that its equals share; -1 where there are no notes. */
function numberCells(cells: readonly Cell[]): number[] {
  const names = new Map<string, number>();
  return cells.map((c) => {
    if (c.notes.length === 0) return -1;
    const name = c.events.join();
    const known = names.get(name) ?? names.size;
    names.set(name, known);
    return known;
  });
}

interface Run {
  readonly length: number;
  readonly at: number[];
}

/** Every stretch of up to so many cells that comes at least twice, with the places where it does. */
function repeatedRuns(numbers: readonly number[]): Run[] {
  const found: Run[] = [];
  // A stretch is the one before it and one cell more: its number is made from both.
  let before = numbers.map(() => 0);
  for (let length = 1; length <= LONGEST; length++) {
    const runs = new Map<string, Run & { readonly id: number }>();
    const next = numbers.map(() => -1);
    for (let i = 0; i + length <= numbers.length; i++) {
      const last = numbers[i + length - 1] as number;
      if (last < 0 || before[i] === -1) continue;
      const name = `${before[i]} ${last}`;
      const run = runs.get(name) ?? { id: runs.size, length, at: [] };
      run.at.push(i);
      runs.set(name, run);
      next[i] = run.id;
    }
    for (const run of runs.values()) if (run.at.length > 1) found.push(run);
    before = next;
  }
  return found;
}

/** The places of a run that are still free, none over another. */
function freePlaces({ at, length }: Run, covered: readonly boolean[]): number[] {
  const places: number[] = [];
  let end = -1;
  for (const i of at) {
    if (i < end) continue;
    let free = true;
    for (let k = i; k < i + length && free; k++) free = covered[k] !== true;
    if (!free) continue;
    places.push(i);
    end = i + length;
  }
  return places;
}

type Stretch = Pick<LearningStep, 'from' | 'length' | 'again'>;

/** What comes again, the stretch that explains most of the line first; of equals the longer, then the earlier. */
function takeRepeats(numbers: readonly number[], covered: boolean[]): Stretch[] {
  const taken: Stretch[] = [];
  // What a run explains only grows less: it is looked at again when its turn comes.
  const turns: Run[][] = Array.from({ length: numbers.length + 1 }, () => []);
  for (const run of repeatedRuns(numbers)) turns[Math.min(numbers.length, run.at.length * run.length)]?.push(run);
  for (let gain = numbers.length; gain > 1; gain--) {
    const turn = (turns[gain] ?? []).sort((a, b) => b.length - a.length || (a.at[0] as number) - (b.at[0] as number));
    for (const run of turn) {
      const places = freePlaces(run, covered);
      const explains = places.length * run.length;
      if (places.length < 2) continue;
      if (explains < gain) {
        turns[explains]?.push(run);
        continue;
      }
      const [from, ...again] = places as [number, ...number[]];
      for (const p of places) covered.fill(true, p, p + run.length);
      taken.push({ from, length: run.length, again });
    }
  }
  return taken;
}

/** What comes once, in stretches that end where a line does. */
function takeRest(numbers: readonly number[], covered: readonly boolean[], lineOf: readonly number[]): Stretch[] {
  const rest: { from: number; length: number; again: number[] }[] = [];
  numbers.forEach((n, i) => {
    if (n < 0 || covered[i] === true) return;
    const last = rest.at(-1);
    if (last !== undefined && last.from + last.length === i && lineOf[i] === lineOf[last.from]) last.length += 1;
    else rest.push({ from: i, length: 1, again: [] });
  });
  return rest;
}

/** What looks like something known and is not it needs twice the practice of what is new or the same. */
const TRAP = 2;
const isTrap = (r: BarRelation | undefined): boolean => r !== undefined && r.kind !== 'new' && r.kind !== 'same';

function planOf(cells: readonly Cell[], relations: readonly BarRelation[], lineOf: readonly number[]): LearningStep[] {
  const numbers = numberCells(cells);
  const covered = numbers.map(() => false);
  const stretches = [...takeRepeats(numbers, covered), ...takeRest(numbers, covered, lineOf)];
  const total = numbers.filter((n) => n >= 0).length;
  const weigh = ({ from, length }: Stretch): number =>
    relations.slice(from, from + length).reduce((sum, r) => sum + (isTrap(r) ? TRAP : 1), 0);
  const weight = stretches.reduce((sum, s) => sum + weigh(s), 0);
  let known = 0;
  return stretches.map((s) => {
    known += s.length * (1 + s.again.length);
    return { ...s, known: known / total, practice: weigh(s) / weight };
  });
}

function linesOf<P extends Pitch>(score: Score<P>, cells: readonly Cell[], fromPickup: boolean): number[] {
  const lineOf = systemsOfPage(score, LINE);
  // A bar that begins with a pickup belongs to the line of the bar that it leads into.
  return cells.map((c) => (fromPickup ? (lineOf[Math.min(lineOf.length - 1, c.bar + 1)] ?? 0) : (lineOf[c.bar] ?? 0)));
}

function read<P extends Pitch>(score: Score<P>, cells: readonly Cell[], fromPickup: boolean): Patterns {
  const relations = relate(cells.map((cell) => ({ cell, bars: [cell] })));
  const lineOf = linesOf(score, cells, fromPickup);
  const starts = lineOf.flatMap((l, i) => (l === lineOf[i - 1] ? [] : [i]));
  const spans = starts.map((from, i) => ({ from, length: (starts[i + 1] ?? cells.length) - from }));
  const kin = relate(
    spans.map(({ from, length }) => ({
      cell: joinCells(cells.slice(from, from + length)),
      bars: cells.slice(from, from + length),
    })),
  );
  return {
    cells,
    fromPickup,
    relations,
    lines: spans.map((s, i) => ({ ...s, relation: kin[i] as BarRelation })),
    plan: planOf(cells, relations, lineOf),
  };
}

const toLearn = ({ plan }: Patterns): number =>
  plan.reduce((sum, s) => sum + s.length, 0) /
  Math.max(
    1,
    plan.reduce((sum, s) => sum + s.length * (1 + s.again.length), 0),
  );

/**
 * Finds what repeats in a line and makes a short plan in which each thing is learned once.
 *
 * Stretches from one bar to a long line are compared as they are played, marks left aside. Where phrases begin with a
 * pickup, bars are counted from pickup to pickup when more repeats that way. The time grows with the length of the
 * line.
 * @returns the steps' shares end with 1; no step for a line without notes
 * @example C D | E F | C D | G has one step for bars 1 and 3, which leaves half of it known, and steps for bars 2 and 4
 */
export function findPatterns<P extends Pitch>(score: Score<P>): Patterns {
  const barred = read(score, barCells(score), false);
  const shifted = pickupCells(score);
  if (shifted === undefined) return barred;
  const other = read(score, shifted, true);
  return toLearn(other) < toLearn(barred) ? other : barred;
}
