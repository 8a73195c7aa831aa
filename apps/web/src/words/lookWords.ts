import { signatureWords } from '@cifra/contract/words';
import {
  formatRational,
  type LetterAgainst,
  type Lookalike,
  type LookSheet,
  type Meter,
  meterText,
  measureQuarters,
  divide,
  valueForQuarters,
  type NoteUsed,
  type Rational,
  type Conventions,
  type TiedSum,
  type ValueUsed,
} from '@cifra/core';
import { figureLines } from '@cifra/engrave';
import { lengthName, tupletName } from './rhythmWords';
import { barList, barName, capital, figureWords, list, touchWords } from './spoken';

/** A value with its dots: `dotted half note`. */
const fullName = (d: ValueUsed['duration'], names: Conventions['rhythmNames']): string =>
  `${d.tuplet === undefined ? '' : `${tupletName(d.tuplet.actual)} `}${lengthName(d, names)}`;

/** A number of counts: `1 1/2 counts`. */
export const countsWords = (r: Rational): string => `${formatRational(r)} ${r.n <= r.d ? 'count' : 'counts'}`;

/** How long a value of the line lasts. @example `dotted half note: 3 counts` */
export const valueWords = ({ duration, rest, counts, meter }: ValueUsed, names: Conventions['rhythmNames']): string =>
  `${fullName(duration, names)}${rest ? ' rest' : ''}: ${countsWords(counts)}${meter === undefined ? '' : ` in ${meterText(meter)}`}`;

/** A tie as a sum. @example `whole note + quarter = 5 counts` */
export const tieWords = ({ durations, counts }: TiedSum, names: Conventions['rhythmNames']): string =>
  `${durations.map((d) => fullName(d, names)).join(' + ')} = ${countsWords(counts)}`;

/** How a bar is counted. @example in 3/4 `3 counts in a bar; a quarter gets one count` */
export function meterWords(m: Meter, count: Rational, names: Conventions['rhythmNames']): string {
  const value = valueForQuarters(count);
  const counts = divide(measureQuarters(m), count);
  const one = value === undefined ? undefined : lengthName(value, names);
  const bar = `${formatRational(counts)} ${counts.n === counts.d ? 'count' : 'counts'} in a bar`;
  return one === undefined ? bar : `${bar}; ${/^[aeiou]/.test(one) ? 'an' : 'a'} ${one} gets one count`;
}

/** So many bars are named one by one. */
const NAMED = 6;
const barsWords = (bars: readonly number[]): string => (bars.length > NAMED ? `${bars.length} bars` : barList(bars));

/** A note's name, where a letter without a sign is meant as such: `C natural`. */
const plainly = ({ name, natural }: { readonly name: string; readonly natural: boolean }): string =>
  natural && /^[A-G]$/.test(name) ? `${name} natural` : name;

/** What is easily mistaken, and what to do. */
export function lookalikeWords(l: Lookalike): string {
  switch (l.kind) {
    case 'two-forms':
      return `${list(l.names)} both come: watch for ${l.names[l.names.length - 1]} in ${barsWords(l.bars)}.`;
    case 'octave-key':
      return `${l.name} comes low and high: the fingers are the same but for the ${touchWords(l.key)}.`;
    case 'still-holds':
      return `${plainly(l)} still holds in ${barsWords(l.bars)}, without a sign of its own.`;
    case 'back-again':
      return `${plainly(l)} is back in ${barsWords(l.bars)}: the bar line has ended the sign.`;
  }
}

/** A hand that presses nothing. */
const NOTHING = '–';

/** A figure on one line: `T12 | 45`. */
export const figureOnLine = (f: NoteUsed['fingering'], count: Conventions['fingerCount']): string =>
  f.kind === 'playable'
    ? figureLines(f.figure, count)
        .filter((x) => x !== '' && x !== NOTHING)
        .join(' | ')
    : 'none';

export const ALTER_WORDS: Readonly<Record<number, string>> = { [-1]: 'flat', 0: 'natural', 1: 'sharp' };

/** A figure as it is said; what an instrument has not is said as such. */
const figureSaid = (f: NoteUsed['fingering'], count: Conventions['fingerCount']): string =>
  f.kind === 'playable' ? figureWords(f.figure, count) : 'not on this instrument';

/** One letter against the habit. @example `E is natural here, not flat. E: second position; E♭ is third position.` */
export function againstWords(
  { letter, was, is, hasSigns, notes }: LetterAgainst,
  count: Conventions['fingerCount'],
): string {
  const where = hasSigns ? 'where it has no sign of its own' : 'here';
  const said = `${letter} is ${ALTER_WORDS[is]} ${where}, not ${ALTER_WORDS[was]}`;
  if (notes.length === 0) return `${said}; it does not come in this line.`;
  // Low to high, where the letter comes in several octaves.
  const heights =
    notes.length === 1 ? [''] : notes.map((_n, i) => (i === 0 ? 'low ' : i === notes.length - 1 ? 'high ' : 'middle '));
  const figures = notes.map(
    (n, i) => `${heights[i] ?? ''}${n.name}: ${figureSaid(n.is, count)}; ${n.habitName} is ${figureSaid(n.was, count)}`,
  );
  return `${said}. ${figures.map((f) => `${capital(f)}.`).join(' ')}`;
}

/** How this key stands to the one the class is used to, in one sentence. */
export function againstSentence({ against, keys: [{ fifths }, ...changes] }: LookSheet): string {
  const until = changes[0] === undefined ? '' : `Before ${barName(changes[0].bar)}: `;
  if (against.kind === 'no-signature') return 'This page has no key signature: every sign stands at its note.';
  if (against.fifths === fifths) return capital(`${until}the key the class is used to.`);
  return capital(`${until}${signatureWords(fifths)}, where the class is used to ${signatureWords(against.fifths)}.`);
}
