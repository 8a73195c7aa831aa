import { element, writeXml, type XmlElement } from '@cifra/xml';
import type { Layout, System } from '../system/readSystems';
import { drawText } from '../text/drawText';
import { drawHeader, type Header } from './header';
import { MARGIN, type Paper, PAPER_SIZE } from './paper';

/** What stands on a system besides the library's own drawing. */
export type Decorate = (system: System, index: number) => readonly XmlElement[];

export interface Page {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
}

const GAP = 480;
const MAX_EXTRA_GAP = 900;
const GREY = '#4b5872';
/** Staves and notes print black; words and figures are the page's blue-black. */
const MUSIC_INK = '#000000';

const height = (s: System): number => s.bottom - s.top;

/** Deals the systems out to pages, first page shorter; a lone system on the last page gets company. */
export function dealSystems(systems: readonly System[], firstRoom: number, room: number): System[][] {
  const pages: System[][] = [[]];
  let left = firstRoom;
  for (const s of systems) {
    const page = pages[pages.length - 1] as System[];
    const needed = height(s) + (page.length === 0 ? 0 : GAP);
    if (page.length > 0 && needed > left) {
      pages.push([s]);
      left = room - height(s);
    } else {
      page.push(s);
      left -= needed;
    }
  }
  const last = pages[pages.length - 1];
  const before = pages[pages.length - 2];
  if (last?.length === 1 && before !== undefined && before.length > 2) last.unshift(before.pop() as System);
  return pages;
}

const wrapSvg = (width: number, h: number, glyphs: readonly XmlElement[], children: readonly XmlElement[], label: string): string => writeXml(element('svg', {
  xmlns: 'http://www.w3.org/2000/svg', 'xmlns:xlink': 'http://www.w3.org/1999/xlink', viewBox: `0 0 ${Math.round(width)} ${Math.round(h)}`,
  width: `${width / 100}mm`, height: `${h / 100}mm`, role: 'group', 'aria-label': label, color: MUSIC_INK,
}, [element('defs', {}, [...glyphs]), ...children]));

const placed = (s: System, decoration: readonly XmlElement[], x: number, y: number): XmlElement => {
  const [strip, ...rest] = decoration;
  return element('g', { class: 'placed', transform: `translate(${Math.round(x)} ${Math.round(y - s.top)})` }, [...(strip === undefined ? [] : [strip]), s.drawing, ...rest]);
};

/** Sets systems on sheets of paper with header and page numbers. */
export function composePages(layout: Layout, decorate: Decorate, header: Header, paper: Paper): Page[] {
  const { width, height: paperHeight } = PAPER_SIZE[paper];
  const right = width - MARGIN.right;
  const head = drawHeader(header, MARGIN.left, right, MARGIN.top);
  const bottom = paperHeight - MARGIN.bottom;
  const dealt = dealSystems(layout.systems, bottom - head.bottom, bottom - MARGIN.top - 700);
  const indexOf = new Map(layout.systems.map((s, i) => [s, i]));
  return dealt.map((systems, p) => {
    const top = p === 0 ? head.bottom : MARGIN.top + 700;
    const used = systems.reduce((sum, s) => sum + height(s), 0);
    const gaps = systems.length - 1;
    const spare = gaps === 0 ? 0 : (bottom - top - used) / gaps;
    // A full page is spread to its foot; a short one keeps its plain distance.
    const gap = gaps === 0 ? 0 : Math.min(Math.max(GAP, spare), GAP + (p < dealt.length - 1 ? MAX_EXTRA_GAP * 2 : MAX_EXTRA_GAP * 0.25));
    let y = top;
    const drawn = systems.map((s) => {
      const g = placed(s, decorate(s, indexOf.get(s) ?? 0), MARGIN.left, y);
      y += height(s) + gap;
      return g;
    });
    const running = p === 0 ? head.drawing : [drawText(`${header.title} – ${header.instrument}`, MARGIN.left, MARGIN.top + 250, { size: 300, weight: 'regular', fill: GREY })];
    const foot = dealt.length === 1 ? [] : [drawText(`${p + 1} / ${dealt.length}`, right, paperHeight - MARGIN.bottom + 700, { size: 290, weight: 'regular', fill: GREY, anchor: 'end' })];
    return { svg: wrapSvg(width, paperHeight, layout.glyphs, [...running, ...drawn, ...foot], `${header.title}, ${header.instrument}, page ${p + 1}`), width, height: paperHeight };
  });
}

/** Sets systems under each other on one strip as wide as they are, for screens. */
export function composeStrip(layout: Layout, decorate: Decorate, label: string): Page {
  const width = Math.max(...layout.systems.map((s) => s.right)) + 20;
  let y = 60;
  const drawn = layout.systems.map((s, i) => {
    const g = placed(s, decorate(s, i), 0, y);
    y += height(s) + GAP;
    return g;
  });
  const total = y - GAP + 60;
  return { svg: wrapSvg(width, total, layout.glyphs, drawn, label), width, height: total };
}
