/*
 * Figures of the recorder in C, as written: `note: default; alternate = reason`, and after an at sign how the note
 * sits. Common practice, from memory, no published source; the structural laws and the listed facts of the tests hold
 * them in place.
 */
export const BAROQUE_TEXT = `
  C4:  T 1 2 3 | 4 5 6 7
  C#4: T 1 2 3 | 4 5 6 7h
  D4:  T 1 2 3 | 4 5 6
  Eb4: T 1 2 3 | 4 5 6h
  E4:  T 1 2 3 | 4 5
  F4:  T 1 2 3 | 4 6 7
  F#4: T 1 2 3 | 5 6
  G4:  T 1 2 3
  G#4: T 1 2 | 4 5 6h
  A4:  T 1 2
  Bb4: T 1 3 | 4
  B4:  T 1; T 2 3 = trill
  C5:  T 2
  C#5: 1 2
  D5:  2
  Eb5: 2 3 | 4 5 6
  E5:  Th 1 2 3 | 4 5
  F5:  Th 1 2 3 | 4 6
  F#5: Th 1 2 3 | 5
  G5:  Th 1 2 3
  G#5: Th 1 2 | 4
  A5:  Th 1 2
  Bb5: Th 1 2 | 4 5 6
  B5:  Th 1 2 | 4 5
  C6:  Th 1 | 4 5
`;

/** What German boring fingers otherwise. */
export const GERMAN_CHANGES = `
  F4:  T 1 2 3 | 4
  F#4: T 1 2 3 | 5 6 7
  F5:  Th 1 2 3 | 4
  F#5: Th 1 2 3 | 5 6
`;
