import type { KeyChoice, PageOwner, PartChoice } from '../exercise/exercise';
import type { Instrument } from '../instrument/instrument';
import { type Key, key } from '../key/key';
import { addIntervals, ENHARMONIC_DOWN, ENHARMONIC_UP, type Interval, octavesUp, transpose, UNISON } from '../pitch/interval';
import { type Concert, midi, type Written } from '../pitch/pitch';
import type { Clef, NoteId, Score } from '../score/score';
import { mapPitches, notesOf, openingOf } from '../score/walk';
import { type OctaveOption, type OctaveReason, rankOctaves } from './octave';

/** More sharps or flats than this are respelled. */
export const SIGNATURE_LIMIT = 6;

export interface KeyOption {
  readonly choice: KeyChoice;
  readonly fifths: number;
}
export type KeyReason = 'transposed' | 'over-limit' | 'chosen';
export type ClefReason = 'usual' | 'chosen';

/** What was decided for a part, why, and what else could be chosen. */
export interface PartDecisions {
  /** From concert pitch to this page, octave and respelling included. */
  readonly interval: Interval;
  readonly octave: { readonly octaves: number; readonly why: OctaveReason; readonly automatic: number; readonly options: readonly OctaveOption[] };
  readonly key: { readonly choice: KeyChoice; readonly fifths: number; readonly sounding: number; readonly why: KeyReason; readonly automatic: KeyChoice; readonly options: readonly KeyOption[] };
  readonly clef: { readonly clef: Clef; readonly why: ClefReason; readonly options: readonly Clef[] };
}

/** A player's page: the written score with what led to it. */
export interface Part {
  readonly instrument: Instrument;
  readonly concert: Score<Concert>;
  readonly score: Score<Written>;
  readonly decisions: PartDecisions;
  /** Playable, but outside the instrument's first-year range. */
  readonly outside: readonly NoteId[];
  readonly unplayable: readonly NoteId[];
  /** Notes whose double sharp or flat was written as the plain neighbour. */
  readonly simplified: ReadonlySet<NoteId>;
}

const RESPELL: Readonly<Record<'up' | 'down', Interval>> = { up: ENHARMONIC_UP, down: ENHARMONIC_DOWN };

/** The respelling that brings a signature nearer to none: sharps go up by letter to flats. */
const respellingOf = (fifths: number): Interval => (fifths > 0 ? RESPELL.up : RESPELL.down);

function keyOptions(fifths: number): KeyOption[] {
  const other = fifths + respellingOf(fifths).fifths;
  return [
    ...(Math.abs(fifths) <= 7 ? [{ choice: 'transposed', fifths } as const] : []),
    ...(Math.abs(other) <= 7 ? [{ choice: 'respelled', fifths: other } as const] : []),
    ...(fifths === 0 ? [] : [{ choice: 'no-signature', fifths: 0 } as const]),
  ];
}

/** Double sharps and flats, and anything beyond, become the neighbour that sounds alike. */
function simplify(p: Written): Written {
  let simple = p;
  while (simple.alter >= 2) simple = transpose(simple, ENHARMONIC_UP);
  while (simple.alter <= -2) simple = transpose(simple, ENHARMONIC_DOWN);
  return simple;
}

/**
 * Derives an instrument's page from the concert line.
 *
 * Pitches and key move by the instrument's interval, spelled; a signature over the limit is respelled, key
 * and notes together; the whole line takes the octave that suits the instrument, unless its own page was
 * the source. A teacher's choice overrides each of the three.
 */
