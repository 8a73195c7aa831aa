import type { Part } from '../part/derivePart';
import type { PlaySequence } from '../performance/playSequence';
import { systemsOfPage } from '../score/pageSystems';
import type { NoteId } from '../score/score';
import type { Asked } from './compareTake';

const OCTAVE = 12;
/**
 * Half steps below the lowest note asked for that are still listened for: what is flat, or slips down a partial of a
 * low note.
 */
const BELOW = 5;

/** Half steps by which a note of a part sounds above the line that it comes from. */
export const partRaise = (part: Part, id: NoteId): number =>
  OCTAVE * (part.decisions.octave.octaves + (part.moved.get(id) ?? 0));

/** The first note of each line of a part's page. */
function lineStarts({ score }: Part, barsPerSystem: number): ReadonlySet<NoteId | undefined> {
  const lines = systemsOfPage(score, barsPerSystem);
  return new Set(
    score.measures.flatMap((m, i) =>
      i === 0 || lines[i] !== lines[i - 1] ? [m.events.find((e) => e.kind === 'note')?.id] : [],
    ),
  );
}

/**
 * The notes that a plan of a part asks for, as they sound.
 * @param barsPerSystem bars to a line of the page, 0 for as many as fit
 */
export function askedNotes(part: Part, plan: PlaySequence, barsPerSystem: number): Asked[] {
  const firsts = lineStarts(part, barsPerSystem);
  return plan.notes.map((n) => ({
    id: n.id,
    midi: n.midi + partRaise(part, n.id),
    at: n.at,
    seconds: n.seconds,
    startsSystem: firsts.has(n.id),
  }));
}

/** The lowest sound that is listened for in a take, as a MIDI number. */
export const lowestListened = (asked: readonly Asked[]): number => Math.min(...asked.map((a) => a.midi)) - BELOW;
