import { DRILL_NAMES, type DrillName, type DrillScoreDto } from '@cifra/contract';
import { keepHere, keptHere } from '../api/keptHere';

const keyOf = (id: string): string => `cifra.drills.${id}`;
const isScore = (s: unknown): s is DrillScoreDto =>
  typeof s === 'object' &&
  s !== null &&
  'drill' in s &&
  DRILL_NAMES.some((d) => d === s.drill) &&
  'right' in s &&
  Number.isInteger(s.right) &&
  'asked' in s &&
  Number.isInteger(s.asked);

/** What was answered in this browser, drill by drill; what cannot be read counts as nothing. */
export const keptScores = (id: string): readonly DrillScoreDto[] =>
  keptHere<readonly DrillScoreDto[]>(keyOf(id), (found) => (Array.isArray(found) ? found.filter(isScore) : []), []);

/** One answer more. */
export function addAnswer(id: string, drill: DrillName, right: boolean): readonly DrillScoreDto[] {
  const before = keptScores(id);
  const own = before.find((s) => s.drill === drill) ?? { drill, right: 0, asked: 0 };
  const after = [
    ...before.filter((s) => s.drill !== drill),
    { drill, right: own.right + (right ? 1 : 0), asked: own.asked + 1 },
  ];
  keepHere(keyOf(id), after);
  return after;
}
