/**
 * Where teachers disagree: each row is a choice that changes the result, the default first.
 * Common practice, no source.
 */
export const CONVENTION_CHOICES = {
  /** Whether figures stand over the notes: faded out by a plan, over every note, or not at all. */
  figures: ['fade', 'all', 'none'],
  /**
   * How far a plan has faded, where it has no dates: every note, first in each line, after a change, only new ones,
   * only hard ones.
   */
  fadeStep: ['every', 'first-in-system', 'after-change', 'new', 'trouble'],
  /** Woodwind fingers counted six down the front, or 1 2 3 on each hand. */
  fingerCount: ['six-down', 'each-hand'],
  horn: ['single-f', 'double', 'single-b-flat'],
  /** Positions with the F attachment: where the plain slide would stand, or counted for themselves. */
  attachment: ['plain-slide', 'own'],
  recorder: ['baroque', 'german'],
  fluteBFlat: ['one-and-one', 'thumb'],
  saxophoneBFlat: ['side', 'bis', 'one-and-one'],
  euphonium: ['bass-clef', 'treble-clef'],
  /** How the other valves of a euphonium or tuba stand to the fourth. */
  fourValves: ['plain', 'compensating'],
  /** Where saxophones in B♭ begin: on the class's B♭, their C, or with the fingers of the alto, on G. */
  bFlatSaxophones: ['with-the-class', 'as-the-alto'],
  /**
   * How tenor clef is learned from bass clef: seen two lines or spaces higher, or read as bass and counted up a fifth.
   */
  tenorClef: ['move-two', 'up-a-fifth'],
  counting: ['numbers', 'ta', 'du'],
  rhythmNames: ['american', 'british'],
  noteNames: ['letters', 'movable-do', 'fixed-do', 'german'],
  breath: ['every-four-bars', 'own-marks'],
  /** Bracketed signs that the rules of the staff do not ask for. */
  reminders: ['once-a-bar', 'after-change', 'none'],
} as const;

export type ConventionQuestion = keyof typeof CONVENTION_CHOICES;
export const CONVENTION_QUESTIONS = Object.freeze(Object.keys(CONVENTION_CHOICES)) as readonly ConventionQuestion[];

/** A teacher's whole profile. */
export type Conventions = { readonly [Q in ConventionQuestion]: (typeof CONVENTION_CHOICES)[Q][number] };
/** What a class does otherwise than its teacher's profile, or a profile otherwise than the defaults. */
export type ConventionOverrides = { readonly [Q in ConventionQuestion]?: Conventions[Q] | undefined };

export const DEFAULT_CONVENTIONS = Object.freeze(
  Object.fromEntries(CONVENTION_QUESTIONS.map((q) => [q, CONVENTION_CHOICES[q][0]])),
) as Conventions;

/**
 * The choices that hold: each layer overrides the one before it, starting from the defaults.
 * @example conventionsOf({ horn: 'double' }, { horn: 'single-f' }).horn // 'single-f'
 */
export function conventionsOf(...layers: readonly ConventionOverrides[]): Conventions {
  const chosen = (q: ConventionQuestion): string =>
    layers.reduce<string>((held, layer) => layer[q] ?? held, DEFAULT_CONVENTIONS[q]);
  return Object.freeze(Object.fromEntries(CONVENTION_QUESTIONS.map((q) => [q, chosen(q)]))) as Conventions;
}
