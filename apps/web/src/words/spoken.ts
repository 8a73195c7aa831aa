import { countedTouch, type Figure, figureText, type FingerCount, type Pitch } from '@cifra/core';
import { touchName } from '@cifra/engrave';

/** A bar by its printed number: the first full one is 1, and before it stands the pickup. */
export const barName = (number: number): string => (number === 0 ? 'the pickup' : `bar ${number}`);

/** Bars in a row: `bar 3`, `bars 3 to 6`, `the pickup to bar 6`. */
export function barsName(from: number, to: number): string {
  if (from === to) return barName(from);
  return from === 0 ? `the pickup to bar ${to}` : `bars ${from} to ${to}`;
}

/** Single bars: `bar 3`, `bars 3, 5 and 6`, `the pickup and bar 2`. */
export function barList(numbers: readonly number[]): string {
  const [first, ...rest] = numbers;
  const plain = numbers.filter((n) => n > 0);
  const named = plain.length === 0 ? '' : `${plain.length === 1 ? 'bar' : 'bars'} ${list(plain.map(String))}`;
  if (first !== 0) return named;
  return rest.length === 0 ? 'the pickup' : `the pickup and ${named}`;
}

/** The same at the start of a sentence. */
export const capital = (text: string): string => text.replace(/^./, (c) => c.toUpperCase());

const SPOKEN_ALTER: Readonly<Record<number, string>> = {
  [-2]: ' double flat',
  [-1]: ' flat',
  0: '',
  1: ' sharp',
  2: ' double sharp',
};

/** A letter as it is said: `B flat`. */
export const spokenLetter = (p: Pick<Pitch, 'step' | 'alter'>): string => `${p.step}${SPOKEN_ALTER[p.alter] ?? ''}`;

const ORDINALS = [
  '',
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
  'eleventh',
  'twelfth',
];
export const ordinal = (n: number): string => ORDINALS[n] ?? `${n}th`;

export const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** What a touch is called: `octave key`, `E♭ key`, `4`. */
export const touchWords = (t: string): string => FINGER_NAME[t] ?? (/^\d$/.test(t) ? `finger ${t}` : keyWords(t));

/** A key as it is said: `right F key`, `thumb F♯ key`, where the page has room for `RF` and `th F♯`. */
const keyWords = (t: string): string =>
  `${touchName(t)
    .replace(/^th /, 'thumb ')
    .replace(/^L(?=[A-G])/, 'left ')
    .replace(/^R(?=[A-G])/, 'right ')} key`;

const FINGER_NAME: Readonly<Record<string, string>> = {
  T: 'thumb',
  Th: 'thumb half closed',
  Tb: 'thumb on its B♭ key',
  W: 'whisper key',
  R: 'register key',
  8: 'octave key',
  '8s': 'side octave key',
  tr1: 'first trill key',
  tr2: 'second trill key',
};

function hand(touches: readonly string[]): string {
  const fingers = touches.filter((t) => /^\d$/.test(t) && t !== '8');
  const rest = touches
    .filter((t) => !fingers.includes(t))
    .map((t) => FINGER_NAME[t] ?? (/^\dh$/.test(t) ? `${t[0]} half closed` : keyWords(t)));
  return list([
    ...rest.filter((r) => r.startsWith('thumb')),
    ...(fingers.length === 0 ? [] : [fingers.join(' ')]),
    ...rest.filter((r) => !r.startsWith('thumb')),
  ]);
}

function valveWords(valves: readonly number[]): string {
  if (valves.length === 0) return 'open, no valve';
  return valves.length === 1 ? `${ordinal(valves[0] ?? 0)} valve` : `valves ${list(valves.map(String))}`;
}

/** A figure in words, for screen readers and the reason trail. */
export function figureWords(f: Figure, count: FingerCount = 'six-down'): string {
  switch (f.kind) {
    case 'valves':
      return `${f.thumb === true ? 'thumb and ' : ''}${valveWords(f.valves)}`;
    case 'slide':
      return f.counted === undefined
        ? `${ordinal(f.position)} position${f.adjust > 0 ? ', drawn in a little' : f.adjust < 0 ? ', out a little' : ''}${f.thumb === true ? ', with the thumb' : ''}`
        : `${ordinal(f.counted)} position of the attachment, with the thumb`;
    case 'keys': {
      if (figureText(f) === '-') return 'nothing pressed';
      const left = f.left.length === 0 ? '' : `left hand: ${hand(f.left)}`;
      const right = f.right.length === 0 ? '' : `right hand: ${hand(f.right.map((t) => countedTouch(t, count)))}`;
      return [left, right].filter((h) => h !== '').join('; ');
    }
  }
}
