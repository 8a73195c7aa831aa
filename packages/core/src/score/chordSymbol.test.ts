import { applyCommand } from '../edit/applyCommand';
import { readExercise } from '../exercise/exerciseSchema';
import { transposeExercise } from '../exercise/transposeExercise';
import { instrumentOf } from '../instrument/instrumentOf';
import { key } from '../key/key';
import { derivePart } from '../part/derivePart';
import { parseInterval } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import { realize } from '../exercise/realize';
import { line } from '../testing/line';
import { chordText, plainChordText, readChordSymbol } from './chordSymbol';
import type { Score } from './score';

const chordsOf = (score: Score<Written>): string[] =>
  score.measures.flatMap((m) => m.events.flatMap((e) => (e.chord === undefined ? [] : [chordText(e.chord)])));
/** A line with chords over its first notes and rests. */
function withChords(text: string, ...chords: string[]): Score<Written> {
  const score = line<Written>(text);
  let n = 0;
  return {
    ...score,
    measures: score.measures.map((m) => ({
      ...m,
      events: m.events.map((e) => {
        const chord = readChordSymbol(chords[n++] ?? '');
        return chord === undefined ? e : { ...e, chord };
      }),
    })),
  };
}

describe('a chord symbol', () => {
  // Common practice, no source.
  it.each([
    ['C', 'C'],
    ['Bbm7/F', 'B♭m7/F'],
    ['F#m7b5', 'F♯m7♭5'],
    ['C6/9', 'C6/9'],
    ['A♭maj7', 'A♭maj7'],
    ['Ebsus4', 'E♭sus4'],
    [' G7(b9) ', 'G7(♭9)'],
    ['Abbm', 'A♭♭m'],
    ['B♭♭7', 'B♭♭7'],
    ['F##', 'F♯♯'],
    ['C7♭5', 'C7♭5'],
    ['G7#5', 'G7♯5'],
    ['E m7', 'Em7'],
    ['C7(b5,#9,add13)', 'C7(♭5,♯9,add13)'],
    ['B°', 'B°'],
    ['D/F#', 'D/F♯'],
  ])('%s is printed %s, and read again the same', (typed, printed) => {
    const chord = readChordSymbol(typed);
    expect(chord && chordText(chord)).toBe(printed);
    expect(chord && readChordSymbol(plainChordText(chord))).toEqual(chord);
  });

  it.each([
    '',
    'Fine',
    'Allegro',
    'Andante',
    'D.C. al Fine',
    'dolce',
    'H7',
    'Cello',
    'Bassoon',
    'C/H',
    'Gb'.repeat(20),
    `C${'7'.repeat(21)}`,
  ])('%s is none', (text) => expect(readChordSymbol(text)).toBeUndefined());

  it('stands on a page as far away as the notes', () => {
    const source = withChords('C4:h R:h | F4:w', 'C', 'G7/B', 'F');
    const page = (id: Parameters<typeof instrumentOf>[0]) =>
      chordsOf(derivePart(realize({ owner: 'concert', source, partChoices: {} }), instrumentOf(id), 'concert').score);
    expect(page('flute')).toEqual(['C', 'G7/B', 'F']);
    expect(page('trumpet')).toEqual(['D', 'A7/C♯', 'G']);
    expect(page('alto-saxophone')).toEqual(['A', 'E7/G♯', 'D']);
    expect(page('horn')).toEqual(['G', 'D7/F♯', 'C']);
  });

  it('moves with the tune, and stays where the notes keep their sound', () => {
    const source = withChords('C4:w | F4:w', 'C', 'F/A');
    const moved = transposeExercise({ owner: 'concert', source, partChoices: {} }, parseInterval('M2'));
    expect(chordsOf(moved.source)).toEqual(['D', 'G/B']);
    const changed = (notes: 'sound' | 'move') => {
      const done = applyCommand(
        { score: source, caret: { measure: 0, at: 0 } },
        { kind: 'key', key: key(2, 'major'), notes },
      );
      return done.ok ? chordsOf(done.value.score) : [];
    };
    expect(changed('move')).toEqual(['D', 'G/B']);
    expect(changed('sound')).toEqual(['C', 'F/A']);
  });

  it('is put on the note just written, and taken away; it stays where the note becomes a rest', () => {
    const at = { score: line<Written>('C4 D4 E4 F4'), caret: { measure: 0, at: 2 } };
    const done = applyCommand(at, { kind: 'chord', chord: readChordSymbol('G7') });
    const score = done.ok ? done.value.score : at.score;
    expect(score.measures[0]?.events.map((e) => e.chord?.kind)).toEqual([undefined, '7', undefined, undefined]);
    const rest = applyCommand({ ...at, score }, { kind: 'remove', back: true, mode: 'overwrite' });
    expect(rest.ok && rest.value.score.measures[0]?.events[1]).toMatchObject({ kind: 'rest', chord: { kind: '7' } });
    const gone = applyCommand({ ...at, score }, { kind: 'chord', chord: undefined });
    expect(gone.ok && chordsOf(gone.value.score)).toEqual([]);
  });

  it('is checked where it comes from outside', () => {
    const stored = (kind: string) => {
      const source = withChords('C4:w', 'C');
      const chord = { root: { step: 'C', alter: 0 }, kind };
      return readExercise({
        owner: 'concert',
        partChoices: {},
        source: {
          ...source,
          measures: [{ ...source.measures[0], events: [{ ...source.measures[0]?.events[0], chord }] }],
        },
      }).ok;
    };
    expect([stored('m7'), stored('<b>'), stored('7'.repeat(21))]).toEqual([true, false, false]);
  });
});
