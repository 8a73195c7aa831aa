import { DRILL_NAMES, type DrillName, type DrillScoreDto, type MixedUpDto, MOST_MIXED } from '@cifra/contract';
import { pitchText } from '@cifra/core';
import { keepHere, keptHere } from '../api/keptHere';
import type { MixedUp } from './drill';

const keyOf = (id: string): string => `cifra.drills.${id}`;
const isScore = (s: unknown): s is DrillScoreDto =>
  typeof s === 'object' &&
  s !== null &&
  'drill' in s &&
  DRILL_NAMES.some((d) => d === s.drill) &&
  'right' in s &&
  Number.isInteger(s.right) &&
  'asked' in s &&
  Number.isInteger(s.asked) &&
  (!('mixed' in s) || Array.isArray(s.mixed));

/** What was answered in this browser, drill by drill; what cannot be read counts as nothing. */
export const keptScores = (id: string): readonly DrillScoreDto[] =>
  keptHere<readonly DrillScoreDto[]>(keyOf(id), (found) => (Array.isArray(found) ? found.filter(isScore) : []), []);

/** What was taken for what, with one time more; of many those that came most often are kept. */
function mixedWith(before: readonly MixedUpDto[], { asked, said }: MixedUp): MixedUpDto[] {
  const one = { asked: pitchText(asked), said: pitchText(said) };
  const isSame = (m: MixedUpDto): boolean => m.asked === one.asked && m.said === one.said;
  const times = (before.find(isSame)?.times ?? 0) + 1;
  // The newest stands first among equals, so that it is not the one that is dropped.
  return [{ ...one, times }, ...before.filter((m) => !isSame(m))]
    .sort((a, b) => b.times - a.times)
    .slice(0, MOST_MIXED);
}

/** One answer more. */
export function addAnswer(id: string, drill: DrillName, right: boolean, mixed?: MixedUp): readonly DrillScoreDto[] {
  const before = keptScores(id);
  const own = before.find((s) => s.drill === drill) ?? { drill, right: 0, asked: 0 };
  const after = [
    ...before.filter((s) => s.drill !== drill),
    {
      ...own,
      right: own.right + (right ? 1 : 0),
      asked: own.asked + 1,
      ...(mixed !== undefined && { mixed: mixedWith(own.mixed ?? [], mixed) }),
    },
  ];
  keepHere(keyOf(id), after);
  return after;
}
