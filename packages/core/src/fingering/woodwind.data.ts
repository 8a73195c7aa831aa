import { compileCatalogue, shiftCatalogue } from './catalogue';

/*
 * Woodwind figures for the first two years, as written. Common practice, from memory, no published source;
 * the structural laws and the listed facts in woodwind.test.ts hold them in place.
 */

export const FLUTE = compileCatalogue('flute', `
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
  Bb4: T 1 | 4 Eb; Tb 1 | Eb = thumb-b-flat
  B4:  T 1 | Eb
  C5:  1 | Eb
  C#5: | Eb
  D5:  T 2 3 | 4 5 6
  Eb5: T 2 3 | 4 5 6 Eb
  E5:  T 1 2 3 | 4 5 Eb
  F5:  T 1 2 3 | 4 Eb
  F#5: T 1 2 3 | 6 Eb; T 1 2 3 | 5 Eb = trill
  G5:  T 1 2 3 | Eb
  G#5: T 1 2 3 Gs | Eb
  A5:  T 1 2 | Eb
  Bb5: T 1 | 4 Eb; Tb 1 | Eb = thumb-b-flat
  B5:  T 1 | Eb
  C6:  1 | Eb
  C#6: | Eb
  D6:  T 2 3 | Eb
  Eb6: T 1 2 3 Gs | 4 5 6 Eb
  E6:  T 1 2 | 4 5 Eb
  F6:  T 1 3 | 4 Eb
  F#6: T 1 3 | 6 Eb
  G6:  1 2 3 | Eb
  G#6: 2 3 Gs | Eb
  A6:  T 2 | 4 Eb
`);

export const OBOE = compileCatalogue('oboe', `
  Bb3: 1 2 3 Bb | 4 5 6 C
  B3:  1 2 3 B | 4 5 6 C
  C4:  1 2 3 | 4 5 6 C
  C#4: 1 2 3 | 4 5 6 Cs
  D4:  1 2 3 | 4 5 6
  Eb4: 1 2 3 | 4 5 6 Eb; 1 2 3 LEb | 4 5 6 = left-hand
  E4:  1 2 3 | 4 5
  F4:  1 2 3 | 4 5 F; 1 2 3 | 4 6 Eb = forked; 1 2 3 LF | 4 5 = left-hand
  F#4: 1 2 3 | 4
  G4:  1 2 3
  G#4: 1 2 3 Gs
  A4:  1 2
  Bb4: 1 2 | 4
  B4:  1
  C5:  1 | 4; 2 = trill
  C#5: 1h 2 3 | 4 5 6 Cs
  D5:  1h 2 3 | 4 5 6
  Eb5: 1h 2 3 | 4 5 6 Eb; 1h 2 3 LEb | 4 5 6 = left-hand
  E5:  8 1 2 3 | 4 5
  F5:  8 1 2 3 | 4 5 F; 8 1 2 3 | 4 6 Eb = forked; 8 1 2 3 LF | 4 5 = left-hand
  F#5: 8 1 2 3 | 4
  G5:  8 1 2 3
  G#5: 8 1 2 3 Gs
  A5:  8s 1 2
  Bb5: 8s 1 2 | 4
  B5:  8s 1
  C6:  8s 1 | 4
`);

export const CLARINET = compileCatalogue('clarinet', `
  E3:  T 1 2 3 LE | 4 5 6; T 1 2 3 | 4 5 6 RE = other-little-finger
  F3:  T 1 2 3 | 4 5 6 RF; T 1 2 3 LF | 4 5 6 = other-little-finger
  F#3: T 1 2 3 | 4 5 6 RFs; T 1 2 3 LFs | 4 5 6 = other-little-finger
  G3:  T 1 2 3 | 4 5 6
  Ab3: T 1 2 3 | 4 5 6 Ab
  A3:  T 1 2 3 | 4 5
  Bb3: T 1 2 3 | 4
  B3:  T 1 2 3 | 5
  C4:  T 1 2 3
  C#4: T 1 2 3 Cs
  D4:  T 1 2
  Eb4: T 1 2 | sideEb; T 1 | 4 = one-and-one
  E4:  T 1
  F4:  T
  F#4: 1; T | sideEb sideFs = chromatic
  G4:  -
  G#4: Gs
  A4:  A
  Bb4: R A
  B4:  T R 1 2 3 LE | 4 5 6; T R 1 2 3 | 4 5 6 RE = other-little-finger
  C5:  T R 1 2 3 | 4 5 6 RF; T R 1 2 3 LF | 4 5 6 = other-little-finger
  C#5: T R 1 2 3 | 4 5 6 RFs; T R 1 2 3 LFs | 4 5 6 = other-little-finger
  D5:  T R 1 2 3 | 4 5 6
  Eb5: T R 1 2 3 | 4 5 6 Ab
  E5:  T R 1 2 3 | 4 5
  F5:  T R 1 2 3 | 4
  F#5: T R 1 2 3 | 5
  G5:  T R 1 2 3
  G#5: T R 1 2 3 Cs
  A5:  T R 1 2
  Bb5: T R 1 2 | sideEb; T R 1 | 4 = one-and-one
  B5:  T R 1
  C6:  T R
  C#6: T R 2 3 | 4 5
  D6:  T R 2 3 | 4 Ab
`);

