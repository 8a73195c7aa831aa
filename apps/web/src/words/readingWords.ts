import type { BarRelation, LineFacts, SentenceFault } from '@cifra/core';
import { barsName } from './spoken';

/**
 * The order in which the bars are played, as a teacher says it: `the pickup to bar 8, then the pickup to bar 7, then
 * bar 9`.
 */
export function playedWords({ played }: LineFacts): string {
  const runs = played.map(({ from, to }) => barsName(from, to));
  return runs.length === 1 ? 'straight through' : runs.join(', then ');
}

/** `1 minute 20 seconds`, to the nearest five seconds once it is longer than one minute. */
export function lengthWords(seconds: number): string {
  const whole = seconds < 60 ? Math.round(seconds) : Math.round(seconds / 5) * 5;
  const [minutes, rest] = [Math.floor(whole / 60), whole % 60];
  const count = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;
  return [minutes === 0 ? '' : count(minutes, 'minute'), rest === 0 && minutes > 0 ? '' : count(rest, 'second')]
    .filter((w) => w !== '')
    .join(' ');
}

/** A sequence: `bar 1, two steps up` as `bar 1, 2 steps up`. */
export const movedWords = (steps: number, what: string): string =>
  `${what}, ${Math.abs(steps)} ${Math.abs(steps) === 1 ? 'step' : 'steps'} ${steps > 0 ? 'up' : 'down'}`;

/** How a bar stands to an earlier one, in few words. @param nameOf the printed number of a bar by its index */
export function relationWords(r: BarRelation, nameOf: (index: number) => string): string {
  switch (r.kind) {
    case 'new':
      return 'new';
    case 'same':
      return `as ${nameOf(r.of)}`;
    case 'but-touch':
      return `${nameOf(r.of)}, tied, slurred or marked otherwise`;
    case 'but-last':
      return `${nameOf(r.of)} but the last note`;
    case 'but-ending':
      return `${nameOf(r.of)} but the ending`;
    case 'pitches':
      return `notes of ${nameOf(r.of)}`;
    case 'rhythm':
      return `rhythm of ${nameOf(r.of)}`;
    case 'moved':
      return movedWords(r.steps, nameOf(r.of));
  }
}

/** What is wrong with a memory sentence, and what to do. */
export function sentenceFaultWords(f: SentenceFault): string {
  switch (f.kind) {
    case 'wrong-letter':
      return `Word ${f.at + 1}, “${f.word}”, has to begin with ${f.letter}.`;
    case 'word-count':
      return `${f.wanted} words are needed, one for each; here ${f.words === 1 ? 'is 1' : `are ${f.words}`}.`;
  }
}

/** How a line stands to an earlier one, as a teacher says it. */
export function lineRelationWords(r: BarRelation): string {
  if (r.kind === 'new') return 'new';
  const line = `line ${r.of + 1}`;
  switch (r.kind) {
    case 'same':
      return `the same as ${line}`;
    case 'but-touch':
      return `the notes of ${line}, tied, slurred or marked otherwise`;
    case 'but-last':
      return `${line} but for the last note`;
    case 'but-ending':
      return `${line} but for the ending`;
    case 'pitches':
      return `the notes of ${line}, another rhythm`;
    case 'rhythm':
      return `the rhythm of ${line}, other notes`;
    case 'moved':
      return movedWords(r.steps, line);
  }
}
