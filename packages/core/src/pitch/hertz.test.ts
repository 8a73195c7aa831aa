import { Note } from 'tonal';
import { hertzOf, midiOf } from './hertz';

describe('frequencies', () => {
  it('agree with the tonal library, and go there and back', () => {
    for (let n = 21; n <= 108; n++) {
      expect(hertzOf(n)).toBeCloseTo(Note.freq(Note.fromMidi(n)) ?? 0, 6);
      expect(midiOf(hertzOf(n + 0.37))).toBeCloseTo(n + 0.37, 9);
    }
    expect(hertzOf(69)).toBe(440);
  });
});
