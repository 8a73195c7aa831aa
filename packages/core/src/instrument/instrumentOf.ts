import type { CatalogueId, Instrument, InstrumentId, OwnId } from './instrument';
import { inCatalogue, INSTRUMENTS } from './instrument.data';
import { type OwnInstrument, ownProblem, readOwnId, toInstrument } from './ownInstrument';

/** The instrument of the catalogue that an own one is described by, or undefined for an id of the catalogue. */
export const likeOf = (id: string): CatalogueId | undefined => readOwnId(id)?.like;

/** An own instrument by a description, or undefined where it describes none. */
function ownInstrument(id: string, o: OwnInstrument | undefined): Instrument | undefined {
  const like = o === undefined ? undefined : inCatalogue(o.like);
  return o === undefined || like === undefined || ownProblem(o, like) !== undefined
    ? undefined
    : toInstrument(id as OwnId, o, like);
}

const found = (id: string): Instrument | undefined => inCatalogue(id) ?? ownInstrument(id, readOwnId(id));

/**
 * The instrument with an id: of the catalogue, or the one that the id describes.
 * @throws RangeError for anything else; check untrusted ids with isInstrumentId first.
 */
export function instrumentOf(id: InstrumentId): Instrument {
  const instrument = found(id);
  if (instrument === undefined) throw new RangeError(`no instrument ${id}`);
  return instrument;
}

export const isInstrumentId = (id: unknown): id is InstrumentId => typeof id === 'string' && found(id) !== undefined;

/** Catalogue and own instruments in score order, each once: an own one after the one that it is described by. */
export function inScoreOrder(ids: readonly InstrumentId[]): InstrumentId[] {
  const place = new Map<string, number>(INSTRUMENTS.map((i, at) => [i.id, at]));
  const placeOf = (id: InstrumentId): number => place.get(likeOf(id) ?? id) ?? INSTRUMENTS.length;
  return [...new Set(ids)].sort((a, b) => placeOf(a) - placeOf(b) || (a < b ? -1 : 1));
}

/** Everything that can be chosen: the catalogue, and the own instruments among some ids, in score order. */
export const instrumentsWith = (ids: readonly InstrumentId[]): Instrument[] =>
  inScoreOrder([...INSTRUMENTS.map((i) => i.id), ...ids]).map(instrumentOf);
