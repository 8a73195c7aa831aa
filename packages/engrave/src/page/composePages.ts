import { element, type XmlElement } from '@cifra/xml';
import { INK } from '../diagram/ink';
import type { Layout, System } from '../system/readSystems';
import { drawText } from '../text/drawText';
import { drawFoot, drawHeader, type Header } from './header';
import { MARGIN, type Paper, PAPER_SIZE } from './paper';
import { wrapSvg } from './wrapSvg';

/** What stands on a system besides the library's own drawing. */
export type Decorate = (system: System, index: number) => readonly XmlElement[];

export interface Page {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
}

/** A sheet of paper, and how far down its music reaches between the margins: 1 is to its foot. */
export interface PaperPage extends Page {
  readonly fill: number;
}

const GAP = 480;
/** The most that systems stand apart, where a page has room. */
const MOST_GAP = 3200;
const RUNNING_HEAD = 700;
/** How high something is that stands on a page. */
type High = Pick<System, 'top' | 'bottom'>;
const height = (s: High): number => s.bottom - s.top;

/** The room for systems on the first page and on each other one. */
export interface Rooms {
  readonly first: number;
  readonly other: number;
}

/** Fills one page after the other. @param share how much of each is used */
function fillPages<S extends High>(systems: readonly S[], { first, other }: Rooms, share: number): S[][] {
  const pages: S[][] = [[]];
  let left = first - other * (1 - share);
  for (const s of systems) {
    const page = pages[pages.length - 1] as S[];
    const needed = height(s) + (page.length === 0 ? 0 : GAP);
    // Under a head that leaves no room for the first system there is none: it keeps its page to itself.
    const isUnderHead = pages.length === 1 && page.length === 0 && needed > first;
    if ((page.length > 0 && needed > left) || (isUnderHead && needed <= other)) {
      pages.push([s]);
      left = other * share - height(s);
    } else {
      page.push(s);
      left -= needed;
    }
  }
  return pages;
}

const SHARES = [0.95, 0.9, 0.85, 0.8, 0.75, 0.7, 0.65, 0.6, 0.55, 0.5] as const;

/** How far apart the systems of a page stand: it is spread to its foot, unless it would fall apart. */
function gapOf(systems: readonly High[], room: number): number {
  const gaps = systems.length - 1;
  const used = systems.reduce((sum, s) => sum + height(s), 0);
  return gaps <= 0 ? 0 : Math.min(Math.max(GAP, (room - used) / gaps), MOST_GAP);
}

/** How high the systems of a page stand over its foot: the least emptiness of all ways to deal them is the best. */
const emptiness = (systems: readonly High[], room: number): number =>
  room - systems.reduce((sum, s) => sum + height(s), 0) - (systems.length - 1) * gapOf(systems, room);

const emptiest = (pages: readonly (readonly High[])[], { first, other }: Rooms): number =>
  Math.max(0, ...pages.map((page, p) => emptiness(page, p === 0 ? first : other)));

/** Deals the systems out to as few pages as hold them, so that the emptiest of them is as full as it can be. */
export function dealSystems<S extends High>(systems: readonly S[], rooms: Rooms): S[][] {
  let best = fillPages(systems, rooms, 1);
  for (const share of SHARES) {
    const other = fillPages(systems, rooms, share);
    if (other.length > best.length) break;
    if (emptiest(other, rooms) < emptiest(best, rooms)) best = other;
  }
  return best;
}

/** Where music ends on a page. */
const bottomOf = (paper: Paper): number => PAPER_SIZE[paper].height - MARGIN.bottom;

const footOf = (header: Header, paper: Paper) =>
  drawFoot(header, MARGIN.left, PAPER_SIZE[paper].width - MARGIN.right, bottomOf(paper));

/** The room for systems under a head that reaches so far down, and over a foot. */
const roomsBetween = (headBottom: number, footHeight: number, paper: Paper): Rooms => ({
  first: bottomOf(paper) - footHeight - headBottom,
  other: bottomOf(paper) - MARGIN.top - RUNNING_HEAD,
});

const placed = (s: System, decoration: readonly XmlElement[], x: number, y: number): XmlElement => {
  const [strip, ...rest] = decoration;
  return element('g', { class: 'placed', transform: `translate(${Math.round(x)} ${Math.round(y - s.top)})` }, [
    ...(strip === undefined ? [] : [strip]),
    s.drawing,
    ...rest,
  ]);
};

const HEAD_GAP = 260;

