import type { SlideFigure } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK } from './ink';

const POSITIONS = 7;
const APART = 72;
const HEIGHT = 150;
const RAISED_BY = 0.3;

export const SLIDE_HEIGHT = HEIGHT;
export const SLIDE_WIDTH = (POSITIONS - 1) * APART + 110;
/** The attachment's trigger, drawn before first position when the thumb holds it. */
const TRIGGER_X = -((POSITIONS - 1) / 2) * APART - 78;

/** Where a position lies, from the middle of the drawing. */
export const slidePositionX = (position: number): number => (position - (POSITIONS + 1) / 2) * APART;

/**
 * The slide as a bar with its seven positions, first at the left; the grip stands where the hand goes. Origin: middle
 * of the top edge.
 */
export function drawSlide(figure: SlideFigure): XmlElement {
  const x = slidePositionX;
  const grip = x(figure.position - figure.adjust * RAISED_BY);
  const y = HEIGHT / 2;
  return element('g', { class: 'diagram' }, [
    element('path', {
      d: `M${x(1)} ${y}H${x(POSITIONS)}${Array.from({ length: POSITIONS }, (_, i) => `M${x(i + 1)} ${y - 26}V${y + 26}`).join('')}`,
      stroke: INK,
      'stroke-width': 11,
      fill: 'none',
    }),
    ...(figure.thumb === true
      ? [element('rect', { x: TRIGGER_X - 16, y: 30, width: 32, height: HEIGHT - 60, rx: 14, fill: INK })]
      : []),
    element('rect', { x: grip - 34, y: 8, width: 68, height: HEIGHT - 16, rx: 26, fill: INK }),
  ]);
}
