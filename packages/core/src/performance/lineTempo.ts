import type { Exercise } from '../exercise/exercise';
import { beatQuarters } from '../meter/meter';
import { toNumber } from '../rational/rational';
import type { Tempo } from '../score/score';
import { placeMeasures } from '../score/walk';
import { quartersAMinute } from './perform';

/** The line's own speed: so many felt beats a minute in its first bar. */
export function lineTempo({ source }: Exercise): number {
  const [first] = placeMeasures(source);
  const tempo: Tempo | undefined = first?.measure.tempo;
  return first === undefined ? 0 : quartersAMinute(tempo, first.meter) / toNumber(beatQuarters(first.meter));
}
