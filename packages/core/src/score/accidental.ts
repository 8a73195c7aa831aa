import { signatureAlter } from '../key/key';
import { type Pitch, pitchText, samePitch } from '../pitch/pitch';
import { placeEvents } from './walk';
import type { NoteId, Score } from './score';

/** Where a note's alteration comes from. `plain`: the letter as it is, nothing in force. */
export type AccidentalSource = 'plain' | 'signature' | 'sign' | 'bar' | 'tie';

export interface AccidentalReading {
  readonly source: AccidentalSource;
  /** The sign drawn before the note, in semitones, when one is needed (0 is a natural). */
  readonly sign?: number;
  /** The sign is a reminder only. */
  readonly courtesy?: boolean;
  /** The earlier note in the bar whose sign still holds. */
  readonly setBy?: NoteId;
}

/**
 * Reads what is in force at every note and which signs have to be drawn.
 *
 * A signature holds for its letters in every octave. A sign holds for the rest of its bar on its own
 * line or space, and through a tie over the bar line for the tied note only; the bar line ends it.
 */
export function readAccidentals<P extends Pitch>(score: Score<P>): ReadonlyMap<NoteId, AccidentalReading> {
  const readings = new Map<NoteId, AccidentalReading>();
  let measureIndex = -1;
  let inBar = new Map<string, { alter: number; by: NoteId }>();
  let tied: { pitch: P; measure: number } | undefined;
  for (const { event, place } of placeEvents(score)) {
    if (place.index !== measureIndex) {
      measureIndex = place.index;
      inBar = new Map();
    }
    if (event.kind === 'rest') {
      tied = undefined;
      continue;
    }
    const p = event.pitch;
    const line = pitchText({ ...p, alter: 0 });
    const fromSignature = signatureAlter(place.key.fifths, p.step);
    const set = inBar.get(line);
    const continues = tied !== undefined && samePitch(tied.pitch, p);
    const overBarline = continues && tied?.measure !== place.index;
    if (overBarline && p.alter !== fromSignature && set === undefined) {
      readings.set(event.id, { source: 'tie' });
    } else if (p.alter !== (set?.alter ?? fromSignature)) {
      readings.set(event.id, { source: 'sign', sign: p.alter });
      inBar.set(line, { alter: p.alter, by: event.id });
    } else {
      const source = set !== undefined ? 'bar' : fromSignature !== 0 ? 'signature' : 'plain';
      readings.set(event.id, {
        source,
        ...(set === undefined ? {} : { setBy: set.by }),
        ...(event.courtesy === true ? { sign: p.alter, courtesy: true } : {}),
      });
    }
    tied = event.tie === true ? { pitch: p, measure: place.index } : undefined;
  }
  return readings;
}
