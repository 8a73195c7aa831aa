import { element, type XmlElement } from '@cifra/xml';
import { SECONDARY } from '../diagram/ink';
import type { Layout, System } from '../system/readSystems';
import { drawText } from '../text/drawText';
import { drawHeader, type Header } from './header';
import { MARGIN, type Paper, PAPER_SIZE } from './paper';
import { wrapSvg } from './wrapSvg';

/** What stands on a system besides the library's own drawing. */
export type Decorate = (system: System, index: number) => readonly XmlElement[];

export interface Page {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
}

const GAP = 480;
/** The most that systems stand apart, where a page has room. */
const MOST_GAP = 2400;
const RUNNING_HEAD = 700;
const height = (s: System): number => s.bottom - s.top;

/** The room for systems on the first page and on each other one. */
export interface Rooms {
  readonly first: number;
  readonly other: number;
}

/** Fills one page after the other. @param share how much of each is used */
function fillPages(systems: readonly System[], { first, other }: Rooms, share: number): System[][] {
  const pages: System[][] = [[]];
  let left = first - other * (1 - share);
  for (const s of systems) {
    const page = pages[pages.length - 1] as System[];
    const needed = height(s) + (page.length === 0 ? 0 : GAP);
    if (page.length > 0 && needed > left) {
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

/** Deals the systems out to as few pages as hold them, as evenly as they go: no page is nearly empty. */
export function dealSystems(systems: readonly System[], rooms: Rooms): System[][] {
  let best = fillPages(systems, rooms, 1);
  for (const share of SHARES) {
    const evener = fillPages(systems, rooms, share);
    if (evener.length > best.length) break;
    best = evener;
  }
  return best;
}

/** The room for systems under a head that reaches so far down. */
const roomsUnder = (headBottom: number, paper: Paper): Rooms => {
  const bottom = PAPER_SIZE[paper].height - MARGIN.bottom;
  return { first: bottom - headBottom, other: bottom - MARGIN.top - RUNNING_HEAD };
};

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

/**
 * Counts the pages that systems need under a head.
 * @returns a function of the systems, and of how much larger they would be than they are
 */
export function pageCounter(
  header: Header,
  paper: Paper,
  heads: readonly System[],
): (systems: readonly System[], scale: number) => number {
  const rooms = roomsUnder(headOf(header, paper, heads).bottom, paper);
  return (systems, scale) =>
    fillPages(
      systems.map((s) => ({ ...s, top: s.top * scale, bottom: s.bottom * scale })),
      rooms,
      1,
    ).length;
}

/**
 * Sets systems, with all that stands on them, on sheets of paper with header and page numbers.
 * @param heads blocks between the words at the head and the music
 */
export function composePages(layout: Layout, header: Header, paper: Paper, heads: readonly System[] = []): Page[] {
  const { width, height: paperHeight } = PAPER_SIZE[paper];
  const right = width - MARGIN.right;
  const head = headOf(header, paper, heads);
  const bottom = paperHeight - MARGIN.bottom;
  const dealt = dealSystems(layout.systems, roomsUnder(head.bottom, paper));
  return dealt.map((systems, p) => {
    const top = p === 0 ? head.bottom : MARGIN.top + RUNNING_HEAD;
    const used = systems.reduce((sum, s) => sum + height(s), 0);
    const gaps = systems.length - 1;
    // A page is spread to its foot, unless it would fall apart.
    const gap = gaps === 0 ? 0 : Math.min(Math.max(GAP, (bottom - top - used) / gaps), MOST_GAP);
    let y = top;
    const drawn = systems.map((s) => {
      const g = placed(s, [], MARGIN.left, y);
      y += height(s) + gap;
      return g;
    });
    const running =
      p === 0
        ? head.drawing
        : [
            drawText(`${header.title} – ${header.instrument}`, MARGIN.left, MARGIN.top + 250, {
              size: 300,
              weight: 'regular',
              fill: SECONDARY,
            }),
          ];
    const foot =
      dealt.length === 1
        ? []
        : [
            drawText(`${p + 1} / ${dealt.length}`, right, paperHeight - MARGIN.bottom + 700, {
              size: 290,
              weight: 'regular',
              fill: SECONDARY,
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
