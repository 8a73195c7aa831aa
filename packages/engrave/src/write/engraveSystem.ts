import type { Accidental, NoteId, Score, Written } from '@cifra/core';
import { placeMeasures } from '@cifra/core';
import { element, writeXml } from '@cifra/xml';
import { type Engine, layOut } from '../engine/engine';
import { BRACKET_ROOM, writeMeiOfLines } from '../mei/writeMei';
import { drawTempo } from '../page/tempoMark';
import { readSystems } from '../system/readSystems';

/**
 * One line of music as it is written: a few bars of one to four lines, engraved by themselves so that typing is quick.
 */
export interface SystemRequest {
  readonly lines: readonly {
    readonly score: Score<Written>;
    readonly signs: readonly (readonly [NoteId, Accidental])[];
  }[];
  readonly widthMm100: number;
  /** Spread over the whole width; else at its natural width, as the line that is being written. */
  readonly spread: boolean;
  /** Whether the piece begins with it: then the meter stands in it. */
  readonly opens: boolean;
  /** Whether the piece ends with it. */
  readonly closes: boolean;
}

/** Where a note or rest stands in a drawing. */
export interface PlacedSign {
  readonly id: NoteId;
  readonly line: number;
  readonly x: number;
  readonly y: number;
}

/** A drawing and where things stand in it, in hundredths of a millimetre from its top left corner. */
export interface EngravedSystem {
  readonly svg: string;
  readonly width: number;
  readonly height: number;
  readonly signs: readonly PlacedSign[];
  readonly measures: readonly { readonly id: string; readonly left: number; readonly right: number }[];
  readonly staves: readonly { readonly top: number; readonly bottom: number }[];
}

const PREFIX = 'w-';
/** Room above and below the drawing for what lies on it. */
const AIR = 60;
/** A clef reaches this far beyond its staff; so does the caret. */
const REACH = 420;
/** Several lines stand apart, so that a caret fits between. */
const GAP_OF_LINES = 9;

/** Engraves one line of music. */
export function engraveSystem(engine: Engine, r: SystemRequest): EngravedSystem {
  const lead = r.lines[0]?.score;
  if (lead === undefined) throw new RangeError('a line of music has a line');
  const lines = r.lines.map(({ score, signs }) => ({ score, accidentals: new Map(signs) }));
  const mei = writeMeiOfLines(lines, {
    bandLines: 0,
    cellWidth: () => 0,
    breakBefore: new Set(),
    idPrefix: PREFIX,
    slurs: true,
    finalBar: r.closes,
    hideMeter: !r.opens,
    oneSystem: r.spread,
  });
  const several = lines.length > 1;
  const indent = several ? BRACKET_ROOM : 0;
  const { systems, glyphs } = readSystems(
    layOut(engine, mei, r.widthMm100 - indent, r.spread ? 'encoded' : 'none', several ? GAP_OF_LINES : undefined),
    { hasBand: false, prefix: PREFIX },
  );
  const system = systems[0];
  if (system === undefined) throw new Error('the engraving library drew no system');
  const top = Math.min(system.top, system.staffTop - REACH) - AIR;
  const bottom = Math.max(system.bottom, ...system.staves.map((s) => s.bottom + REACH)) + AIR;
  const signs = [...system.heads, ...system.rests].map(({ note, line, x, y }): PlacedSign => ({
    id: note,
    line,
    x: x + indent,
    y: y - Math.round(top),
  }));
  const tempoOf = new Map(placeMeasures(lead).map((p) => [`${PREFIX}tempo-${p.measure.id}`, p.measure.tempo]));
  const tempos = system.tempos.flatMap((t) => {
    const tempo = tempoOf.get(t.id);
    return tempo === undefined ? [] : [drawTempo(tempo, t.x, t.y - 40)];
  });
  const [width, height] = [Math.ceil(system.right) + indent + 20, Math.ceil(bottom - top)];
  const svg = writeXml(
    element(
      'svg',
      {
        xmlns: 'http://www.w3.org/2000/svg',
        'xmlns:xlink': 'http://www.w3.org/1999/xlink',
        viewBox: `0 0 ${width} ${height}`,
        'aria-hidden': 'true',
        color: '#000000',
      },
      [
        element('defs', {}, [...glyphs]),
        element('g', { transform: `translate(${indent} ${-Math.round(top)})` }, [system.drawing, ...tempos]),
      ],
    ),
  );
  const plainId = (id: string): string => id.slice(PREFIX.length);
  return {
    svg,
    width,
    height,
    signs,
    measures: system.measures.map((m) => ({ id: plainId(m.id), left: m.left + indent, right: m.right + indent })),
    staves: system.staves.map((s) => ({ top: s.top - Math.round(top), bottom: s.bottom - Math.round(top) })),
  };
}
