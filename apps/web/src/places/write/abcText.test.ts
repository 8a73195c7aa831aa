import { isAbcText } from './abcText';

describe('what is pasted', () => {
  it.each([
    'C D E F | G2 A2 |',
    'X:1\nT:Any title\nM:3/4\nL:1/4\nK:F\n"Gm7"!mf!G A B | (3cde f z |]\nw: one two three',
    "_B,/2^c'3/2 =d[CE]- | {g}.a ~b |: x :|",
    'c',
  ])('is music: %s', (text) => expect(isAbcText(text)).toBe(true));

  it.each([
    'Dear parents, the concert is on Friday.',
    'A page of prose',
    'Bring a cage and a bag',
    'THE CAFE',
    'https://school.example/a/b',
    'Liebe Eltern',
    '{"a": [1, 2]}',
    '12 34',
    '',
  ])('is none: %s', (text) => expect(isAbcText(text)).toBe(false));
});
