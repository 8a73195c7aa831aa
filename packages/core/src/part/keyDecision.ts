import type { KeyChoice } from '../exercise/exercise';
import { type Key, key } from '../key/key';
import { ENHARMONIC_DOWN, ENHARMONIC_UP, type Interval, UNISON } from '../pitch/interval';

/** More sharps or flats than this are respelled. */
export const SIGNATURE_LIMIT = 6;
/** More than this no signature can show. */
const MOST_SIGNS = 7;

export interface KeyOption {
  readonly choice: KeyChoice;
  readonly fifths: number;
}
export type KeyReason = 'transposed' | 'over-limit' | 'chosen';

/** The signature a part is written in, why, and what else could be chosen. */
export interface KeyDecision {
  readonly choice: KeyChoice;
  readonly automatic: KeyChoice;
  readonly why: KeyReason;
  readonly options: readonly KeyOption[];
  /** The opening signature as it would be without respelling. */
  readonly opening: number;
  /** Fifths from the sounding to the written key. */
  readonly up: number;
}

/** The respelling that brings a signature nearer to none: sharps go up by letter to flats. */
const respellingOf = (fifths: number): Interval => (fifths > 0 ? ENHARMONIC_UP : ENHARMONIC_DOWN);

function keyOptions(fifths: number): KeyOption[] {
  const other = fifths + respellingOf(fifths).fifths;
  const options: KeyOption[] = [];
  if (Math.abs(fifths) <= MOST_SIGNS) options.push({ choice: 'transposed', fifths });
  if (Math.abs(other) <= MOST_SIGNS) options.push({ choice: 'respelled', fifths: other });
  if (fifths !== 0) options.push({ choice: 'no-signature', fifths: 0 });
  return options;
}

/**
 * Decides the signature of a part. Over the limit, key and notes are respelled together; a teacher may ask for the
 * other spelling, or for none.
 * @param sounding the line's opening signature
 * @param up fifths from the sounding to the written key
 * @example decideKey(5, 2, undefined).choice // 'respelled': seven sharps are over the limit
 */
export function decideKey(sounding: number, up: number, asked: KeyChoice | undefined): KeyDecision {
  const opening = sounding + up;
  const options = keyOptions(opening);
  const automatic = Math.abs(opening) > SIGNATURE_LIMIT ? 'respelled' : 'transposed';
  const wanted = options.find((k) => k.choice === asked)?.choice;
  return {
    choice: wanted ?? automatic,
    automatic,
    why:
      wanted !== undefined && wanted !== automatic ? 'chosen' : automatic === 'respelled' ? 'over-limit' : 'transposed',
    options,
    opening,
    up,
  };
}

/** How notes under one of the line's signatures are respelled once they are moved up. */
export function respelling({ choice, opening, up }: KeyDecision, sounding: number): Interval {
  const fifths = sounding + up;
  const must = Math.abs(fifths) > SIGNATURE_LIMIT && choice !== 'transposed';
  const asked = choice === 'respelled' && fifths === opening;
  return must || asked || Math.abs(fifths) > MOST_SIGNS ? respellingOf(fifths) : UNISON;
}

/** The key that stands on the page for one of the line. */
export const writtenKey = (plan: KeyDecision, { fifths, mode }: Key): Key =>
  plan.choice === 'no-signature' ? key(0, 'none') : key(fifths + plan.up + respelling(plan, fifths).fifths, mode);
