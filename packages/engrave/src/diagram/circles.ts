import { element, type XmlElement } from '@cifra/xml';
import { round } from '../text/drawText';

export interface Circle {
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** Draws circles of one look as a single path: a page has hundreds, and each element costs time on its way to paper. */
export function drawCircles(circles: readonly Circle[], look: Readonly<Record<string, string | number>>): XmlElement[] {
  if (circles.length === 0) return [];
  const d = circles.map(({ x, y, r }) => `M${round(x - r)} ${round(y)}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`).join('');
  return [element('path', { d, ...look })];
}
