import { spellFifths } from './interval';
import { midi, type Pitch, pitch } from './pitch';

/**
 * The everyday name of a MIDI number under a signature.
 *
 * Of the twelve sounds each takes the name that lies from three fifths below to eight above the signature's place on
 * the line of fifths: E♭ B♭ and F♯ C♯ G♯ without a signature, A♭ instead of G♯ with one flat. Common practice, no
 * source.
 * @throws RangeError for a number outside -12 to 131
 * @example spellSounding(70, -1) // B♭4
 */
export function spellSounding<P extends Pitch = Pitch>(number: number, fifths: number): P {
  for (let i = -3; i <= 8; i++) {
    const { step, alter } = spellFifths(fifths + i);
    const below = number - midi(pitch(step, alter, -1));
    if (((below % 12) + 12) % 12 === 0) return pitch<P>(step, alter, -1 + below / 12);
  }
  throw new RangeError(`no MIDI number: ${number}`);
}
