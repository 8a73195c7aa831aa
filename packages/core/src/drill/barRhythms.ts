import { type Meter, meterText } from '../meter/meter';

/** Rhythms of one bar that a class of a few weeks can clap, by meter. Common practice, no source. */
const RHYTHMS: Readonly<Record<string, readonly (readonly number[])[]>> = {
  '2/4': [[2, 2], [2, 1, 1], [1, 1, 2], [4], [3, 1]],
  '3/4': [
    [2, 2, 2],
    [4, 2],
    [2, 1, 1, 2],
    [1, 1, 2, 2],
    [2, 4],
    [3, 1, 2],
  ],
  '4/4': [
    [2, 2, 4],
    [4, 2, 2],
    [2, 1, 1, 4],
    [2, 2, 2, 2],
    [1, 1, 2, 4],
    [3, 1, 4],
    [2, 4, 2],
    [4, 1, 1, 2],
  ],
  '6/8': [
    [3, 3],
    [2, 1, 3],
    [3, 2, 1],
    [1, 1, 1, 3],
    [2, 1, 2, 1],
  ],
};

/**
 * Rhythms that fill one bar, as lengths in eighths; none in a meter that has no such rhythms here.
 * @example barRhythms({ beats: 2, unit: 4 })[1] // [2, 1, 1]: a quarter, two eighths
 */
export const barRhythms = (meter: Meter): readonly (readonly number[])[] => RHYTHMS[meterText(meter)] ?? [];
