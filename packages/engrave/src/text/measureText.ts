import { ADVANCES } from './metrics.data';

/** The face of the titles is about so much wider than the face that is measured. */
export const SERIF_WIDER = 1.2;

export type Weight = 'regular' | 'semibold';

/** Flat, natural and sharp come from a face of symbols that sits low on the line: raised to the letter's middle. */
export const SIGN_SCALE = 0.96;
const SIGN_RISE: Readonly<Record<string, number>> = { '♭': 0.05, '♮': 0.2, '♯': 0.14 };

/** How far a sign is lifted off the baseline, in ems of the letter. */
export const signRise = (c: string): number => SIGN_RISE[c] ?? 0;
const SIGNS = '♭♮♯';
const UNKNOWN_ADVANCE = 600;

export const isSign = (c: string): boolean => SIGNS.includes(c);

/** A run of characters in one face. */
export interface TextRun {
  readonly text: string;
  readonly sign: boolean;
  /** From the start of the text, in the unit of the font size. */
  readonly at: number;
  readonly width: number;
}

const advance = (c: string, weight: Weight): number =>
  isSign(c) ? (ADVANCES.music[c] ?? UNKNOWN_ADVANCE) * SIGN_SCALE : (ADVANCES[weight][c] ?? UNKNOWN_ADVANCE);

/**
 * Splits text at the faces it needs and measures each run. Spaces that a viewer would swallow (at the start of a run,
 * or several together) belong to no run: what follows has its own place.
 */
export function layRuns(text: string, size: number, weight: Weight): TextRun[] {
  const runs: { text: string; sign: boolean; at: number; width: number }[] = [];
  let at = 0;
  let open = false;
  const characters = [...text];
  characters.forEach((c, i) => {
    const sign = isSign(c);
    const width = (advance(c, weight) * size) / 1000;
    const last = runs[runs.length - 1];
    const swallowed = c === ' ' && (!open || last?.sign === true || characters[i + 1] === ' ');
    if (swallowed) open = false;
    else if (open && last !== undefined && last.sign === sign && (!sign || last.text.startsWith(c))) {
      last.text += c;
      last.width += width;
    } else {
      runs.push({ text: c, sign, at, width });
      open = true;
    }
    at += width;
  });
  return runs;
}

/** Width of a line of text in the unit of its size. @example measureText('B♭', 300, 'semibold') */
export const measureText = (text: string, size: number, weight: Weight): number =>
  [...text].reduce((w, c) => w + (advance(c, weight) * size) / 1000, 0);
