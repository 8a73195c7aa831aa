import type { Concert } from '../pitch/pitch';
import { formatRational } from '../rational/rational';
import type { Measure, Score } from '../score/score';
import { line } from '../testing/line';
import { perform } from './perform';
import { playOrder } from './playOrder';

const withBars = (
  score: Score<Concert>,
  changes: Readonly<Record<number, Partial<Measure<Concert>>>>,
): Score<Concert> => ({ ...score, measures: score.measures.map((m, i) => ({ ...m, ...changes[i] })) });
const six = (changes: Readonly<Record<number, Partial<Measure<Concert>>>>) =>
  playOrder(withBars(line<Concert>('C4:w | D4:w | E4:w | F4:w | G4:w | A4:w'), changes))
    .map((p) => p.index + 1)
    .join(' ');

describe('the order in which bars are played', () => {
  it.each<[string, Readonly<Record<number, Partial<Measure<Concert>>>>, string]>([
    ['plain', {}, '1 2 3 4 5 6'],
    ['a repeat to the beginning', { 1: { repeatEnd: true } }, '1 2 1 2 3 4 5 6'],
    ['a repeat of its own', { 2: { repeatStart: true }, 3: { repeatEnd: true } }, '1 2 3 4 3 4 5 6'],
    [
      'two repeats',
      { 1: { repeatEnd: true }, 2: { repeatStart: true }, 4: { repeatEnd: true } },
      '1 2 1 2 3 4 5 3 4 5 6',
    ],
    [
      'a second repeat without a start goes back to where the first ended',
      { 1: { repeatEnd: true }, 3: { repeatEnd: true } },
      '1 2 1 2 3 4 3 4 5 6',
    ],
    ['two endings', { 2: { ending: [1], repeatEnd: true }, 3: { ending: [2] } }, '1 2 3 1 2 4 5 6'],
    [
      'endings of two bars',
      { 2: { ending: [1] }, 3: { ending: [1], repeatEnd: true }, 4: { ending: [2] }, 5: { ending: [2] } },
      '1 2 3 4 1 2 5 6',
    ],
    ['three times through', { 2: { ending: [1, 2], repeatEnd: true }, 3: { ending: [3] } }, '1 2 3 1 2 3 1 2 4 5 6'],
    [
      'endings, then a repeat of the rest',
      { 1: { ending: [1], repeatEnd: true }, 2: { ending: [2] }, 3: { repeatStart: true }, 4: { repeatEnd: true } },
      '1 2 1 3 4 5 4 5 6',
    ],
    // Jumps, to the beginner's usual reading: repeats are not taken again after the jump. Common practice, no source.
    ['da capo to the end', { 5: { navigation: ['dc'] } }, '1 2 3 4 5 6 1 2 3 4 5 6'],
    ['da capo al fine', { 1: { navigation: ['fine'] }, 5: { navigation: ['dc-fine'] } }, '1 2 3 4 5 6 1 2'],
    [
      'dal segno al fine',
      { 1: { navigation: ['segno'] }, 3: { navigation: ['fine'] }, 5: { navigation: ['ds-fine'] } },
      '1 2 3 4 5 6 2 3 4',
    ],
    [
      'da capo al coda',
      { 1: { navigation: ['to-coda'] }, 3: { navigation: ['dc-coda'] }, 4: { navigation: ['coda'] } },
      '1 2 3 4 1 2 5 6',
    ],
    [
      'dal segno al coda',
      {
        1: { navigation: ['segno'] },
        2: { navigation: ['to-coda'] },
        4: { navigation: ['ds-coda'] },
        5: { navigation: ['coda'] },
      },
      '1 2 3 4 5 2 3 6',
    ],
    [
      'repeats before the jump, and not after it',
      { 1: { repeatEnd: true, navigation: ['fine'] }, 5: { navigation: ['dc-fine'] } },
      '1 2 1 2 3 4 5 6 1 2',
    ],
    [
      'of endings the last after the jump',
      {
        1: { ending: [1], repeatEnd: true },
        2: { ending: [2], navigation: ['fine'] },
        5: { navigation: ['dc-fine'] },
      },
      '1 2 1 3 4 5 6 1 3',
    ],
    [
      'a jump at the end of a repeat waits for it',
      { 5: { repeatEnd: true, navigation: ['dc-fine'] }, 0: { navigation: ['fine'] } },
      '1 2 3 4 5 6 1 2 3 4 5 6 1',
    ],
    ['a jump to a segno that is not there is passed by', { 5: { navigation: ['ds-fine'] } }, '1 2 3 4 5 6'],
    ['fine before the jump ends nothing', { 2: { navigation: ['fine'] } }, '1 2 3 4 5 6'],
  ])('%s', (_name, changes, order) => expect(six(changes)).toBe(order));

  it('never goes on for ever', () =>
    expect(
      playOrder(withBars(line<Concert>('C4:w | D4:w'), { 0: { ending: [9], repeatEnd: true } })).length,
    ).toBeLessThan(30));
});

describe('a performance', () => {
  it('has exact onsets, and ties joined', () => {
    const p = perform(line<Concert>('C4 D4:h E4~ | E4 R:h F4'));
    expect(p.notes.map((n) => [n.midi, formatRational(n.onset), formatRational(n.quarters), n.held])).toEqual([
      [60, '0', '1', []],
      [62, '1', '2', []],
      [64, '3', '2', ['n4']],
      [65, '7', '1', []],
    ]);
  });
  it('plays a repeated passage again, with the same ids', () => {
    const p = perform(withBars(line<Concert>('C4:w | D4:w'), { 1: { repeatEnd: true } }));
    expect(p.notes.map((n) => [n.id, n.onset.n])).toEqual([
      ['n1', 0],
      ['n2', 4],
      ['n1', 8],
      ['n2', 12],
    ]);
    expect(formatRational(p.quarters)).toBe('16');
  });
  it('counts in up to the pickup', () => {
    expect(perform(withBars(line<Concert>('C4 | D4:w'), { 0: { pickup: true } })).countIn.words).toEqual([
      '1',
      '2',
      '3',
    ]);
    expect(perform(line<Concert>('C4:q. D4:q.', { meter: { beats: 6, unit: 8 } })).countIn).toMatchObject({
      words: ['1', '2', '3', '4', '5', '6'],
      unitQuarters: { n: 1, d: 2 },
    });
  });
  it('follows the tempo from where it stands, and the usual one before', () => {
    const p = perform(
      withBars(line<Concert>('C4:w | D4:w | E4:w'), {
        1: { tempo: { mark: { value: 'half', dots: 0, perMinute: 60 } } },
        2: { tempo: { words: 'broadly' } },
      }),
    );
    expect(p.bars.map((b) => b.quartersAMinute)).toEqual([92, 120, 120]);
  });
  it('keeps a loudness until the next', () => {
    const score = line<Concert>('C4 D4 E4 F4');
    const loud = withBars(score, {
      0: {
        events: (score.measures[0]?.events ?? []).map((e) => (e.id === 'n2' ? { ...e, dynamic: 'f' as const } : e)),
      },
    });
    expect(perform(loud).notes.map((n) => n.dynamic)).toEqual([undefined, 'f', 'f', 'f']);
  });
});
