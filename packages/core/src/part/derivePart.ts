import type { KeyChoice, PageOwner, PartChoice } from '../exercise/exercise';
import type { Instrument } from '../instrument/instrument';
import type { Clef } from '../key/signature';
import { addIntervals, type Interval, octavesUp, semitones } from '../pitch/interval';
import { type Concert, midi, type Written } from '../pitch/pitch';
import { breathMarks } from '../score/breath';
import type { NoteId, Score } from '../score/score';
import { notesOf, openingOf } from '../score/walk';
import { type KeyOption, type KeyReason, decideKey, respelling, writtenKey } from './keyDecision';
import { misfitSide } from './misfit';
import { countNotes, fitOctave, type OctaveOption, type OctaveReason } from './octave';
import { DEFAULT_TEACHING, type Teaching } from './teaching';
import { writeScore } from './writeScore';

export type ClefReason = 'usual' | 'chosen';

/** What was decided for a part, why, and what else could be chosen. */
export interface PartDecisions {
  /** From concert pitch to this page, octave and respelling included. */
  readonly interval: Interval;
  readonly octave: {
    readonly octaves: number;
    readonly why: OctaveReason;
    readonly automatic: number;
    readonly options: readonly OctaveOption[];
  };
  readonly key: {
    readonly choice: KeyChoice;
    readonly fifths: number;
    readonly sounding: number;
    readonly why: KeyReason;
    readonly automatic: KeyChoice;
    readonly options: readonly KeyOption[];
  };
  readonly clef: { readonly clef: Clef; readonly why: ClefReason; readonly options: readonly Clef[] };
}

/** A player's page: the written line with what led to it. */
export interface Part {
  readonly instrument: Instrument;
  readonly teaching: Teaching;
  readonly concert: Score<Concert>;
  readonly score: Score<Written>;
  readonly decisions: PartDecisions;
  /** Playable, but outside the range of the players' stage. */
  readonly outside: readonly NoteId[];
  readonly unplayable: readonly NoteId[];
  /** Notes whose double sharp or flat was written as the plain neighbour. */
  readonly simplified: ReadonlySet<NoteId>;
  /** Notes that a teacher moved by whole octaves on this page, as marked alternatives. */
  readonly moved: ReadonlyMap<NoteId, number>;
}

/** The octave of a part: the teacher's, the source page's own, or the one that suits best. */
function decideOctave(
  concert: Score<Concert>,
  instrument: Instrument,
  owner: PageOwner,
  chosen: number | undefined,
  { stage }: Teaching,
): PartDecisions['octave'] {
  const { best, options } = fitOctave(instrument, stage, countNotes(concert), semitones(instrument.toWritten));
  const automatic = owner === instrument.id ? 0 : best.octaves;
  const octaves = chosen ?? automatic;
  const taken = options.find((o) => o.octaves === octaves);
  const fits = (taken?.outside ?? 0) + (taken?.unplayable ?? 0) === 0;
  const automaticWhy = owner === instrument.id ? 'own-page' : fits ? 'fits' : 'fewest-outside';
  return { octaves, automatic, options, why: chosen === undefined ? automaticWhy : 'chosen' };
}

/**
 * Derives an instrument's page from the concert line.
 *
 * Pitches and key move by the instrument's interval, spelled; a signature over the limit is respelled, key and notes
 * together; the whole line takes the octave that suits the players' stage, unless the instrument's own page was the
 * source. A teacher's choice overrides each of the three. Breath marks are added as the convention wants them.
 * @example derivePart(a concert line in F, trumpet, 'concert').decisions.key.fifths // 1, G major
 */
export function derivePart(
  concert: Score<Concert>,
  instrument: Instrument,
  owner: PageOwner,
  choice: PartChoice = {},
  teaching: Teaching = DEFAULT_TEACHING,
): Part {
  const { key: sounding } = openingOf(concert);
  const octave = decideOctave(concert, instrument, owner, choice.octaves, teaching);
  const keys = decideKey(sounding.fifths, instrument.toWritten.fifths, choice.key);
  const interval = addIntervals(instrument.toWritten, octavesUp(octave.octaves));
  const usual = instrument.clefs[0];
  const clef = choice.clef !== undefined && instrument.clefs.includes(choice.clef) ? choice.clef : usual;
  const { score, simplified, moved } = writeScore(concert, {
    keys,
    interval,
    clef,
    alternatives: choice.alternatives ?? {},
    breaths: breathMarks(concert, teaching.conventions.breath),
  });
  const outside: NoteId[] = [];
  const unplayable: NoteId[] = [];
  for (const { id, pitch } of notesOf(score)) {
    const side = misfitSide(instrument, teaching.stage, midi(pitch));
    if (side === 'too-low' || side === 'too-high') unplayable.push(id);
    else if (side !== undefined) outside.push(id);
  }
  return {
    instrument,
    teaching,
    concert,
    score,
    outside,
    unplayable,
    simplified,
    moved,
    decisions: {
      interval: addIntervals(interval, respelling(keys, sounding.fifths)),
      octave,
      key: {
        choice: keys.choice,
        fifths: writtenKey(keys, sounding).fifths,
        sounding: sounding.fifths,
        automatic: keys.automatic,
        options: keys.options,
        why: keys.why,
      },
      clef: { clef, why: clef === usual ? 'usual' : 'chosen', options: instrument.clefs },
    },
  };
}
