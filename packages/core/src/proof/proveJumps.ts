import type { Written } from '../pitch/pitch';
import { hasSign, jumpOf } from '../score/navigation';
import type { NavigationSign, Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import { finding, type Finding } from './finding';

/** The jumps of a line that lead nowhere: their segno, Fine or coda is missing, or stands where it is never reached. */
export function proveJumps(score: Score<Written>): Finding[] {
  const placed = placeMeasures(score);
  const at = (sign: NavigationSign): number => placed.findIndex((p) => hasSign(p.measure, sign));
  return placed.flatMap(({ measure, index, number }) => {
    const jump = jumpOf(measure);
    if (jump === undefined) return [];
    const [segno, leave] = [at('segno'), at('to-coda')];
    const missing: NavigationSign[] = [];
    if (jump.to === 'segno' && (segno < 0 || segno > index)) missing.push('segno');
    if (jump.until === 'fine' && at('fine') < 0) missing.push('fine');
    if (jump.until === 'coda' && leave < 0) missing.push('to-coda');
    if (jump.until === 'coda' && placed.findIndex((p, i) => i > leave && hasSign(p.measure, 'coda')) < 0)
      missing.push('coda');
    return missing.map((sign) =>
      finding({ code: 'jump-nowhere', weight: 'mistake', measures: [index], facts: { bar: number, missing: sign } }),
    );
  });
}
