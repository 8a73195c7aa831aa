import {
  compare,
  type Duration,
  type Key,
  key,
  type Meter,
  measureQuarters,
  type Mode,
  type NavigationSign,
  rational,
  signatureAlter,
  splitQuarters,
  type Step,
  type Tempo,
  valueForQuarters,
} from '@cifra/core';
import { noteCustomKey } from '../import/customKey';
import { meterOf } from '../import/fileMeter';
import type { ProblemList } from '../import/problemList';
import type { AbcElement, AbcTune } from './abcElement';

const MODE_OF: Readonly<Record<string, Mode>> = {
  '': 'major',
  m: 'minor',
  Dor: 'dorian',
  Phr: 'phrygian',
  Lyd: 'lydian',
  Mix: 'mixolydian',
  Loc: 'locrian',
};
/** abcjs calls both C clefs alto: the line that middle C stands on tells them apart. */
export const clefName = (type: string, clefPos: number | undefined): string =>
  type === 'alto' && clefPos === TENOR_PLACE ? 'tenor' : type;
const TENOR_PLACE = 8;

/** Decorations that send the player elsewhere, by the names that the standard gives them. */
export const NAVIGATION: Readonly<Record<string, NavigationSign>> = {
  segno: 'segno',
  coda: 'coda',
  dacoda: 'to-coda',
  fine: 'fine',
  'D.C.': 'dc',
  dacapo: 'dc',
  'D.C.alfine': 'dc-fine',
  'D.C.alcoda': 'dc-coda',
  'D.S.': 'ds',
  'D.S.alfine': 'ds-fine',
  'D.S.alcoda': 'ds-coda',
};

/** No written note is longer: what a file claims beyond it is a slip of a digit. */
const LONGEST_WHOLES = 4;

/** The written value of a length in whole notes, as abcjs counts. */
const valueOfWholes = (wholes: number): Duration | undefined => {
  if (!Number.isFinite(wholes) || wholes <= 0 || wholes > LONGEST_WHOLES) return undefined;
  const n = Math.round(wholes * 4 * 1024);
  return Math.abs(n / 4096 - wholes) > 1e-9 ? undefined : valueForQuarters(rational(n, 1024));
};

/** What a note lasts: one value, or several where no single one shows it, which is said. */
export function readLength(wholes: number | undefined, problems: ProblemList, measure: number): Duration[] {
  const one = valueOfWholes(wholes ?? 0);
  if (one !== undefined) return [one];
  problems.add('odd-duration', 'repaired', { measure });
  const known = Number.isFinite(wholes) ? Math.min(wholes ?? 0, LONGEST_WHOLES) : 0.25;
  return splitQuarters(rational(Math.max(1, Math.round(known * 32)), 8));
}

const WHOLE = rational(4);

/** A whole rest fills a bar that is no longer; abcjs measures it by the meter at the head, whatever came since. */
export function wholeRest(meter: Meter): Duration[] {
  const bar = measureQuarters(meter);
  return splitQuarters(compare(bar, WHOLE) < 0 ? bar : WHOLE);
}

export function readKey(e: AbcElement | undefined, problems: ProblemList, measure: number): Key {
  const signs = (e?.accidentals ?? []).filter((a) => a.acc !== 'natural');
  const fifths = signs.reduce((sum, a) => sum + (a.acc === 'sharp' ? 1 : a.acc === 'flat' ? -1 : 0), 0);
  const proper = signs.every(
    (a) => signatureAlter(fifths, a.note.toUpperCase() as 'C') === (a.acc === 'sharp' ? 1 : -1),
  );
  if (!proper)
    noteCustomKey(
      signs.map((a) => ({ step: a.note.toUpperCase() as Step, alter: a.acc === 'sharp' ? 1 : -1 })),
      measure,
      problems,
    );
  const none = e?.root === 'none' || e?.root === 'HP' || e?.root === 'Hp';
  return key(proper ? fifths : 0, none ? 'none' : (MODE_OF[e?.mode ?? ''] ?? 'major'));
}

/** What a signature does to each letter, mixed ones too. */
export const signatureOf = (e: AbcElement | undefined): ReadonlyMap<Step, number> =>
  new Map(
    (e?.accidentals ?? []).map((a) => [
      a.note.toUpperCase() as Step,
      a.acc === 'sharp' ? 1 : a.acc === 'flat' ? -1 : 0,
    ]),
  );

export function readMeter(e: AbcElement | undefined, problems: ProblemList, measure: number): Meter {
  if (e === undefined || e.type === 'common_time') return { beats: 4, unit: 4, symbol: 'common' };
  if (e.type === 'cut_time') return { beats: 2, unit: 2, symbol: 'cut' };
  return meterOf(
    (e.value ?? []).map((part) => ({ beats: part.num, unit: part.den ?? '4' })),
    measure,
    problems,
  );
}

export function readTempo(t: AbcTune['metaText']['tempo']): Tempo | undefined {
  if (t === undefined) return undefined;
  const words = [t.preString, t.postString]
    .filter((s) => s !== undefined)
    .join(' ')
    .trim();
  const beat = valueOfWholes(t.duration?.[0] ?? 0.25);
  const mark =
    t.bpm !== undefined && t.bpm >= 10 && t.bpm <= 400 && beat !== undefined
      ? { value: beat.value, dots: beat.dots, perMinute: t.bpm }
      : undefined;
  return words === '' && mark === undefined
    ? undefined
    : { ...(words !== '' && { words }), ...(mark !== undefined && { mark }) };
}
