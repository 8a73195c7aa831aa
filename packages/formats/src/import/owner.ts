import { INSTRUMENTS, letterSteps, type Measure, type PageOwner, semitones, type Written } from '@cifra/core';
import type { ProblemList } from './problemList';
import { type Transposition, toConcert, type TranspositionFrom } from './toConcert';

/** Whose page a part is by its own transposition and name; undefined where no instrument of the catalogue has it. */
function ownerOf(partName: string, { chromatic, diatonic }: Transposition): PageOwner | undefined {
  const name = partName.toLowerCase();
  const fits = INSTRUMENTS.filter(
    (i) => -semitones(i.toWritten) === chromatic && -letterSteps(i.toWritten) === diatonic,
  );
  const named = fits.filter((i) => name.includes(i.name.toLowerCase().split(',')[0] ?? ''));
  const best = [...named].sort((a, b) => b.name.length - a.name.length)[0];
  if (best !== undefined) return best.id;
  return chromatic === 0 ? 'concert' : fits[0]?.id;
}

/**
 * Whose page a part is, by the file's own transposition, which decides always; the teacher confirms it.
 *
 * A transposition that no instrument of the catalogue has, or one that changes inside, is worked out: the line comes in
 * as it sounds, and that is said.
 * @param from the transpositions of the part in order; none for a page that sounds as it reads
 */
export function settleOwner(
  partName: string,
  measures: readonly Measure<Written>[],
  from: readonly TranspositionFrom[],
  problems: ProblemList,
): { readonly suggestedOwner: PageOwner; readonly measures: readonly Measure<Written>[] } {
  const first = from.find((t) => t.bar === 0) ?? { chromatic: 0, diatonic: 0 };
  const isOne = from.every((t) => t.chromatic === first.chromatic && t.diatonic === first.diatonic);
  const owner = isOne ? ownerOf(partName, first) : undefined;
  if (owner !== undefined) return { suggestedOwner: owner, measures };
  problems.add('transposed', 'notice', { facts: { steps: first.chromatic, part: partName } });
  return { suggestedOwner: 'concert', measures: toConcert(measures, from) };
}
