import { childNamed, childrenNamed, descendants, hasClass, textOf, type XmlElement } from '@cifra/xml';
import { CHORD_CLASS } from '../engine/notePrefix';
import { drawText, TITLE_FACE } from '../text/drawText';
import { measureText, SERIF_WIDER } from '../text/measureText';

/**
 * The library writes flats and sharps of a chord symbol in its music font.
 * @see SMuFL 1.4, figured bass accidentals
 */
const SIGNS: Readonly<Record<string, string>> = { '\uea64': '♭', '\uea66': '♯' };
const CHORD_SIZE = 330;
/** A little smaller than the library keeps room for, whose letters are narrower than these. */
const SUNG_SIZE = 350;

/** Chord symbols in the face of the figures. */
function setChord(symbol: XmlElement, text: XmlElement): void {
  const { x, y } = text.attributes;
  const letters = textOf(text).replace(/[\uea64\uea66]/g, (sign) => SIGNS[sign] ?? '');
  symbol.children = [
    drawText(letters, Number(x), Number(y), {
      size: CHORD_SIZE,
      weight: 'semibold',
      fill: 'currentColor',
      anchor: 'middle',
    }),
  ];
}

/** Words to sing in the face of the titles; what reaches beyond the end of the staff ends with it. */
function setSyllable(syllable: XmlElement, text: XmlElement, right: number): void {
  for (const line of childrenNamed(syllable, 'rect')) {
    const { x, width } = line.attributes;
    const room = Math.max(0, right - Number(x));
    if (Number(width) > room) line.attributes = { ...line.attributes, width: String(room) };
  }
  const x = Number(text.attributes.x);
  const over = x + measureText(textOf(text), SUNG_SIZE, 'semibold') * SERIF_WIDER - right;
  if (over > 0) text.attributes = { ...text.attributes, x: String(Math.round(x - over)) };
  for (const e of descendants(text))
    if (e.attributes['font-size'] !== undefined)
      e.attributes = { ...e.attributes, 'font-size': String(SUNG_SIZE), 'font-family': TITLE_FACE };
}

/**
 * Sets the words that the library drew without a face of their own anew.
 * @param right where the staff ends
 */
export function setWords(drawing: XmlElement, right: number): void {
  for (const e of descendants(drawing)) {
    const text = childNamed(e, 'text');
    if (text === undefined) continue;
    if (hasClass(e, 'syl')) setSyllable(e, text, right);
    if (hasClass(e, CHORD_CLASS)) setChord(e, text);
  }
}
