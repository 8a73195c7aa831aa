import { canPlay } from '../instrument/finger';
import type { PageOwner, PartChoice } from '../exercise/exercise';
import { breathSeconds, type Instrument } from '../instrument/instrument';
import { type Concert, midi, type Pitch, type Written } from '../pitch/pitch';
import { breathMarks } from '../score/breath';
import type { NoteId, Score } from '../score/score';
import { notesOf, openingOf } from '../score/walk';
import { decidePart, type PartDecisions } from './decidePart';
import { misfitSide } from './misfit';
import { countNotes } from './octave';
import { DEFAULT_TEACHING, type Teaching } from './teaching';
import { gatherRests } from './gatherRests';
import { writeScore } from './writeScore';

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

/** The breath marks that Cifra adds; none where a teacher sets them all. */
export const plannedMarks = <P extends Pitch>(
  score: Score<P>,
  instrument: Instrument,
  { conventions, stage }: Teaching,
): ReadonlySet<NoteId> =>
  conventions.breath === 'own-marks' ? new Set() : breathMarks(score, breathSeconds(instrument, stage));

/**
 * Derives an instrument's page from the concert line.
 *
 * Pitches and key move by the instrument's interval, spelled, as decidePart says. Breath marks are added as the
 * convention wants them.
 * @example derivePart(a concert line in F, trumpet, 'concert').decisions.key.fifths // 1, G major
 */
export function derivePart(
  concert: Score<Concert>,
  instrument: Instrument,
  owner: PageOwner,
  choice: PartChoice = {},
  teaching: Teaching = DEFAULT_TEACHING,
): Part {
  const { decisions, keys, interval } = decidePart(
    { key: openingOf(concert).key, counts: countNotes(concert) },
    instrument,
    owner,
    choice,
    teaching,
  );
  const {
    score: written,
    simplified,
    moved,
  } = writeScore(concert, {
    keys,
    interval,
    clef: decisions.clef.clef,
    alternatives: choice.alternatives ?? {},
    breaths: plannedMarks(concert, instrument, teaching),
  });
  const score = gatherRests(written);
  const outside: NoteId[] = [];
  const unplayable: NoteId[] = [];
  for (const { id, pitch } of notesOf(score)) {
    if (!canPlay(instrument, midi(pitch))) unplayable.push(id);
    else if (misfitSide(instrument, teaching.stage, midi(pitch)) !== undefined) outside.push(id);
  }
  return { instrument, teaching, concert, score, decisions, outside, unplayable, simplified, moved };
}