export function derivePart(concert: Score<Concert>, instrument: Instrument, owner: PageOwner, choice: PartChoice = {}): Part {
  const opening = openingOf(concert);
  const notes = notesOf(concert);
  const plain = notes.map((n) => midi(transpose(n.pitch, instrument.toWritten)));
  const options = rankOctaves(instrument, plain);
  const automatic = owner === instrument.id ? 0 : (options[0]?.octaves ?? 0);
  const octaves = choice.octaves ?? automatic;
  const taken = options.find((o) => o.octaves === octaves);
  const octaveWhy: OctaveReason = choice.octaves !== undefined ? 'chosen' : owner === instrument.id ? 'own-page'
    : (taken?.outside ?? 0) + (taken?.unplayable ?? 0) === 0 ? 'fits' : 'fewest-outside';

  const sounding = opening.key.fifths + instrument.toWritten.fifths;
  const keyChoices = keyOptions(sounding);
  const automaticKey: KeyChoice = Math.abs(sounding) > SIGNATURE_LIMIT ? 'respelled' : 'transposed';
  const wanted = keyChoices.find((k) => k.choice === choice.key);
  const chosenKey = wanted?.choice ?? automaticKey;
  const respell = (fifths: number): Interval => {
    const must = Math.abs(fifths) > SIGNATURE_LIMIT;
    const asked = chosenKey === 'respelled' && fifths === sounding;
    return (must && chosenKey !== 'transposed') || asked || Math.abs(fifths) > 7 ? respellingOf(fifths) : UNISON;
  };

  const base = addIntervals(instrument.toWritten, octavesUp(octaves));
  const interval = addIntervals(base, respell(sounding));
  const toKey = (k: Key): Key => {
    const fifths = k.fifths + instrument.toWritten.fifths;
    return chosenKey === 'no-signature' ? key(0, 'none') : key(fifths + respell(fifths).fifths, k.mode);
  };

  const simplified = new Set<NoteId>();
  let inForce = sounding;
  const keyAt = new Map<NoteId, number>();
  for (const m of concert.measures) {
    if (m.key !== undefined) inForce = m.key.fifths + instrument.toWritten.fifths;
    for (const e of m.events) keyAt.set(e.id, inForce);
  }
  const clef = choice.clef !== undefined && instrument.clefs.includes(choice.clef) ? choice.clef : instrument.clefs[0];
  const moved = mapPitches<Concert, Written>(concert, (p, note) => {
    const spelled = transpose<Written>(p as unknown as Written, addIntervals(base, respell(keyAt.get(note.id) ?? sounding)));
    const simple = simplify(spelled);
    if (simple !== spelled) simplified.add(note.id);
    return simple;
  }, toKey);
  // The source page's clef changes are that player's; this part keeps to its own clef.
  const score: Score<Written> = {
    ...moved,
    measures: moved.measures.map(({ clef: _sourceClef, ...m }, i) => (i === 0 ? { ...m, clef, key: toKey(opening.key), meter: opening.meter } : m)),
  };

  const range = { low: midi(instrument.range.low), high: midi(instrument.range.high) };
  const home = { low: midi(instrument.firstYear.low), high: midi(instrument.firstYear.high) };
  const outside: NoteId[] = [];
  const unplayable: NoteId[] = [];
  notes.forEach((n, i) => {
    const at = (plain[i] ?? 0) + 12 * octaves;
    if (at < range.low || at > range.high) unplayable.push(n.id);
    else if (at < home.low || at > home.high) outside.push(n.id);
  });
  return {
    instrument, concert, score, outside, unplayable, simplified,
    decisions: {
      interval,
      octave: { octaves, why: octaveWhy, automatic, options: [...options].sort((a, b) => b.octaves - a.octaves) },
      key: {
        choice: chosenKey, fifths: toKey(opening.key).fifths, sounding: opening.key.fifths, automatic: automaticKey, options: keyChoices,
        why: wanted !== undefined && wanted.choice !== automaticKey ? 'chosen' : automaticKey === 'respelled' ? 'over-limit' : 'transposed',
      },
      clef: { clef, why: choice.clef !== undefined && clef !== instrument.clefs[0] ? 'chosen' : 'usual', options: instrument.clefs },
    },
  };
}
