import { midi, parsePitch } from '../pitch/pitch';
import {
  ALTERNATE_REASONS,
  type Alternate,
  type AlternateReason,
  type Fingering,
  type Intonation,
  type KeyFigure,
  type Remedy,
} from './figure';
import { touchOf, type Woodwind } from './touch.data';

/** One note of a catalogue: its figures in their order, the default first. */
export interface CatalogueEntry {
  readonly figures: readonly [Alternate, ...Alternate[]];
  readonly intonation?: Intonation;
}

/** A woodwind's figures by written MIDI number: a fingering gives a sound, however it is spelled. */
export interface Catalogue {
  readonly woodwind: Woodwind;
  readonly entries: ReadonlyMap<number, CatalogueEntry>;
  readonly lowest: number;
  readonly highest: number;
}

/**
 * Reads figure text such as `T 1 2 | 4 5 Eb` against the touches that the instrument has.
 * @throws RangeError for a touch that does not exist or stands on the wrong side: a mistake in a catalogue.
 */
export function parseKeyFigure(woodwind: Woodwind, text: string): KeyFigure {
  const [left = '', right = ''] = text.split('|').map((side) => side.trim());
  const side = (names: string, hand: 'left' | 'right'): string[] =>
    names
      .split(/\s+/)
      .filter((n) => n !== '' && n !== '-')
      .map((name) => {
        if (touchOf(woodwind, hand, name) === undefined)
          throw new RangeError(`${woodwind} has no ${hand} touch ${name} (in "${text}")`);
        return name;
      });
  return Object.freeze({
    kind: 'keys',
    left: Object.freeze(side(left, 'left')),
    right: Object.freeze(side(right, 'right')),
  });
}

/** A figure with the reason to use it; a default has one only where a convention may prefer another. */
function parseReasoned(woodwind: Woodwind, text: string, isDefault: boolean): Alternate {
  const [figure = '', reason] = text.split('=').map((s) => s.trim());
  if (!isDefault || reason !== undefined) {
    if (!ALTERNATE_REASONS.includes(reason as AlternateReason))
      throw new RangeError(`no such reason: ${reason ?? ''} (in "${text}")`);
  }
  return Object.freeze({ figure: parseKeyFigure(woodwind, figure), reason: (reason ?? 'usual') as AlternateReason });
}

const REMEDIES: readonly string[] = ['lip-down', 'lip-up', 'resonance-fingers', 'less-air'] satisfies readonly Remedy[];

function parseIntonation(text: string): Intonation {
  const [tendency = '', remedy = ''] = text.trim().split(/\s+/);
  if (!['sharp', 'flat'].includes(tendency) || !REMEDIES.includes(remedy))
    throw new RangeError(`no such intonation: ${text}`);
  return Object.freeze({ tendency: tendency as Intonation['tendency'], remedy: remedy as Remedy });
}

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((l) => l.trim())
    .filter((l) => l !== '');
const noteOf = (line: string): string => line.split(':')[0] ?? '';

/** A catalogue's text with some notes' lines replaced by others. */
export function changeLines(text: string, changes: string): string {
  const changed = new Map(linesOf(changes).map((l) => [noteOf(l), l]));
  return linesOf(text)
    .map((l) => changed.get(noteOf(l)) ?? l)
    .join('\n');
}

/**
 * Compiles a catalogue from lines of `note: figure; alternate = reason; … @ sharp remedy`. Enharmonic names share a
 * line.
 * @throws RangeError for a note named twice or a line that cannot be read.
 */
export function compileCatalogue(woodwind: Woodwind, text: string): Catalogue {
  const entries = new Map<number, CatalogueEntry>();
  for (const line of linesOf(text)) {
    const [note = '', rest = ''] = line.split(/:(.*)/s).map((s) => s.trim());
    const [figures = '', tuning] = rest.split('@');
    const at = midi(parsePitch(note));
    if (entries.has(at)) throw new RangeError(`${woodwind}: ${note} stands twice`);
    const [first = '', ...others] = figures.split(';');
    entries.set(
      at,
      Object.freeze({
        figures: Object.freeze([
          parseReasoned(woodwind, first, true),
          ...others.map((f) => parseReasoned(woodwind, f, false)),
        ] as const),
        ...(tuning !== undefined && { intonation: parseIntonation(tuning) }),
      }),
    );
  }
  const notes = [...entries.keys()];
  return Object.freeze({ woodwind, entries, lowest: Math.min(...notes), highest: Math.max(...notes) });
}

/**
 * The figure of a note in a catalogue, by the instrument's own MIDI number.
 * @param preferred the reason whose figure a teacher puts first, where a note has one
 */
export function fingerFromCatalogue(c: Catalogue, target: number, preferred?: AlternateReason): Fingering {
  if (target < c.lowest) return { kind: 'unplayable', because: 'below-range' };
  if (target > c.highest) return { kind: 'unplayable', because: 'above-range' };
  const entry = c.entries.get(target);
  if (entry === undefined) return { kind: 'unplayable', because: 'no-figure' };
  const { figures, intonation } = entry;
  const first = figures.find((f) => f.reason === preferred) ?? figures[0];
  return {
    kind: 'playable',
    figure: first.figure,
    alternates: figures.filter((f) => f !== first),
    ...(intonation !== undefined && { intonation }),
  };
}
