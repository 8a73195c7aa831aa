import { applyCommand } from '../edit/applyCommand';
import { FIRST_PEN } from '../edit/pen';
import { parsePitch, type Written } from '../pitch/pitch';
import { line } from '../testing/line';
import { readChordSymbol } from './chordSymbol';
import { firstBars } from './firstBars';
import type { Score } from './score';
import { heldSyllables, readSyllables, syllablesText, withSyllables } from './syllables';

/** What stands under each note. */
const under = (score: Score<Written>): (string | undefined)[] =>
  score.measures.flatMap((m) =>
    m.events.flatMap((e) =>
      e.kind === 'note' ? [e.syllable && `${e.syllable.text}${e.syllable.hyphen ? '-' : ''}`] : [],
    ),
  );

describe('words to sing', () => {
  it('are read as they are typed', () => {
    expect(readSyllables('Snow is fall-ing _ down, and~I')).toEqual([
      { text: 'Snow' },
      { text: 'is' },
      { text: 'fall', hyphen: true },
      { text: 'ing' },
      'none',
      { text: 'down,' },
      { text: 'and I' },
    ]);
    expect(readSyllables('  ')).toEqual([]);
    expect(readSyllables(' a  b\nc ~ d~')).toEqual(['a', 'b', 'c', 'd'].map((text) => ({ text })));
    expect(readSyllables('time - less | x\\-y')).toEqual([
      { text: 'time', hyphen: true },
      'none',
      { text: 'less' },
      'bar',
      { text: 'x-y' },
    ]);
    expect(readSyllables('fall-_ing')).toEqual([{ text: 'fall', hyphen: true }, 'none', { text: 'ing' }]);
  });

  it('stand under the notes that are struck: not under rests, not where a note is tied on', () => {
    const { score, left } = withSyllables(line<Written>('C4 R D4:h~ | D4 E4:h F4'), 'snow fall-ing down');
    expect(under(score)).toEqual(['snow', 'fall-', undefined, 'ing', 'down']);
    expect(left).toEqual([]);
  });

  it('that find no note are counted, and notes beyond the words have none', () => {
    expect(withSyllables(line<Written>('C4 D4'), 'one two _ three four').left).toEqual(['three', 'four']);
    expect(withSyllables(line<Written>('C4 D4 E4 F4 | G4'), 'one _').after).toBe(3);
    expect(under(withSyllables(line<Written>('C4 D4 | E4 F4'), 'one | two').score)).toEqual([
      'one',
      undefined,
      'two',
      undefined,
    ]);
    const long = withSyllables(line<Written>('C4 D4 E4'), 'a b c').score;
    expect(under(withSyllables(long, 'x').score)).toEqual(['x', undefined, undefined]);
    expect(under(withSyllables(long, '').score)).toEqual([undefined, undefined, undefined]);
    expect(withSyllables(long, '').score).toEqual(line<Written>('C4 D4 E4'));
    expect([
      syllablesText(withSyllables(long, 'a _ _').score),
      syllablesText(withSyllables(long, '_ a').score),
    ]).toEqual(['a', '_ a']);
  });

  it.each(['', 'snow', 'snow is fall-ing', 'fall- _ ing', '_ _ down', 'and~I fall-ing', 'x\\-y \\~ a\\\\b'])(
    '%s can be typed again as it stands',
    (text) => {
      const { score } = withSyllables(line<Written>('C4 D4 E4 F4 | G4 A4'), text);
      const again = withSyllables(line<Written>('C4 D4 E4 F4 | G4 A4'), syllablesText(score)).score;
      expect(under(again)).toEqual(under(score));
    },
  );

  it('are held where a slur or a tie leads on, not where a note is without words', () => {
    const { score } = withSyllables(line<Written>('C4 D4 E4 F4 | G4:h~ G4:h'), 'a _ b _ c');
    const slurred = { ...score, slurs: [{ from: 'n1', to: 'n2' }] };
    expect([...heldSyllables(slurred)]).toEqual(['n1', 'n5']);
    const held = (text: string, notes: string, ...slurs: [string, string][]) => [
      ...heldSyllables({
        ...withSyllables(line<Written>(notes), text).score,
        slurs: slurs.map(([from, to]) => ({ from, to })),
      }),
    ];
    // A word that goes on has its hyphen; a slur that ends here, or another syllable under it, holds nothing.
    expect(held('fall- _ ing', 'C4 D4 E4', ['n1', 'n2'])).toEqual([]);
    expect(held('a b', 'C4 D4 E4', ['n1', 'n2'])).toEqual([]);
    expect(held('a _', 'C4 R E4', ['n1', 'n3'])).toEqual([]);
    expect(held('_ a _ _', 'C4 D4 E4 F4', ['n1', 'n2'], ['n2', 'n4'])).toEqual(['n2']);
    expect(held('a _ _ b _', 'C4 D4 E4 F4 G4', ['n1', 'n2'], ['n4', 'n5'])).toEqual(['n1', 'n4']);
    expect(held('a', 'C4')).toEqual([]);
  });

  it('are left out of the first bars that a line is known by', () => {
    const { score } = withSyllables(line<Written>('C4 R D4 E4 | F4:w'), 'snow is fall-ing');
    const chord = readChordSymbol('C');
    const chorded = {
      ...score,
      measures: score.measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, ...(chord && { chord }) })) })),
    };
    expect(firstBars(chorded, 1).measures).toEqual(line<Written>('C4 R D4 E4').measures);
  });

  it('stay where another note is written over theirs', () => {
    const sung = withSyllables(line<Written>('C4 D4 E4 F4'), 'snow is fall-ing').score;
    const over = applyCommand(
      { score: sung, caret: { measure: 0, at: 1 } },
      { kind: 'write-note', pitch: parsePitch<Written>('G4'), pen: { ...FIRST_PEN, mode: 'overwrite' } },
    );
    expect(over.ok && under(over.value.score)).toEqual(['snow', 'is', 'fall-', 'ing']);
    expect(over.ok && over.value.score.measures[0]?.events[1]).toMatchObject({ pitch: { step: 'G' } });
  });

  it('go with their notes: typed in one step, kept by the first half of a note that a bar line parts', () => {
    const at = { score: line<Written>('C4 D4 E4 F4'), caret: { measure: 0, at: 0 } };
    const done = applyCommand(at, { kind: 'syllables', text: 'snow is fall-ing' });
    if (!done.ok) throw new Error('refused');
    expect(under(done.value.score)).toEqual(['snow', 'is', 'fall-', 'ing']);
    const longer = applyCommand(
      { ...done.value, caret: { measure: 0, at: 0 } },
      { kind: 'meter', meter: { beats: 3, unit: 8 }, rebar: true },
    );
    expect(longer.ok && under(longer.value.score)).toEqual(['snow', 'is', undefined, 'fall-', 'ing', undefined]);
  });
});
