import fc from 'fast-check';
import type { Caret } from '../edit/caret';
import type { Command } from '../edit/command';
import { KEY_MOVES } from '../edit/keyChange';
import { type Pen, WRITE_MODES } from '../edit/pen';
import { key } from '../key/key';
import { CLEFS } from '../key/signature';
import { METERS } from '../meter/meter';
import { interval } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import { NOTE_VALUES } from '../score/duration';
import { readChordSymbol } from '../score/chordSymbol';
import { ARTICULATIONS, DYNAMICS } from '../score/score';
import { arbitraryPitch } from './arbitraryScore';

export const arbitraryPen: fc.Arbitrary<Pen> = fc.record({
  value: fc.constantFrom(...NOTE_VALUES.slice(1)),
  dots: fc.integer({ min: 0, max: 1 }),
  triplet: fc.boolean(),
  mode: fc.constantFrom(...WRITE_MODES),
});

const pitches = arbitraryPitch([3, 5]) as fc.Arbitrary<Written>;
const keys = fc.integer({ min: -7, max: 7 }).map((f) => key(f));

const plain = (...kinds: readonly Command['kind'][]): fc.Arbitrary<Command> =>
  fc.constantFrom(...kinds).map((kind) => ({ kind }) as Command);

/** Any one command that needs no other score. */
export const arbitraryCommand: fc.Arbitrary<Command> = fc.oneof(
  { weight: 6, arbitrary: fc.record({ kind: fc.constant('write-note' as const), pitch: pitches, pen: arbitraryPen }) },
  fc.record({ kind: fc.constantFrom('write-rest' as const, 'write-length' as const), pen: arbitraryPen }),
  {
    weight: 2,
    arbitrary: fc.record({
      kind: fc.constant('remove' as const),
      back: fc.boolean(),
      mode: fc.constantFrom(...WRITE_MODES),
    }),
  },
  {
    weight: 3,
    arbitrary: plain(
      'dots',
      'triplet',
      'tie',
      'slur',
      'fermata',
      'breath',
      'courtesy',
      'barline',
      'join-measures',
      'repeat-measure',
      'delete-measures',
      'add-measure',
      'repeat-start',
      'repeat-end',
      'double-bar',
      'pickup',
    ),
  },
  fc.record({
    kind: fc.constant('set-length' as const),
    value: fc.constantFrom(...NOTE_VALUES),
    dots: fc.integer({ min: 0, max: 2 }),
  }),
  fc.record({ kind: fc.constant('scale-lengths' as const), longer: fc.boolean() }),
  fc.record({ kind: fc.constant('articulation' as const), which: fc.constantFrom(...ARTICULATIONS) }),
  fc.record({ kind: fc.constant('dynamic' as const), which: fc.constantFrom(...DYNAMICS) }),
  fc.record({
    kind: fc.constant('hairpin' as const),
    which: fc.constantFrom('crescendo' as const, 'diminuendo' as const),
  }),
  fc.record({ kind: fc.constant('words' as const), words: fc.constantFrom('dolce', '', ' calm ') }),
  fc.record({ kind: fc.constant('chord' as const), chord: fc.constantFrom(readChordSymbol('Bb7'), undefined) }),
  fc.record({ kind: fc.constant('syllables' as const), text: fc.constantFrom('snow is fall-ing _ down', '') }),
  fc.record({ kind: fc.constant('ending' as const), numbers: fc.constantFrom([1], [2], [1, 3], []) }),
  fc.record({ kind: fc.constant('clef' as const), clef: fc.constantFrom(...CLEFS, undefined) }),
  fc.record({ kind: fc.constant('meter' as const), meter: fc.constantFrom(...METERS, undefined), rebar: fc.boolean() }),
  fc.record({
    kind: fc.constant('key' as const),
    key: fc.option(keys, { nil: undefined }),
    notes: fc.constantFrom(...KEY_MOVES),
  }),
  fc.record({ kind: fc.constant('move-to-key' as const), key: keys }),
  fc.record({
    kind: fc.constant('change-pitch' as const),
    change: fc.oneof(
      fc.record({ by: fc.constant('step' as const), letters: fc.integer({ min: -9, max: 9 }) }),
      fc.record({ by: fc.constantFrom('half-step' as const, 'octave' as const), up: fc.boolean() }),
      fc.record({
        by: fc.constant('interval' as const),
        interval: fc.integer({ min: -5, max: 6 }).map((f) => interval(f, -Math.round(f / 2))),
      }),
      fc.record({ by: fc.constant('alter' as const), alter: fc.integer({ min: -2, max: 2 }) }),
      fc.constant({ by: 'enharmonic' as const }),
    ),
  }),
);

/** A caret that may lie anywhere, also outside the line. */
export const arbitraryCaret: fc.Arbitrary<Caret> = fc.record({
  measure: fc.integer({ min: 0, max: 9 }),
  at: fc.integer({ min: 0, max: 9 }),
});
