import type { PageSize } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import type { System } from '../system/readSystems';

/** How large a page is set: a staff is 8.6, 7.2 or 6.3 mm high. */
export const PAGE_SCALE: Readonly<Record<PageSize, number>> = { large: 1.2, medium: 1, small: 0.875 };

/** A system with all that stands on it, drawn larger or smaller as a whole. */
export function enlarge(s: System, decoration: readonly XmlElement[], scale: number): System {
  const [strip, ...rest] = decoration;
  const drawing = element('g', scale === 1 ? {} : { transform: `scale(${scale})` }, [
    ...(strip === undefined ? [] : [strip]),
    s.drawing,
    ...rest,
  ]);
  const staves = s.staves.map(({ top, bottom }) => ({ top: top * scale, bottom: bottom * scale }));
  return {
    ...s,
    drawing,
    top: s.top * scale,
    bottom: s.bottom * scale,
    left: s.left * scale,
    right: s.right * scale,
    staffTop: s.staffTop * scale,
    staves,
  };
}

/** A block that is no music, so that the page takes it like a system. */
export const blockOf = (drawing: XmlElement, height: number, width: number): System => ({
  drawing,
  top: 0,
  bottom: height,
  bands: [],
  staffTop: 0,
  left: 0,
  right: width,
  heads: [],
  rests: [],
  staves: [],
  measures: [],
  tempos: [],
});
