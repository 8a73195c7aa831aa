import { type Interval, addIntervals, ENHARMONIC_DOWN, ENHARMONIC_UP, transpose } from '../pitch/interval';
import { type Concert, pitch, type Written } from '../pitch/pitch';
import { withMovedChord } from '../score/chordSymbol';
import type { Measure, MusicEvent, NoteId, Score } from '../score/score';
import { openingOf } from '../score/walk';
import type { Clef } from '../key/signature';
import { type KeyDecision, respelling, writtenKey } from './keyDecision';

/** How a sounding line becomes a player's page. */
export interface WritingChoices {
  readonly keys: KeyDecision;
  /** From concert pitch to the page, octave included, before any respelling. */
  readonly interval: Interval;
  readonly clef: Clef;
  /** Notes that go some octaves away on this page alone. */
  readonly alternatives: Readonly<Record<NoteId, number>>;
  /** Notes after which a breath mark is added. */
  readonly breaths: ReadonlySet<NoteId>;
}

/** A page written out, and what was done to single notes of it. */
export interface WrittenOut {
  readonly score: Score<Written>;
  /** Notes whose double sharp or flat was written as the plain neighbour. */
  readonly simplified: ReadonlySet<NoteId>;
  readonly moved: ReadonlyMap<NoteId, number>;
}

/** Double sharps and flats, and anything beyond, become the neighbour that sounds alike. */
function withoutDoubles(p: Written): Written {
  let simple = p;
  while (simple.alter >= 2) simple = transpose(simple, ENHARMONIC_UP);
  while (simple.alter <= -2) simple = transpose(simple, ENHARMONIC_DOWN);
  return simple;
}

/** A pitch some octaves away. */
const octavesAway = (p: Written, octaves: number): Written =>
  octaves === 0 ? p : pitch<Written>(p.step, p.alter, p.octave + octaves);

/**
 * How a sounding pitch under one of the line's signatures stands on the page, some octaves away where a teacher moved
 * it.
 */
export const writePitch = (
  sounding: Concert,
  fifths: number,
  { keys, interval }: Pick<WritingChoices, 'keys' | 'interval'>,
  octaves = 0,
): Written =>
  octavesAway(withoutDoubles(transpose<Written>(sounding, addIntervals(interval, respelling(keys, fifths)))), octaves);

/**
 * Writes a part's page out: every event with its written pitch, keys moved, breaths marked, one clef throughout.
 *
 * The source page's clef changes are that player's; this part keeps to its own clef.
 */
export function writeScore(
  concert: Score<Concert>,
  { keys, interval, clef, alternatives, breaths }: WritingChoices,
): WrittenOut {
  const simplified = new Set<NoteId>();
  const moved = new Map<NoteId, number>();
  const opening = openingOf(concert);
  let by = interval;
  const write = (event: MusicEvent<Concert>): MusicEvent<Written> => {
    const e = withMovedChord(event, (p) => withoutDoubles(transpose<Written>(p, by)));
    if (e.kind === 'rest') return e;
    const spelled = transpose<Written>(e.pitch, by);
    const plain = withoutDoubles(spelled);
    if (plain !== spelled) simplified.add(e.id);
    const octaves = alternatives[e.id] ?? 0;
    if (octaves !== 0) moved.set(e.id, octaves);
    const written = octavesAway(plain, octaves);
    return breaths.has(e.id) ? { ...e, pitch: written, breathAfter: true } : { ...e, pitch: written };
  };
  const measures = concert.measures.map(({ clef: _sourceClef, key: changed, ...m }, i): Measure<Written> => {
    const sounding = i === 0 ? opening.key : changed;
    if (sounding !== undefined) by = addIntervals(interval, respelling(keys, sounding.fifths));
    const events = m.events.map(write);
    if (i === 0) return { ...m, clef, key: writtenKey(keys, opening.key), meter: opening.meter, events };
    return sounding === undefined ? { ...m, events } : { ...m, key: writtenKey(keys, sounding), events };
  });
  return { score: { ...concert, measures }, simplified, moved };
}
