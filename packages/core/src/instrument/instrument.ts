import type { Tube } from '../fingering/brassTube';
import type { Woodwind } from '../fingering/touch.data';
import type { Clef } from '../key/signature';
import { type Interval, transpose } from '../pitch/interval';
import { midi, pitch, type Written } from '../pitch/pitch';

export const INSTRUMENT_IDS = [
  'piccolo',
  'flute',
  'oboe',
  'bassoon',
  'e-flat-clarinet',
  'clarinet',
  'alto-clarinet',
  'bass-clarinet',
  'soprano-saxophone',
  'alto-saxophone',
  'tenor-saxophone',
  'baritone-saxophone',
  'trumpet',
  'cornet',
  'flugelhorn',
  'horn',
  'double-horn',
  'b-flat-horn',
  'tenor-horn',
  'trombone',
  'f-trombone',
  'treble-trombone',
  'baritone',
  'baritone-treble',
  'euphonium',
  'euphonium-treble',
  'tuba',
  'e-flat-tuba',
  'b-flat-bass',
  'e-flat-bass',
  'descant-recorder',
  'treble-recorder',
  'tenor-recorder',
  'bass-recorder',
] as const;
export type CatalogueId = (typeof INSTRUMENT_IDS)[number];
/** An instrument of a teacher's own: its id is its whole description. */
export type OwnId = `own.${string}`;
export type InstrumentId = CatalogueId | OwnId;
/** Something of each of some instruments. */
export type ByInstrument<T> = Readonly<Partial<Record<CatalogueId, T>> & Record<OwnId, T>>;

/** The groups that a band sits in, in score order. */
export const SECTIONS = [
  'recorders',
  'flutes',
  'double-reeds',
  'clarinets',
  'saxophones',
  'trumpets',
  'horns',
  'trombones',
  'low-brass',
] as const;
export type Section = (typeof SECTIONS)[number];

/** How far a player has come; each stage holds the one before it. */
export const STAGES = ['first-notes', 'first-octave', 'first-year', 'second-year', 'full'] as const;
export type Stage = (typeof STAGES)[number];

/** The longest that a beginner plays on one breath, in seconds. Common practice, no source. */
export const BREATH_SECONDS: Readonly<Record<Stage, number>> = Object.freeze({
  'first-notes': 8,
  'first-octave': 9,
  'first-year': 10,
  'second-year': 11,
  full: 12,
});
/** Flutes and low brass spend their air sooner. Common practice, no source. */
const SHORT_OF_AIR: Readonly<Partial<Record<Section, number>>> = { flutes: 0.8, 'low-brass': 0.8 };

/** How many seconds players of an instrument have on one breath. @example breathSeconds(flute, 'first-year') // 8 */
export const breathSeconds = ({ section }: Pick<Instrument, 'section'>, stage: Stage): number =>
  BREATH_SECONDS[stage] * (SHORT_OF_AIR[section] ?? 1);

/** What a teacher reminds players of; the words live in the application. Common practice, no source. */
export const CAUTIONS = [
  'rest-lips',
  'protect-ears',
  'clean-mouthpiece',
  'condensation',
  'clear-slide',
  'soak-reed',
  'reed-cap',
  'no-sharing',
  'neck-strap',
  'light-grip',
  'dizzy',
] as const;
export type Caution = (typeof CAUTIONS)[number];

/** Lowest and highest written note, both included. */
export interface Range {
  readonly low: Written;
  readonly high: Written;
}

/**
 * The octave in which the class's concert B♭ sounds on an instrument when all play in unison: its lowest B♭ that is
 * written within the first octave that its players learn. Common practice, no source.
 */
export function unisonOctaveOf(toWritten: Interval, { low }: Range): number {
  for (let octave = 0; ; octave++) if (midi(transpose(pitch('B', -1, octave), toWritten)) >= midi(low)) return octave;
}

export type FingeringSystem =
  | { readonly kind: 'brass'; readonly tube: Tube }
  /** `shift`: semitones by which a longer or shorter sister reads the same shapes higher. */
  | {
      readonly kind: 'woodwind';
      readonly woodwind: Woodwind;
      readonly shift: number;
      /** The left first finger half opens its hole for the highest notes, as on larger clarinets. */
      readonly halfHole?: boolean;
    };

/** An instrument as its player's page needs it. */
export interface Instrument {
  readonly id: InstrumentId;
  readonly name: string;
  /** For narrow places, such as the names before a score: `A. Sax`. */
  readonly shortName: string;
  /** Pitch of the instrument for a heading: `B♭`, or undefined for one that reads as it sounds. */
  readonly inKey: string | undefined;
  readonly family: 'woodwind' | 'brass';
  readonly section: Section;
  /** From the sounding note up or down to the written one. */
  readonly toWritten: Interval;
  /** In the order in which they are learned: the first is the beginner's. */
  readonly clefs: readonly [Clef, ...Clef[]];
  /** Written ranges by stage; `full` is everything that the figures cover. */
  readonly ranges: Readonly<Record<Stage, Range>>;
  /** The written range that the octave of a part is chosen by: instruments that share a part share it. */
  readonly octaveBy: Range;
  readonly firstNotes: readonly Written[];
  /** The octave in which the class's concert B♭ sounds here when all play in unison: 4 is the B♭ above middle C. */
  readonly unisonOctave: number;
  readonly system: FingeringSystem;
  readonly cautions: readonly Caution[];
  /** General MIDI program, 0 to 127. */
  readonly program: number;
}
