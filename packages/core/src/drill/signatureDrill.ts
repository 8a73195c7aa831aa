import { key, signatureAlter, signatureLetters } from '../key/key';
import {
  type Clef,
  BOTTOM_LINE,
  diagnoseSignature,
  proposeSignatures,
  type SignatureDiagnosis,
  signaturePlaces,
  type TypedSign,
} from '../key/signature';
import { pitch, type Step, stepAt, STEPS, type Written } from '../pitch/pitch';
import type { Random } from '../random/random';
import type { Score } from '../score/score';
import { type Choices, mixChoices } from './choices';

/** Which letters does this signature change? */
export interface LettersQuestion {
  readonly kind: 'letters';
  readonly fifths: number;
  readonly clef: Clef;
  readonly answer: readonly Step[];
}

/** Put the signs on the staff, in order. */
export interface PlaceQuestion {
  readonly kind: 'place';
  readonly fifths: number;
  readonly clef: Clef;
}

/** Which of two is well formed? */
export interface FormedQuestion extends Choices<readonly TypedSign[]> {
  readonly kind: 'formed';
  readonly clef: Clef;
  /** What is wrong with the other. */
  readonly fault: SignatureDiagnosis;
}

/** Which signature would spare these signs? */
export interface FromNotesQuestion extends Choices<number> {
  readonly kind: 'from-notes';
  readonly clef: Clef;
  readonly notes: readonly Written[];
}

/** Where a letter comes again: is it sharp, flat or natural there? */
export const AGAIN_PLACES = ['octave', 'later', 'next-bar', 'other-octave-after-sign'] as const;
export type AgainPlace = (typeof AGAIN_PLACES)[number];

export interface HoldsQuestion {
  readonly kind: 'holds';
  readonly where: AgainPlace;
  readonly clef: Clef;
  readonly score: Score<Written>;
  /** The note that is asked about. */
  readonly asked: string;
  readonly answer: -1 | 0 | 1;
}

export type SignatureQuestion = LettersQuestion | PlaceQuestion | FormedQuestion | FromNotesQuestion | HoldsQuestion;
export const SIGNATURE_KINDS = ['letters', 'place', 'formed', 'from-notes', 'holds'] as const;
export type SignatureKind = (typeof SIGNATURE_KINDS)[number];

const CHOICES = 4;
const STAFF_MIDDLE = 4;

/** A signature from one sign to a most, sharps or flats. */
const someSignature = (most: number, chance: Random): number => (1 + chance.below(most)) * chance.of([1, -1]);

/**
 * The same signature, spoiled so that it is one no more: signs that changed places, one of the other kind, one on a
 * wrong line.
 */
function spoil(signs: readonly TypedSign[], clef: Clef, chance: Random): TypedSign[] {
  const ways: (() => TypedSign[])[] = [
    () => signs.map((s, i) => (i === signs.length - 1 ? { ...s, alter: -s.alter } : s)),
    () => signs.map((s, i) => (i === 0 ? { ...s, place: (s.place ?? 0) + (clef === 'treble' ? -1 : 1) } : s)),
  ];
  if (signs.length > 1)
    ways.push(
      () => [signs[1] as TypedSign, signs[0] as TypedSign, ...signs.slice(2)],
      () => [...signs.slice(0, -1), signs[0] as TypedSign],
    );
  // A lone sign of the other kind may be a proper signature: the diagnosis is asked, and another way is taken.
  const tries = chance.shuffled(ways).map((way) => way());
  return tries.find((t) => diagnoseSignature(t, clef).faults.length > 0) ?? tries[0] ?? [];
}

/** A staff place as a note of the clef, altered. */
const noteAtPlace = (clef: Clef, place: number, alter: (step: Step) => number): Written => {
  const d = BOTTOM_LINE[clef] + place;
  return pitch<Written>(stepAt(d), alter(stepAt(d)), Math.floor(d / 7));
};

