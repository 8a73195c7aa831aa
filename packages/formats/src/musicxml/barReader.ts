import type { Measure, MusicEvent, Written } from '@cifra/core';
import { childNamed, childrenNamed, childText, type XmlElement } from '@cifra/xml';
import type { ProblemList } from '../import/problemList';
import { signOf, withSign } from '../import/navigationWords';
import { readNumber } from './noteReader';

export type Mutable<T> = { -readonly [K in keyof T]: T[K] };
/** A bar while it is read. */
export type Building = Mutable<Measure<Written>> & { events: Mutable<MusicEvent<Written>>[] };

/** Numbers of the ending that is open. */
type Ending = number[] | undefined;

/** What stands at the left of a bar: a repeat that begins, its ending. @returns the ending that holds from here on */
export function takeLeftBarlines(
  measure: XmlElement,
  current: Building,
  open: Ending,
  problems: ProblemList,
  number: number,
): Ending {
  let ending = open;
  for (const line of childrenNamed(measure, 'barline').filter((b) => b.attributes.location === 'left')) {
    if (childNamed(line, 'repeat')?.attributes.direction === 'forward') current.repeatStart = true;
    const started = childNamed(line, 'ending');
    if (started?.attributes.type !== 'start') continue;
    const numbers = (started.attributes.number ?? '')
      .split(/[,\s]+/)
      .map(Number)
      .filter((n) => Number.isInteger(n) && n > 0 && n < 10);
    if (numbers.length === 0) problems.add('ending', 'left-out', { measure: number });
    else ending = numbers;
  }
  if (ending !== undefined) current.ending = ending;
  return ending;
}

/** What closes a bar, and what stands inside it. @returns the ending that is still open after it */
export function takeRightBarlines(
  measure: XmlElement,
  current: Building,
  open: Ending,
  problems: ProblemList,
  number: number,
): Ending {
  let ending = open;
  for (const line of childrenNamed(measure, 'barline')) {
    // At the right of a bar it is where the next one begins.
    for (const mark of ['segno', 'coda'] as const)
      if (childNamed(line, mark) !== undefined || line.attributes[mark] !== undefined) {
        if (line.attributes.location === 'left') current.navigation = withSign(current.navigation, [mark]);
        else problems.add('jump', 'left-out', { measure: number, facts: { mark } });
      }
    const repeat = childNamed(line, 'repeat');
    if (line.attributes.location === 'left') continue;
    if (line.attributes.location === 'middle') {
      if (repeat !== undefined) problems.add('repeat-inside', 'left-out', { measure: number });
      continue;
    }
    if (repeat?.attributes.direction === 'backward') {
      current.repeatEnd = true;
      const times = readNumber(repeat.attributes.times) ?? 2;
      if (times > 2) problems.add('repeat-times', 'repaired', { measure: number, facts: { times } });
    }
    const style = childText(line, 'bar-style');
    if (style === 'light-heavy' && current.repeatEnd !== true) current.endBar = 'final';
    if (style === 'light-light') current.endBar = 'double';
    const ended = childNamed(line, 'ending')?.attributes.type;
    if (ended === 'stop' || ended === 'discontinue') ending = undefined;
  }
  return ending;
}

/** A tempo and jumps that a file gives for playback alone: the tempo is taken where the page says none. */
export function takeSound({ attributes }: XmlElement, current: Building): void {
  const perMinute = readNumber(attributes.tempo);
  if (perMinute !== undefined && perMinute >= 10 && perMinute <= 400 && current.tempo?.mark === undefined)
    current.tempo = { ...current.tempo, mark: { value: 'quarter', dots: 0, perMinute: Math.round(perMinute) } };
  const sign = signOf(undefined, attributes);
  if (sign !== undefined) current.navigation = withSign(current.navigation, [sign]);
  for (const mark of ['segno', 'coda'] as const)
    if (attributes[mark] !== undefined) current.navigation = withSign(current.navigation, [mark]);
}
