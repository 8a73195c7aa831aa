import type { InstrumentId } from '../instrument/instrument';
import { knownMidi } from '../page/callSheet';
import type { Teaching } from '../part/teaching';
import { midi, pitchText } from '../pitch/pitch';
import { type LineSummary, pageNotes, type PageNotes } from './lineSummary';

/** Somebody with an instrument, and what they have met on it where it is not its first notes. */
export interface Player {
  readonly id: string;
  readonly instrument: InstrumentId;
  readonly known: readonly string[] | undefined;
}

/**
 * How a line lies to one player: notes, as written, that are new to them; and whether some of it cannot be played at
 * all.
 */
export interface PlayerFit {
  readonly id: string;
  readonly fresh: readonly string[];
  readonly unplayable: boolean;
}

const freshIn = ({ instrument, notes }: PageNotes, known: readonly string[] | undefined): string[] => {
  const met = knownMidi(instrument, known);
  const seen = new Set<number>();
  return notes.flatMap((p) => {
    if (met.has(midi(p)) || seen.has(midi(p))) return [];
    seen.add(midi(p));
    return [pitchText(p)];
  });
};

/** Notes of a line that are new on each instrument; instruments to which nothing is new are left out. */
export function newNotes(
  line: LineSummary,
  instruments: readonly InstrumentId[],
  teaching: Teaching,
  knownOf: (id: InstrumentId) => readonly string[] | undefined,
): { readonly instrument: InstrumentId; readonly notes: string[] }[] {
  return instruments
    .map((instrument) => ({
      instrument,
      notes: freshIn(pageNotes(line, instrument, teaching), knownOf(instrument)),
    }))
    .filter((n) => n.notes.length > 0);
}

/** Who can play a line with what they know. */
export function playersReady(line: LineSummary, players: readonly Player[], teaching: Teaching): PlayerFit[] {
  return players.map(({ id, instrument, known }) => {
    const page = pageNotes(line, instrument, teaching);
    return { id, fresh: freshIn(page, known), unplayable: page.unplayable };
  });
}

/** So few new notes are learned along the way. Common practice, no source. */
export const NEARLY_READY = 2;
export const READINESS = ['ready', 'nearly', 'later', 'unplayable'] as const;
export type ReadinessKind = (typeof READINESS)[number];

export const readinessKind = ({ fresh, unplayable }: PlayerFit): ReadinessKind =>
  unplayable ? 'unplayable' : fresh.length === 0 ? 'ready' : fresh.length <= NEARLY_READY ? 'nearly' : 'later';
