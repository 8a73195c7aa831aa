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
 * The signature a part is written in, and how each signature of the line is respelled for it.
 *
 * Over the limit, key and notes are respelled together; a teacher may ask for the other spelling, or for none.
 */
export class KeyPlan {
  readonly options: readonly KeyOption[];
  readonly automatic: KeyChoice;
  readonly choice: KeyChoice;
  readonly why: KeyReason;

  /** @param sounding the line's opening signature; @param up fifths from the sounding to the written key */
  constructor(
    sounding: number,
    readonly up: number,
    asked: KeyChoice | undefined,
  ) {
    this.opening = sounding + up;
    this.options = keyOptions(this.opening);
    this.automatic = Math.abs(this.opening) > SIGNATURE_LIMIT ? 'respelled' : 'transposed';
    const wanted = this.options.find((k) => k.choice === asked)?.choice;
    this.choice = wanted ?? this.automatic;
    this.why =
      wanted !== undefined && wanted !== this.automatic
        ? 'chosen'
        : this.automatic === 'respelled'
          ? 'over-limit'
          : 'transposed';
  }

  private readonly opening: number;

  /** How notes under a signature, already moved up, are respelled. */
  respell(fifths: number): Interval {
    const must = Math.abs(fifths) > SIGNATURE_LIMIT && this.choice !== 'transposed';
    const asked = this.choice === 'respelled' && fifths === this.opening;
    return must || asked || Math.abs(fifths) > MOST_SIGNS ? respellingOf(fifths) : UNISON;
  }

  /** The signature that stands on the page for one of the line. */
  writtenFifths(sounding: number): number {
    if (this.choice === 'no-signature') return 0;
    const fifths = sounding + this.up;
    return fifths + this.respell(fifths).fifths;
  }

  written(k: Key): Key {
    return this.choice === 'no-signature' ? key(0, 'none') : key(this.writtenFifths(k.fifths), k.mode);
  }
}
