/*
 * Figures of the saxophone, as written: `note: default; alternate = reason`, and after an at sign how the note sits.
 * Common practice, from memory, no published source; the structural laws and the listed facts of the tests hold them in
 * place.
 */
export const SAXOPHONE_TEXT = `
  A3:  lowA 1 2 3 | 4 5 6 C
  Bb3: 1 2 3 Bb | 4 5 6 C
  B3:  1 2 3 B | 4 5 6 C
  C4:  1 2 3 | 4 5 6 C
  C#4: 1 2 3 Cs | 4 5 6 C
  D4:  1 2 3 | 4 5 6
  Eb4: 1 2 3 | 4 5 6 Eb
  E4:  1 2 3 | 4 5
  F4:  1 2 3 | 4
  F#4: 1 2 3 | 5; 1 2 3 | 4 Fs = chromatic
  G4:  1 2 3
  G#4: 1 2 3 Gs
  A4:  1 2
  Bb4: 1 2 | sideBb = side-key; 1 bis = bis-key; 1 | 4 = one-and-one
  B4:  1
  C5:  2; 1 | sideC = side-c
  C#5: -; 8 3 = clearer-sound
  D5:  8 1 2 3 | 4 5 6 @ sharp lip-down
  Eb5: 8 1 2 3 | 4 5 6 Eb
  E5:  8 1 2 3 | 4 5
  F5:  8 1 2 3 | 4
  F#5: 8 1 2 3 | 5; 8 1 2 3 | 4 Fs = chromatic
  G5:  8 1 2 3
  G#5: 8 1 2 3 Gs
  A5:  8 1 2
  Bb5: 8 1 2 | sideBb = side-key; 8 1 bis = bis-key; 8 1 | 4 = one-and-one
  B5:  8 1
  C6:  8 2; 8 1 | sideC = side-c
  C#6: 8
  D6:  8 palmD
  Eb6: 8 palmD palmEb
  E6:  8 palmD palmEb | sideE; 8 front 2 3 = front-key
  F6:  8 palmD palmEb palmF | sideE; 8 front 2 = front-key
  F#6: 8 palmD palmEb palmF | sideE highFs
`;
