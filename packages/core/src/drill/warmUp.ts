import type { Exercise } from '../exercise/exercise';
import { key, signatureAlter, tonic } from '../key/key';
import { diatonic, midi, pitch, stepAt, type Written } from '../pitch/pitch';
import type { Articulation, Measure, MusicEvent, Score, Span } from '../score/score';
import type { Duration } from '../score/duration';

/** What a class warms up with. */
export const WARM_UPS = ['long-tones', 'five-notes', 'scale', 'slurs', 'articulation', 'rhythm'] as const;
export type WarmUp = (typeof WARM_UPS)[number];

/** Felt beats a minute. From memory. */
const SLOWLY = 60;
/** The key note lies at or over B♭3: the middle of what most players reach first, and every part finds its octave. */
const LOWEST = 58;

const WHOLE: Duration = { value: 'whole', dots: 0 };
const HALF: Duration = { value: 'half', dots: 0 };
const QUARTER: Duration = { value: 'quarter', dots: 0 };
const EIGHTH: Duration = { value: 'eighth', dots: 0 };

/** An event of a warm-up: a step over the key note, from 0, or a rest. */
interface Step {
  readonly degree: number | undefined;
  readonly lasts: Duration;
  /** Half steps down from the scale's own note. */
  readonly down?: number;
  readonly articulation?: Articulation;
  readonly breath?: boolean;
  /** A slur begins here, and ends with the next. */
  readonly slurs?: boolean;
}
type Bar = readonly Step[];

const note = (degree: number, lasts: Duration, more: Partial<Step> = {}): Step => ({ degree, lasts, ...more });
const rest = (lasts: Duration): Step => ({ degree: undefined, lasts });
const each = (degrees: readonly number[], lasts: Duration): Step[] => degrees.map((d) => note(d, lasts));

/** A tone of two bars' breath: a bar, then as long a rest as a breath needs. */
const longTones = (): Bar[] =>
  [0, 1, 2, 1, 0, 4, 0].flatMap((d, i, all) => [[note(d, WHOLE)], ...(i === all.length - 1 ? [] : [[rest(WHOLE)]])]);

const fiveNotes = (): Bar[] => [
  each([0, 1, 2, 3], QUARTER),
  [note(4, HALF, { breath: true }), note(4, HALF)],
  each([4, 3, 2, 1], QUARTER),
  [note(0, WHOLE, { breath: true })],
  [...each([0, 2, 1, 3], QUARTER)],
  [...each([2, 4], QUARTER), note(4, HALF, { breath: true })],
  [...each([4, 2, 3, 1], QUARTER)],
  [note(0, WHOLE)],
];

const scale = (): Bar[] => [
  each([0, 1, 2, 3], QUARTER),
  [...each([4, 5, 6], QUARTER), note(7, QUARTER, { breath: true })],
  each([7, 6, 5, 4], QUARTER),
  [...each([3, 2, 1], QUARTER), note(0, QUARTER, { breath: true })],
  each([0, 2, 4, 2], QUARTER),
  [note(0, WHOLE)],
];

/**
 * Key note and fifth, slurred, a half step lower each time: in B♭ both have one combination of valves, or one position,
 * on the brass that is built in B♭.
 */
const SLUR_STEPS = 6;
const slurs = (): Bar[] =>
  Array.from({ length: SLUR_STEPS + 1 }, (_u, down): Bar[] => [
    [note(0, HALF, { down, slurs: true }), note(4, HALF, { down })],
    [note(4, HALF, { down, slurs: true }), note(0, HALF, { down, breath: down < SLUR_STEPS })],
  ]).flat();

const articulation = (): Bar[] =>
  ([undefined, 'staccato', 'tenuto', 'accent'] as const).flatMap((a): Bar[] => [
    [0, 1, 2, 3].map(() => note(0, QUARTER, a === undefined ? {} : { articulation: a })),
    [...[0, 1].map(() => note(0, QUARTER, a === undefined ? {} : { articulation: a })), rest(HALF)],
  ]);

