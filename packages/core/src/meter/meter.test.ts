import { multiply, rational } from '../rational/rational';
import { beatName, type Counted, countIn, countText, countWords, type CountingSystem } from './counting';
import { beamQuarters, beatQuarters, countQuarters, isCompound, type Meter, measureQuarters, meterText } from './meter';
import { beatCount, type Strength, strengthAt } from './strength';

const m = (text: string): Meter => {
  const [beats = 4, unit = 4] = text.split('/').map(Number);
  return { beats, unit: unit as Meter['unit'] };
};
const q = (text: string) => {
  const [n = 0, d = 1] = text.split('/').map(Number);
  return rational(n, d);
};

// What the numbers of a time signature say: common practice, no source.
describe('meters', () => {
  it.each<[string, string, string, string, boolean, number]>([
    ['4/4', '4', '1', '2', false, 4],
    ['3/4', '3', '1', '1', false, 3],
    ['2/4', '2', '1', '1', false, 2],
    ['2/2', '4', '2', '2', false, 2],
    ['3/8', '3/2', '1/2', '3/2', false, 3],
    ['6/8', '3', '3/2', '3/2', true, 2],
    ['9/8', '9/2', '3/2', '3/2', true, 3],
    ['12/8', '6', '3/2', '3/2', true, 4],
    ['5/4', '5', '1', '1', false, 5],
    ['6/4', '6', '1', '1', false, 6],
    ['8/4', '8', '1', '2', false, 8],
    ['6/16', '3/2', '3/4', '3/4', true, 2],
    ['7/8', '7/2', '1/2', '1/2', false, 7],
    ['4/2', '8', '2', '2', false, 4],
    ['1/4', '1', '1', '1', false, 1],
  ])('%s: bar %s, beat %s, beams %s, compound %s, %i beats', (text, bar, beat, beam, compound, beats) => {
    const meter = m(text);
    expect([
      measureQuarters(meter),
      beatQuarters(meter),
      beamQuarters(meter),
      isCompound(meter),
      beatCount(meter),
    ]).toEqual([q(bar), q(beat), q(beam), compound, beats]);
    expect(meterText(meter)).toBe(text);
  });

  // Common practice, no source.
  it.each<[string, string]>([
    ['4/4', 'S w m w'],
    ['3/4', 'S w w'],
    ['2/4', 'S w'],
    ['2/2', 'S w'],
    ['6/8', 'S m'.replace('m', 'w')],
    ['9/8', 'S w w'],
    ['12/8', 'S w m w'],
    ['5/4', 'S w w m w'],
    ['7/8', 'S w m w m w w'],
    ['6/4', 'S w w m w w'],
    ['8/4', 'S w w w m w w w'],
    ['1/4', 'S'],
    ['3/8', 'S w w'],
    ['10/4', 'S w w m w m w w m w'],
    ['9/4', 'S w w m w w m w w'],
    ['13/4', 'S w w w w w w w w w w w w'],
  ])('%s is felt %s', (text, felt) => {
    const short: Readonly<Record<Strength, string>> = { strong: 'S', medium: 'm', weak: 'w', off: 'o' };
    const meter = m(text);
    const beats = Array.from({ length: beatCount(meter) }, (_u, i) => multiply(beatQuarters(meter), rational(i)));
    expect(beats.map((onset) => short[strengthAt(meter, onset)]).join(' ')).toBe(felt);
  });

  it('between the beats nothing is strong', () => {
    expect(['0', '1/2', '1', '2', '5/2', '3', '9'].map((o) => strengthAt(m('4/4'), q(o)))).toEqual([
      'strong',
      'off',
      'weak',
      'medium',
      'off',
      'weak',
      'weak',
    ]);
    expect(['0', '1/2', '3/2'].map((o) => strengthAt(m('6/8'), q(o)))).toEqual(['strong', 'off', 'weak']);
  });

  // Common practice; the tempo at which it turns is ours.
  it.each<[string, number, string]>([
    ['4/4', 60, '1'],
    ['2/2', 100, '2'],
    ['6/8', 66, '1/2'],
    ['6/8', 120, '3/2'],
    ['3/8', 66, '1/2'],
    ['3/8', 120, '3/2'],
    ['9/8', 90, '3/2'],
    ['6/16', 30, '1/4'],
    ['7/8', 200, '1/2'],
    ['5/4', 92, '1'],
  ])('%s at %i quarters a minute is counted in %s', (text, tempo, count) =>
    expect(countQuarters(m(text), tempo)).toEqual(q(count)),
  );

  it('what is counted between the beats is weak', () => {
    const counts = ['0', '1/2', '1', '3/2', '5/2', '1/4'];
    expect(counts.map((o) => strengthAt(m('6/8'), q(o), q('1/2')))).toEqual([
      'strong',
      'weak',
      'weak',
      'weak',
      'weak',
      'off',
    ]);
  });
});

