import type { PageOwner } from '@cifra/core';

/** A demo line: made up for Tidewater School, which is made up too. */
export interface DemoTune {
  readonly owner: PageOwner;
  readonly abc: string;
}

export const DEMO_TUNES: readonly DemoTune[] = [
  {
    owner: 'concert',
    abc: `X:1
T:Harbour Steps
C:Tidewater School
M:4/4
L:1/4
Q:"Moderato" 1/4=96
K:F
!mp!C | F>G A2 | (A/B/c/A/) .G .F | G2 C2- | C z A .B | (3A/B/c/ .d z c | ^F G ^F G | B A/G/ !fermata!F2 | !breath!G4 |
|: !mf!(c/B/A/B/) c/B/A/G/ | A G F E | (A/B/c/A/) .d .c | B2 G2 | F>G A2 | G G C C |1 F4 :|2 F3 |]`,
  },
  {
    owner: 'trumpet',
    abc: `X:2
T:Lantern Walk
C:Tidewater School
M:3/4
L:1/4
Q:"Gently" 1/4=84
K:C
!p!"C"C2 D | E2 G | "G7"(F E) D | "C"!breath!E3 | "Am"C2 D | "C/G"E2 G | "G7"F D2 | "C"!breath!C3 |
w: Lan-tern, oh light the _ long lane, hold it up high in the rain.
!mf!"C"(G A) G | "Am"E2 C | "F"(F G) F | "G"!breath!D3 | !mp!"C"C2 D | E2 G | "G7"(F E) D | "C"C3 |]
w: Past _ the dark har-bor _ we go; qui-et-ly home-ward _ we show.`,
  },
  {
    owner: 'concert',
    abc: `X:3
T:Paper Boats
C:Tidewater School
M:6/8
L:1/8
Q:"Rocking" 3/8=60
K:Bb
!mf!B2B c2c | d3 B3 | (cBc) d2d | e3 c3 | f2f e2d | (cde) d3 | c2B A2c | B6 |
!p!(dcB) c3 | (edc) d3 | fff e2c | !>(!d6 | !>)!c3 z3 | !mp!B2B c2c | d2c (BA)c | B6 |]`,
  },
  {
    owner: 'concert',
    abc: `X:4
T:Gate and Garden
C:Tidewater School
M:2/4
L:1/8
Q:"Walking" 1/4=88
K:Eb
|: !mf!E2 G2 | B2 G2 | A/G/F/G/ A2 | G4 | F2 =A2 | B2 =A2 | BG F2 | E4 :|
|: !f!B2 .c.B | A2 .B.A | G2 ^F2 | G4 | !mp!B2 .c.B | A2 G2 | FG F2 | LE4 :|`,
  },
  {
    owner: 'concert',
    abc: `X:5
T:Slow Ferry
C:Tidewater School
M:4/4
L:1/4
Q:"Slow and steady" 1/4=66
K:Cm
!p!(C2 E2) | G4- | G2 (F E) | !breath!D4 | Z2 | !mp!(E2 G2) | c4- | c2 (B A) | !breath!G4 | (F2 E2) | D2 =B,2 | C4- | !fermata!C4 |]`,
  },
  {
    owner: 'alto-saxophone',
    abc: `X:6
T:Kite Weather
C:Tidewater School
M:C|
L:1/4
Q:"Lively" 1/2=76
K:D
|: !mf!A | d d f f | a2 f2 | (3gfe f2 | e3 A | d d f a | b2 a2 | (3gfe A c | d3 :|
|: !f!a | b2 a2 | g g f2 | e f g e |1 f2 d :|2 d3 |]`,
  },
];
