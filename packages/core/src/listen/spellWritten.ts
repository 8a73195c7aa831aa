import { signatureAlter } from '../key/key';
import { midi, pitch, STEPS, type Written } from '../pitch/pitch';

/**
 * Spells a written MIDI number as a player in a key would name it: a letter of the signature where one fits, else the
 * sign that the signature is made of.
 * @example spellWritten(70, -2) // B♭4; spellWritten(66, 1) // F♯4
 */
export function spellWritten(note: number, fifths: number): Written {
  const octaves = [Math.floor(note / 12) - 2, Math.floor(note / 12) - 1, Math.floor(note / 12)];
  const all = octaves
    .flatMap((octave) => STEPS.flatMap((step) => [0, -1, 1].map((alter) => pitch<Written>(step, alter, octave))))
    .filter((p) => midi(p) === note);
  const rank = (p: Written): number =>
    p.alter === signatureAlter(fifths, p.step)
      ? 0
      : p.alter === 0
        ? 1
        : Math.sign(p.alter) === (fifths < 0 ? -1 : 1)
          ? 2
          : 3;
  return all.sort((a, b) => rank(a) - rank(b))[0] as Written;
}
