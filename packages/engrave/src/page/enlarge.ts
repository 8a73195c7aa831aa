import type { PageSize } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import type { System } from '../system/readSystems';

/** How large a page may be set. */
export interface ScaleRange {
  readonly least: number;
  readonly most: number;
}

/**
 * A staff is at least 8.6, 7.6 or 6.3 mm high and at most 10.4, 9.7 or 7.9 mm, as much as fits without another page:
 * a page leans on a stand 60 to 70 cm away, and its reader is nine. Common practice, no source.
 */
export const PAGE_SCALE: Readonly<Record<PageSize, ScaleRange>> = {
  large: { least: 1.2, most: 1.45 },
  medium: { least: 1.05, most: 1.35 },
  small: { least: 0.875, most: 1.1 },
};

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
