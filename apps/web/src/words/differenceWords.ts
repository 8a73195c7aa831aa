import {
  type BarDifference,
  differenceInterval,
  type Length,
  letterName,
  type Conventions,
  type PlayedMark,
  type Written,
} from '@cifra/core';
import { lengthName, tupletName } from './rhythmWords';
import { list } from './spoken';

const ORDINALS = ['', 'unison', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'octave'];
const interval = (was: Written, is: Written): string => {
  const { size, up } = differenceInterval(was, is);
  if (size === 1) return 'the other form of the letter';
  return `${size === 8 ? 'an' : 'a'} ${ORDINALS[size] ?? `${size}th`} ${up ? 'higher' : 'lower'}`;
};

/** Several values in words, equal ones counted: `2 eighths and a half note`. */
export function valuesWords(lengths: readonly Length[], names: Conventions['rhythmNames']): string {
  if (lengths.length === 0) return 'nothing there';
  const groups: { name: string; count: number }[] = [];
  for (const { duration, rest } of lengths) {
    const triplet = duration.tuplet === undefined ? '' : `${tupletName(duration.tuplet.actual)} `;
    const name = `${triplet}${lengthName(duration, names)}${rest ? ' rest' : ''}`;
    const last = groups.at(-1);
    if (last?.name === name) last.count += 1;
    else groups.push({ name, count: 1 });
  }
  return list(
    groups.map(({ name, count }) =>
      count === 1 ? `${/^[aeiou]/.test(name) ? 'an' : 'a'} ${name}` : `${count} ${name}s`,
    ),
  );
}

const MARK_NAMES: Readonly<Record<PlayedMark, string>> = {
  staccato: 'a staccato dot',
  staccatissimo: 'a wedge',
  accent: 'an accent',
  marcato: 'a hat',
  tenuto: 'a tenuto line',
  fermata: 'a fermata',
  breath: 'a breath mark',
};

const levelName = (level: string | undefined): string =>
  level === undefined ? 'has no sign for how loud yet' : `is ${level}`;

/** One difference of two bars, as it is read out. @param first, second what the two bars are called */
export function differenceWords(
  d: BarDifference<Written>,
  names: Conventions['rhythmNames'],
  first: string,
  second: string,
): string {
  switch (d.kind) {
    case 'pitch':
      return `Beat ${d.beat}: ${second} has ${letterName(d.is)}, ${first} has ${letterName(d.was)}: ${interval(d.was, d.is)}.`;
    case 'rhythm':
      return `From beat ${d.beat} the rhythm parts: ${second} has ${valuesWords(d.is, names)}, ${first} has ${valuesWords(d.was, names)}.`;
    case 'rest-for-note':
      return `Beat ${d.beat}: ${second} rests where ${first} has ${letterName(d.pitch)}.`;
    case 'note-for-rest':
      return `Beat ${d.beat}: ${second} has ${letterName(d.pitch)} where ${first} rests.`;
    case 'tie':
      return `Beat ${d.beat}: ${d.tied ? `${second} ties the note on, ${first} does not` : `${first} ties the note on, ${second} does not`}.`;
    case 'held':
      return `Beat ${d.beat}: ${d.held ? second : first} holds the note over from before, ${d.held ? first : second} strikes it.`;
    case 'slur':
      return `Beat ${d.beat}: ${d.slurred ? second : first} slurs on to the next note, ${d.slurred ? first : second} does not.`;
    case 'mark':
      return `Beat ${d.beat}: ${d.marked ? second : first} has ${MARK_NAMES[d.mark]}, ${d.marked ? first : second} has not.`;
    case 'level':
      return `From beat ${d.beat}: ${second} ${levelName(d.is)}, ${first} ${levelName(d.was)}.`;
    case 'moved':
      return `The rhythm is the same; every note is ${Math.abs(d.steps)} ${Math.abs(d.steps) === 1 ? 'step' : 'steps'} ${d.steps > 0 ? 'higher' : 'lower'}.`;
    case 'only-first':
      return `${first} has ${valuesWords(d.lengths, names)}, ${second} has nothing.`;
    case 'only-second':
      return `${second} has ${valuesWords(d.lengths, names)}, ${first} has nothing.`;
  }
}
