import type { ScoreLine } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { INK } from '../diagram/ink';
import { type Engine, layOut } from '../engine/engine';
import { BRACKET_ROOM, writeMeiOfLines } from '../mei/writeMei';
import type { Page } from '../page/composePages';
import { type Paper, PAPER_SIZE } from '../page/paper';
import { drawTempo } from '../page/tempoMark';
import { wrapSvg } from '../page/wrapSvg';
import { readSystems, type System } from '../system/readSystems';
import { drawText, round } from '../text/drawText';
import { measureText } from '../text/measureText';

const PREFIX = 'f-';
const EDGE = 1100;
const TITLE = 520;
const HEAD = 1100;
const NAME = 340;
const GAP = 600;
const GAP_OF_STAVES = 6;
/** A staff is at most 7.2 mm high, and as small as it takes for all parts to stand on one page. */
const LARGEST = 1;
/** Wider systems grow a little higher. */
const SLACK = 0.96;

const height = (s: System): number => s.bottom - s.top;

/** The names of the staves, at their left. */
const namesOf = (system: System, lines: readonly ScoreLine[]): XmlElement[] =>
  lines.flatMap(({ name }, i) => {
    const staff = system.staves[i];
    return staff === undefined
      ? []
      : [
          drawText(name, -BRACKET_ROOM - 120, (staff.top + staff.bottom) / 2 + NAME * 0.35, {
            size: NAME,
            weight: 'semibold',
            fill: INK,
            anchor: 'end',
            className: 'row-name',
          }),
        ];
  });

/**
 * A score on landscape paper: every part under the other with its name, as many bars to a line as fit, the largest in
 * which the parts stand on one page.
 */
export function engraveScorePages(engine: Engine, title: string, lines: readonly ScoreLine[], paper: Paper): Page[] {
  const { width: short, height: long } = PAPER_SIZE[paper];
  const room = { width: long - 2 * EDGE, height: short - 2 * EDGE - HEAD };
  const names = Math.max(0, ...lines.map((l) => measureText(l.name, NAME, 'semibold'))) + BRACKET_ROOM + 240;
  const mei = writeMeiOfLines(
    lines.map(({ score }) => ({ score })),
    {
      bandLines: 0,
      cellWidth: () => 0,
      breakBefore: new Set(),
      idPrefix: PREFIX,
      slurs: true,
      finalBar: true,
      lyrics: false,
      chords: true,
    },
  );
  const layOutAt = (scale: number) =>
    readSystems(layOut(engine, mei, room.width / scale - names, 'auto', GAP_OF_STAVES), {
      hasBand: false,
      prefix: PREFIX,
    });
  const tried = layOutAt(LARGEST);
  const highest = Math.max(...tried.systems.map(height));
  const scale = highest <= room.height ? LARGEST : (room.height / highest) * SLACK;
  const { systems, glyphs } = scale === LARGEST ? tried : layOutAt(scale);
  const tempoOf = new Map(lines[0]?.score.measures.map((m) => [`${PREFIX}tempo-${m.id}`, m.tempo]));
  const tempos = (system: System): XmlElement[] =>
    system.tempos.flatMap((t) => {
      const tempo = tempoOf.get(t.id);
      return tempo === undefined ? [] : [drawTempo(tempo, t.x, t.y)];
    });
  const pages: XmlElement[][] = [[]];
  let y = 0;
  for (const system of systems) {
    if (y > 0 && (y + height(system)) * scale > room.height) {
      pages.push([]);
      y = 0;
    }
    pages
      .at(-1)
      ?.push(
        element('g', { class: 'placed', transform: `translate(${round(names)} ${round(y - system.top)})` }, [
          system.drawing,
          ...namesOf(system, lines),
          ...tempos(system),
        ]),
      );
    y += height(system) + GAP;
  }
  return pages.map((children, p) => {
    const number = pages.length === 1 ? '' : `${p + 1} / ${pages.length}`;
    const head = [
      drawText(title, EDGE, EDGE + TITLE, { size: TITLE, weight: 'semibold', fill: INK, className: 'title' }),
      ...(number === ''
        ? []
        : [drawText(number, long - EDGE, EDGE + TITLE, { size: 290, weight: 'regular', fill: INK, anchor: 'end' })]),
    ];
    const music = element(
      'g',
      { transform: `translate(${EDGE} ${EDGE + HEAD}) scale(${round(scale * 1000) / 1000})` },
      children,
    );
    return {
      svg: wrapSvg(long, short, glyphs, [...head, music], `${title}, score, page ${p + 1}`),
      width: long,
      height: short,
    };
  });
}
