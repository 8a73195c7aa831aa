import { parsePitch } from '../pitch/pitch';
import { key, tonic } from './key';
import { noteName } from './noteName';

// The four ways of naming notes: common practice, no source.
describe('note names', () => {
  const names = (notes: string, fifths: number, way: Parameters<typeof noteName>[2]): string =>
    notes
      .split(' ')
      .map((n) => noteName(parsePitch(`${n}4`), fifths, way))
      .join(', ');

  it('by letter do not depend on the key', () => {
    expect([names('C B Bb F# Fx', 0, 'letters'), names('B', -3, 'letters')]).toEqual(['C, B, B♭, F♯, F♯♯', 'B']);
  });

  it('movable do starts on the key note of every major signature', () => {
    expect(names('C D E F G A B C', 0, 'movable-do')).toBe('C do, D re, E mi, F fa, G sol, A la, B ti, C do');
    expect(names('Bb C D Eb F G A', -2, 'movable-do')).toBe('B♭ do, C re, D mi, E♭ fa, F sol, G la, A ti');
    expect(names('C# D# F# G# A#', 0, 'movable-do')).toBe('C♯ di, D♯ ri, F♯ fi, G♯ si, A♯ li');
    expect(names('Db Eb Gb Ab Bb', 0, 'movable-do')).toBe('D♭ ra, E♭ me, G♭ se, A♭ le, B♭ te');
    expect(names('Fx', 0, 'movable-do')).toBe('F♯♯');
    for (let fifths = -7; fifths <= 7; fifths++)
      expect(noteName(tonic(key(fifths)), fifths, 'movable-do').split(' ')[1]).toBe('do');
  });

  it('fixed do names the letter, whatever the key', () => {
    expect(names('C D E F G A B Bb F# Cbb Gx', 3, 'fixed-do')).toBe(
      'do, re, mi, fa, sol, la, si, si♭, fa♯, do♭♭, sol♯♯',
    );
  });

  it('German letters call B natural H', () => {
    expect(names('B Bb Bbb B# A Ab Abb E Eb Ebb D Db F# Cx', 0, 'german')).toBe(
      'H, B, Heses, His, A, As, Ases, E, Es, Eses, D, Des, Fis, Cisis',
    );
  });
});
