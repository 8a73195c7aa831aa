import { signatureAlter } from '../key/key';
import { diatonic, type Pitch } from '../pitch/pitch';
import { type PlacedNote, placedNotes } from './placedNotes';
import { ReminderMemory, type ReminderPolicy } from './reminders';
import type { NoteId, Score } from './score';

/** Where a note's alteration comes from. `plain`: the letter as it is, nothing in force. */
export type AccidentalSource = 'plain' | 'signature' | 'sign' | 'bar' | 'tie';

export interface Accidental {
  readonly source: AccidentalSource;
  /** The sign drawn before the note, in semitones, when one is needed (0 is a natural). */
  readonly sign?: number;
  /** The sign is a reminder only. */
  readonly courtesy?: boolean;
  /** The earlier note in the bar whose sign still holds. */
  readonly setBy?: NoteId;
}

/** A sign that was set in a bar on a line or space. */
interface Sign {
  readonly alter: number;
  readonly by: NoteId;
}

/**
 * Reads what is in force at every note and which signs have to be drawn.
 *
 * A signature holds for its letters in every octave. A sign holds for the rest of its bar on its own
 * line or space, and through a tie over the bar line for the tied note only; the bar line ends it.
 * Reminders are bracketed signs the rules do not ask for: `once-a-bar` at the first note of a letter that sounded
 * otherwise in a bar played just before or in another octave; `after-change` at every such note, however long ago the
 * change was, and wherever an earlier sign of the bar still holds.
 * @param notes the score's, where they are placed already
 * @example accidentalsInForce(C♯4 D4 C♯4 in C major): a sign, plain, held by the bar's first note
 */
export function accidentalsInForce<P extends Pitch>(
  score: Score<P>,
  policy: ReminderPolicy = 'none',
  notes: readonly PlacedNote<P>[] = placedNotes(score),
): ReadonlyMap<NoteId, Accidental> {
  const found = new Map<NoteId, Accidental>();
  const memory = policy === 'none' ? undefined : new ReminderMemory(score, policy);
  let signs = new Map<number, Sign>();
  let before: PlacedNote<P> | undefined;
  let carried = false;
  for (const here of notes) {
    const { id, pitch, courtesy } = here.note;
    if (here.measureIndex !== before?.measureIndex) {
      signs = new Map();
      memory?.startMeasure(here.measureIndex);
    }
    const line = diatonic(pitch);
    const inSignature = signatureAlter(here.key.fifths, pitch.step);
    const sign = signs.get(line);
    const tied = here.tiedFrom !== undefined;
    // What was tied over the bar line may be tied on inside the bar: it is still one note.
    carried = tied && (carried || before?.measureIndex !== here.measureIndex);
    let reading: Accidental;
    if (carried && pitch.alter !== inSignature) reading = { source: 'tie' };
    else if (pitch.alter !== (sign?.alter ?? inSignature)) {
      reading = { source: 'sign', sign: pitch.alter };
      signs.set(line, { alter: pitch.alter, by: id });
    } else {
      reading =
        sign !== undefined ? { source: 'bar', setBy: sign.by } : { source: inSignature === 0 ? 'plain' : 'signature' };
      if (courtesy === true || (!tied && memory?.misleads(pitch, sign !== undefined) === true))
        reading = { ...reading, sign: pitch.alter, courtesy: true };
    }
    memory?.sounded(pitch, reading.courtesy === true);
    found.set(id, reading);
    before = here;
  }
  return found;
}
