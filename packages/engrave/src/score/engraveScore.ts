import type { Score, Written } from '@cifra/core';
import { element } from '@cifra/xml';
import { type Engine, layOut } from '../engine/engine';
import { BRACKET_ROOM, writeMeiOfLines } from '../mei/writeMei';
import type { Page } from '../page/composePages';
import { wrapSvg } from '../page/wrapSvg';
import { readSystems } from '../system/readSystems';

/** All parts under each other in one unbroken system, and where each staff stands in it. */
export interface EngravedScore {
  readonly page: Page;
  readonly staves: readonly { readonly top: number; readonly bottom: number }[];
}

const PREFIX = 'f-';
const EDGE = 60;
const GAP_OF_STAVES = 7;

/**
 * Engraves parts under each other, bar under bar, for checking.
 * @param scores the parts from the top; bars, repeats and meters are the first one's
 */
export function engraveScore(engine: Engine, scores: readonly Score<Written>[]): EngravedScore {
  const mei = writeMeiOfLines(
    scores.map((score) => ({ score })),
    {
      bandLines: 0,
      cellWidth: () => 0,
      breakBefore: new Set(),
      idPrefix: PREFIX,
      slurs: true,
      finalBar: true,
      // Notes are checked in it: the same words under every staff, and the same chords in as many keys, say nothing.
      lyrics: false,
      chords: false,
    },
  );
  const {
    systems: [system],
    glyphs,
  } = readSystems(layOut(engine, mei, 20000, 'none', GAP_OF_STAVES), { hasBand: false, prefix: PREFIX });
  if (system === undefined) throw new Error('the engraving library drew no system');
  const top = system.top - EDGE;
  const [width, height] = [Math.ceil(system.right) + BRACKET_ROOM + EDGE, Math.ceil(system.bottom - top) + EDGE];
  const drawing = element('g', { transform: `translate(${BRACKET_ROOM} ${-Math.round(top)})` }, [system.drawing]);
  return {
    page: { svg: wrapSvg(width, height, glyphs, [drawing], 'Score'), width, height },
    staves: system.staves.map((s) => ({ top: s.top - top, bottom: s.bottom - top })),
  };
}
