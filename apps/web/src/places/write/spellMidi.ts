import {
  type EditState,
  type Interval,
  invert,
  placeMeasures,
  spellSounding,
  transpose,
  type Written,
} from '@cifra/core';

/**
 * The written pitch for a key of a keyboard that sounds a concert pitch, spelled as the signature there suggests.
 * @param toConcert from the source page to what sounds
 */
export function spellMidi(edit: EditState, sounding: number, toConcert: Interval): Written {
  const fifths = (placeMeasures(edit.score)[edit.caret.measure]?.key.fifths ?? 0) + toConcert.fifths;
  return transpose<Written>(spellSounding(sounding, fifths), invert(toConcert));
}
