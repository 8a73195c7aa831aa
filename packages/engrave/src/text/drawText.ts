import { element, type XmlElement } from '@cifra/xml';
import { layRuns, measureText, SIGN_SCALE, signRise, type Weight } from './measureText';

export const FIGURE_FACE = 'Archivo Narrow';
export const SIGN_FACE = 'Noto Sans Symbols';
export const TITLE_FACE = "'Source Serif 4'";

export interface TextStyle {
  readonly size: number;
  readonly weight: Weight;
  readonly fill: string;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly className?: string;
}

const WEIGHT_NUMBER: Readonly<Record<Weight, number>> = { regular: 400, semibold: 600 };

/**
 * Draws a line of text with its baseline at y. Every run has its own x, so that letters and signs stand the
 * same in a browser and in a PDF.
 */
export function drawText(text: string, x: number, y: number, style: TextStyle): XmlElement {
  const width = measureText(text, style.size, style.weight);
  const start = style.anchor === 'end' ? x - width : style.anchor === 'middle' ? x - width / 2 : x;
  const runs = layRuns(text, style.size, style.weight).map((r) =>
    element(
      'tspan',
      {
        x: round(start + r.at),
        y: round(r.sign ? y - style.size * signRise(r.text[0] ?? '') : y),
        'font-family': r.sign ? SIGN_FACE : FIGURE_FACE,
        'font-size': r.sign ? round(style.size * SIGN_SCALE) : style.size,
        'font-weight': WEIGHT_NUMBER[style.weight],
      },
      [r.text],
    ),
  );
  return element(
    'text',
    {
      x: round(start),
      y: round(y),
      fill: style.fill,
      'font-family': FIGURE_FACE,
      'font-size': style.size,
      class: style.className,
    },
    runs,
  );
}

export const round = (n: number): number => Math.round(n * 10) / 10;
