import { dequal } from 'dequal';
import type { Exercise } from '../exercise/exercise';
import { linesOf } from '../exercise/lines';
import { placeMeasures } from '../score/walk';
import { diffExercise } from './patch';

/** What one version has otherwise than the one before it, bar numbers as printed in the newer. */
export interface Changes {
  readonly lines: readonly {
    readonly line: number;
    readonly from: number;
    readonly to: number;
    readonly added: number;
    readonly removed: number;
  }[];
  readonly title: boolean;
  readonly owner: boolean;
  readonly parts: boolean;
  /** How many lines were put in (or, below 0, taken out). */
  readonly lineCount: number;
}

/** Says in short what differs between two versions of an exercise. */
export function changesBetween(before: Exercise, after: Exercise): Changes {
  const patch = diffExercise(before, after);
  const placed = linesOf(after).map((l) => placeMeasures(l));
  const lines = Object.entries(patch?.lines ?? {}).flatMap(([index, p]) => {
    if (p.added.length === 0 && p.removed.length === 0 && p.slurs === undefined && p.hairpins === undefined) return [];
    const bars = placed[Number(index)] ?? [];
    const numberOf = (i: number): number => bars[Math.min(Math.max(0, i), bars.length - 1)]?.number ?? 1;
    return [
      {
        line: Number(index),
        from: numberOf(p.at),
        to: numberOf(p.at + Math.max(1, p.added.length) - 1),
        added: Math.max(0, p.added.length - p.removed.length),
        removed: Math.max(0, p.removed.length - p.added.length),
      },
    ];
  });
  return {
    lines,
    title: before.source.title !== after.source.title,
    owner: before.owner !== after.owner,
    parts: !dequal(before.partChoices, after.partChoices) || !dequal(before.pupilChoices, after.pupilChoices),
    lineCount: linesOf(after).length - linesOf(before).length,
  };
}
