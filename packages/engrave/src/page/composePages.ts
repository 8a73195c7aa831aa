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
const MAX_EXTRA_GAP = 900;
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

/**
 * Sets systems, with all that stands on them, on sheets of paper with header and page numbers.
 * @param heads blocks between the words at the head and the music
 */
export function composePages(layout: Layout, header: Header, paper: Paper, heads: readonly System[] = []): Page[] {
  const { width, height: paperHeight } = PAPER_SIZE[paper];
  const right = width - MARGIN.right;
  const words = drawHeader(header, MARGIN.left, right, MARGIN.top);
  const head = stackUnder(words, heads);
  const bottom = paperHeight - MARGIN.bottom;
  const dealt = dealSystems(layout.systems, bottom - head.bottom, bottom - MARGIN.top - 700);
  return dealt.map((systems, p) => {
    const top = p === 0 ? head.bottom : MARGIN.top + 700;
    const used = systems.reduce((sum, s) => sum + height(s), 0);
    const gaps = systems.length - 1;
    const spare = gaps === 0 ? 0 : (bottom - top - used) / gaps;
    // A full page is spread to its foot; a short one keeps its plain distance.
    const gap =
      gaps === 0
        ? 0
        : Math.min(Math.max(GAP, spare), GAP + (p < dealt.length - 1 ? MAX_EXTRA_GAP * 2 : MAX_EXTRA_GAP * 0.25));
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
