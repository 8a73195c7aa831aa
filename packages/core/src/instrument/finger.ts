import { catalogueText } from '../fingering/catalogueTexts';
import { type Catalogue, changeLines, compileCatalogue, fingerFromCatalogue } from '../fingering/catalogue';
import type { AlternateReason, Fingering } from '../fingering/figure';
import { fingerOnTube } from '../fingering/tube';
import type { Woodwind } from '../fingering/touch.data';
import { midi, type Written } from '../pitch/pitch';
import type { Schools } from '../school/schools';
import type { Instrument } from './instrument';

/** Which of a catalogue's reasons a school puts first. */
function preferredReason(woodwind: Woodwind, schools: Schools): AlternateReason | undefined {
  switch (woodwind) {
    case 'flute':
      return schools.fluteBFlat === 'thumb' ? 'thumb-b-flat' : 'one-and-one';
    case 'saxophone':
      return ({ side: 'side-key', bis: 'bis-key', 'one-and-one': 'one-and-one' } as const)[schools.saxophoneBFlat];
    default:
      return undefined;
  }
}

const COMPILED = new Map<string, Catalogue>();

/** The figures of a woodwind under a teacher's schools, compiled once; a brass tube is computed instead. */
export function catalogueOf(instrument: Instrument, schools: Schools): Catalogue | undefined {
  if (instrument.system.kind !== 'woodwind') return undefined;
  const { woodwind, shift } = instrument.system;
  const preferred = preferredReason(woodwind, schools);
  const german = woodwind === 'recorder' && schools.recorder === 'german';
  const name = `${woodwind} ${shift} ${preferred ?? ''} ${german}`;
  let compiled = COMPILED.get(name);
  if (compiled === undefined) {
    const text = catalogueText(woodwind);
    compiled = compileCatalogue(
      woodwind,
      german ? changeLines(text.usual, text.german ?? '') : text.usual,
      preferred,
      shift,
    );
    COMPILED.set(name, compiled);
  }
  return compiled;
}

/** Every figure of an instrument under a school, by written MIDI number. */
export type FigureTable = readonly Fingering[];

const NOTES = 128;
const TABLES = new WeakMap<Instrument, Map<string, FigureTable>>();

/** The schools on which figures depend; the horn's and the euphonium's choices make another instrument. */
const figureSchools = (s: Schools): string => `${s.fluteBFlat} ${s.saxophoneBFlat} ${s.recorder}`;

/**
 * The figures of every note, worked out once for an instrument and a school and frozen.
 * @returns 128 entries; those out of range say on which side
 */
export function figureTable(instrument: Instrument, schools: Schools): FigureTable {
  const tables = TABLES.get(instrument) ?? new Map<string, FigureTable>();
  TABLES.set(instrument, tables);
  const name = figureSchools(schools);
  const known = tables.get(name);
  if (known !== undefined) return known;
  const { low, high } = instrument.ranges.full;
  const catalogue = catalogueOf(instrument, schools);
  const table = Object.freeze(
    Array.from({ length: NOTES }, (_unused, note): Fingering => {
      if (note < midi(low)) return BELOW;
      if (note > midi(high)) return ABOVE;
      if (catalogue !== undefined) return fingerFromCatalogue(catalogue, note);
      return instrument.system.kind === 'brass' ? fingerOnTube(instrument.system.tube, note) : NONE;
    }),
  );
  tables.set(name, table);
  return table;
}

const BELOW: Fingering = Object.freeze({ kind: 'unplayable', because: 'below-range' });
const ABOVE: Fingering = Object.freeze({ kind: 'unplayable', because: 'above-range' });
const NONE: Fingering = Object.freeze({ kind: 'unplayable', because: 'no-figure' });

/** The figure in a table; far beyond either end the side is said too. */
export const fingerIn = (table: FigureTable, note: number): Fingering => table[note] ?? (note < 0 ? BELOW : ABOVE);

/**
 * The figure of a written note: default first, alternates after it, or why there is none.
 * @example finger(trumpet, D4, DEFAULT_SCHOOLS) // figure 13, from G4 lowered five semitones
 */
export const finger = (instrument: Instrument, p: Written, schools: Schools): Fingering =>
  fingerIn(figureTable(instrument, schools), midi(p));
