import type { InstrumentId } from '../instrument/instrument';
import type { Key } from '../key/key';
import type { Meter } from '../meter/meter';
import type { Step } from '../pitch/pitch';
import type { Problem } from '../problem/problem';
import type { Rational } from '../rational/rational';
import type { NavigationSign, NoteId } from '../score/score';

interface AtBar {
  /** As printed: the first full bar is 1, a pickup is 0. */
  readonly bar: number;
}
interface AtNote extends AtBar {
  /** The letter with its sign. */
  readonly note: string;
}
/** A bar's sum, counted as a teacher does: in what the lower number of the meter says. */
export interface BarSum extends AtBar {
  readonly meter: Meter;
  /** The lengths of its notes and rests. */
  readonly lengths: readonly Rational[];
  readonly filled: Rational;
  readonly full: Rational;
  /** By how much it is too long or too short. */
  readonly off: Rational;
}

/** What a sentence about each kind of finding needs. */
export interface FindingFacts {
  // beat sums
  readonly 'measure-too-long': BarSum;
  readonly 'measure-too-short': BarSum;
  readonly 'measure-empty': AtBar;
  readonly 'last-measure-too-long': BarSum;
  readonly 'tuplet-open': AtBar & { readonly notes: number };
  // repeats and endings
  /** `next`: where another repeat begins. */
  readonly 'jump-nowhere': AtBar & { readonly missing: NavigationSign };
  readonly 'repeat-open': AtBar & { readonly next?: number };
  readonly 'ending-without-repeat': AtBar;
  readonly 'ending-without-second': AtBar;
  readonly 'ending-without-first': AtBar & { readonly ending: readonly number[] };
  // ties and slurs
  readonly 'tie-open': AtNote & { readonly before: 'end' | 'rest' };
  readonly 'tie-to-other-pitch': AtNote & { readonly next: string; readonly sameLine: boolean };
  readonly 'slur-open': AtNote;
  readonly 'slur-as-tie': AtNote;
  // signature and signs
  /**
   * The letters that are altered by hand, every one of them or most; both signatures, and the signs that each needs.
   */
  readonly 'signature-proposed': {
    readonly letters: readonly Step[];
    readonly always: boolean;
    readonly now: number;
    readonly fifths: number;
    /** Notes that have a sign of their own now and would have none. */
    readonly notes: number;
  };
  readonly 'change-says-nothing': AtBar & { readonly what: 'key' | 'clef' | 'meter' };
  /** `isFirst`: the letter has not come before; else it came last as it is now. */
  readonly 'sign-says-nothing': AtNote & { readonly step: Step; readonly isFirst: boolean };
  /** `habit`: what the signature alone would make of the letter. */
  readonly 'sign-reaches': AtNote & { readonly habit: string };
  readonly 'sign-over': AtNote & { readonly before: string; readonly where: 'octave' | 'bar' | 'tie' };
  /** `near`: the note beside it that sounds the same. */
  readonly spelling: AtNote & { readonly better: string; readonly near?: string };
  // playing
  readonly 'out-of-range': AtBar & {
    readonly instrument: string;
    /** As written, low to high, with their octaves. */
    readonly notes: readonly string[];
    readonly isUnplayable: boolean;
    readonly side: 'low' | 'high' | 'both';
  };
  readonly 'breath-far': AtBar & {
    readonly to: number;
    readonly seconds: number;
    readonly limit: number;
    /** Cifra sets the marks, and found no place for one. */
    readonly isPlanned: boolean;
  };
  /** `size`: as musicians count, an octave is 8. */
  readonly leap: AtBar & {
    readonly from: string;
    readonly to: string;
    readonly size: number;
    readonly direction: 'up' | 'down';
  };
  readonly 'lines-differ': { readonly line: number; readonly missing: number };
  // kept from an import
  /** `at`: its place in the list of what was not taken. */
  readonly 'not-taken': { readonly at: number; readonly problem: Problem };
}
export type FindingCode = keyof FindingFacts;

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
  /** `name`: the note that both become. */
  | { readonly kind: 'same-pitch'; readonly from: NoteId; readonly to: NoteId; readonly name: string }
  | { readonly kind: 'slur-to-tie'; readonly from: NoteId; readonly to: NoteId }
  | { readonly kind: 'drop-slur'; readonly from: NoteId; readonly to: NoteId }
  | { readonly kind: 'signature'; readonly key: Key }
  | { readonly kind: 'drop-change'; readonly measure: number; readonly what: 'key' | 'clef' | 'meter' }
  | { readonly kind: 'reminder'; readonly notes: readonly NoteId[]; readonly on: boolean }
  /** `name`: what it becomes. */
  | { readonly kind: 'respell'; readonly note: NoteId; readonly name: string }
  | { readonly kind: 'breath'; readonly note: NoteId };

/** `mistake`: it cannot be played as it stands; `look`: it can, and a teacher should know. */
export type Weight = 'mistake' | 'look';

interface Found {
  /** The same for the same finding after each keystroke, so that a list does not jump. */
  readonly id: string;
  readonly weight: Weight;
  /** Indexes of the bars, in order; the first is where it stands. */
  readonly measures: readonly number[];
  readonly notes: readonly NoteId[];
  readonly instruments?: readonly InstrumentId[];
  /** The likeliest first. */
  readonly repairs: readonly Repair[];
}

/** A finding of one kind, with the facts of that kind. */
export type FindingOf<C extends FindingCode> = Found & { readonly code: C; readonly facts: FindingFacts[C] };

/**
 * Something that the proof found in a line: where, with the facts that a sentence about it needs, and what mends it.
 */
export type Finding = { readonly [C in FindingCode]: FindingOf<C> }[FindingCode];

type Told<C extends FindingCode> = Omit<FindingOf<C>, 'id' | 'notes' | 'repairs'> &
  Partial<Pick<Found, 'notes' | 'repairs'>>;

/** A finding with its id. */
export function finding<C extends FindingCode>({ notes = [], repairs = [], ...told }: Told<C>): FindingOf<C> {
  const id = [told.code, ...told.measures.slice(0, 2), notes[0] ?? '', ...(told.instruments ?? [])].join('/');
  return { ...told, id, notes, repairs };
}