const rhythm = (): Bar[] => [
  each([0, 0, 0, 0], QUARTER),
  [...each([0, 0], QUARTER), note(0, HALF, { breath: true })],
  [...each([0, 0], EIGHTH), ...each([0], QUARTER), ...each([0, 0], EIGHTH), ...each([0], QUARTER)],
  [note(0, QUARTER), rest(QUARTER), note(0, QUARTER), rest(QUARTER)],
  [...each([0], QUARTER), ...each([0, 0], EIGHTH), ...each([0], QUARTER), ...each([0, 0], EIGHTH)],
  [note(0, { value: 'quarter', dots: 1 }), note(0, EIGHTH), note(0, HALF, { breath: true })],
  [...each([0, 0, 0, 0], EIGHTH), ...each([0, 0], QUARTER)],
  [note(0, WHOLE)],
];

const BARS: Readonly<Record<WarmUp, () => Bar[]>> = {
  'long-tones': longTones,
  'five-notes': fiveNotes,
  scale,
  slurs,
  articulation,
  rhythm,
};

/** Letters in an octave, and half steps. */
const [LETTERS, HALF_STEPS] = [7, 12];

/** The sounding pitch of a step over the key note; lowered ones are spelled a letter lower where that is plain. */
function pitchOf(fifths: number, { degree = 0, down = 0 }: Step): Written {
  const home = tonic(key(fifths));
  const low = [3, 4].map((octave) => pitch<Written>(home.step, home.alter, octave)).find((p) => midi(p) >= LOWEST);
  const base = diatonic(low ?? pitch<Written>(home.step, home.alter, 4));
  const at = base + degree;
  const own = pitch<Written>(stepAt(at), signatureAlter(fifths, stepAt(at)), Math.floor(at / LETTERS));
  if (down === 0) return own;
  // Key note and fifth stay a pure fifth apart: both go down by the same letters and half steps.
  const letters = Math.round((down * LETTERS) / HALF_STEPS);
  const lower = at - letters;
  const plain = pitch<Written>(stepAt(lower), 0, Math.floor(lower / LETTERS));
  return pitch<Written>(plain.step, midi(own) - down - midi(plain), plain.octave);
}

/**
 * Makes a warm-up as a line, for every instrument at once: it is a concert page, and each part finds its own octave.
 *
 * Common practice, no source; the figures themselves are of this program.
 * @param fifths the signature as it sounds; sharps positive
 * @example warmUp('scale', -2, 'Scale') // B♭ major up and down, in quarters, with breaths at the turns
 */
export function warmUp(kind: WarmUp, fifths: number, title: string): Exercise {
  let number = 0;
  const spans: Span[] = [];
  let from: string | undefined;
  const event = (s: Step): MusicEvent<Written> => {
    number += 1;
    const id = `w${number}`;
    if (s.degree === undefined) return { kind: 'rest', id, duration: s.lasts };
    if (from !== undefined) spans.push({ from, to: id });
    from = s.slurs === true ? id : undefined;
    return {
      kind: 'note',
      id,
      duration: s.lasts,
      pitch: pitchOf(fifths, s),
      ...(s.articulation !== undefined && { articulations: [s.articulation] }),
      ...(s.breath === true && { breathAfter: true }),
    };
  };
  const bars = BARS[kind]();
  const measures = bars.map((bar, i): Measure<Written> => ({
    id: `m${i + 1}`,
    ...(i === 0 && {
      clef: 'treble' as const,
      key: key(fifths),
      meter: { beats: 4, unit: 4 as const },
      tempo: { mark: { value: 'quarter' as const, dots: 0, perMinute: SLOWLY } },
    }),
    ...(i === bars.length - 1 && { endBar: 'final' as const }),
    events: bar.map(event),
  }));
  const source: Score<Written> = { title, measures, slurs: spans, hairpins: [] };
  return { owner: 'concert', source, partChoices: {} };
}

/** Signatures in which a band warms up, the plainest for it first; as they sound. Common practice, no source. */
export const WARM_UP_FIFTHS = [-2, -3, -1, -4, 0, 1] as const;