function holdsQuestion(clef: Clef, chance: Random): HoldsQuestion {
  const where = chance.of(AGAIN_PLACES);
  const fifths = where === 'octave' ? someSignature(3, chance) : chance.of([0, 0, 1, -1, 2, -2]);
  const inSignature = (step: Step): number => signatureAlter(fifths, step);
  const own =
    where === 'octave' ? chance.of(signatureLetters(fifths)) : chance.of(STEPS.filter((s) => inSignature(s) === 0));
  // A place of the letter near the middle of the staff, and the same letter in the octave that stays nearest.
  const places = Array.from({ length: 11 }, (_u, i) => i - 1).filter((p) => stepAt(BOTTOM_LINE[clef] + p) === own);
  const place = places.sort((a, b) => Math.abs(a - STAFF_MIDDLE) - Math.abs(b - STAFF_MIDDLE))[0] ?? STAFF_MIDDLE;
  const octave = place >= STAFF_MIDDLE ? place - 7 : place + 7;
  const sign = chance.of([1, -1]);
  const plain = noteAtPlace(clef, place, inSignature);
  const signed = { ...plain, alter: sign } as Written;
  const beside = noteAtPlace(clef, place > STAFF_MIDDLE ? place - 1 : place + 1, inSignature);
  const other = noteAtPlace(clef, octave, inSignature);
  const bars: Record<AgainPlace, readonly (readonly Written[])[]> = {
    octave: [[plain, beside, other, beside]],
    later: [[signed, beside, { ...plain, alter: sign } as Written, beside]],
    'next-bar': [
      [signed, beside, { ...plain, alter: sign } as Written, beside],
      [plain, beside],
    ],
    'other-octave-after-sign': [[signed, beside, other, beside]],
  };
  const asked = where === 'next-bar' ? 'n5' : 'n3';
  const answer = { octave: plain.alter, later: sign, 'next-bar': plain.alter, 'other-octave-after-sign': other.alter }[
    where
  ] as HoldsQuestion['answer'];
  let n = 0;
  const score: Score<Written> = {
    title: '',
    slurs: [],
    hairpins: [],
    measures: bars[where].map((notes, i) => ({
      id: `m${i + 1}`,
      ...(i === 0 && { clef, key: key(fifths), meter: { beats: 4 as const, unit: 4 as const } }),
      events: notes.map((p) => ({
        kind: 'note' as const,
        id: `n${++n}`,
        duration: { value: notes.length === 2 ? ('half' as const) : ('quarter' as const), dots: 0 },
        pitch: pitch<Written>(p.step, p.alter, p.octave),
      })),
    })),
  };
  return { kind: 'holds', where, clef, score, asked, answer };
}

/**
 * A question about key signatures, the same from the same chance.
 * @param most signs of a signature
 */
export function signatureQuestion(kind: SignatureKind, clef: Clef, most: number, chance: Random): SignatureQuestion {
  const fifths = someSignature(most, chance);
  switch (kind) {
    case 'letters':
      return { kind, fifths, clef, answer: signatureLetters(fifths) };
    case 'place':
      return { kind, fifths, clef };
    case 'formed': {
      const right = signaturePlaces(fifths, clef);
      const wrong = spoil(right, clef, chance);
      return {
        kind,
        clef,
        fault: diagnoseSignature(wrong, clef),
        ...mixChoices<readonly TypedSign[]>(right, [wrong], 2, chance),
      };
    }
    case 'from-notes': {
      // Every letter once, in a comfortable register: with one less, two signatures might fit.
      const notes = chance.shuffled(STEPS).map((step) => {
        const place = [1, 2, 3, 4, 5, 6, 7].find((p) => stepAt(BOTTOM_LINE[clef] + p) === step) ?? 0;
        return noteAtPlace(clef, place, (s) => signatureAlter(fifths, s));
      });
      const answer = proposeSignatures(notes)[0]?.fifths ?? fifths;
      const others = chance.shuffled(
        [answer - 1, answer + 1, -answer, answer + 2, answer - 2].filter(
          (f, i, all) => f !== answer && Math.abs(f) <= 7 && all.indexOf(f) === i,
        ),
      );
      return { kind, clef, notes, ...mixChoices(answer, others, CHOICES, chance) };
    }
    case 'holds':
      return holdsQuestion(clef, chance);
  }
}

/** What is wrong with signs that were put on a staff for a signature; undefined when it stands as it should. */
export function checkPlaced(fifths: number, clef: Clef, placed: readonly TypedSign[]): SignatureDiagnosis | undefined {
  const diagnosis = diagnoseSignature(placed, clef);
  const same = placed.length === Math.abs(fifths) && diagnosis.fifths === fifths && diagnosis.faults.length === 0;
  return same ? undefined : diagnosis;
}
