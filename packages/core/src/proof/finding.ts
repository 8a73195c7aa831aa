import type { InstrumentId } from '../instrument/instrument';
import type { Key } from '../key/key';
import type { NoteId } from '../score/score';

export const FINDING_CODES = [
  // beat sums
  'measure-too-long',
  'measure-too-short',
  'measure-empty',
  'last-measure-too-long',
  'tuplet-open',
  // repeats and endings
  'repeat-open',
  'ending-without-repeat',
  'ending-without-second',
  'ending-without-first',
  // ties and slurs
  'tie-open',
  'tie-to-other-pitch',
  'slur-open',
  'slur-as-tie',
  // signature and signs
  'signature-proposed',
  'signature-malformed',
  'change-says-nothing',
  'sign-says-nothing',
  'sign-reaches',
  'sign-over',
  'spelling',
  // playing
  'out-of-range',
  'breath-far',
  'leap',
  'lines-differ',
  // kept from an import
  'not-taken',
] as const;
export type FindingCode = (typeof FINDING_CODES)[number];

/** What mends a finding; `applyRepair` does it. */
export type Repair =
  | { readonly kind: 'reflow'; readonly measure: number }
  | {
      readonly kind: 'fill-rests';
      readonly measure: number;
      readonly quarters: { readonly n: number; readonly d: number };
    }
  | { readonly kind: 'shorten-last'; readonly measure: number }
  | { readonly kind: 'make-pickup'; readonly measure: number }
  | { readonly kind: 'remove-measure'; readonly measure: number }
  | { readonly kind: 'end-repeat'; readonly measure: number }
  | { readonly kind: 'drop-ending'; readonly measure: number }
  | { readonly kind: 'drop-tie'; readonly note: NoteId }
  | { readonly kind: 'tie-to-slur'; readonly from: NoteId; readonly to: NoteId }
  | { readonly kind: 'same-pitch'; readonly from: NoteId; readonly to: NoteId }
  | { readonly kind: 'slur-to-tie'; readonly from: NoteId; readonly to: NoteId }
  | { readonly kind: 'drop-slur'; readonly from: NoteId; readonly to: NoteId }
  | { readonly kind: 'signature'; readonly key: Key }
  | { readonly kind: 'drop-change'; readonly measure: number; readonly what: 'key' | 'clef' | 'meter' }
  | { readonly kind: 'reminder'; readonly notes: readonly NoteId[]; readonly on: boolean }
  | { readonly kind: 'respell'; readonly note: NoteId }
  | { readonly kind: 'breath'; readonly note: NoteId };

/** `mistake`: it cannot be played as it stands; `look`: it can, and a teacher should know. */
export type Weight = 'mistake' | 'look';

/** Something that the proof found in a line: where, with the facts that a sentence about it needs, and what mends it. */
export interface Finding {
  /** The same for the same finding after each keystroke, so that a list does not jump. */
  readonly id: string;
  readonly code: FindingCode;
  readonly weight: Weight;
  /** Indexes of the bars, in order; the first is where it stands. */
  readonly measures: readonly number[];
  readonly notes: readonly NoteId[];
  readonly facts: Readonly<Record<string, string | number>>;
  readonly instruments?: readonly InstrumentId[];
  /** The likeliest first. */
  readonly repairs: readonly Repair[];
}

type Feedback = Omit<Finding, 'id' | 'repairs' | 'notes' | 'facts'> &
  Partial<Pick<Finding, 'notes' | 'facts' | 'repairs'>>;

/** A finding with its id. */
export function finding({ notes = [], facts = {}, repairs = [], ...told }: Feedback): Finding {
  const id = [told.code, ...told.measures.slice(0, 2), notes[0] ?? '', ...(told.instruments ?? [])].join('/');
  return { ...told, id, notes, facts, repairs };
}
