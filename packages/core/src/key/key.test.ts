import { Key as TonalKey } from 'tonal';
import { letterName, STEPS } from '../pitch/pitch';
import { key, keyOf, signatureAlter, signatureLetters, tonic, transposeKey } from './key';
import { parseInterval } from '../pitch/interval';

const { majorKey, minorKey } = TonalKey;
const plain = (name: string): string => name.replace('♯', '#').replace('♭', 'b');

describe('key signatures', () => {
  // Source: the key tables of tonal (npm tonal 6.4).
  it.each([-7, -6, -5, -4, -3, -2, -1, 0, 1, 2, 3, 4, 5, 6, 7])(
    'with %i fifths changes the letters that tonal lists',
    (fifths) => {
      const major = majorKey(plain(letterName(tonic(key(fifths)))));
      expect(major.alteration).toBe(fifths);
      const byLetter = new Map(
        major.scale.map((n) => [n[0], (n.match(/#/g) ?? []).length - (n.slice(1).match(/b/g) ?? []).length]),
      );
      for (const step of STEPS) expect(signatureAlter(fifths, step)).toBe(byLetter.get(step));
      expect(minorKey(plain(letterName(tonic(key(fifths, 'minor'))))).alteration).toBe(fifths);
    },
  );

  it('enter in the order of the fifths', () => {
    expect(signatureLetters(3)).toEqual(['F', 'C', 'G']);
    expect(signatureLetters(-2)).toEqual(['B', 'E']);
    expect(signatureLetters(-7)).toEqual(['B', 'E', 'A', 'D', 'G', 'C', 'F']);
  });

  it('move with the notes', () => {
    expect(transposeKey(key(-1), parseInterval('M2'))).toEqual(key(1));
    expect(keyOf({ step: 'G', alter: 0 }, 'minor')).toEqual(key(-2, 'minor'));
  });
});
