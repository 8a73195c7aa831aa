import type { Part } from '../part/derivePart';
import type { PlayPlan } from '../performance/playPlan';
import type { NoteId } from '../score/score';
import type { Asked } from './compareTake';

const OCTAVE = 12;

/** Half steps by which a note of a part sounds above the line that it comes from. */
export const partRaise = (part: Part, id: NoteId): number => OCTAVE * (part.decisions.octave.octaves + (part.moved.get(id) ?? 0));

/**
 * The notes that a plan of a part asks for, as they sound.
 * @param startsLine whether a note stands first on a line of the page
 */
export const askedNotes = (part: Part, plan: PlayPlan, startsLine: (id: NoteId) => boolean): Asked[] =>
  plan.notes.map((n) => ({ id: n.id, midi: n.midi + partRaise(part, n.id), at: n.at, seconds: n.seconds, startsLine: startsLine(n.id) }));
