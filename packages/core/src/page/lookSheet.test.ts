import type { InstrumentId } from '../instrument/instrument';
import { figureText } from '../fingering/figure';
import { DEFAULT_TEACHING } from '../part/teaching';
import { pitchText, type Written } from '../pitch/pitch';
import { line } from '../testing';
import { lookSheet } from './lookSheet';
import { planPages } from './pagePlan';
import { DEFAULT_PAGE } from './pageSetup';

const sheet = (
  id: InstrumentId,
  text: string,
  { fifths = 0, usual = -2, known = undefined as readonly string[] | undefined } = {},
) => {
  const [plan] = planPages(
    { owner: id, source: line<Written>(text, { fifths }), partChoices: {} },
    id,
    DEFAULT_TEACHING,
    DEFAULT_PAGE,
    { today: '2026-01-01', known },
  );
  if (plan === undefined) throw new Error('no page');
  return lookSheet(plan, usual);
};
const figure = (f: ReturnType<typeof sheet>['notes'][number]['fingering']): string =>
  f.kind === 'playable' ? figureText(f.figure) : f.because;

describe('the look-first sheet of a page', () => {
  it('has the notes low to high, each with its figure, how often it comes, and whether it is new', () => {
    const { notes, clef, letters } = sheet('trumpet', 'G4 C4 F4 C4 | B3:w', { known: ['C4', 'F4', 'G4'] });
    expect(notes.map((n) => [pitchText(n.written), figure(n.fingering), n.times, n.isNew])).toEqual([
      ['B3', '2', 1, true],
      ['C4', '0', 2, false],
      ['F4', '1', 1, false],
      ['G4', '0', 1, false],
    ]);
    expect([clef, letters]).toEqual(['treble', []]);
  });

  // A trombone that leaves B flat major for F: E is plain, in second position where the habit is third. Common
  // practice, no source.
  it('says which letters differ from the usual key, and what that does to the figures', () => {
    const { against } = sheet('trombone', 'F3 E3 D3 C3 | Bb2:w', { fifths: -1, usual: -2 });
    expect(against?.letters.map((l) => [l.letter, l.was, l.is])).toEqual([['E', -1, 0]]);
    expect(against?.letters[0]?.notes.map((n) => [n.name, pitchText(n.habit), figure(n.was), figure(n.is)])).toEqual([
      ['E', 'Eb3', '3', '2'],
    ]);
    expect(sheet('trombone', 'F3 Eb3', { fifths: -2, usual: -2 }).against?.letters).toEqual([]);
  });

  it('reads the usual key in its own transposition: concert B flat is C on a trumpet', () => {
    expect(sheet('trumpet', 'F#4 G4', { fifths: 1 }).against).toMatchObject({
      fifths: 0,
      letters: [{ letter: 'F', was: 0, is: 1 }],
    });
  });

  it('warns of one letter in two forms, the rarer one with its bars', () => {
    const { lookalikes } = sheet('trumpet', 'B4 A4 B4 G4 | B4:w | Bb4:w');
    expect(lookalikes).toContainEqual({ kind: 'two-forms', names: ['B', 'B♭'], bars: [3] });
  });

  it('warns of a sign that still holds, and of the letter that is back after the bar line', () => {
    const { lookalikes } = sheet('trumpet', 'C#5 D5 C#5 D5 | C5 D5 C5 D5');
    expect(lookalikes).toContainEqual({ kind: 'still-holds', name: 'C♯', bars: [1] });
    // A reminder stands at the first C of the second bar; without reminders nothing would.
    expect(lookalikes.some((l) => l.kind === 'two-forms')).toBe(true);
    const bare = planPages(
      { owner: 'trumpet', source: line<Written>('C#5:w | C5:w'), partChoices: {} },
      'trumpet',
      { ...DEFAULT_TEACHING, conventions: { ...DEFAULT_TEACHING.conventions, reminders: 'none' } },
      DEFAULT_PAGE,
      { today: '2026-01-01' },
    )[0];
    expect(bare === undefined ? [] : lookSheet(bare).lookalikes).toContainEqual({
      kind: 'back-again',
      name: 'C',
      bars: [2],
    });
  });

  // First-line and top-line F on a saxophone: the same but for the octave key. Common practice, no source.
  it('warns of two octaves with one figure but for one key', () => {
    expect(sheet('alto-saxophone', 'F4:h F5:h').lookalikes).toEqual([
      expect.objectContaining({ kind: 'octave-key', name: 'F', key: '8' }),
    ]);
    expect(sheet('trumpet', 'C4:h C5:h').lookalikes).toEqual([]);
  });

  it('has nothing to warn of in a plain line', () => {
    expect(sheet('flute', 'F4 G4 A4 G4').lookalikes).toEqual([]);
  });
});
