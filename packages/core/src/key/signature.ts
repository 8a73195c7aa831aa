import { diatonic, type Pitch, type Step } from '../pitch/pitch';
import { SHARP_ORDER, signatureAlter, signatureLetters } from './key';

/** The clefs in use, and the letter and octave that their bottom line carries. */
export const CLEFS = ['treble', 'bass', 'tenor', 'alto'] as const;
export type Clef = (typeof CLEFS)[number];

/** Diatonic number of the bottom line of each clef. */
export const BOTTOM_LINE: Readonly<Record<Clef, number>> = Object.freeze({
  treble: diatonic({ step: 'E', octave: 4 }),
  bass: diatonic({ step: 'G', octave: 2 }),
  alto: diatonic({ step: 'F', octave: 3 }),
  tenor: diatonic({ step: 'D', octave: 3 }),
});

/**
 * Places of the seven signs in their order, 0 the bottom line, 1 the space above it. Treble; the others keep the shape,
 * lower.
 */
const SHARP_PLACES = [8, 5, 9, 6, 3, 7, 4];
const FLAT_PLACES = [4, 7, 3, 6, 2, 5, 1];
const LOWERED: Readonly<Record<Clef, number>> = { treble: 0, bass: 2, alto: 1, tenor: -1 };
/** In tenor clef the usual shape of the sharps would leave the staff: it rises from the second line instead. */
const TENOR_SHARPS = [2, 6, 3, 7, 4, 8, 5];

/** One sign of a signature as it stands on the staff. */
export interface SignatureSign {
  readonly step: Step;
  readonly alter: number;
  /** 0 is the bottom line, 1 the first space, 8 the top line. */
  readonly place: number;
}

/**
 * The signs of a key signature, in proper order and each on its line or space.
 *
 * Sharps F C G D A E B, flats the reverse, in the zigzag that common practice of engraving fixes for each clef.
 * @example signaturePlaces(-2, 'treble') // B♭ on the middle line (4), E♭ in the top space (7)
 */
export function signaturePlaces(fifths: number, clef: Clef): SignatureSign[] {
  const places = fifths > 0 ? (clef === 'tenor' ? TENOR_SHARPS : SHARP_PLACES) : FLAT_PLACES;
  const lowered = fifths > 0 && clef === 'tenor' ? 0 : LOWERED[clef];
  return signatureLetters(fifths).map((step, i) => ({
    step,
    alter: Math.sign(fifths),
    place: (places[i] ?? 0) - lowered,
  }));
}

/** A sign as somebody typed or imported it; its place is not always known. */
export interface TypedSign {
  readonly step: Step;
  readonly alter: number;
  readonly place?: number;
}

export type SignatureFault =
  | { readonly kind: 'mixed' }
  | { readonly kind: 'doubled'; readonly step: Step }
  | { readonly kind: 'double-sign'; readonly step: Step }
  | { readonly kind: 'order'; readonly found: readonly Step[]; readonly proper: readonly Step[] }
  | { readonly kind: 'missing'; readonly step: Step }
  | { readonly kind: 'stray'; readonly step: Step }
  | { readonly kind: 'wrong-line'; readonly step: Step; readonly place: number; readonly proper: number };

export interface SignatureDiagnosis {
  /** Empty for a proper signature. */
  readonly faults: readonly SignatureFault[];
  /** The proper signature nearest to what was written. */
  readonly fifths: number;
}

/**
 * What a proposal costs: a letter added 1, a written sign dropped or turned round, and the kind of the first sign given
 * up.
 */
const DROPPED = 3;
const OTHER_KIND = 0.5;

const SIGNATURES = [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6, 7, -7];

/**
 * Says what is wrong with a key signature, and what it should be.
 *
 * All sharps or all flats, never both; never one letter twice; in the fixed order without a gap; each on its own line
 * or space. The proposal keeps as many of the written signs as it can without adding many: a sign dropped counts like
 * three added. Of two that are alike, the one of the first sign's kind.
 * @example diagnoseSignature([{ step: 'C', alter: 1 }, { step: 'F', alter: 1 }], 'treble') // order; fifths 2
 */
export function diagnoseSignature(signs: readonly TypedSign[], clef: Clef): SignatureDiagnosis {
  const faults: SignatureFault[] = [];
  if (signs.some((s) => s.alter > 0) && signs.some((s) => s.alter < 0)) faults.push({ kind: 'mixed' });
  const steps = signs.map((s) => s.step);
  const once = [...new Set(steps)];
  for (const step of once) if (steps.indexOf(step) !== steps.lastIndexOf(step)) faults.push({ kind: 'doubled', step });
  for (const s of signs) if (Math.abs(s.alter) !== 1) faults.push({ kind: 'double-sign', step: s.step });

  const written = new Map(signs.map((s) => [s.step, Math.sign(s.alter)]));
  const first = Math.sign(signs[0]?.alter ?? 0);
  const cost = (fifths: number): number =>
    SHARP_ORDER.filter((step) => signatureAlter(fifths, step) !== (written.get(step) ?? 0)).reduce(
      (sum, step) => sum + (written.has(step) ? DROPPED : 1),
      Math.sign(fifths) === first ? 0 : OTHER_KIND,
    );
  const fifths = SIGNATURES.reduce((best, f) => (cost(f) < cost(best) ? f : best), 0);

  const proper = signatureLetters(fifths);
  const kept = once.filter((s) => proper.includes(s));
  const sorted = proper.filter((s) => kept.includes(s));
  if (kept.some((s, i) => s !== sorted[i])) faults.push({ kind: 'order', found: once, proper });
  for (const step of proper) if (!once.includes(step)) faults.push({ kind: 'missing', step });
  // Where both kinds stand, that has been said already.
  if (faults[0]?.kind !== 'mixed')
    for (const step of once) if (!proper.includes(step)) faults.push({ kind: 'stray', step });
  const placeOf = new Map(signaturePlaces(fifths, clef).map((s) => [s.step, s.place]));
  for (const { step, place } of signs) {
    const right = placeOf.get(step);
    if (place !== undefined && right !== undefined && place !== right)
      faults.push({ kind: 'wrong-line', step, place, proper: right });
  }
  return { faults, fifths };
}

/** A signature that could stand before some notes: how many of them would still need a sign of their own. */
export interface SignatureProposal {
  readonly fifths: number;
  readonly signs: number;
}

/**
 * Ranks the signatures for some notes, best first: fewest notes against the signature, then fewest signs in it.
 * @example proposeSignatures([B♭4, E♭5, F5])[0] // { fifths: -2, signs: 0 }
 */
export function proposeSignatures(pitches: Iterable<Pick<Pitch, 'step' | 'alter'>>): SignatureProposal[] {
  const counts = new Map<string, { step: Step; alter: number; times: number }>();
  for (const { step, alter } of pitches) {
    const name = step + String(alter);
    const count = counts.get(name) ?? { step, alter, times: 0 };
    count.times += 1;
    counts.set(name, count);
  }
  const against = (fifths: number): number =>
    [...counts.values()].reduce((sum, c) => sum + (signatureAlter(fifths, c.step) === c.alter ? 0 : c.times), 0);
  return SIGNATURES.map((fifths) => ({ fifths, signs: against(fifths) })).sort(
    (a, b) => a.signs - b.signs || Math.abs(a.fifths) - Math.abs(b.fifths),
  );
}
