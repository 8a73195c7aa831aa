import { element, type XmlElement } from '@cifra/xml';
import { round } from '../text/drawText';

export interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** Arcs to a circle: viewers that flatten small curves coarsely still show a hole round. */
const ARCS = 8;

/** A circle as path data. */
export function circlePath({ x, y, r }: Circle): string {
  const at = (i: number): string =>
    `${round(x - r * Math.cos((i * 2 * Math.PI) / ARCS))} ${round(y - r * Math.sin((i * 2 * Math.PI) / ARCS))}`;
  return `M${at(0)}${Array.from({ length: ARCS }, (_u, i) => `A${r} ${r} 0 0 1 ${at(i + 1)}`).join('')}Z`;
}

/** Draws circles of one look as a single path: a page has hundreds, and each element costs time on its way to paper. */
export function drawCircles(circles: readonly Circle[], look: Readonly<Record<string, string | number>>): XmlElement[] {
  return circles.length === 0 ? [] : [element('path', { d: circles.map(circlePath).join(''), ...look })];
}
