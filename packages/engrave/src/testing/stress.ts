import type { ChordSymbol, Exercise, Hairpin, Measure, MusicEvent, Span, Syllable, Written } from '@cifra/core';

/** Every so many notes something is put on; they share no factor, so that all meet in time. */
const EVERY = {
  dynamic: 3,
  chord: 4,
  held: 9,
  fermata: 11,
  breath: 7,
  words: 13,
  artic: 2,
  tempo: 4,
  hairpin: 5,
  slur: 6,
};

const CHORDS: readonly ChordSymbol[] = [
  { root: { step: 'C', alter: 0 }, kind: '' },
  { root: { step: 'F', alter: 1 }, kind: 'm7b5' },
  { root: { step: 'B', alter: -1 }, kind: 'maj7', bass: { step: 'D', alter: 0 } },
];
const SYLLABLES: readonly Syllable[] = [
  { text: 'snow' },
  { text: 'fall', hyphen: true },
  { text: 'ing' },
  { text: 'through,' },
  { text: 'a' },
];

/**
 * A line with more on its notes than any beginner's page has: dynamics, hairpins, slurs over bar lines, words,
 * fermatas, breaths, articulations, tempo marks, words to sing and chord symbols, some of each at the same notes.
 */
export function overloaded(exercise: Exercise): Exercise {
  const { source } = exercise;
  let n = 0;
  const measures = source.measures.map((m, bar): Measure<Written> => ({
    ...m,
    ...(bar % EVERY.tempo === 0 &&
      m.multiRest === undefined && {
        tempo: { words: 'Slower and rather softly', mark: { value: 'quarter', dots: 1, perMinute: 108 } },
      }),
    events: m.events.map((e): MusicEvent<Written> => {
      n += 1;
      if (e.kind === 'rest') return e;
      return {
        ...e,
        ...(n % EVERY.dynamic === 0 && { dynamic: n % 2 === 0 ? 'mf' : 'pp' }),
        ...(n % EVERY.fermata === 0 && { fermata: true }),
        ...(n % EVERY.breath === 0 && { breathAfter: true }),
        ...(n % EVERY.words === 0 && { words: 'dolce' }),
        ...(n % EVERY.chord === 0 && { chord: CHORDS[n % CHORDS.length] as ChordSymbol }),
        ...(n % EVERY.held !== 0 && { syllable: SYLLABLES[n % SYLLABLES.length] as Syllable }),
        ...(n % EVERY.artic === 0 ? { articulations: ['staccato'] } : n % 5 === 0 ? { articulations: ['accent'] } : {}),
      };
    }),
  }));
  const notes = measures.flatMap((m) => m.events).filter((e) => e.kind === 'note');
  const spans = <S extends Span>(every: number, long: number, make: (s: Span, i: number) => S): S[] =>
    notes.flatMap((e, i) =>
      i % every === 0 && notes[i + long] !== undefined
        ? [make({ from: e.id, to: notes[i + long]?.id ?? e.id }, i)]
        : [],
    );
  return {
    ...exercise,
    source: {
      ...source,
      measures,
      slurs: spans(EVERY.slur, 4, (s) => s),
      hairpins: spans(EVERY.hairpin, 2, (s, i): Hairpin => ({ ...s, kind: i % 2 === 0 ? 'crescendo' : 'diminuendo' })),
    },
  };
}
