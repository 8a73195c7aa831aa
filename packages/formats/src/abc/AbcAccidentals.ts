import { type Note, type Pitch, type Step, stepAt, type Written } from '@cifra/core';
import type { ProblemList } from '../import/problemList';
import type { AbcElement, AbcPitch } from './abcElement';
import { signatureOf } from './abcSigns';

const ALTERS: Readonly<Record<string, number>> = { sharp: 1, flat: -1, natural: 0, dblsharp: 2, dblflat: -2 };
const LETTERS = 7;
/** abcjs counts letters from middle C. */
const OCTAVE_OF_ZERO = 4;

/**
 * What is in force in a voice: the signature, one that mixes sharps and flats too, and the bar's signs, each in its own
 * octave as on a staff.
 */
export class AbcAccidentals {
  private signature: ReadonlyMap<Step, number>;
  private inBar = new Map<number, number>();

  constructor(key: AbcElement | undefined) {
    this.signature = signatureOf(key);
  }

  setKey(key: AbcElement): void {
    this.signature = signatureOf(key);
  }

  startBar(): void {
    this.inBar = new Map();
  }

  private inSignature = (step: Step): number => this.signature.get(step) ?? 0;

  /**
   * The pitch of a note as it is meant.
   * @param isStruck the first of the values that it is written with
   * @param before the last note: a tie from it carries its sign
   */
  read(
    { pitch: line, accidental }: AbcPitch,
    isStruck: boolean,
    before: Note<Written> | undefined,
    problems: ProblemList,
    measure: number,
  ): Pitch {
    const step = stepAt(line);
    const octave = OCTAVE_OF_ZERO + Math.floor(line / LETTERS);
    const sign = accidental === undefined ? undefined : ALTERS[accidental];
    if (accidental !== undefined && sign === undefined) problems.add('microtone', 'repaired', { measure });
    if (sign !== undefined && isStruck) this.inBar.set(line, sign);
    const elsewhere = [...this.inBar].some(
      ([other, alter]) => other !== line && (other - line) % LETTERS === 0 && alter !== this.inSignature(step),
    );
    if (sign === undefined && elsewhere && !this.inBar.has(line))
      problems.add('abc-octave-accidental', 'notice', { measure, facts: { letter: step } });
    const isHeld =
      before?.tie === true && before.pitch.step === step && before.pitch.octave === octave && sign === undefined;
    const alter = isHeld ? before.pitch.alter : (sign ?? this.inBar.get(line) ?? this.inSignature(step));
    return { step, alter, octave };
  }
}
