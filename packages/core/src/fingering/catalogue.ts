import { midi, parsePitch } from '../pitch/pitch';
import { ALTERNATE_REASONS, type Alternate, type AlternateReason, type Fingering, type KeyFigure } from './figure';
import { TOUCHES, type Woodwind } from './touch.data';

/** A woodwind's figures by written MIDI number: a fingering gives a sound, however it is spelled. */
export interface Catalogue {
  readonly woodwind: Woodwind;
  readonly entries: ReadonlyMap<number, { readonly figure: KeyFigure; readonly alternates: readonly Alternate[] }>;
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
    names.split(/\s+/).filter((n) => n !== '' && n !== '-').map((name) => {
      const plain = /^(T|\d)h$/.test(name) ? name.slice(0, -1) : name;
      if (!TOUCHES[woodwind].some((t) => t.name === plain && t.hand === hand)) {
        throw new RangeError(`${woodwind} has no ${hand} touch ${name} (in "${text}")`);
      }
      return name;
    });
  return Object.freeze({ kind: 'keys', left: Object.freeze(side(left, 'left')), right: Object.freeze(side(right, 'right')) });
}

function parseAlternate(woodwind: Woodwind, text: string): Alternate {
  const [figure = '', reason = ''] = text.split('=').map((s) => s.trim());
  if (!ALTERNATE_REASONS.includes(reason as AlternateReason)) throw new RangeError(`no such reason: ${reason} (in "${text}")`);
  return { figure: parseKeyFigure(woodwind, figure), reason: reason as AlternateReason };
}

/**
 * Compiles a catalogue from lines of `note: figure; alternate = reason; …`. Enharmonic names share a line.
 * @throws RangeError for a note named twice or a line that cannot be read.
 */
export function compileCatalogue(woodwind: Woodwind, text: string): Catalogue {
  const entries = new Map<number, { figure: KeyFigure; alternates: readonly Alternate[] }>();
  for (const line of text.split('\n').map((l) => l.trim()).filter((l) => l !== '')) {
    const [note = '', rest = ''] = line.split(/:(.*)/s).map((s) => s.trim());
    const [figure = '', ...alternates] = rest.split(';');
    const at = midi(parsePitch(note));
    if (entries.has(at)) throw new RangeError(`${woodwind}: ${note} stands twice`);
    entries.set(at, Object.freeze({ figure: parseKeyFigure(woodwind, figure), alternates: Object.freeze(alternates.map((a) => parseAlternate(woodwind, a))) }));
  }
  const notes = [...entries.keys()];
  return Object.freeze({ woodwind, entries, lowest: Math.min(...notes), highest: Math.max(...notes) });
}

/** The same shapes on a longer or shorter instrument: a treble recorder is a descant read a fourth higher. */
export const shiftCatalogue = (c: Catalogue, semitones: number): Catalogue => Object.freeze({
  ...c,
  entries: new Map([...c.entries].map(([note, entry]) => [note + semitones, entry])),
  lowest: c.lowest + semitones,
  highest: c.highest + semitones,
});

export function fingerFromCatalogue(c: Catalogue, target: number): Fingering {
  if (target < c.lowest) return { kind: 'unplayable', because: 'below-range' };
  if (target > c.highest) return { kind: 'unplayable', because: 'above-range' };
  const entry = c.entries.get(target);
  return entry === undefined ? { kind: 'unplayable', because: 'no-figure' } : { kind: 'playable', ...entry };
}
