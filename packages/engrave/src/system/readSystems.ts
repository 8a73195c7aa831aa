import { childNamed, descendants, elementsOf, hasClass, isElement, readXml, type XmlElement } from '@cifra/xml';
import { STAFF_SPACE } from '../engine/engine';
import { CHORD_CLASS, linePrefix } from '../engine/notePrefix';
import { TITLE_FACE } from '../text/drawText';
import { extentOf, pathPoints, translation } from './bounds';
import { settle } from './settle';
import { setWords } from './setWords';
import { tempoOnTop } from './tempoOnTop';

/**
 * A notehead or rest on the page: its id there, the line it belongs to, its own id in that line, and the middle of its
 * sign.
 */
export interface PlacedHead {
  readonly id: string;
  readonly line: number;
  readonly note: string;
  readonly x: number;
  readonly y: number;
}

/** A bar by its measure id: its edges, and how high and low its music reaches. */
export interface PlacedBar {
  readonly id: string;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** One system as engraved: its drawing, where the band has its place, and its noteheads. */
export interface System {
  readonly drawing: XmlElement;
  readonly top: number;
  readonly bottom: number;
  /** The room over each line that a band has. */
  readonly bands: readonly { readonly top: number; readonly bottom: number }[];
  readonly staffTop: number;
  readonly left: number;
  readonly right: number;
  readonly heads: readonly PlacedHead[];
  /** Rests by the middle of their sign. */
  readonly rests: readonly PlacedHead[];
  /** Top and bottom line of each staff of music, from the top. */
  readonly staves: readonly { readonly top: number; readonly bottom: number }[];
  readonly measures: readonly PlacedBar[];
  readonly tempos: readonly { readonly id: string; readonly x: number; readonly y: number }[];
}

export interface Layout {
  readonly systems: readonly System[];
  /** The glyphs that the systems use. */
  readonly glyphs: readonly XmlElement[];
}

/** Widths of noteheads in staff spaces, by SMuFL code: double whole, whole, half and black. From the Leipzig font. */
const HEAD_WIDTH: Readonly<Record<string, number>> = { E0A0: 2.4, E0A2: 1.688, E0A3: 1.18, E0A4: 1.256 };

/** Half of an ordinary rest's width. */
const REST_HALF = 0.55 * STAFF_SPACE;

const glyphCode = (use: XmlElement): string => (use.attributes['xlink:href'] ?? use.attributes.href ?? '').slice(1, 5);

/** Inline styles would be refused by the content security policy: they become plain attributes, `style` elements go. */
function plain(e: XmlElement): void {
  if (e.attributes.style !== undefined) {
    const { style, ...rest } = e.attributes;
    e.attributes = rest;
    for (const [name, value] of style.split(';').map((s) => s.split(':').map((t) => t.trim())))
      if (name !== undefined && value !== undefined && name !== '') e.attributes[name] ??= value;
  }
  if (e.attributes['font-family'] === 'Times') e.attributes['font-family'] = TITLE_FACE;
  e.children = e.children.filter((c) => !isElement(c) || (c.name !== 'style' && c.name !== 'desc'));
  for (const child of elementsOf(e)) plain(child);
}

const removeWhere = (e: XmlElement, test: (child: XmlElement) => boolean): void => {
  e.children = e.children.filter((c) => !isElement(c) || !test(c));
  for (const child of elementsOf(e)) removeWhere(child, test);
};

/** What the drawing was asked for: whether a silent staff stands over each line, and what stands before every id. */
export interface Drawn {
  readonly hasBand: boolean;
  readonly prefix: string;
  /** What stands under and over the staff is moved clear of the music: for pages, where there is time for it. */
  readonly settle?: boolean;
}

/** The middle of a notehead or of a rest's sign. */
function headOf(note: XmlElement): { x: number; y: number } | undefined {
  const use = [...descendants(note)].find((e) => e.name === 'use' && HEAD_WIDTH[glyphCode(e)] !== undefined);
  const at = use === undefined ? undefined : translation(use);
  return use === undefined || at === undefined
    ? undefined
    : { x: at.x + ((HEAD_WIDTH[glyphCode(use)] ?? 1.2) * STAFF_SPACE) / 2, y: at.y };
}

function restOf(rest: XmlElement): { x: number; y: number } | undefined {
  const at = [...descendants(rest)]
    .map((e) => (e.name === 'use' ? translation(e) : undefined))
    .find((t) => t !== undefined);
  return at === undefined ? undefined : { x: at.x + REST_HALF, y: at.y };
}

/** The notes and rests of one staff in one bar. */
function signsOf(staff: XmlElement, line: number, prefix: string): { heads: PlacedHead[]; rests: PlacedHead[] } {
  const heads: PlacedHead[] = [];
  const rests: PlacedHead[] = [];
  const own = linePrefix(prefix, line).length;
  for (const e of descendants(staff)) {
    const isNote = hasClass(e, 'note');
    if (!isNote && !hasClass(e, 'rest') && !hasClass(e, 'mRest')) continue;
    const at = isNote ? headOf(e) : restOf(e);
    const id = e.attributes.id ?? '';
    if (at !== undefined) (isNote ? heads : rests).push({ id, line, note: id.slice(own), ...at });
  }
  return { heads, rests };
}

function readSystem(
  drawing: XmlElement,
  { hasBand, prefix, settle: settled }: Drawn,
  glyphs: readonly XmlElement[],
): System {
  const bands: { top: number; bottom: number }[] = [];
  const heads: PlacedHead[] = [];
  const rests: PlacedHead[] = [];
  let staffTop = Infinity;
  let left = Infinity;
  let right = -Infinity;
  const measures: PlacedBar[] = [];
  const staves: { top: number; bottom: number }[] = [];
  for (const measure of [...descendants(drawing)].filter((e) => hasClass(e, 'measure'))) {
    let span: { left: number; right: number } | undefined;
    for (const staff of [...descendants(measure)].filter((e) => hasClass(e, 'staff'))) {
      const lines = elementsOf(staff)
        .filter((c) => c.name === 'path')
        .map((p) => pathPoints(p.attributes.d ?? ''));
      const first = lines[0];
      const last = lines[lines.length - 1];
      if (first?.[0] === undefined || last?.[0] === undefined) continue;
      const n = Number(staff.attributes['data-n']);
      if (hasBand && n % 2 === 1) bands[(n - 1) / 2] ??= { top: first[0].y, bottom: last[0].y };
      else {
        const signs = signsOf(staff, hasBand ? n / 2 - 1 : n - 1, prefix);
        heads.push(...signs.heads);
        rests.push(...signs.rests);
        staffTop = Math.min(staffTop, first[0].y);
        if (measures.length === 0) staves.push({ top: first[0].y, bottom: last[0].y });
        span = { left: first[0].x, right: first[1]?.x ?? first[0].x };
        left = Math.min(left, span.left);
        right = Math.max(right, span.right);
      }
    }
    if (span !== undefined)
      measures.push({ id: measure.attributes.id ?? '', ...span, ...(extentOf(measure) ?? { top: 0, bottom: 0 }) });
  }
  if (hasBand) tempoOnTop(drawing);
  const tempos = [...descendants(drawing)]
    .filter((e) => hasClass(e, 'tempo'))
    .flatMap((e) => {
      const text = childNamed(e, 'text');
      return text === undefined
        ? []
        : [{ id: e.attributes.id ?? '', x: Number(text.attributes.x), y: Number(text.attributes.y) }];
    });
  setWords(drawing, right);
  const highest = settled === true ? settle(drawing, glyphs, 'above', []) : undefined;
  // The line that joins staves at the left would join the music to the silent staff over it.
  if (hasBand) drawing.children = drawing.children.filter((c) => !isElement(c) || c.name !== 'path');
  removeWhere(
    drawing,
    (c) =>
      (hasClass(c, 'harm') && !hasClass(c, CHORD_CLASS)) ||
      hasClass(c, 'tempo') ||
      hasClass(c, 'mNum') ||
      (hasBand && hasClass(c, 'staff') && Number(c.attributes['data-n']) % 2 === 1),
  );
  // Bar lines and repeat dots of the silent staves.
  const inBand = (y: { top: number; bottom: number }): boolean =>
    bands.some((b) => y.top >= b.top - 1 && y.bottom <= b.bottom + 1);
  if (bands.length > 0) {
    for (const bar of [...descendants(drawing)].filter((e) => hasClass(e, 'barLine'))) {
      removeWhere(bar, (c) => {
        const at = translation(c);
        const extent = at === undefined ? extentOf(c) : { top: at.y, bottom: at.y };
        return extent !== undefined && inBand(extent);
      });
    }
  }
  const lowest =
    settled === true
      ? settle(
          drawing,
          glyphs,
          'below',
          staves.map((s) => s.bottom),
        )
      : undefined;
  const extent = extentOf(drawing) ?? { top: 0, bottom: 0 };
  const tops = [extent.top, highest ?? Infinity, ...bands.map((b) => b.top), ...tempos.map((t) => t.y - 330)];
  return {
    drawing,
    top: Math.min(...tops),
    bottom: Math.max(extent.bottom, lowest ?? -Infinity),
    bands,
    staffTop,
    left,
    right,
    heads,
    rests,
    staves,
    measures,
    tempos,
  };
}

/**
 * Reads the library's SVG into systems that can be placed on pages of our own.
 * @param pages SVG text as the library wrote it
 * @param drawn what it was asked for
 * @throws Error when it is not what the library writes: a bug
 */
export function readSystems(pages: readonly string[], drawn: Drawn): Layout {
  const systems: System[] = [];
  const glyphs: XmlElement[] = [];
  for (const page of pages) {
    const parsed = readXml(page);
    if (!parsed.ok) throw new Error('the engraving library wrote SVG that cannot be read');
    plain(parsed.root);
    const defs = childNamed(parsed.root, 'defs');
    if (defs !== undefined) glyphs.push(...elementsOf(defs));
    for (const e of [...descendants(parsed.root)].filter((d) => hasClass(d, 'system')))
      systems.push(readSystem(e, drawn, glyphs));
  }
  return { systems, glyphs };
}
