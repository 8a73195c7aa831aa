import type { NoteAnnotation } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK } from './ink';
import { round } from '../text/drawText';
import { measureText } from '../text/measureText';

export type Origin = 'signature' | 'bar' | 'tie';

/** Where a letter has its sign from, if not from one at the note itself; undefined where nothing is to be said. */
export function originOf({ written, accidental: { source }, tiedFrom }: NoteAnnotation): Origin | undefined {
  if (tiedFrom !== undefined || (written.alter === 0 && source !== 'bar')) return undefined;
  return source === 'signature' || source === 'bar' || source === 'tie' ? source : undefined;
}

/** Under the letter: a line for the key signature, dots for an earlier sign in the bar, an arc for a tie. */
export function originMark(note: NoteAnnotation, y: number, size: number): XmlElement[] {
  const half = measureText(note.name, size, 'semibold') / 2;
  const stroke = { stroke: INK, 'stroke-width': 17, fill: 'none', class: 'origin' };
  switch (originOf(note)) {
    case 'signature':
      return [element('path', { ...stroke, d: `M${round(-half)} ${round(y)}H${round(half)}` })];
    case 'bar':
      return [-55, 0, 55].map((x) => element('circle', { cx: x, cy: round(y), r: 17, fill: INK, class: 'origin' }));
    case 'tie':
      return [
        element('path', {
          ...stroke,
          d: `M${round(-half)} ${round(y - 20)}Q0 ${round(y + 25)} ${round(half)} ${round(y - 20)}`,
        }),
      ];
    case undefined:
      return [];
  }
}
