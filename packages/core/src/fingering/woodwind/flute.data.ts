/*
 * Figures of the flute, as written: `note: default; alternate = reason`, and after an at sign how the note sits.
 * Common practice, from memory, no published source; the structural laws and the listed facts of the tests hold them in
 * place.
 */
export const FLUTE_TEXT = `
  C4:  T 1 2 3 | 4 5 6 C
  C#4: T 1 2 3 | 4 5 6 Cs
  D4:  T 1 2 3 | 4 5 6
  Eb4: T 1 2 3 | 4 5 6 Eb
  E4:  T 1 2 3 | 4 5 Eb
  F4:  T 1 2 3 | 4 Eb
  F#4: T 1 2 3 | 6 Eb; T 1 2 3 | 5 Eb = trill
  G4:  T 1 2 3 | Eb
  G#4: T 1 2 3 Gs | Eb
  A4:  T 1 2 | Eb
  Bb4: T 1 | 4 Eb = one-and-one; Tb 1 | Eb = thumb-b-flat; T 1 | Bb Eb = side-key
  B4:  T 1 | Eb
  C5:  1 | Eb
  C#5: | Eb @ sharp less-air
  D5:  T 2 3 | 4 5 6
  Eb5: T 2 3 | 4 5 6 Eb
  E5:  T 1 2 3 | 4 5 Eb
  F5:  T 1 2 3 | 4 Eb
  F#5: T 1 2 3 | 6 Eb; T 1 2 3 | 5 Eb = trill
  G5:  T 1 2 3 | Eb
  G#5: T 1 2 3 Gs | Eb
  A5:  T 1 2 | Eb
  Bb5: T 1 | 4 Eb = one-and-one; Tb 1 | Eb = thumb-b-flat; T 1 | Bb Eb = side-key
  B5:  T 1 | Eb
  C6:  1 | Eb
  C#6: | Eb @ sharp less-air
  D6:  T 2 3 | Eb
  Eb6: T 1 2 3 Gs | 4 5 6 Eb
  E6:  T 1 2 | 4 5 Eb
  F6:  T 1 3 | 4 Eb
  F#6: T 1 3 | 6 Eb
  G6:  1 2 3 | Eb
  G#6: 2 3 Gs | Eb
  A6:  T 2 | 4 Eb
  Bb6: T | 4 tr1
  B6:  T 1 3 | tr2
  C7:  1 2 3 Gs | 4
`;
