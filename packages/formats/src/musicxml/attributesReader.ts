import {
  type Clef,
  type Key,
  key,
  type Meter,
  type Mode,
  MODES,
  signatureLetters,
  type Step,
  STEPS,
} from '@cifra/core';
import { childNamed, childrenNamed, childText, textOf, type XmlElement } from '@cifra/xml';
import { noteCustomKey } from '../import/customKey';
import { meterOf } from '../import/fileMeter';
import type { ProblemList } from '../import/problemList';
import { type Transposition, usualLetters } from '../import/toConcert';
import { readNumber } from './noteReader';

const CLEF_BY_SIGN: Readonly<Record<string, Clef>> = { G2: 'treble', F4: 'bass', C3: 'alto', C4: 'tenor' };
const DEFAULT_LINE: Readonly<Record<string, string>> = { G: '2', F: '4', C: '3' };

export function readClef(e: XmlElement, measure: number, problems: ProblemList): Clef | undefined {
  const sign = childText(e, 'sign') ?? '';
  const clef = CLEF_BY_SIGN[sign + (childText(e, 'line') ?? DEFAULT_LINE[sign] ?? '')];
  if (clef === undefined)
    problems.add('clef', 'repaired', { measure, facts: { clef: sign + (childText(e, 'line') ?? '') } });
  const change = readNumber(childText(e, 'clef-octave-change')) ?? 0;
  if (change !== 0) problems.add('octave-clef', 'notice', { measure, facts: { clef: `${sign} ${change}` } });
  return clef;
}

export function readKey(e: XmlElement, measure: number, problems: ProblemList): Key {
  const fifths = readNumber(childText(e, 'fifths'));
  const mode = childText(e, 'mode') ?? 'major';
  const known: Mode = (MODES as readonly string[]).includes(mode) ? (mode as Mode) : 'major';
  if (fifths !== undefined && Number.isInteger(fifths) && Math.abs(fifths) <= 7) return key(fifths, known);
  const steps = childrenNamed(e, 'key-step').map((s) => s.children.join('')) as Step[];
  const alters = childrenNamed(e, 'key-alter').map((a) => Number(a.children.join('')));
  const guess = alters.every((a) => a === 1) ? steps.length : alters.every((a) => a === -1) ? -steps.length : 0;
  const proper = steps.length > 0 && Math.abs(guess) <= 7 && steps.every((s) => signatureLetters(guess).includes(s));
  if (proper) return key(guess);
  const readable =
    steps.every((s) => (STEPS as readonly string[]).includes(s)) &&
    alters.length === steps.length &&
    alters.every(Number.isFinite);
  if (steps.length > 0 && steps.length <= 14 && readable)
    noteCustomKey(
      steps.map((step, i) => ({ step, alter: Math.max(-2, Math.min(2, Math.round(alters[i] ?? 0))) })),
      measure,
      problems,
    );
  else problems.add('key', 'repaired', { measure });
  return key(0, 'none');
}

export function readMeter(e: XmlElement, measure: number, problems: ProblemList): Meter {
  const units = childrenNamed(e, 'beat-type');
  const meter = meterOf(
    childrenNamed(e, 'beats').map((beats, i) => ({ beats: textOf(beats), unit: textOf(units[i]) })),
    measure,
    problems,
  );
  const { symbol } = e.attributes;
  if (symbol === 'cut' && meter.beats === 2 && meter.unit === 2) return { ...meter, symbol };
  if (symbol === 'common' && meter.beats === 4 && meter.unit === 4) return { ...meter, symbol };
  return meter;
}

/** Semitones and letters from written to sounding, octaves included. */
export function readTranspose(attributes: XmlElement): Transposition | undefined {
  const e = childNamed(attributes, 'transpose');
  if (e === undefined) return undefined;
  const octaves = readNumber(childText(e, 'octave-change')) ?? 0;
  const chromatic = readNumber(childText(e, 'chromatic')) ?? 0;
  const diatonic = readNumber(childText(e, 'diatonic')) ?? usualLetters(chromatic);
  return { chromatic: chromatic + 12 * octaves, diatonic: diatonic + 7 * octaves };
}
