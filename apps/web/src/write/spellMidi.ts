import { midi, type Pitch, pitch, placeMeasures, type EditState, semitones, spellFifths, transpose, invert, type Interval, type Written } from '@cifra/core';

/**
 * The written pitch for a key of a keyboard that sounds a concert pitch: spelled as the signature suggests.
 *
 * Of the twelve sounds each takes the name that lies from three fifths below to eight above the key note: in C major E♭ B♭
 * and F♯ C♯ G♯, in F major A♭ instead of G♯. Common practice, no source.
 * @param toConcert from the source page to what sounds
 */
export function spellMidi(edit: EditState, sounding: number, toConcert: Interval): Written {
  const fifths = (placeMeasures(edit.score)[edit.caret.measure]?.key.fifths ?? 0) + toConcert.fifths;
  const names = Array.from({ length: 12 }, (_u, i) => spellFifths(fifths - 3 + i));
  const found = names.flatMap(({ step, alter }) => {
    for (let octave = -1; octave <= 9; octave++) {
      const p: Pitch = pitch(step, alter, octave);
      if (midi(p) === sounding) return [p];
    }
    return [];
  })[0];
  if (found === undefined) throw new RangeError(`no key ${sounding} in ${semitones(toConcert)}`);
  return transpose<Written>(found, invert(toConcert));
}
