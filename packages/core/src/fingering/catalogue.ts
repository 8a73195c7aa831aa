import { midi, parsePitch } from '../pitch/pitch';
import {
  ALTERNATE_REASONS,
  type Alternate,
  type AlternateReason,
  type Fingering,
  type Intonation,
  type KeyFigure,
  type Playable,
  type Remedy,
} from './figure';
import { touchOf, type Woodwind } from './touch.data';

/** A woodwind's figures by written MIDI number: a fingering gives a sound, however it is spelled. */
export interface Catalogue {
  readonly woodwind: Woodwind;
  readonly entries: ReadonlyMap<number, Playable>;
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

/** A figure with the reason to use it; a default has one only where a school may prefer another. */
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

/** One compiled line: the figures in their order, the default first. */
interface Entry {
  readonly figures: readonly Alternate[];
  readonly intonation: Intonation | undefined;
}

const toPlayable = ({ figures, intonation }: Entry, preferred: AlternateReason | undefined): Playable => {
  const first = figures.find((f) => f.reason === preferred) ?? (figures[0] as Alternate);
  return Object.freeze({
    kind: 'playable',
    figure: first.figure,
    alternates: Object.freeze(figures.filter((f) => f !== first)),
    ...(intonation === undefined ? {} : { intonation }),
  });
};

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
 * Compiles a catalogue from lines of `note: figure; alternate = reason; … @ sharp remedy`. Enharmonic names share a line.
 * @param preferred the reason whose figure a teacher's school puts first, where a note has one
 * @param shift semitones by which a longer or shorter instrument reads the same shapes higher
 * @throws RangeError for a note named twice or a line that cannot be read.
 */
export function compileCatalogue(woodwind: Woodwind, text: string, preferred?: AlternateReason, shift = 0): Catalogue {
  const entries = new Map<number, Playable>();
  for (const line of linesOf(text)) {
    const [note = '', rest = ''] = line.split(/:(.*)/s).map((s) => s.trim());
    const [figures = '', tuning] = rest.split('@');
    const at = midi(parsePitch(note)) + shift;
    if (entries.has(at)) throw new RangeError(`${woodwind}: ${note} stands twice`);
    const entry = {
      figures: figures.split(';').map((f, i) => parseReasoned(woodwind, f, i === 0)),
      intonation: tuning === undefined ? undefined : parseIntonation(tuning),
    };
    entries.set(at, toPlayable(entry, preferred));
  }
  const notes = [...entries.keys()];
  return Object.freeze({ woodwind, entries, lowest: Math.min(...notes), highest: Math.max(...notes) });
}

export function fingerFromCatalogue(c: Catalogue, target: number): Fingering {
  if (target < c.lowest) return { kind: 'unplayable', because: 'below-range' };
  if (target > c.highest) return { kind: 'unplayable', because: 'above-range' };
  return c.entries.get(target) ?? { kind: 'unplayable', because: 'no-figure' };
}
