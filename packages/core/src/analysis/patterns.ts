import type { Pitch } from '../pitch/pitch';
import type { Score } from '../score/score';
import { systemsOfPage } from '../score/pageSystems';
import { type BarRelation, playedNames, relate } from './barRelations';
import { barCells, type Cell, joinCells, pickupCells } from './cells';

/** The longest stretch that is looked for as one: a long line of music. */
const LONGEST = 8;
/** Bars of a line where the teacher has not broken it otherwise. */
const LINE = 4;

/** Some cells in a row. */
export interface CellSpan {
  /** Index of its first cell, and how many there are. */
  readonly from: number;
  readonly length: number;
}

/** One thing to learn: some cells in a row, what is known with them, and how much of the line is known then. */
export interface LearningStep extends CellSpan {
  /** What is the same as some of it and comes later or was left out before. */
  readonly again: readonly CellSpan[];
  /** The earlier stretch that it is, moved by so many letter steps: a sequence. */
  readonly moved: (CellSpan & { readonly steps: number }) | undefined;
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
    const name = playedNames(c).join();
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

/** Stretches that come again, the one that explains most of the line first; of equals the longer, then the earlier. */
function repeatedStretches(numbers: readonly number[]): CellSpan[] {
  const covered = numbers.map(() => false);
  const taken: CellSpan[] = [];
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
      // What is known is known wherever it comes.
      const known = new Set(numbers.slice(places[0], (places[0] as number) + run.length));
      numbers.forEach((n, i) => {
        if (known.has(n)) covered[i] = true;
      });
      taken.push({ from: places[0] as number, length: run.length });
    }
  }
  return taken;
}

/** Cells in a row that are asked for, in spans that end where `parts` says. */
function spansOf(
  count: number,
  wanted: (i: number) => boolean,
  parts: (i: number) => boolean = () => false,
): CellSpan[] {
  const spans: { from: number; length: number }[] = [];
  for (let i = 0; i < count; i++) {
    if (!wanted(i)) continue;
    const last = spans.at(-1);
    if (last !== undefined && last.from + last.length === i && !parts(i)) last.length += 1;
    else spans.push({ from: i, length: 1 });
  }
  return spans;
}

/** What looks like something known and is not it needs twice the practice of what is new, moved or the same. */
const TRAP = 2;
const isTrap = (r: BarRelation | undefined): boolean =>
  r !== undefined && r.kind !== 'new' && r.kind !== 'same' && r.kind !== 'moved';

/** The stretch that all cells of another are moved from alike. */
function movedFrom({ from, length }: CellSpan, relations: readonly BarRelation[]): LearningStep['moved'] {
  const [first] = relations.slice(from, from + length);
  if (first?.kind !== 'moved') return undefined;
  const { of, steps } = first;
  const alike = relations
    .slice(from, from + length)
    .every((r, k) => r.kind === 'moved' && r.of === of + k && r.steps === steps);
  return alike && of + length <= from ? { from: of, length, steps } : undefined;
}

function planOf(cells: readonly Cell[], relations: readonly BarRelation[], lineOf: readonly number[]): LearningStep[] {
  const numbers = numberCells(cells);
  const numberAt = (i: number): number => numbers[i] as number;
  const within = ({ from, length }: CellSpan): number[] => Array.from({ length }, (_u, k) => from + k);
  const notesIn = (s: CellSpan): number => within(s).reduce((sum, i) => sum + (cells[i] as Cell).notes.length, 0);
  // One note alone, though it come often, is nothing to begin with.
  const repeated = repeatedStretches(numbers).filter((s) => notesIn(s) > 1);
  const taught = new Set(repeated.flatMap((s) => within(s).map(numberAt)));
  const seen = new Set(taught);
  const rest = spansOf(
    cells.length,
    (i) => numberAt(i) >= 0 && !seen.has(numberAt(i)) && seen.add(numberAt(i)) !== undefined,
    (i) => lineOf[i] !== lineOf[i - 1],
  );
  const stretches = [...repeated, ...rest];
  const total = numbers.filter((n) => n >= 0).length;
  const weigh = (s: CellSpan): number => within(s).reduce((sum, i) => sum + (isTrap(relations[i]) ? TRAP : 1), 0);
  const weight = stretches.reduce((sum, s) => sum + weigh(s), 0);
  const known = new Set<number>();
  return stretches.map((s) => {
    const fresh = new Set(
      within(s)
        .map(numberAt)
        .filter((n) => !known.has(n)),
    );
    const again = spansOf(cells.length, (i) => fresh.has(numberAt(i)) && (i < s.from || i >= s.from + s.length));
    for (const n of fresh) known.add(n);
    return {
      ...s,
      again,
      moved: movedFrom(s, relations),
      known: numbers.filter((n) => known.has(n)).length / total,
      practice: weigh(s) / weight,
    };
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

/** How many cells have to be learned, against all. */
const toLearn = ({ plan, cells }: Patterns): number =>
  plan.reduce((sum, s) => sum + s.length, 0) / Math.max(1, cells.filter((c) => c.notes.length > 0).length);

/**
 * Finds what repeats in a line and makes a short plan in which each thing is learned once.
 *
 * Stretches from one bar to a long line are compared as they are played, loudness left aside. A line that opens with a
 * pickup is read from pickup to pickup, unless more repeats from bar line to bar line. The time grows with the length
 * of the line.
 * @returns the steps' shares end with 1; no step for a line without notes
 * @example C D | E F | C D | G has one step for bars 1 and 3, which leaves half of it known, and steps for bars 2 and 4
 */
export function findPatterns<P extends Pitch>(score: Score<P>): Patterns {
  const barred = read(score, barCells(score), false);
  const shifted = pickupCells(score);
  if (shifted === undefined) return barred;
  const other = read(score, shifted, true);
  return toLearn(other) <= toLearn(barred) ? other : barred;
}
