import { INK } from '../diagram/ink';
import { element, writeXml, type XmlElement } from '@cifra/xml';

/** A drawing of a size as SVG text, with the glyphs that it uses. Sizes in hundredths of a millimetre. */
export const wrapSvg = (
  width: number,
  height: number,
  glyphs: readonly XmlElement[],
  children: readonly XmlElement[],
  label: string,
): string =>
  writeXml(
    element(
      'svg',
      {
        xmlns: 'http://www.w3.org/2000/svg',
        'xmlns:xlink': 'http://www.w3.org/1999/xlink',
        viewBox: `0 0 ${Math.round(width)} ${Math.round(height)}`,
        width: `${width / 100}mm`,
        height: `${height / 100}mm`,
        role: 'group',
        'aria-label': label,
        color: INK,
      },
      [element('defs', {}, [...glyphs]), ...children],
    ),
  );
