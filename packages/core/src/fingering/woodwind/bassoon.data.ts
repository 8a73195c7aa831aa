/*
 * Figures of the bassoon, as written: `note: default; alternate = reason`, and after an at sign how the note sits.
 * Common practice, from memory, no published source; the structural laws and the listed facts of the tests hold them in
 * place.
 */
export const BASSOON_TEXT = `
  Bb1: lowBb lowB lowC lowD 1 2 3 | tE 4 5 6 F
  B1:  lowB lowC lowD 1 2 3 | tE 4 5 6 F
  C2:  lowC lowD 1 2 3 | tE 4 5 6 F
  C#2: lowC lowD 1 2 3 Cs | tE 4 5 6 F
  D2:  lowD 1 2 3 | tE 4 5 6 F
  Eb2: lowD 1 2 3 Eb | tE 4 5 6 F
  E2:  W 1 2 3 | tE 4 5 6 F
  F2:  W 1 2 3 | 4 5 6 F
  F#2: W 1 2 3 | tFs 4 5 6 F; W 1 2 3 | 4 5 6 Fs = other-f-sharp
  G2:  W 1 2 3 | 4 5 6
  Ab2: W 1 2 3 | 4 5 6 Ab; W 1 2 3 | tAb 4 5 6 = trill
  A2:  W 1 2 3 | 4 5
  Bb2: W 1 2 3 | tBb 4 5
  B2:  W 1 2 3 | 4
  C3:  W 1 2 3
  C#3: W tCs 1 2 3
  D3:  W 1 2
  Eb3: W 1 3; W 1 3 | tBb 5 = clearer-sound
  E3:  W 1
  F3:  W
  F#3: W 1h 2 3 | 4 5 6 Fs; W 1h 2 3 | tFs 4 5 6 F = other-f-sharp
  G3:  W 1h 2 3 | 4 5 6
  Ab3: W 1h 2 3 | 4 5 6 Ab
  A3:  1 2 3 | 4 5; highA 1 2 3 | 4 5 = flick
  Bb3: 1 2 3 | tBb 4 5; highC 1 2 3 | tBb 4 5 = flick
  B3:  1 2 3 | 4; highC 1 2 3 | 4 = flick
  C4:  1 2 3; highC 1 2 3 = flick
  C#4: tCs 1 2 3
  D4:  1 2
`;
