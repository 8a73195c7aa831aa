import { beatQuarters, type Exercise, placeMeasures, quartersAMinute, type Tempo, toNumber } from '@cifra/core';

/** The line's own speed: so many felt beats a minute in its first bar. */
export function lineTempo({ source }: Exercise): number {
  const [first] = placeMeasures(source);
  const tempo: Tempo | undefined = first?.measure.tempo;
  return first === undefined ? 0 : quartersAMinute(tempo, first.meter) / toNumber(beatQuarters(first.meter));
}
