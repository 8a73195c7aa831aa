/*
 * Figures of the clarinet, as written: `note: default; alternate = reason`, and after an at sign how the note sits.
 * Common practice, from memory, no published source; the structural laws and the listed facts of the tests hold them in
 * place.
 */
export const CLARINET_TEXT = `
  Eb3: T 1 2 3 | 4 5 6 lowEb
  E3:  T 1 2 3 LE | 4 5 6; T 1 2 3 | 4 5 6 RE = other-little-finger
  F3:  T 1 2 3 | 4 5 6 RF; T 1 2 3 LF | 4 5 6 = other-little-finger
  F#3: T 1 2 3 | 4 5 6 RFs; T 1 2 3 LFs | 4 5 6 = other-little-finger
  G3:  T 1 2 3 | 4 5 6
  Ab3: T 1 2 3 | 4 5 6 Ab
  A3:  T 1 2 3 | 4 5
  Bb3: T 1 2 3 | 4
  B3:  T 1 2 3 | 5; T 1 2 3 | 4 sliver = chromatic
  C4:  T 1 2 3
  C#4: T 1 2 3 Cs
  D4:  T 1 2
  Eb4: T 1 2 | sideEb; T 1 | 4 = one-and-one
  E4:  T 1
  F4:  T
  F#4: 1; T | sideEb sideFs = chromatic
  G4:  -
  G#4: Gs @ sharp resonance-fingers
  A4:  A; A 2 3 | 5 6 = resonance @ sharp resonance-fingers
  Bb4: R A; A | sideBb = clearer-sound; R A 2 3 | 4 5 = resonance @ sharp resonance-fingers
  B4:  T R 1 2 3 LE | 4 5 6; T R 1 2 3 | 4 5 6 RE = other-little-finger
  C5:  T R 1 2 3 | 4 5 6 RF; T R 1 2 3 LF | 4 5 6 = other-little-finger
  C#5: T R 1 2 3 | 4 5 6 RFs; T R 1 2 3 LFs | 4 5 6 = other-little-finger
  D5:  T R 1 2 3 | 4 5 6
  Eb5: T R 1 2 3 | 4 5 6 Ab
  E5:  T R 1 2 3 | 4 5
  F5:  T R 1 2 3 | 4
  F#5: T R 1 2 3 | 5; T R 1 2 3 | 4 sliver = chromatic
  G5:  T R 1 2 3
  G#5: T R 1 2 3 Cs
  A5:  T R 1 2
  Bb5: T R 1 2 | sideEb; T R 1 | 4 = one-and-one
  B5:  T R 1
  C6:  T R
  C#6: T R 2 3 | 4 5
  D6:  T R 2 3 | 4 Ab
  Eb6: T R 2 3 | 4 sliver Ab
  E6:  T R 2 3 | Ab
  F6:  T R 2 3 Cs | Ab
`;

/** On the larger clarinets the first finger leaves a small hole open where it leaves the clarinet's altogether. */
export const HALF_HOLE_CHANGES = `
  C#6: T R 1h 2 3 | 4 5
  D6:  T R 1h 2 3 | 4 Ab
  Eb6: T R 1h 2 3 | 4 sliver Ab
  E6:  T R 1h 2 3 | Ab
  F6:  T R 1h 2 3 Cs | Ab
`;
