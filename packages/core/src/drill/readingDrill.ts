import { signatureAlter } from '../key/key';
import { BOTTOM_LINE, type Clef } from '../key/signature';
import { pitch, type Step, stepAt, type Written } from '../pitch/pitch';

/** A place on the staff of a clef: 0 is the bottom line, 1 the space above it, 8 the top line. */
export interface ReadingCard {
  readonly id: string;
  readonly clef: Clef;
  readonly place: number;
  /** As the signature has it. */
  readonly note: Written;
  readonly answer: Step;
  /** Half steps that the signature raises or lowers it by. */
  readonly alter: number;
}

const TOP_LINE = 8;

/**
 * Every place of a clef's staff, with some ledger lines over and under it, as a signature reads it.
 * @param ledgers lines beyond the staff on each side, 0 for the staff with the spaces that touch it
 * @param fifths the signature that stands there; sharps positive
 * @example readingCards('treble', 0, 1).find((c) => c.place === 8) // the top line: F sharp
 */
export function readingCards(clef: Clef, ledgers: number, fifths = 0): ReadingCard[] {
  const reach = 2 * ledgers + 1;
  return Array.from({ length: TOP_LINE + 1 + 2 * reach }, (_u, i) => i - reach).map((place): ReadingCard => {
    const diatonic = BOTTOM_LINE[clef] + place;
    const answer = stepAt(diatonic);
    const alter = signatureAlter(fifths, answer);
    return {
      // Without a signature a place is remembered by itself.
      id: fifths === 0 ? `${clef} ${place}` : `${clef} ${place} ${fifths}`,
      clef,
      place,
      note: pitch<Written>(answer, alter, Math.floor(diatonic / 7)),
      answer,
      alter,
    };
  });
}

/**
 * How a place in tenor clef is found from bass clef, in the two ways in which it is taught. Common practice, no source.
 */
export interface TenorSteps {
  /** The place that carries the same note in bass clef: two lines or two spaces higher. */
  readonly movedPlace: number;
  /** What the place would be called in bass clef, from where one counts up a fifth. */
  readonly asBass: Step;
  readonly answer: Step;
}

const FIFTH_UP = 4;

/**
 * The steps of both ways of reading tenor clef through bass clef.
 * @example tenorSteps(0): bottom line, in bass clef G, a fifth up D
 */
export function tenorSteps(place: number): TenorSteps {
  const bass = BOTTOM_LINE.bass + place;
  return { movedPlace: place + FIFTH_UP, asBass: stepAt(bass), answer: stepAt(bass + FIFTH_UP) };
}
