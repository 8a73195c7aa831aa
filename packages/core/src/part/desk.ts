import { figureTable, type FigureTable } from '../instrument/finger';
import type { Instrument } from '../instrument/instrument';
import type { Written } from '../pitch/pitch';
import type { Block } from './block';
import { ContextFinder } from './context';
import type { Teaching } from './teaching';

/** What is kept for the players of one instrument in one class: their figures, and what was found and explained of them. */
export class Desk {
  readonly table: FigureTable;
  readonly context: ContextFinder;
  /** Explained tones by what else they depend on: octave and its reason, clef, respelling. */
  private readonly explained = new Map<number, Map<Written, Block[]>>();

  constructor(instrument: Instrument, { schools }: Teaching) {
    this.table = figureTable(instrument, schools);
    this.context = new ContextFinder(instrument, this.table);
  }

  blocksFor(name: number): Map<Written, Block[]> {
    let blocks = this.explained.get(name);
    if (blocks === undefined) this.explained.set(name, (blocks = new Map()));
    return blocks;
  }
}

const DESKS = new WeakMap<Teaching, Map<Instrument, Desk>>();

/** The desk of an instrument in a class that is taught so. */
export function deskOf(instrument: Instrument, teaching: Teaching): Desk {
  let desks = DESKS.get(teaching);
  if (desks === undefined) DESKS.set(teaching, (desks = new Map()));
  let desk = desks.get(instrument);
  if (desk === undefined) desks.set(instrument, (desk = new Desk(instrument, teaching)));
  return desk;
}
