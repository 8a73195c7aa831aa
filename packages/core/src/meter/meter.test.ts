import { multiply, rational } from '../rational/rational';
import { countIn, countText, countWords, type CountingSystem } from './counting';
import { beamQuarters, beatQuarters, isCompound, type Meter, measureQuarters, meterText } from './meter';
import { beatCount, meterKind, type Strength, strengthAt } from './strength';

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

  it('are simple, compound or irregular', () => {
    expect(['4/4', '3/8', '6/8', '12/8', '5/4', '7/8', '8/4'].map((t) => meterKind(m(t)))).toEqual([
      'simple',
      'simple',
      'compound',
      'compound',
      'irregular',
      'irregular',
      'simple',
    ]);
  });
});

// The three counting systems: common practice, no source.
describe('counting', () => {
  const say = (meter: string, notes: string, system: CountingSystem): string => {
    let onset = rational(0);
    return notes
      .split(' ')
      .map((n) => {
        const rest = n.startsWith('r');
        const quarters = q(rest ? n.slice(1) : n);
        const text = countText(countWords(m(meter), { onset, quarters, rest }, system), system, rest);
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
    const words = countWords(m('4/4'), { onset: q('0'), quarters: q('2') }, 'numbers');
    expect(countText(words, 'numbers', true)).toBe('(1 2)');
    expect(countText(words, 'numbers')).toBe('1 (2)');
    expect(countText([], 'numbers')).toBe('');
    expect(words).toEqual([
      { text: '1', held: false },
      { text: '2', held: true },
    ]);
    expect(countWords(m('4/4'), { onset: q('0'), quarters: q('2') }, 'du')).toEqual([
      { text: 'du', held: false },
      { text: 'u', held: true },
    ]);
    expect(countWords(m('4/4'), { onset: q('0'), quarters: q('3/2') }, 'ta')).toEqual([
      { text: 'ta', held: false },
      { text: 'i', held: true },
    ]);
    expect(countWords(m('4/4'), { onset: q('0'), quarters: q('2'), rest: true }, 'ta')).toEqual([
      { text: 'sh', held: false },
      { text: 'sh', held: true },
    ]);
  });

  it('counts a class in, shortened by what the pickup borrows', () => {
    expect([
      countIn(m('4/4')),
      countIn(m('4/4'), q('1')),
      countIn(m('4/4'), q('1/2')),
      countIn(m('3/4'), q('2')),
    ]).toEqual([['1', '2', '3', '4'], ['1', '2', '3'], ['1', '2', '3', '4'], ['1']]);
    expect([
      countIn(m('6/8')),
      countIn(m('6/8'), q('1/2')),
      countIn(m('2/2')),
      countIn(m('3/8')),
      countIn(m('4/4'), q('4')),
    ]).toEqual([
      ['1', '2', '3', '4', '5', '6'],
      ['1', '2', '3', '4', '5'],
      ['1', '2'],
      ['1', '2', '3'],
      ['1', '2', '3', '4'],
    ]);
  });
});
