import { key } from '../key/key';
import type { Written } from '../pitch/pitch';
import type { FindingCode } from '../proof/finding';
import type { Score } from '../score/score';
import { rational } from '../rational/rational';
import { line } from './line';
import { shown, typed } from './typing';

const bars = (text: string, options?: Parameters<typeof line>[1]): Score<Written> => line<Written>(text, options);

/** A score with some of its bars changed. */
export const withBars = (
  score: Score<Written>,
  changes: Readonly<Record<number, Partial<Score<Written>['measures'][number]>>>,
): Score<Written> => ({ ...score, measures: score.measures.map((m, i) => ({ ...m, ...changes[i] })) });

/** A mistake put into a line on purpose, and what the proof has to say of it. */
export interface Planted {
  readonly code: FindingCode;
  readonly score: Score<Written>;
  readonly facts: object;
  /** The line after its first repair, if it has one. */
  readonly repaired?: string;
}

const reaching = bars('F#4 G4 F#4 A4 | G4:w');
/** One line for each kind of mistake. */
export const PLANTED: readonly (readonly [string, Planted])[] = [
  [
    'a bar of five beats',
    {
      code: 'measure-too-long',
      score: bars('G4 A4 B4 C5 D5 | G4:w'),
      facts: { bar: 1, filled: rational(5), full: rational(4), off: rational(1), lengths: Array(5).fill(rational(1)) },
      repaired: 'G4q A4q B4q C5q | D5q G4h.~ | G4q',
    },
  ],
  [
    'a bar of three beats',
    {
      code: 'measure-too-short',
      score: bars('G4 A4 B4 C5 | G4:h A4 | G4:w'),
      facts: { bar: 2, filled: rational(3), full: rational(4), off: rational(1), lengths: [rational(2), rational(1)] },
      repaired: 'G4q A4q B4q C5q | G4h A4q Rq | G4w',
    },
  ],
  [
    'an eighth too few in six-eight',
    {
      code: 'measure-too-short',
      score: bars('G4:q. A4:q. | G4:q. A4:q | G4:h.', { meter: { beats: 6, unit: 8 } }),
      facts: { bar: 2, filled: rational(5), full: rational(6), off: rational(1) },
    },
  ],
  [
    'a short first bar',
    {
      code: 'measure-too-short',
      score: bars('D4 | G4 A4 B4 C5 | G4:w'),
      facts: { bar: 1, off: rational(3) },
      repaired: 'D4q | G4q A4q B4q C5q | G4w',
    },
  ],
  [
    'a bar without notes',
    {
      code: 'measure-empty',
      score: withBars(bars('G4:w | A4:w | G4:w'), { 1: { events: [] } }),
      facts: { bar: 2 },
      repaired: 'G4w | Rw | G4w',
    },
  ],
  [
    'a last bar that keeps what the pickup took',
    {
      code: 'last-measure-too-long',
      score: withBars(bars('D4 | G4:w | G4:w'), { 0: { pickup: true } }),
      facts: { full: rational(3), off: rational(1) },
      repaired: 'D4q | G4w | G4h.',
    },
  ],
  [
    'two of three in a triplet',
    { code: 'tuplet-open', score: typed('8 T G A T 4 G').score, facts: { bar: 1, notes: 2 } },
  ],
  [
    'a repeat that does not end',
    {
      code: 'repeat-open',
      score: withBars(bars('G4:w | A4:w | B4:w'), { 1: { repeatStart: true } }),
      facts: { bar: 2 },
      repaired: 'G4w | A4w | B4w',
    },
  ],
  [
    'a jump to a Fine that is not there',
    {
      code: 'jump-nowhere',
      score: withBars(bars('G4:w | A4:w'), { 1: { navigation: ['dc-fine'] } }),
      facts: { bar: 2, missing: 'fine' },
    },
  ],
  [
    'a first ending that does not go back',
    {
      code: 'ending-without-repeat',
      score: withBars(bars('G4:w | A4:w | B4:w'), { 1: { ending: [1] }, 2: { ending: [2] } }),
      facts: { bar: 2 },
      repaired: 'G4w | A4w | B4w',
    },
  ],
  [
    'a first ending alone',
    {
      code: 'ending-without-second',
      score: withBars(bars('G4:w | A4:w | B4:w'), { 1: { ending: [1], repeatEnd: true } }),
      facts: { bar: 2 },
      repaired: 'G4w | A4w | B4w',
    },
  ],
  [
    'a second ending alone',
    {
      code: 'ending-without-first',
      score: withBars(bars('G4:w | A4:w | B4:w'), { 1: { ending: [2] } }),
      facts: { bar: 2, ending: [2] },
      repaired: 'G4w | A4w | B4w',
    },
  ],
  [
    'a tie into a rest',
    {
      code: 'tie-open',
      score: bars('G4:h~ R:h | G4:w'),
      facts: { bar: 1, note: 'G', before: 'rest' },
      repaired: 'G4h Rh | G4w',
    },
  ],
  [
    'a tie at the end',
    { code: 'tie-open', score: bars('G4:w | G4:w~'), facts: { bar: 2, before: 'end' }, repaired: 'G4w | G4w' },
  ],
  [
    'a tie that is a slur',
    {
      code: 'tie-to-other-pitch',
      score: bars('G4:h~ A4:h | G4:w'),
      facts: { note: 'G', next: 'A', sameLine: false },
      repaired: 'G4h A4h | G4w',
    },
  ],
  [
    'a tie to the same line with another sign',
    {
      code: 'tie-to-other-pitch',
      score: bars('F#4:w~ | F4:w'),
      facts: { note: 'F♯', next: 'F', sameLine: true },
      repaired: 'F#4w~ | F#4w',
    },
  ],
  [
    'a slur that does not end',
    {
      code: 'slur-open',
      score: { ...bars('G4:h A4:h | G4:w'), slurs: [{ from: 'n1', to: 'n1' }] },
      facts: { bar: 1, note: 'G' },
      repaired: 'G4h A4h | G4w',
    },
  ],
  [
    'a slur that is a tie',
    {
      code: 'slur-as-tie',
      score: { ...bars('G4:h G4:h | G4:w'), slurs: [{ from: 'n1', to: 'n2' }] },
      facts: { bar: 1, note: 'G' },
      repaired: 'G4h~ G4h | G4w',
    },
  ],
  [
    'two flats by hand',
    {
      code: 'signature-proposed',
      score: bars('Bb4 Eb5 Bb4 F4 | Eb5 D5 Bb4:h'),
      facts: { letters: ['B', 'E'], always: true, now: 0, fifths: -2, notes: 5 },
      repaired: 'Bb4q Eb5q Bb4q F4q | Eb5q D5q Bb4h',
    },
  ],
  [
    'a change to what holds already',
    {
      code: 'change-says-nothing',
      score: withBars(bars('G4:w | A4:w'), { 1: { key: key(0) } }),
      facts: { bar: 2, what: 'key' },
      repaired: 'G4w | A4w',
    },
  ],
  [
    'a sign that reaches on in its bar',
    { code: 'sign-reaches', score: reaching, facts: { bar: 1, note: 'F♯' }, repaired: shown(reaching) },
  ],
  [
    'a letter back to plain in the next bar',
    {
      code: 'sign-over',
      score: bars('C#5 D5 E5 D5 | C5 D5 E5:h'),
      facts: { bar: 2, note: 'C', before: 'C♯', where: 'bar' },
      repaired: 'C#5q D5q E5q D5q | C5q D5q E5h',
    },
  ],
  [
    'a reminder of nothing',
    {
      code: 'sign-says-nothing',
      score: {
        ...bars('G4:h A4:h'),
        measures: bars('G4:h A4:h').measures.map((m) => ({
          ...m,
          events: m.events.map((e) => (e.kind === 'note' && e.id === 'n2' ? { ...e, courtesy: true } : e)),
        })),
      },
      facts: { note: 'A' },
      repaired: 'G4h A4h',
    },
  ],
  [
    'A♯ beside B♭',
    {
      code: 'spelling',
      score: bars('A4 Bb4 A#4 A4', { fifths: -1 }),
      facts: { note: 'A♯', better: 'B♭', near: 'B♭' },
      repaired: 'A4q Bb4q Bb4q A4q',
    },
  ],
  [
    'a leap of a tenth',
    { code: 'leap', score: bars('G4:h B5:h'), facts: { from: 'G', to: 'B', size: 10, direction: 'up' } },
  ],
  [
    'six bars without a breath',
    {
      code: 'breath-far',
      score: bars('G4 A4 B4 A4 | G4 A4 B4 A4 | G4 A4 B4 A4 | G4 A4 B4 A4 | G4:w | A4:w'),
      facts: { bar: 1, to: 6, seconds: 16, limit: 10, isPlanned: false },
      repaired: 'G4q A4q B4q A4q | G4q A4q B4q A4q | G4q A4q B4q A4q | G4q A4q B4q A4q | G4w | A4w',
    },
  ],
];
