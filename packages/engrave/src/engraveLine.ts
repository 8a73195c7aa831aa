import type { Pitch, Score } from '@cifra/core';
import { placeMeasures } from '@cifra/core';
import { element } from '@cifra/xml';
import { type Engine, layOut } from './engine/engine';
import { writeMei } from './mei/writeMei';
import { composeStrip, type Page } from './page/composePages';
import { drawTempo } from './page/tempoMark';
import { readSystems } from './system/readSystems';

/**
 * Engraves a plain line without band: one unbroken strip, or lines of a width.
 * @param finalBar whether the music ends where the score does: an excerpt closes with a plain bar line
 * @param hideMeter notes that stand for themselves
 * @param widthMm100 width of a line in hundredths of a millimetre; without it the strip is one system
 */
export function engraveLine<P extends Pitch>(
  engine: Engine,
  score: Score<P>,
  widthMm100?: number,
  finalBar = true,
  hideMeter = false,
): Page {
  const mei = writeMei(score, {
    bandLines: 0,
    cellWidth: () => 0,
    breakBefore: new Set(),
    idPrefix: 'l-',
    slurs: true,
    finalBar,
    hideMeter,
  });
  const layout = readSystems(layOut(engine, mei, widthMm100 ?? 18000, widthMm100 === undefined ? 'none' : 'auto'), {
    hasBand: false,
    prefix: 'l-',
  });
  const tempoOf = new Map(placeMeasures(score).map((p) => [`l-tempo-${p.measure.id}`, p.measure.tempo]));
  return composeStrip(
    layout,
    (system) => [
      element('g'),
      ...system.tempos.flatMap((t) => {
        const tempo = tempoOf.get(t.id);
        return tempo === undefined ? [] : [drawTempo(tempo, t.x, t.y - 40)];
      }),
    ],
    score.title,
  );
}
