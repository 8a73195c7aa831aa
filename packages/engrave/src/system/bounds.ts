import { isElement, type XmlElement } from '@cifra/xml';
import { STAFF_SPACE } from '../engine/engine';

/** Upper and lower edge of a drawing, y growing downward. */
export interface Extent {
  top: number;
  bottom: number;
}

/** Room that a glyph may take above and below its origin when its outline is not looked up. */
const GLYPH_REACH = 1.3 * STAFF_SPACE;
const NUMBER = /-?\d+(?:\.\d+)?/g;

/** Where a `use` or a glyph stands: the numbers of its translate. */
export function translation(e: XmlElement): { x: number; y: number } | undefined {
  const m = /translate\((-?[\d.]+)[ ,]+(-?[\d.]+)\)/.exec(e.attributes.transform ?? '');
  return m === null ? undefined : { x: Number(m[1]), y: Number(m[2]) };
}

/** The absolute points of a path: the library writes absolute M, L and C outside its glyphs. */
export const pathPoints = (d: string): { x: number; y: number }[] => {
  const numbers = (d.match(NUMBER) ?? []).map(Number);
  return Array.from({ length: Math.floor(numbers.length / 2) }, (_, i) => ({
    x: numbers[2 * i] ?? 0,
    y: numbers[2 * i + 1] ?? 0,
  }));
};

function ownExtent(e: XmlElement): Extent | undefined {
  const { attributes: a } = e;
  switch (e.name) {
    case 'use': {
      const at = translation(e);
      return at === undefined ? undefined : { top: at.y - GLYPH_REACH, bottom: at.y + GLYPH_REACH };
    }
    case 'path':
    case 'polygon':
    case 'polyline': {
      const ys = pathPoints(a.d ?? a.points ?? '').map((p) => p.y);
      return ys.length === 0 ? undefined : { top: Math.min(...ys), bottom: Math.max(...ys) };
    }
    case 'rect':
      return { top: Number(a.y), bottom: Number(a.y) + Number(a.height) };
    case 'ellipse':
    case 'circle': {
      const r = Number(a.ry ?? a.r);
      return { top: Number(a.cy) - r, bottom: Number(a.cy) + r };
    }
    case 'text':
      return a.y === undefined ? undefined : { top: Number(a.y) - 320, bottom: Number(a.y) + 90 };
    default:
      return undefined;
  }
}

/** Upper and lower edge of everything below an element; nothing drawn gives undefined. */
export function extentOf(e: XmlElement): Extent | undefined {
  let all = ownExtent(e);
  for (const child of e.children) {
    if (!isElement(child)) continue;
    const inner = extentOf(child);
    if (inner === undefined || Number.isNaN(inner.top)) continue;
    all = all === undefined ? inner : { top: Math.min(all.top, inner.top), bottom: Math.max(all.bottom, inner.bottom) };
  }
  return all;
}
