import { type BetterFigure, betterFigure, holdRole } from '../fingering/better';
import type { Fingering, Playable } from '../fingering/figure';
import type { Woodwind } from '../fingering/touch.data';
import type { Written } from '../pitch/pitch';
import type { PlacedNote } from '../score/placedNotes';

/** A note of a part with the figure that stands first for it. */
export interface FingeredNote {
  readonly placed: PlacedNote<Written>;
  readonly sound: number;
  readonly fingering: Fingering;
}

/** Whether the figure that stands first holds its B♭ key on: an alternate then does without. */
const isHeld = ({ figure }: Playable): boolean =>
  figure.kind === 'keys' && (figure.left.includes('Tb') || figure.left.includes('bis'));

/** Whether the hands are free before a note: a rest stands there, or the note before it is held at will. */
const freeBefore = (here: FingeredNote, before: FingeredNote | undefined): boolean =>
  before === undefined || here.placed.restBefore || before.placed.note.fermata === true;

/** For each note, whether a B natural comes before the finger that could hold B♭ is next lifted. */
function caughtAhead(notes: readonly FingeredNote[], woodwind: Woodwind | undefined): readonly boolean[] {
  const caught = new Array<boolean>(notes.length).fill(false);
  let ahead = false;
  for (let i = notes.length - 1; i >= 0; i--) {
    const here = notes[i] as FingeredNote;
    const next = notes[i + 1];
    caught[i] = ahead && next !== undefined && !freeBefore(next, here);
    const role = here.fingering.kind === 'playable' ? holdRole(here.fingering.figure, woodwind) : 'lets-go';
    ahead = role === 'caught' || (role === 'none' && caught[i] === true);
  }
  return caught;
}

/** One number for three sounds in a row; a neighbour that is missing counts as the number over the highest. */
const tripleKey = (before = NO_SOUND, here: number, after = NO_SOUND): number =>
  (before * RADIX + here) * RADIX + after;
const NO_SOUND = 128;
const RADIX = NO_SOUND + 1;

const playable = (note: FingeredNote | undefined): Playable | undefined =>
  note?.fingering.kind === 'playable' ? note.fingering : undefined;

/**
 * The alternate that is easier between its neighbours, for each note of a part; a held-over note has none of its own.
 * @returns in the order of the notes; undefined where the figure that stands first is best
 */
export function easierFigures(
  notes: readonly FingeredNote[],
  woodwind: Woodwind | undefined,
): readonly (BetterFigure | undefined)[] {
  const caught = caughtAhead(notes, woodwind);
  // Beginners' lines go round the same few notes: what was found between three of them holds wherever they come.
  const found = new Map<number, BetterFigure | undefined>();
  return notes.map((note, i) => {
    const here = playable(note);
    if (here === undefined || here.alternates.length === 0 || note.placed.tiedFrom !== undefined) return undefined;
    const before = freeBefore(note, notes[i - 1]) ? undefined : notes[i - 1];
    const next = notes[i + 1];
    const after = next === undefined || freeBefore(next, note) ? undefined : next;
    const name = tripleKey(before?.sound, note.sound, after?.sound) * 2 + (caught[i] === true ? 1 : 0);
    if (!found.has(name)) {
      const neighbours = {
        before: playable(before),
        after: playable(after),
        sameNote: before?.sound === after?.sound,
        caught: caught[i] === true,
      };
      found.set(name, betterFigure(here, neighbours, isHeld(here), woodwind));
    }
    return found.get(name);
  });
}
