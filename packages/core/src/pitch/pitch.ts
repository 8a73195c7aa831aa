/** The seven letters in scale order from C. */
export const STEPS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;
export type Step = (typeof STEPS)[number];

/**
 * A spelled pitch: letter, alteration in semitones (-1 flat, +1 sharp) and octave in scientific
 * notation (C4 = middle C). E♭ and D♯ are different pitches that sound alike.
 */
export interface Pitch {
  readonly step: Step;
  readonly alter: number;
  readonly octave: number;
}

declare const soundsAs: unique symbol;
/** A pitch as it sounds. Branded, so that transposing twice does not compile. */
export type Concert = Pitch & { readonly [soundsAs]: 'concert' };
/** A pitch as it stands on the player's page. */
export type Written = Pitch & { readonly [soundsAs]: 'written' };

const INDEX: Readonly<Record<Step, number>> = { C: 0, D: 1, E: 2, F: 3, G: 4, A: 5, B: 6 };
export const stepIndex = (step: Step): number => INDEX[step];

/**
 * The pitch of a letter, an alteration and an octave.
 * @example pitch('B', -1, 3) // { step: 'B', alter: -1, octave: 3 }
 */
export const pitch = <P extends Pitch = Pitch>(step: Step, alter: number, octave: number): P =>
  ({ step, alter: alter + 0, octave }) as Pitch as P;

export const stepAt = (index: number): Step => STEPS[((index % 7) + 7) % 7] as Step;

const SEMITONES: Readonly<Record<Step, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };

/** The MIDI number: 60 is middle C. @example midi(pitch('B', -1, 3)) // 58 */
export const midi = (p: Pitch): number => (p.octave + 1) * 12 + SEMITONES[p.step] + p.alter;

/** Counts letters upward from C0, whatever their alteration: staff places are one apart. @example C4 is 28 */
export const diatonic = (p: Pick<Pitch, 'step' | 'octave'>): number => p.octave * 7 + stepIndex(p.step);

export const samePitch = (a: Pitch, b: Pitch): boolean =>
  a.step === b.step && a.alter === b.alter && a.octave === b.octave;

const ALTER_TEXT: Readonly<Record<number, string>> = { [-2]: 'bb', [-1]: 'b', 0: '', 1: '#', 2: 'x' };
const ALTER_SIGN: Readonly<Record<number, string>> = { [-2]: '♭♭', [-1]: '♭', 0: '', 1: '♯', 2: '♯♯' };

/** Plain text such as `Bb3`, for keys of maps, files and tests. */
export const pitchText = (p: Pitch): string => `${p.step}${ALTER_TEXT[p.alter] ?? `(${p.alter})`}${p.octave}`;

const LETTER_NAMES = Object.fromEntries(
  STEPS.map((step) => [
    step,
    Object.fromEntries(Object.entries(ALTER_SIGN).map(([alter, sign]) => [alter, step + sign])),
  ]),
) as Readonly<Record<Step, Readonly<Record<number, string>>>>;

/** The letter with its sign, without octave: `B♭`. */
export const letterName = (p: Pick<Pitch, 'step' | 'alter'>): string => LETTER_NAMES[p.step][p.alter] ?? p.step;

/**
 * Reads plain text such as `Bb3` or `F#4`.
 * @throws RangeError for anything else: only catalogues and tests call it.
 */
export function parsePitch<P extends Pitch = Pitch>(text: string): P {
  const m = /^([A-G])(bb|b|#|x|)(-?\d+)$/.exec(text);
  if (m === null) throw new RangeError(`no pitch: ${text}`);
  const alter = { bb: -2, b: -1, '': 0, '#': 1, x: 2 }[m[2] as 'b'];
  return pitch(m[1] as Step, alter, Number(m[3]));
}
