/*
 * Figures of the oboe, as written: `note: default; alternate = reason`, and after an at sign how the note sits.
 * Common practice, from memory, no published source; the structural laws and the listed facts of the tests hold them in
 * place.
 */
export const OBOE_TEXT = `
  Bb3: 1 2 3 Bb | 4 5 6 C
  B3:  1 2 3 B | 4 5 6 C
  C4:  1 2 3 | 4 5 6 C
  C#4: 1 2 3 | 4 5 6 Cs
  D4:  1 2 3 | 4 5 6
  Eb4: 1 2 3 | 4 5 6 Eb; 1 2 3 LEb | 4 5 6 = left-hand
  E4:  1 2 3 | 4 5
  F4:  1 2 3 | 4 5 F; 1 2 3 | 4 6 Eb = forked; 1 2 3 LF | 4 5 = left-f
  F#4: 1 2 3 | 4
  G4:  1 2 3
  G#4: 1 2 3 Gs
  A4:  1 2
  Bb4: 1 2 | 4
  B4:  1
  C5:  1 | 4
  C#5: 1h 2 3 | 4 5 6 Cs
  D5:  1h 2 3 | 4 5 6
  Eb5: 1h 2 3 | 4 5 6 Eb; 1h 2 3 LEb | 4 5 6 = left-hand
  E5:  8 1 2 3 | 4 5
  F5:  8 1 2 3 | 4 5 F; 8 1 2 3 | 4 6 Eb = forked; 8 1 2 3 LF | 4 5 = left-f
  F#5: 8 1 2 3 | 4
  G5:  8 1 2 3
  G#5: 8 1 2 3 Gs
  A5:  8s 1 2
  Bb5: 8s 1 2 | 4
  B5:  8s 1
  C6:  8s 1 | 4
`;
