import type { Figure, Instrument } from '@cifra/core';
import type { XmlElement } from '@cifra/xml';
import { drawKeyDiagram, keyDiagramHeight, keyDiagramReach } from './keyDiagram';
import type { KeyPlace } from './keys.data';
import { drawSlide, SLIDE_HEIGHT, SLIDE_WIDTH } from './slide';
import { drawValves, hasThumbLever, VALVES_HEIGHT, valvesWidth } from './valves';

const woodwindOf = ({ system }: Instrument) => (system.kind === 'woodwind' ? system.woodwind : 'flute');

/** How high an instrument's figures are drawn. */
export const figureHeight = ({ system }: Instrument): number =>
  system.kind === 'woodwind'
    ? keyDiagramHeight(system.woodwind)
    : system.tube.kind === 'slide'
      ? SLIDE_HEIGHT
      : VALVES_HEIGHT;

/** How far a figure's drawing reaches to either side of its middle. */
export function figureReach(
  figure: Figure,
  instrument: Instrument,
  keys: readonly KeyPlace[],
): { readonly left: number; readonly right: number } {
  if (figure.kind === 'keys') return keyDiagramReach(woodwindOf(instrument), keys);
  const half = (figure.kind === 'valves' ? valvesWidth(figure, hasThumbLever(instrument)) : SLIDE_WIDTH) / 2;
  return { left: half, right: half };
}

/** A figure's drawing. Origin: middle of the top edge. @param keys those that a woodwind's drawing shows */
export function drawFigure(figure: Figure, instrument: Instrument, keys: readonly KeyPlace[]): XmlElement {
  if (figure.kind === 'keys') return drawKeyDiagram(figure, woodwindOf(instrument), keys);
  return figure.kind === 'valves' ? drawValves(figure, hasThumbLever(instrument)) : drawSlide(figure);
}
