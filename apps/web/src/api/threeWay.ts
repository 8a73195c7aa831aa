import { dequal } from 'dequal';

/** What came of two windows' changes, and what both changed otherwise: there the change made here is in `merged`. */
export interface Merged<T> {
  readonly merged: T;
  /** The fields that both changed, each its own way. */
  readonly clashes: readonly string[];
}

const isPlain = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
const isNames = (v: unknown): v is readonly string[] => Array.isArray(v) && v.every((x) => typeof x === 'string');

/** A list of names with what either side put in or took out. */
const mergeNames = (base: readonly string[], mine: readonly string[], theirs: readonly string[]): string[] => [
  ...theirs.filter((n) => mine.includes(n) || !base.includes(n)),
  ...mine.filter((n) => !base.includes(n) && !theirs.includes(n)),
];

function mergeValue(base: unknown, mine: unknown, theirs: unknown): Merged<unknown> {
  if (dequal(mine, base) || dequal(mine, theirs)) return { merged: theirs, clashes: [] };
  if (dequal(theirs, base)) return { merged: mine, clashes: [] };
  if (isPlain(base) && isPlain(mine) && isPlain(theirs)) return threeWay<object>(base, mine, theirs);
  if (isNames(base) && isNames(mine) && isNames(theirs)) return { merged: mergeNames(base, mine, theirs), clashes: [] };
  return { merged: mine, clashes: [''] };
}

/**
 * Puts together what two windows made of one thing: a field that one of them changed has that change, objects are put
 * together field by field and lists of names name by name; where both changed a field otherwise, it is named.
 * @example threeWay({ a: 1, b: 1 }, { a: 2, b: 1 }, { a: 1, b: 3 }) // { merged: { a: 2, b: 3 }, clashes: [] }
 */
export function threeWay<T extends object>(base: T, mine: T, theirs: T): Merged<T> {
  const names = [...new Set([base, mine, theirs].flatMap((o) => Object.keys(o)))] as (keyof T & string)[];
  const fields = names.map((name) =>
    // The version is nobody's change: it is of what stands.
    name === 'version'
      ? { name, merged: theirs[name], clashes: [] }
      : { name, ...mergeValue(base[name], mine[name], theirs[name]) },
  );
  return {
    merged: Object.fromEntries(
      fields.filter((f) => f.merged !== undefined).map((f) => [f.name, f.merged]),
    ) as unknown as T,
    clashes: fields.filter((f) => f.clashes.length > 0).map((f) => f.name),
  };
}

interface Row {
  readonly id?: string | undefined;
}

/**
 * The same for rows with ids: new rows of both sides stay, a row that one side changed has that change; the order is
 * the one here, with the other side's new rows at the end.
 * @param saying how a row that both sides changed otherwise is named in `clashes`
 */
export function threeWayRows<T extends Row>(
  base: readonly T[],
  mine: readonly T[],
  theirs: readonly T[],
  saying: (mine: T, theirs: T, fields: readonly string[]) => string,
): Merged<readonly T[]> {
  const clashes: string[] = [];
  const find = (rows: readonly T[], id: string): T | undefined => rows.find((r) => r.id === id);
  const rows = mine.flatMap((row): T[] => {
    if (row.id === undefined) return [row];
    const [was, there] = [find(base, row.id), find(theirs, row.id)];
    // Taken off the list in the other window.
    if (there === undefined) return [];
    const one = threeWay(was ?? there, row, there);
    if (one.clashes.length > 0) clashes.push(saying(row, there, one.clashes));
    return [one.merged];
  });
  const added = theirs.filter(
    (t) => t.id !== undefined && find(mine, t.id) === undefined && find(base, t.id) === undefined,
  );
  return { merged: [...rows, ...added], clashes };
}
