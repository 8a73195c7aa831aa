import { DRILL_NAMES, type DrillName, type DrillScoreDto } from '@cifra/contract';

const keyOf = (id: string): string => `cifra.drills.${id}`;
const isScore = (s: unknown): s is DrillScoreDto => typeof s === 'object' && s !== null && 'drill' in s && DRILL_NAMES.some((d) => d === s.drill) && 'right' in s && Number.isInteger(s.right) && 'asked' in s && Number.isInteger(s.asked);

/** What was answered in this browser, drill by drill; what cannot be read counts as nothing. */
export function keptScores(id: string): readonly DrillScoreDto[] {
  const text = localStorage.getItem(keyOf(id));
  if (text === null) return [];
  try {
    const all: unknown = JSON.parse(text);
    return Array.isArray(all) ? all.filter(isScore) : [];
  } catch {
    // Written by something else: the counting starts anew.
    return [];
  }
}

/** One answer more. */
export function addAnswer(id: string, drill: DrillName, right: boolean): readonly DrillScoreDto[] {
  const before = keptScores(id);
  const own = before.find((s) => s.drill === drill) ?? { drill, right: 0, asked: 0 };
  const after = [...before.filter((s) => s.drill !== drill), { drill, right: own.right + (right ? 1 : 0), asked: own.asked + 1 }];
  localStorage.setItem(keyOf(id), JSON.stringify(after));
  return after;
}
