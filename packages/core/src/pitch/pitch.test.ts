import { diatonic, letterName, midi, parsePitch, pitch, pitchText, samePitch, stepAt, stepIndex, STEPS } from './pitch';

describe('pitches', () => {
  it('are equal where their spelling is', () => {
    expect(pitch('B', -0, 3)).toEqual({ step: 'B', alter: 0, octave: 3 });
    expect(samePitch(pitch('B', -1, 3), pitch('B', -1, 3))).toBe(true);
    for (const other of [pitch('B', 0, 3), pitch('B', -1, 4), pitch('A', -1, 3)])
      expect(samePitch(pitch('B', -1, 3), other)).toBe(false);
  });

  it('may lie far outside the staff', () => {
    for (const [alter, octave] of [
      [8, 4],
      [-8, 4],
      [0, 13],
      [0, -4],
    ] as const) {
      expect(pitch('D', alter, octave)).toEqual({ step: 'D', alter, octave });
    }
  });

  // MIDI numbers: 60 is middle C (MIDI 1.0, from memory); letters count seven to the octave.
  it('have a MIDI number and a place on the staff', () => {
    expect(['C4', 'B3', 'Cb4', 'B#3', 'A4', 'C-1', 'Fx4', 'Ebb5'].map((t) => midi(parsePitch(t)))).toEqual([
      60, 59, 59, 60, 69, 0, 67, 74,
    ]);
    expect(['C0', 'C4', 'B3', 'F#4'].map((t) => diatonic(parsePitch(t)))).toEqual([0, 28, 27, 31]);
    expect([0, 6, 7, -1, -7, 13].map(stepAt)).toEqual(['C', 'B', 'C', 'B', 'C', 'B']);
    expect(STEPS.map(stepIndex)).toEqual([0, 1, 2, 3, 4, 5, 6]);
  });

  it('are written and read', () => {
    for (const text of ['C4', 'Bb3', 'F#5', 'Gx2', 'Abb6', 'D-1']) expect(pitchText(parsePitch(text))).toBe(text);
    expect(pitchText({ step: 'C', alter: 3, octave: 4 })).toBe('C(3)4');
    for (const bad of ['H4', 'C', 'C#', 'Cbbb4', 'C4 ', ' C4', 'c4'])
      expect(() => parsePitch(bad)).toThrow(`no pitch: ${bad}`);
    expect(['C4', 'Bb3', 'F#5', 'Gx2', 'Abb6'].map((t) => letterName(parsePitch(t)))).toEqual([
      'C',
      'B♭',
      'F♯',
      'G♯♯',
      'A♭♭',
    ]);
    expect(letterName({ step: 'C', alter: 3 })).toBe('C');
  });

  it('are the same only when letter, alteration and octave are', () => {
    const c = pitch('C', 0, 4);
    expect(
      [pitch('C', 0, 4), pitch('D', 0, 4), pitch('C', 1, 4), pitch('C', 0, 5)].map((p) => samePitch(c, p)),
    ).toEqual([true, false, false, false]);
  });
});
