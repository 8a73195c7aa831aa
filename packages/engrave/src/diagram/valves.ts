import type { Instrument, ValveFigure } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { type Circle, drawCircles } from './circles';
import { INK } from './ink';

const RADIUS = 62;
const APART = 150;
const LINE = 16;
const LEVER_WIDTH = 74;
/** From the first valve's middle to the lever's. */
const LEVER_AWAY = 145;

export const VALVES_HEIGHT = 2 * RADIUS + LINE;

/** Whether a thumb chooses between two tubes, so that its lever is always drawn. */
export const hasThumbLever = ({ system }: Instrument): boolean =>
  system.kind === 'brass' && typeof system.tube.bFlatSide === 'object';

const countOf = (f: ValveFigure): number => (f.valves.includes(4) ? 4 : 3);

export const valvesWidth = (f: ValveFigure, lever: boolean): number =>
  (countOf(f) - 1) * APART + 2 * RADIUS + LINE + (lever ? 2 * (LEVER_AWAY + LEVER_WIDTH / 2 - RADIUS) : 0);

/**
 * Valves side by side as the player sees them, pressed ones filled; a thumb's lever stands before them. Origin: middle
 * of the top edge.
 */
export function drawValves(figure: ValveFigure, lever: boolean): XmlElement {
  const count = countOf(figure);
  const x = (i: number): number => (i - (count - 1) / 2) * APART;
  const circles = (pressed: boolean): Circle[] =>
    Array.from({ length: count }, (_, i) => i)
      .filter((i) => figure.valves.includes(i + 1) === pressed)
      .map((i) => ({ x: x(i), y: RADIUS + LINE / 2, r: RADIUS }));
  const outline = { stroke: INK, 'stroke-width': LINE };
  const thumb = lever
    ? [
        element('rect', {
          x: x(0) - LEVER_AWAY - LEVER_WIDTH / 2,
          y: LINE / 2,
          width: LEVER_WIDTH,
          height: 2 * RADIUS,
          rx: 30,
          fill: figure.thumb === true ? INK : '#ffffff',
          ...outline,
        }),
      ]
    : [];
  return element('g', { class: 'diagram' }, [
    ...thumb,
    ...drawCircles(circles(false), { fill: '#ffffff', ...outline }),
    ...drawCircles(circles(true), { fill: INK, ...outline }),
  ]);
}
