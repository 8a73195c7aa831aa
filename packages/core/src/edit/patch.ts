import { dequal } from 'dequal';
import type { Exercise } from '../exercise/exercise';
import { linesOf, withLines } from '../exercise/lines';
import type { Written } from '../pitch/pitch';
import type { Hairpin, Score, Span } from '../score/score';
import type { WrittenMeasure } from './events';

/** A value before and after. */
interface Change<T> {
  readonly before: T;
  readonly after: T;
}

type Head = Pick<Score<Written>, 'title' | 'composer'>;

/** What differs between two states of a line: bars from one index on, and spans and title where they changed. */
export interface LinePatch {
  readonly at: number;
  readonly removed: readonly WrittenMeasure[];
  readonly added: readonly WrittenMeasure[];
  readonly slurs?: Change<readonly Span[]>;
  readonly hairpins?: Change<readonly Hairpin[]>;
  readonly head?: Change<Head>;
}

type Rest = Omit<Exercise, 'source' | 'otherLines'>;

/** What differs between two states of an exercise. It leads both ways. */
export interface Patch {
  readonly lines: Readonly<Record<number, LinePatch>>;
  /** Lines that were put in or taken out at the end. */
  readonly count?: Change<readonly Score<Written>[]>;
  readonly rest?: Change<Rest>;
}

const headOf = ({ title, composer }: Score<Written>): Head => ({
  title,
  ...(composer !== undefined && { composer }),
});

function diffLine(before: Score<Written>, after: Score<Written>): LinePatch | undefined {
  if (before === after) return undefined;
  const [a, b] = [before.measures, after.measures];
  let at = 0;
  while (at < a.length && at < b.length && dequal(a[at], b[at])) at += 1;
  let end = 0;
  while (end < a.length - at && end < b.length - at && dequal(a[a.length - 1 - end], b[b.length - 1 - end])) end += 1;
  const patch: LinePatch = {
    at,
    removed: a.slice(at, a.length - end),
    added: b.slice(at, b.length - end),
    ...(!dequal(before.slurs, after.slurs) && { slurs: { before: before.slurs, after: after.slurs } }),
    ...(dequal(before.hairpins, after.hairpins)
      ? {}
      : { hairpins: { before: before.hairpins, after: after.hairpins } }),
    ...(!dequal(headOf(before), headOf(after)) && { head: { before: headOf(before), after: headOf(after) } }),
  };
  const empty =
    patch.removed.length === 0 &&
    patch.added.length === 0 &&
    patch.slurs === undefined &&
    patch.hairpins === undefined &&
    patch.head === undefined;
  return empty ? undefined : patch;
}

function restOf({ source: _s, otherLines: _o, ...rest }: Exercise): Rest {
  return rest;
}

/**
 * What has to be done to get from one state of an exercise to another; `undefined` when they are alike.
 *
 * Small whatever the length of the line: bars that both have stay out of it, so that thousands of steps can be kept.
 */
export function diffExercise(before: Exercise, after: Exercise): Patch | undefined {
  const [a, b] = [linesOf(before), linesOf(after)];
  const shared = Math.min(a.length, b.length);
  const lines: Record<number, LinePatch> = {};
  for (let i = 0; i < shared; i++) {
    const patch = diffLine(a[i] as Score<Written>, b[i] as Score<Written>);
    if (patch !== undefined) lines[i] = patch;
  }
  const patch: Patch = {
    lines,
    ...(a.length !== b.length && { count: { before: a.slice(shared), after: b.slice(shared) } }),
    ...(!dequal(restOf(before), restOf(after)) && { rest: { before: restOf(before), after: restOf(after) } }),
  };
  return Object.keys(lines).length === 0 && patch.count === undefined && patch.rest === undefined ? undefined : patch;
}

function applyLine(line: Score<Written>, p: LinePatch, forward: boolean): Score<Written> {
  const [out, into] = forward ? [p.removed, p.added] : [p.added, p.removed];
  const pick = <T>(c: Change<T>): T => (forward ? c.after : c.before);
  const { composer: _c, ...plain } = line;
  return {
    ...(p.head === undefined ? line : { ...plain, ...pick(p.head) }),
    measures: [...line.measures.slice(0, p.at), ...into, ...line.measures.slice(p.at + out.length)],
    ...(p.slurs !== undefined && { slurs: pick(p.slurs) }),
    ...(p.hairpins !== undefined && { hairpins: pick(p.hairpins) }),
  };
}

function apply(exercise: Exercise, patch: Patch, forward: boolean): Exercise {
  const lines = linesOf(exercise).map((line, i) => {
    const p = patch.lines[i];
    return p === undefined ? line : applyLine(line, p, forward);
  });
  const shared =
    patch.count === undefined
      ? lines
      : lines.slice(0, lines.length - (forward ? patch.count.before : patch.count.after).length);
  const all = patch.count === undefined ? lines : [...shared, ...(forward ? patch.count.after : patch.count.before)];
  const rest = patch.rest === undefined ? restOf(exercise) : forward ? patch.rest.after : patch.rest.before;
  return withLines({ ...rest, source: exercise.source }, all);
}

/** Does what a patch says. The exercise has to be the one that the patch leads from. */
export const applyPatch = (exercise: Exercise, patch: Patch): Exercise => apply(exercise, patch, true);

/** Takes back what a patch did. */
export const revertPatch = (exercise: Exercise, patch: Patch): Exercise => apply(exercise, patch, false);