export const SAXOPHONE = compileCatalogue('saxophone', `
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
  Bb4: 1 2 | sideBb; 1 bis = bis-key; 1 | 4 = one-and-one
  B4:  1
  C5:  2; 1 | sideC = side-key
  C#5: -
  D5:  8 1 2 3 | 4 5 6
  Eb5: 8 1 2 3 | 4 5 6 Eb
  E5:  8 1 2 3 | 4 5
  F5:  8 1 2 3 | 4
  F#5: 8 1 2 3 | 5; 8 1 2 3 | 4 Fs = chromatic
  G5:  8 1 2 3
  G#5: 8 1 2 3 Gs
  A5:  8 1 2
  Bb5: 8 1 2 | sideBb; 8 1 bis = bis-key; 8 1 | 4 = one-and-one
  B5:  8 1
  C6:  8 2; 8 1 | sideC = side-key
  C#6: 8
  D6:  8 palmD
  Eb6: 8 palmD palmEb
  E6:  8 palmD palmEb | sideE
  F6:  8 palmD palmEb palmF | sideE
`);

export const BASSOON = compileCatalogue('bassoon', `
  Bb1: lowBb lowB lowC lowD 1 2 3 | tE 4 5 6 F
  B1:  lowB lowC lowD 1 2 3 | tE 4 5 6 F
  C2:  lowC lowD 1 2 3 | tE 4 5 6 F
  C#2: lowC lowD 1 2 3 Cs | tE 4 5 6 F
  D2:  lowD 1 2 3 | tE 4 5 6 F
  Eb2: lowD 1 2 3 Eb | tE 4 5 6 F
  E2:  W 1 2 3 | tE 4 5 6 F
  F2:  W 1 2 3 | 4 5 6 F
  F#2: W 1 2 3 | tFs 4 5 6 F; W 1 2 3 | 4 5 6 Fs = other-little-finger
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
  F#3: W 1h 2 3 | 4 5 6 Fs; W 1h 2 3 | tFs 4 5 6 F = other-little-finger
  G3:  W 1h 2 3 | 4 5 6
  Ab3: W 1h 2 3 | 4 5 6 Ab
  A3:  1 2 3 | 4 5
  Bb3: 1 2 3 | tBb 4 5
  B3:  1 2 3 | 4
  C4:  1 2 3
  C#4: tCs 1 2 3
  D4:  1 2
`);

export const RECORDER_BAROQUE = compileCatalogue('recorder', `
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
`);

export const RECORDER_GERMAN = compileCatalogue('recorder', `
  C4:  T 1 2 3 | 4 5 6 7
  C#4: T 1 2 3 | 4 5 6 7h
  D4:  T 1 2 3 | 4 5 6
  Eb4: T 1 2 3 | 4 5 6h
  E4:  T 1 2 3 | 4 5
  F4:  T 1 2 3 | 4
  F#4: T 1 2 3 | 5 6 7
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
  F5:  Th 1 2 3 | 4
  F#5: Th 1 2 3 | 5 6
  G5:  Th 1 2 3
  G#5: Th 1 2 | 4
  A5:  Th 1 2
`);

export const TREBLE_RECORDER_BAROQUE = shiftCatalogue(RECORDER_BAROQUE, 5);
export const TREBLE_RECORDER_GERMAN = shiftCatalogue(RECORDER_GERMAN, 5);
