import type { ValveFigure } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { type Circle, drawCircles } from './circles';

export const INK = '#15213a';
const RADIUS = 62;
const APART = 150;
const LINE = 16;

export const VALVES_HEIGHT = 2 * RADIUS + LINE;
export const valvesWidth = (count: number): number => (count - 1) * APART + 2 * RADIUS + LINE;

/** Valves side by side as the player sees them, pressed ones filled. Origin: middle of the top edge. */
export function drawValves(figure: ValveFigure): XmlElement {
  const count = figure.valves.includes(4) ? 4 : 3;
  const circles = (pressed: boolean): Circle[] => Array.from({ length: count }, (_, i) => i)
    .filter((i) => figure.valves.includes(i + 1) === pressed)
    .map((i) => ({ x: (i - (count - 1) / 2) * APART, y: RADIUS + LINE / 2, r: RADIUS }));
  const outline = { stroke: INK, 'stroke-width': LINE };
  return element('g', { class: 'diagram' }, [...drawCircles(circles(false), { fill: '#ffffff', ...outline }), ...drawCircles(circles(true), { fill: INK, ...outline })]);
}
