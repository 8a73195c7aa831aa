import { dequal } from 'dequal';
import type { Exercise } from '../exercise/exercise';
import { linesOf, withLines } from '../exercise/lines';
import type { Written } from '../pitch/pitch';
import type { Hairpin, Score, Span } from '../score/score';
import { FreshIds, tidySpans, type WrittenMeasure } from './events';

/** Both sides of one change that cannot both stand: bars by their index in the line that both came from. */
export interface Clash {
  readonly line: number;
  readonly measures: readonly number[];
  /** The title, the owner of the page or the choices of the parts were changed on both sides. */
  readonly besides: boolean;
}

export type Merged =
  | { readonly merged: true; readonly exercise: Exercise }
  | { readonly merged: false; readonly clashes: readonly Clash[] };

/** What one side made of each bar of the base: the bars that stand in its place now, with new ones after it. */
function byBase(base: Score<Written>, side: Score<Written>): Map<string, WrittenMeasure[]> {
  const known = new Set(base.measures.map((m) => m.id));
  const made = new Map<string, WrittenMeasure[]>([
    ['', []],
    ...base.measures.map((m): [string, WrittenMeasure[]] => [m.id, []]),
  ]);
  let home = '';
  for (const m of side.measures) {
    if (known.has(m.id)) home = m.id;
    made.get(home)?.push(m);
  }
  return made;
}

/** Gives what `theirs` added ids of its own where `mine` took the same ones for something else. */
function apart(base: Score<Written>, mine: Score<Written>, theirs: Score<Written>): Score<Written> {
  const ids = new FreshIds({ ...mine, measures: [...mine.measures, ...theirs.measures] });
  const old = new Set(base.measures.flatMap((m) => [m.id, ...m.events.map((e) => e.id)]));
  const taken = new Set(
    mine.measures.flatMap((m) => [m.id, ...m.events.map((e) => e.id)]).filter((id) => !old.has(id)),
  );
  const renamed = new Map<string, string>();
  const event = (id: string): string => {
    if (!taken.has(id)) return id;
    const to = renamed.get(id) ?? ids.forEvent();
    renamed.set(id, to);
    return to;
  };
  const measures = theirs.measures.map((m) => ({
    ...m,
    id: taken.has(m.id) ? ids.forMeasure() : m.id,
    events: m.events.map((e) => ({ ...e, id: event(e.id) })),
  }));
  const span = <S extends Span>(s: S): S => ({
    ...s,
    from: renamed.get(s.from) ?? s.from,
    to: renamed.get(s.to) ?? s.to,
  });
  return { ...theirs, measures, slurs: theirs.slurs.map(span), hairpins: theirs.hairpins.map(span) };
}

/** Spans of both sides: what either took away is gone. */
function mergeSpans<S extends Span | Hairpin>(base: readonly S[], mine: readonly S[], theirs: readonly S[]): S[] {
  const has = (all: readonly S[], s: S): boolean => all.some((x) => dequal(x, s));
  return [
    ...mine.filter((s) => !has(base, s) || has(theirs, s)),
    ...theirs.filter((s) => !has(base, s) && !has(mine, s)),
  ];
}

function mergeLine(base: Score<Written>, mine: Score<Written>, other: Score<Written>): Score<Written> | number[] {
  const theirs = apart(base, mine, other);
  const [a, b] = [byBase(base, mine), byBase(base, theirs)];
  const measures: WrittenMeasure[] = [];
  const clashes: number[] = [];
  ['', ...base.measures.map((m) => m.id)].forEach((id, i) => {
    const was = i === 0 ? [] : [base.measures[i - 1] as WrittenMeasure];
    const [one, two] = [a.get(id) ?? [], b.get(id) ?? []];
    if (dequal(one, was) || dequal(one, two)) measures.push(...two);
    else if (dequal(two, was)) measures.push(...one);
    else clashes.push(Math.max(0, i - 1));
  });
  const headOf = (s: Score<Written>) => [s.title, s.composer];
  if (clashes.length > 0 || measures.length === 0) return clashes;
  const head = dequal(headOf(mine), headOf(base)) ? theirs : mine;
  const merged = {
    ...head,
    measures,
    slurs: mergeSpans(base.slurs, mine.slurs, theirs.slurs),
    hairpins: mergeSpans(base.hairpins, mine.hairpins, theirs.hairpins),
  };
  return tidySpans(merged);
}

/**
 * Brings two changes of one exercise together, bar by bar: each bar that only one side changed is taken from it.
 *
 * @param base the state that both sides started from
 * @returns the exercise with both changes, or the bars that both sides changed differently
 */
export function mergeExercises(base: Exercise, mine: Exercise, theirs: Exercise): Merged {
  const clashes: Clash[] = [];
  const [b, m, t] = [linesOf(base), linesOf(mine), linesOf(theirs)];
  const rest = ({ source: _s, otherLines: _o, ...r }: Exercise) => r;
  const head = (e: Exercise) => [rest(e), linesOf(e).map((l) => [l.title, l.composer])];
  const count = m.length !== t.length && m.length !== b.length && t.length !== b.length;
  if (
    count ||
    (!dequal(head(mine), head(base)) && !dequal(head(theirs), head(base)) && !dequal(head(mine), head(theirs)))
  )
    clashes.push({ line: 0, measures: [], besides: true });
  const longer = m.length !== b.length ? m : t;
  const lines = longer.map((only, i): Score<Written> => {
    const [was, one, two] = [b[i], m[i], t[i]];
    if (was === undefined || one === undefined || two === undefined)
      return one !== undefined && two !== undefined && !dequal(one, two)
        ? (clashes.push({ line: i, measures: [0], besides: false }), one)
        : only;
    const line = mergeLine(was, one, two);
    if (!Array.isArray(line)) return line;
    clashes.push({ line: i, measures: line, besides: false });
    return one;
  });
  if (clashes.length > 0) return { merged: false, clashes };
  return { merged: true, exercise: withLines({ ...(dequal(rest(mine), rest(base)) ? theirs : mine) }, lines) };
}
