import type { Tempo } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK } from '../diagram/ink';
import { drawText } from '../text/drawText';
import { measureText } from '../text/measureText';

const SIZE = 360;

/** A small note sign, its head's middle at (x, y): drawn here, since a text face's would embed a whole font. */
function drawNoteSign(value: string, dots: number, x: number, y: number): XmlElement {
  const open = value === 'half' || value === 'whole' || value === 'breve';
  const children = [
    element('ellipse', {
      cx: x,
      cy: y,
      rx: 74,
      ry: 52,
      transform: `rotate(-20 ${x} ${y})`,
      fill: open ? '#ffffff' : INK,
      stroke: INK,
      'stroke-width': open ? 26 : 0,
    }),
  ];
  if (value !== 'whole' && value !== 'breve')
    children.push(
      element('path', { d: `M${x + 64} ${y - 20}V${y - 330}`, stroke: INK, 'stroke-width': 18, fill: 'none' }),
    );
  if (value === 'eighth' || value === '16th')
    children.push(
      element('path', {
        d: `M${x + 64} ${y - 330}C${x + 70} ${y - 240} ${x + 170} ${y - 230} ${x + 130} ${y - 110}C${x + 150} ${y - 190} ${x + 90} ${y - 220} ${x + 64} ${y - 230}Z`,
        fill: INK,
      }),
    );
  if (value === '16th')
    children.push(
      element('path', {
        d: `M${x + 64} ${y - 240}C${x + 70} ${y - 150} ${x + 170} ${y - 140} ${x + 130} ${y - 30}C${x + 150} ${y - 110} ${x + 90} ${y - 130} ${x + 64} ${y - 140}Z`,
        fill: INK,
      }),
    );
  for (let i = 0; i < dots; i++) children.push(element('circle', { cx: x + 130 + 60 * i, cy: y, r: 22, fill: INK }));
  return element('g', {}, children);
}

/** Draws a tempo: words, then the metronome mark. Baseline at y. */
export function drawTempo(tempo: Tempo, x: number, y: number): XmlElement {
  const children: XmlElement[] = [];
  let at = x;
  if (tempo.words !== undefined) {
    children.push(drawText(tempo.words, at, y, { size: SIZE, weight: 'semibold', fill: INK }));
    at += measureText(tempo.words, SIZE, 'semibold') + 150;
  }
  if (tempo.mark !== undefined) {
    children.push(drawNoteSign(tempo.mark.value, tempo.mark.dots, at + 80, y - 50));
    at += 240 + 60 * tempo.mark.dots;
    children.push(
      drawText(`= ${Math.round(tempo.mark.perMinute)}`, at, y, { size: SIZE * 0.95, weight: 'regular', fill: INK }),
    );
  }
  return element('g', { class: 'tempo' }, children);
}
