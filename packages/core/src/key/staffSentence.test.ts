import { CLEFS } from './signature';
import { checkSentence, STAFF_KINDS, staffLetters } from './staffSentence';

// Lines and spaces: common practice, no source.
describe('lines and spaces', () => {
  it.each([
    ['treble', 'E G B D F', 'F A C E'],
    ['bass', 'G B D F A', 'A C E G'],
    ['alto', 'F A C E G', 'G B D F'],
    ['tenor', 'D F A C E', 'E G B D'],
  ] as const)('of the %s clef are %s and %s', (clef, lines, spaces) => {
    expect(staffLetters(clef, 'lines').join(' ')).toBe(lines);
    expect(staffLetters(clef, 'spaces').join(' ')).toBe(spaces);
  });
});

describe("a teacher's memory sentence", () => {
  it('holds where its words begin with the letters, whatever the case and the commas', () => {
    expect(checkSentence('Eager geese, bring Dad FIGS!', 'treble', 'lines')).toBeUndefined();
    expect(checkSentence('  all Cats eat grass ', 'bass', 'spaces')).toBeUndefined();
    expect(checkSentence('face', 'treble', 'spaces')).toBeUndefined();
  });

  it('is refused with the word that is wrong, or the number of words', () => {
    expect(checkSentence('Eager dogs bring Dad figs', 'treble', 'lines')).toEqual({
      kind: 'wrong-letter',
      at: 1,
      word: 'dogs',
      letter: 'G',
    });
    expect(checkSentence('Eager geese bring', 'treble', 'lines')).toEqual({ kind: 'word-count', words: 3, wanted: 5 });
    expect(checkSentence('Eager geese bring Dad figs too', 'treble', 'lines')).toEqual({
      kind: 'word-count',
      words: 6,
      wanted: 5,
    });
    expect(checkSentence('', 'treble', 'lines')).toEqual({ kind: 'word-count', words: 0, wanted: 5 });
    // The lines of one clef are not those of another.
    for (const a of CLEFS)
      for (const b of CLEFS)
        for (const kind of STAFF_KINDS)
          expect(checkSentence(staffLetters(a, kind).join(' '), b, kind) === undefined).toBe(a === b);
  });
});
