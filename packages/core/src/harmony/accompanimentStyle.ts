import { beatCount } from '../meter/strength';
import { isCompound, type Meter } from '../meter/meter';

/** How an accompaniment plays under a line. */
export const ACCOMPANIMENT_STYLES = ['march', 'waltz', 'ballad', 'swing', 'six-eight'] as const;
export type AccompanimentStyle = (typeof ACCOMPANIMENT_STYLES)[number];

/** What a stroke of the accompaniment is played on. */
export type Stroke = 'bass' | 'fifth' | 'chord' | 'kick' | 'snare' | 'hat';

/** One stroke of a bar: where it begins and how long it lasts, in felt beats. */
export interface Beat {
  readonly stroke: Stroke;
  readonly at: number;
  readonly lasts: number;
  /** Softer than the strokes that carry the bar. */
  readonly isSoft?: boolean;
}

/**
 * The styles that fit a meter, the plainest first: marches and swing go in twos and fours, waltzes in three, six-eight
 * in threes; a ballad goes in any meter of plain beats. Common practice, no source.
 * @example stylesFor({ beats: 3, unit: 4 }) // ['waltz', 'ballad']
 */
export function stylesFor(meter: Meter): readonly AccompanimentStyle[] {
  if (isCompound(meter)) return ['six-eight'];
  const beats = beatCount(meter);
  if (beats === 3) return ['waltz', 'ballad'];
  if (beats === 4) return ['march', 'ballad', 'swing'];
  return beats === 2 ? ['march', 'ballad'] : ['ballad'];
}

/** The style that is played in a bar: the one that is wanted where it fits, else the plainest. */
export const styleIn = (meter: Meter, wanted: AccompanimentStyle | undefined): AccompanimentStyle => {
  const fitting = stylesFor(meter);
  return wanted !== undefined && fitting.includes(wanted) ? wanted : (fitting[0] ?? 'ballad');
};

const SWUNG = 2 / 3;
const THIRD = 1 / 3;
const each = (beats: number, of: (beat: number) => readonly Beat[]): readonly Beat[] =>
  Array.from({ length: beats }, (_u, b) => of(b)).flat();

const PATTERNS: Readonly<Record<AccompanimentStyle, (beats: number) => readonly Beat[]>> = {
  // Bass on the strong beats, root and fifth in turn; the chord after it.
  march: (beats) =>
    each(beats, (b) =>
      b % 2 === 0
        ? [
            { stroke: b % 4 === 0 ? 'bass' : 'fifth', at: b, lasts: 0.8 },
            { stroke: 'kick', at: b, lasts: 0.5 },
          ]
        : [
            { stroke: 'chord', at: b, lasts: 0.5 },
            { stroke: 'snare', at: b, lasts: 0.5 },
          ],
    ),
  waltz: (beats) =>
    each(beats, (b) =>
      b === 0
        ? [
            { stroke: 'bass', at: b, lasts: 1 },
            { stroke: 'kick', at: b, lasts: 0.5 },
          ]
        : [
            { stroke: 'chord', at: b, lasts: 0.6 },
            { stroke: 'hat', at: b, lasts: 0.2 },
          ],
    ),
  // A long bass, the chord held and struck again in the middle; quiet eighths.
  ballad: (beats) =>
    each(beats, (b) => [
      ...(b === 0
        ? [{ stroke: 'bass', at: b, lasts: beats } as const, { stroke: 'kick', at: b, lasts: 0.5 } as const]
        : []),
      ...(b === 0 || (beats >= 4 && b === Math.ceil(beats / 2))
        ? [{ stroke: 'chord', at: b, lasts: Math.ceil(beats / 2) } as const]
        : []),
      ...(beats >= 4 && b === Math.ceil(beats / 2)
        ? [{ stroke: 'snare', at: b, lasts: 0.5, isSoft: true } as const]
        : []),
      { stroke: 'hat', at: b, lasts: 0.2, isSoft: true },
    ]),
  // A bass on every beat, the chord on the weak ones, the cymbal long and short.
  swing: (beats) =>
    each(beats, (b) => [
      { stroke: b % 2 === 0 ? 'bass' : 'fifth', at: b, lasts: 0.9 },
      { stroke: 'hat', at: b, lasts: 0.2 },
      ...(b % 2 === 1
        ? [
            { stroke: 'hat', at: b + SWUNG, lasts: 0.2, isSoft: true } as const,
            { stroke: 'chord', at: b, lasts: 0.4 } as const,
          ]
        : []),
    ]),
  'six-eight': (beats) =>
    each(beats, (b) => [
      { stroke: b % 2 === 0 ? 'bass' : 'fifth', at: b, lasts: THIRD * 1.6 },
      { stroke: b % 2 === 0 ? 'kick' : 'snare', at: b, lasts: 0.3, isSoft: b % 2 === 1 },
      { stroke: 'chord', at: b + THIRD, lasts: THIRD * 0.7, isSoft: true },
      { stroke: 'chord', at: b + 2 * THIRD, lasts: THIRD * 0.7, isSoft: true },
    ]),
};

/** The strokes of one full bar. */
export const strokesOf = (style: AccompanimentStyle, meter: Meter): readonly Beat[] =>
  PATTERNS[style](beatCount(meter));