// The three counting systems: common practice, no source.
describe('counting', () => {
  /** Counted slowly, in what the lower number says, a group of three from the beat on. */
  const counted = (meter: string, place: Pick<Counted, 'onset' | 'quarters' | 'rest'>, tempo = 66): Counted => {
    const { onset, quarters } = place;
    const into = rational(onset.n % onset.d, onset.d);
    const triplet = quarters.d % 3 === 0 ? { into, lasts: rational(1) } : undefined;
    return { meter: m(meter), count: countQuarters(m(meter), tempo), triplet, ...place };
  };
  const say = (meter: string, notes: string, system: CountingSystem): string => {
    let onset = rational(0);
    return notes
      .split(' ')
      .map((n) => {
        const rest = n.startsWith('r');
        const quarters = q(rest ? n.slice(1) : n);
        const text = countText(countWords(counted(meter, { onset, quarters, rest }), system), system, rest);
        onset = rational(onset.n * quarters.d + quarters.n * onset.d, onset.d * quarters.d);
        return text;
      })
      .join(' | ');
  };

  it.each<[string, string, CountingSystem, string]>([
    ['4/4', '1 1 1 1', 'numbers', '1 | 2 | 3 | 4'],
    ['4/4', '2 2', 'numbers', '1 (2) | 3 (4)'],
    ['4/4', '4', 'numbers', '1 (2 3 4)'],
    ['4/4', '3 r1', 'numbers', '1 (2 3) | (4)'],
    ['4/4', '1/2 1/2 1 3/2 1/2', 'numbers', '1 | & | 2 | 3 (4) | &'],
    ['4/4', '1/4 1/4 1/4 1/4 1', 'numbers', '1 | e | & | a | 2'],
    ['4/4', '1/3 1/3 1/3 1', 'numbers', '1 | la | li | 2'],
    ['2/2', '1 1 2', 'numbers', '1 | & | 2'],
    ['6/8', '1/2 1/2 1/2 3/2', 'numbers', '1 | 2 | 3 | 4 (5 6)'],
    ['6/8', '1 1/2 3/2', 'numbers', '1 (2) | 3 | 4 (5 6)'],
    ['3/8', '1/2 1', 'numbers', '1 | 2 (3)'],
    ['3/8', '1/2 1/2 1/2', 'du', 'du | da | di'],
    ['4/4', '1/8 7/8', 'numbers', '1 | ta'],
    ['6/8', '1/4 1/4 1', 'numbers', '1 | & | 2 (3)'],
    ['4/4', '1 1/2 1/2 2', 'ta', 'ta | ti | ti | ta-a'],
    ['4/4', '4', 'ta', 'ta-a-a-a'],
    ['4/4', '3/2 1/2 2', 'ta', 'ta-i | ti | ta-a'],
    ['4/4', '1/4 1/4 1/4 1/4 3/4 1/4', 'ta', 'ti | ka | ti | ka | tim | ka'],
    ['4/4', '1/3 1/3 1/3 r1 r2', 'ta', 'tri | o | la | (sh) | (sh-sh)'],
    ['4/4', '3 r1/2 1/2', 'ta', 'ta-a-a | (sh) | ti'],
    ['4/4', '1 1/2 1/2 2', 'du', 'du | du | de | du-u'],
    ['4/4', '1/4 1/4 1/4 1/4 1', 'du', 'du | ta | de | ta | du'],
    ['4/4', '1/3 1/3 1/3 1', 'du', 'du | da | di | du'],
    ['6/8', '1/2 1/2 1/2 3/2', 'du', 'du | da | di | du'],
    ['6/8', '3', 'du', 'du-u'],
    ['2/2', '1 1 2', 'du', 'du | de | du'],
    ['4/4', '1/8 7/8 1', 'du', 'du | ta | du'],
  ])('%s: %s in %s is %s', (meter, notes, system, text) => expect(say(meter, notes, system)).toBe(text));

  it('puts a held-over note in brackets as a whole', () => {
    const words = countWords(counted('4/4', { onset: q('0'), quarters: q('2') }), 'numbers');
    expect(countText(words, 'numbers', true)).toBe('(1 2)');
    expect(countText(words, 'numbers')).toBe('1 (2)');
    expect(countText([], 'numbers')).toBe('');
    expect(words).toEqual([
      { text: '1', held: false },
      { text: '2', held: true },
    ]);
    expect(countWords(counted('4/4', { onset: q('0'), quarters: q('2') }), 'du')).toEqual([
      { text: 'du', held: false },
      { text: 'u', held: true },
    ]);
    expect(countWords(counted('4/4', { onset: q('0'), quarters: q('3/2') }), 'ta')).toEqual([
      { text: 'ta', held: false },
      { text: 'i', held: true },
    ]);
    expect(countWords(counted('4/4', { onset: q('0'), quarters: q('2'), rest: true }), 'ta')).toEqual([
      { text: 'sh', held: false },
      { text: 'sh', held: true },
    ]);
  });

  it('goes through a triplet of mixed values by its thirds', () => {
    const triplet = (into: string, quarters: string) =>
      countText(
        countWords(
          {
            ...counted('4/4', { onset: q(into), quarters: q(quarters) }),
            triplet: { into: q(into), lasts: q('1') },
          },
          'ta',
        ),
        'ta',
      );
    expect([triplet('0', '2/3'), triplet('2/3', '1/3'), triplet('0', '1/3'), triplet('1/3', '2/3')]).toEqual([
      'tri-o',
      'la',
      'tri',
      'o-la',
    ]);
  });

  it('names places as they are counted', () => {
    expect([beatName(q('3/2'), q('1')), beatName(q('5/2'), q('1/2')), beatName(q('5/2'), q('3/2'))]).toEqual([
      '2 1/2',
      '6',
      '2 li',
    ]);
  });

  // Common practice: at least two counts set a tempo.
  it.each<[string, number, string | undefined, string]>([
    ['4/4', 92, undefined, '1 2 3 4'],
    ['4/4', 92, '1', '1 2 3'],
    ['4/4', 92, '1/2', '1 2 3 4'],
    ['4/4', 92, '3', '1 2 3 4 1'],
    ['3/4', 92, '1', '1 2'],
    ['3/4', 92, '2', '1 2 3 1'],
    ['2/4', 92, '1', '1 2 1'],
    ['2/4', 92, undefined, '1 2'],
    ['6/8', 66, undefined, '1 2 3 4 5 6'],
    ['6/8', 66, '1/2', '1 2 3 4 5'],
    ['6/8', 120, undefined, '1 2'],
    ['6/8', 120, '1/2', '1 2 1 2'],
    ['2/2', 132, undefined, '1 2'],
    ['3/8', 66, undefined, '1 2 3'],
    ['3/8', 120, undefined, '1 1'],
    ['4/4', 92, '4', '1 2 3 4'],
  ])('%s at %i with a pickup of %s is counted in: %s', (meter, tempo, pickup, words) =>
    expect(
      countIn(m(meter), countQuarters(m(meter), tempo), pickup === undefined ? undefined : q(pickup)).words.join(' '),
    ).toBe(words),
  );
});