/** What stands between the words of a page and its music, close under each other. */
function stackUnder(
  words: { readonly drawing: readonly XmlElement[]; readonly bottom: number },
  blocks: readonly System[],
): { drawing: XmlElement[]; bottom: number } {
  let y = words.bottom;
  const drawn = blocks.map((s) => {
    const g = placed(s, [], MARGIN.left, y);
    y += height(s) + HEAD_GAP;
    return g;
  });
  return { drawing: [...words.drawing, ...drawn], bottom: y };
}

const headOf = (header: Header, paper: Paper, heads: readonly System[]) =>
  stackUnder(drawHeader(header, MARGIN.left, PAPER_SIZE[paper].width - MARGIN.right, MARGIN.top), heads);

/** The pages that systems take, and how far down the emptiest of them is filled: 1 is to its foot. */
export interface PageUse {
  readonly pages: number;
  readonly fill: number;
}

/** @param scale how much larger the systems would be than they are */
export type PageMeasure = (systems: readonly High[], scale: number) => PageUse;

/** Measures the pages that systems take under a head. */
export function measurePages(header: Header, paper: Paper, heads: readonly System[]): PageMeasure {
  const rooms = roomsBetween(headOf(header, paper, heads).bottom, footOf(header, paper).height, paper);
  const whole = bottomOf(paper) - MARGIN.top;
  return (systems, scale) => {
    const scaled = systems.map((s) => ({ ...s, top: s.top * scale, bottom: s.bottom * scale }));
    const dealt = dealSystems(scaled, rooms);
    return { pages: dealt.length, fill: 1 - emptiest(dealt, rooms) / whole };
  };
}

/**
 * Sets systems, with all that stands on them, on sheets of paper with header and page numbers.
 * @param heads blocks between the words at the head and the music
 */
export function composePages(layout: Layout, header: Header, paper: Paper, heads: readonly System[] = []): PaperPage[] {
  const { width, height: paperHeight } = PAPER_SIZE[paper];
  const right = width - MARGIN.right;
  const head = headOf(header, paper, heads);
  const below = footOf(header, paper);
  const rooms = roomsBetween(head.bottom, below.height, paper);
  const dealt = dealSystems(layout.systems, rooms);
  return dealt.map((systems, p) => {
    const top = p === 0 ? head.bottom : MARGIN.top + RUNNING_HEAD;
    const gap = gapOf(systems, p === 0 ? rooms.first : rooms.other);
    let y = top;
    const drawn = systems.map((s) => {
      const g = placed(s, [], MARGIN.left, y);
      y += height(s) + gap;
      return g;
    });
    const running =
      p === 0
        ? [...head.drawing, ...below.drawing]
        : [
            drawText(`${header.title} – ${header.instrument}`, MARGIN.left, MARGIN.top + 250, {
              size: 300,
              weight: 'regular',
              fill: INK,
            }),
          ];
    const foot =
      dealt.length === 1
        ? []
        : [
            drawText(`${p + 1} / ${dealt.length}`, right, bottomOf(paper) + 700, {
              size: 290,
              weight: 'regular',
              fill: INK,
              anchor: 'end',
            }),
          ];
    return {
      svg: wrapSvg(
        width,
        paperHeight,
        layout.glyphs,
        [...running, ...drawn, ...foot],
        `${header.title}, ${header.instrument}, page ${p + 1}`,
      ),
      width,
      height: paperHeight,
      fill: (y - gap - MARGIN.top) / (bottomOf(paper) - MARGIN.top),
    };
  });
}

/** A clef reaches this far beyond its staff. */
const CLEF_REACH = 340;

/** Sets systems under each other on one strip as wide as they are, for screens: nothing is cut off at its edges. */
export function composeStrip(layout: Layout, decorate: Decorate, label: string): Page {
  const width = Math.max(...layout.systems.map((s) => s.right)) + 20;
  const whole = layout.systems.map((s) =>
    s.staves.length === 0
      ? s
      : {
          ...s,
          top: Math.min(s.top, s.staffTop - CLEF_REACH),
          bottom: Math.max(s.bottom, ...s.staves.map((t) => t.bottom + CLEF_REACH)),
        },
  );
  let y = 60;
  const drawn = whole.map((s, i) => {
    const g = placed(s, decorate(layout.systems[i] as System, i), 0, y);
    y += height(s) + GAP;
    return g;
  });
  const total = y - GAP + 60;
  return { svg: wrapSvg(width, total, layout.glyphs, drawn, label), width, height: total };
}
