/** The tuning note of ISO 16: A over middle C. */
const A4 = { hertz: 440, midi: 69 };

/**
 * The frequency of a MIDI number in equal temperament; it may have a fraction.
 * @example hertzOf(69) // 440
 */
export const hertzOf = (midi: number): number => A4.hertz * 2 ** ((midi - A4.midi) / 12);

/** The MIDI number of a frequency, with its fraction. @example midiOf(466.16) // close to 70 */
export const midiOf = (hertz: number): number => A4.midi + 12 * Math.log2(hertz / A4.hertz);
