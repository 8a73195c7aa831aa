import { invert, parseInterval } from '../pitch/interval';
import { midi, parsePitch, type Written } from '../pitch/pitch';
import type { Clef } from '../score/score';
import type { FingeringSystem, Instrument, InstrumentId } from './instrument';

const woodwind = (name: Extract<FingeringSystem, { kind: 'woodwind' }>['woodwind']): FingeringSystem => ({ kind: 'woodwind', woodwind: name });
const valves = (fundamental: string, fourthValve = false): FingeringSystem => ({ kind: 'brass', tube: { kind: 'valves', fundamental: midi(parsePitch(fundamental)), fourthValve } });
const slide = (fundamental: string): FingeringSystem => ({ kind: 'brass', tube: { kind: 'slide', fundamental: midi(parsePitch(fundamental)) } });

/**
 * One row of the catalogue: `sounds` is the interval from the written note to the sounding one.
 * Ranges and first notes as written. Common practice, no source.
 */
function row(
  id: InstrumentId, name: string, inKey: string | undefined, sounds: string, clefs: readonly [Clef, ...Clef[]],
  range: string, firstYear: string, firstNotes: string, system: FingeringSystem,
): Instrument {
  const toRange = (text: string): Instrument['range'] => {
    const [low = '', high = ''] = text.split(' ');
    return Object.freeze({ low: parsePitch<Written>(low), high: parsePitch<Written>(high) });
  };
  return Object.freeze({
    id, name, inKey, family: system.kind, toWritten: invert(parseInterval(sounds)), clefs, range: toRange(range), firstYear: toRange(firstYear),
    firstNotes: Object.freeze(firstNotes.split(' ').map((n) => parsePitch<Written>(n))), system,
  });
}

const REED_FIVE = 'C4 D4 E4 F4 G4';
const BASS_FIVE = 'Bb2 C3 D3 Eb3 F3';

/** The instruments in score order. */
export const INSTRUMENTS: readonly Instrument[] = Object.freeze([
  row('descant-recorder', 'Descant recorder', undefined, 'P8', ['treble'], 'C4 A5', 'C4 E5', 'B4 A4 G4 C5 D5 E4 D4 C4', woodwind('recorder')),
  row('treble-recorder', 'Treble recorder', undefined, 'P1', ['treble'], 'F4 D6', 'F4 A5', 'E5 D5 C5 F5 G5 A4 G4 F4', woodwind('recorder')),
  row('flute', 'Flute', undefined, 'P1', ['treble'], 'C4 A6', 'D4 D6', 'Bb4 C5 D5 Eb5 F5', woodwind('flute')),
  row('oboe', 'Oboe', undefined, 'P1', ['treble'], 'Bb3 C6', 'D4 A5', 'Bb4 C5 D5 Eb5 F5', woodwind('oboe')),
  row('clarinet', 'Clarinet', 'B♭', '-M2', ['treble'], 'E3 D6', 'E3 C5', REED_FIVE, woodwind('clarinet')),
  row('bass-clarinet', 'Bass clarinet', 'B♭', '-P8+M2', ['treble'], 'E3 C6', 'E3 C5', REED_FIVE, woodwind('clarinet')),
  row('alto-saxophone', 'Alto saxophone', 'E♭', '-M6', ['treble'], 'Bb3 F6', 'D4 A5', 'G4 A4 B4 C5 D5', woodwind('saxophone')),
  row('tenor-saxophone', 'Tenor saxophone', 'B♭', '-P8+M2', ['treble'], 'Bb3 F6', 'D4 A5', 'C5 D5 E5 F5 G5', woodwind('saxophone')),
  row('baritone-saxophone', 'Baritone saxophone', 'E♭', '-P8+M6', ['treble'], 'Bb3 F6', 'D4 A5', 'G4 A4 B4 C5 D5', woodwind('saxophone')),
  row('bassoon', 'Bassoon', undefined, 'P1', ['bass', 'tenor'], 'Bb1 D4', 'F2 Bb3', BASS_FIVE, woodwind('bassoon')),
  row('horn', 'Horn', 'F', '-P5', ['treble'], 'F#3 C6', 'G3 E5', 'F4 G4 A4 Bb4 C5', valves('C2')),
  row('trumpet', 'Trumpet', 'B♭', '-M2', ['treble'], 'F#3 C6', 'A3 E5', REED_FIVE, valves('C3')),
  row('cornet', 'Cornet', 'B♭', '-M2', ['treble'], 'F#3 C6', 'A3 E5', REED_FIVE, valves('C3')),
  row('trombone', 'Trombone', undefined, 'P1', ['bass', 'tenor', 'alto'], 'E2 Bb4', 'G2 D4', BASS_FIVE, slide('Bb1')),
  row('euphonium', 'Euphonium', undefined, 'P1', ['bass'], 'E2 Bb4', 'G2 D4', BASS_FIVE, valves('Bb1', true)),
  row('euphonium-treble', 'Euphonium, treble clef', 'B♭', '-P8+M2', ['treble'], 'F#3 C6', 'A3 E5', REED_FIVE, valves('C3', true)),
  row('tuba', 'Tuba', undefined, 'P1', ['bass'], 'E1 Bb3', 'G1 D3', 'Bb1 C2 D2 Eb2 F2', valves('Bb0', true)),
]);

const BY_ID: ReadonlyMap<string, Instrument> = new Map(INSTRUMENTS.map((i) => [i.id, i]));

/**
 * The instrument with an id.
 * @throws RangeError for an id that is not in the catalogue; check untrusted ids with isInstrumentId first.
 */
export function instrumentOf(id: InstrumentId): Instrument {
  const found = BY_ID.get(id);
  if (found === undefined) throw new RangeError(`no instrument ${id}`);
  return found;
}

export const isInstrumentId = (id: string): id is InstrumentId => BY_ID.has(id);
