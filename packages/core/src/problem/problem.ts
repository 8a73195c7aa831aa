/**
 * What is wrong with some input, where, and the facts a sentence about it needs.
 *
 * Codes and facts only: the words for people live in the web application, so that
 * one table of words covers every place a problem can show.
 */
export interface Problem {
  readonly code: ProblemCode;
  /**
   * 'error' stops the reading; 'left-out' is something dropped; 'repaired' was changed to fit; 'notice' was kept and
   * needs a look.
   */
  readonly severity: 'error' | 'left-out' | 'repaired' | 'notice';
  /** Bar number as printed: the first full bar is 1, a pickup is 0. */
  readonly measure?: number;
  /** Line of the file, for text formats. */
  readonly line?: number;
  readonly facts?: Readonly<Record<string, string | number>>;
}

export const PROBLEM_CODES = [
  // the file as a whole
  'empty-input',
  'too-large',
  'unknown-format',
  'not-text',
  'broken-xml',
  'xml-doctype-entities',
  'not-musicxml',
  'musicxml-timewise',
  'broken-zip',
  'zip-too-many-entries',
  'zip-too-large',
  'zip-no-score',
  'broken-abc',
  'broken-midi',
  'midi-not-in-beats',
  'broken-json',
  'newer-version',
  'took-too-long',
  'no-music',
  'no-such-part',
  'no-such-voice',
  'too-many-measures',
  'too-many-notes',
  'line-too-long',
  'too-many-slurs',
  'percussion-part',
  'tablature-part',
  // in the music
  'measure-too-long',
  'measure-too-short',
  'two-voices',
  'chord',
  'grace-note',
  'unpitched',
  'short-value',
  'odd-duration',
  'tuplet',
  'clef',
  'octave-clef',
  'key',
  'key-custom',
  'meter',
  'meter-sum',
  'microtone',
  'pitch-range',
  'tie-without-end',
  'slur-without-end',
  'ending',
  'repeat-times',
  'jump',
  'lyrics',
  'lyrics-over',
  'verses',
  'chord-symbols',
  'ornament',
  'technical',
  'dynamics',
  'hairpin',
  'octave-line',
  'text',
  'other-element',
  'barline',
  'tremolo',
  'abc-warning',
  'abc-octave-accidental',
  'measure-repeat',
  'cue-note',
  'repeat-inside',
  'part-order',
  'words-after',
  'transposed',
  'midi-lost',
  'midi-moved',
  'midi-meter-changes',
  // a stored document
  'bad-document',
  // while a line is written
  'nothing-to-change',
] as const;

export type ProblemCode = (typeof PROBLEM_CODES)[number];

/** Either a value with what had to be left out or repaired, or the problems that stopped it. */
export type Result<T> =
  | { readonly ok: true; readonly value: T; readonly problems: readonly Problem[] }
  | { readonly ok: false; readonly problems: readonly Problem[] };

export const success = <T>(value: T, problems: readonly Problem[] = []): Result<T> => ({ ok: true, value, problems });

export const failure = <T = never>(code: ProblemCode, at: Omit<Problem, 'code' | 'severity'> = {}): Result<T> => ({
  ok: false,
  problems: [{ code, severity: 'error', ...at }],
});
