import type { InstrumentId } from '../instrument/instrument';
import { figureText } from '../fingering/figure';
import { key } from '../key/key';
import { DEFAULT_TEACHING } from '../part/teaching';
import { pitchText, type Written } from '../pitch/pitch';
import { line } from '../testing';
import { lookSheet } from './lookSheet';
import { type PagePlan, planPages } from './pagePlan';
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
const lettersOf = ({ against }: ReturnType<typeof sheet>) => (against.kind === 'letters' ? against.letters : []);
const figure = (f: ReturnType<typeof sheet>['notes'][number]['fingering']): string =>
  f.kind === 'playable' ? figureText(f.figure) : f.because;

describe('the look-first sheet of a page', () => {
  it('has the notes low to high, each with its figure, how often it comes, and whether it is new', () => {
    const { notes, clef, keys } = sheet('trumpet', 'G4 C4 F4 C4 | B3:w', { known: ['C4', 'F4', 'G4'] });
    expect(notes.map((n) => [pitchText(n.written), figure(n.fingering), n.times, n.isNew])).toEqual([
      ['B3', '2', 1, true],
      ['C4', '0', 2, false],
      ['F4', '1', 1, false],
      ['G4', '0', 1, false],
    ]);
    expect([clef, keys]).toEqual(['treble', [{ fifths: 0, bar: 1 }]]);
  });

  // A trombone that leaves B flat major for F: E is plain, in second position where the habit is third. Common
  // practice, no source.
  it('says which letters differ from the usual key, and what that does to the figures', () => {
    const against = lettersOf(sheet('trombone', 'F3 E3 D3 C3 | Bb2:w', { fifths: -1, usual: -2 }));
    expect(against.map((l) => [l.letter, l.was, l.is])).toEqual([['E', -1, 0]]);
    expect(against[0]?.notes.map((n) => [n.name, pitchText(n.habit), figure(n.was), figure(n.is)])).toEqual([
      ['E', 'Eb3', '3', '2'],
    ]);
    expect(lettersOf(sheet('trombone', 'F3 Eb3', { fifths: -2, usual: -2 }))).toEqual([]);
  });

  it('reads the usual key in its own transposition: concert B flat is C on a trumpet', () => {
    expect(sheet('trumpet', 'F#4 G4', { fifths: 1 }).against).toMatchObject({
      fifths: 0,
      letters: [{ letter: 'F', was: 0, is: 1 }],
    });
  });

  it('respells the usual key for its reader, and says nothing of letters that have signs of their own', () => {
    // Concert E (four sharps) on a B flat clarinet is six sharps; C flat would be seven flats.
    expect(sheet('clarinet', 'F#4 B4', { fifths: 6, usual: 5 }).against).toMatchObject({ kind: 'letters', fifths: -5 });
    // A tune in B flat written with a sign at every note: nothing is other than usual.
    const bare = sheet('flute', 'Bb4 Eb5 Bb4 F5', { fifths: 0, usual: -2 });
    expect(lettersOf(bare)).toEqual([]);
    const signed = lettersOf(sheet('flute', 'B4 Bb4 B4:h', { fifths: 0, usual: -2 }));
    expect(signed.find((l) => l.letter === 'B')).toMatchObject({
      hasSigns: true,
      notes: [{ name: 'B' }],
    });
  });

  it('has every signature of the line, and compares the first alone', () => {
    const plain = line<Written>('F#4:w | F4:w');
    const [plan] = planPages(
      {
        owner: 'flute',
        source: { ...plain, measures: plain.measures.map((m, i) => ({ ...m, key: key(i === 0 ? 1 : -1) })) },
        partChoices: {},
      },
      'flute',
      DEFAULT_TEACHING,
      DEFAULT_PAGE,
      { today: '2026-01-01' },
    );
    const { keys, lookalikes } = lookSheet(plan as PagePlan, 1);
    expect(keys).toEqual([
      { fifths: 1, bar: 1 },
      { fifths: -1, bar: 2 },
    ]);
    // The bar line has ended no sign there: the key has changed.
    expect(lookalikes.map((l) => l.kind)).toEqual(['two-forms']);
  });

  it('warns of one letter in two forms, the rarer one with its bars', () => {
    const { lookalikes } = sheet('trumpet', 'B4 A4 B4 G4 | B4:w | Bb4:w');
    expect(lookalikes).toContainEqual({ kind: 'two-forms', names: ['B', 'B♭'], bars: [3] });
  });

  it('warns of a sign that still holds, and of the letter that is back after the bar line', () => {
    const { lookalikes } = sheet('trumpet', 'C#5 D5 C#5 D5 | C5 D5 C5 D5');
    expect(lookalikes).toContainEqual({ kind: 'still-holds', name: 'C♯', natural: false, bars: [1] });
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
      natural: true,
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
