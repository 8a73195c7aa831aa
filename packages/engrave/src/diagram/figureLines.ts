import type { Figure, FingerCount } from '@cifra/core';
import { countedTouch, figureText } from '@cifra/core';
import { touchName } from './touchName';

/** Touches that are said as part of the hand's run of fingers; the register key belongs to the thumb. */
const FINGER = /^([1-7]h?|T|Th|Tb|R|8)$/;

const handLine = (touches: readonly string[]): string => {
  const fingers = touches.filter((t) => FINGER.test(t));
  const keys = touches.filter((t) => !FINGER.test(t)).map(touchName);
  return [...fingers, ...keys].join(' ');
};

/**
 * Figure text as it stands in the band: one line for brass, a line for each hand for woodwinds, its fingers apart as
 * they are said.
 * @example figureLines({ kind: 'keys', left: ['T', '1', '2', '3'], right: ['4', 'Eb'] }) // ['T 1 2 3', '4 E♭']
 */
export function figureLines(f: Figure, count: FingerCount = 'six-down'): string[] {
  if (f.kind !== 'keys') return [figureText(f)];
  if (f.left.length === 0 && f.right.length === 0) return ['open', ''];
  return [handLine(f.left) || '–', handLine(f.right.map((t) => countedTouch(t, count))) || '–'];
}
