import type { BetterCause } from '../fingering/better';
import type { Alternate, BrassOrigin, Figure, Fingering, Intonation, PreferredReason } from '../fingering/figure';
import type { Stage } from '../instrument/instrument';
import type { Clef } from '../key/signature';
import type { CountingSystem } from '../meter/counting';
import type { IntervalName } from '../pitch/interval';
import type { Concert, Pitch, Step, Written } from '../pitch/pitch';
import type { Conventions } from '../convention/conventions';
import type { AccidentalSource } from '../score/accidental';
import type { Duration } from '../score/duration';
import type { NoteId } from '../score/score';
import type { BeatPlace } from '../score/placedNotes';
import type { StageSide } from './misfit';
import type { OctaveReason } from './octave';
import type { StaffPlace } from './staffPlace';

/** One step of the reason trail. Facts only; the words live in the web application. */
export type Fact =
  | { readonly kind: 'place'; readonly at: BeatPlace }
  | { readonly kind: 'value'; readonly duration: Duration; readonly names: Conventions['rhythmNames'] }
  | { readonly kind: 'count'; readonly text: string; readonly system: CountingSystem }
  | { readonly kind: 'tied'; readonly from: NoteId }
  | { readonly kind: 'concert'; readonly pitch: Concert }
  | { readonly kind: 'interval'; readonly interval: IntervalName; readonly inKey: string | undefined }
  | { readonly kind: 'octave'; readonly octaves: number; readonly why: OctaveReason; readonly stage: Stage }
  | { readonly kind: 'moved'; readonly octaves: number }
  | { readonly kind: 'respelled'; readonly from: Pitch; readonly because: 'signature' | 'double' }
  | {
      readonly kind: 'written';
      readonly pitch: Written;
      readonly name: string;
      readonly staff: StaffPlace;
      readonly clef: Clef;
    }
  /**
   * How a player who knows bass clef finds the note in tenor clef: seen two lines or spaces higher, or read as bass and
   * a fifth up.
   */
  | { readonly kind: 'tenor-clef'; readonly method: 'move-two'; readonly seen: StaffPlace }
  | { readonly kind: 'tenor-clef'; readonly method: 'up-a-fifth'; readonly reads: Pick<Pitch, 'step' | 'alter'> }
  | { readonly kind: 'signature'; readonly fifths: number; readonly step: Step; readonly alter: number }
  | {
      readonly kind: 'accidental';
      readonly source: AccidentalSource;
      readonly alter: number;
      readonly step: Step;
      readonly courtesy: boolean;
      readonly setAt?: BeatPlace;
    }
  /** The later notes of the bar that a sign reaches. */
  | { readonly kind: 'reach'; readonly at: readonly BeatPlace[] }
  | { readonly kind: 'figure'; readonly figure: Figure }
  | { readonly kind: 'preferred'; readonly reason: PreferredReason }
  | { readonly kind: 'origin'; readonly origin: BrassOrigin; readonly figure: Figure }
  | { readonly kind: 'intonation'; readonly intonation: Intonation }
  | { readonly kind: 'alternate'; readonly alternate: Alternate }
  | { readonly kind: 'better'; readonly alternate: Alternate; readonly cause: BetterCause }
  | { readonly kind: 'misfit'; readonly side: StageSide; readonly stage: Stage }
  | { readonly kind: 'unplayable'; readonly because: Extract<Fingering, { kind: 'unplayable' }>['because'] };

/**
 * The reason trail of a note: where it stands in the line, and how it comes from its sound to the hands, in reading
 * order.
 */
export type Trail = readonly Fact[];

export const FACT_KINDS = [
  'place',
  'value',
  'count',
  'tied',
  'concert',
  'interval',
  'octave',
  'moved',
  'respelled',
  'written',
  'tenor-clef',
  'signature',
  'accidental',
  'reach',
  'figure',
  'preferred',
  'origin',
  'intonation',
  'alternate',
  'better',
  'misfit',
  'unplayable',
] as const satisfies readonly Fact['kind'][];
