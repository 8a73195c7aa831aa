import {
  copySelection,
  type EditState,
  openingOf,
  placeMeasures,
  type Result,
  type Score,
  type Written,
} from '@cifra/core';
import { writeAbc } from '@cifra/formats/write';
import { workerCalls } from '../../ui/workerCalls';
import type { AbcApi } from './abcWorker';

const reader = workerCalls<AbcApi>(
  () => new Worker(new URL('./abcWorker.ts', import.meta.url), { type: 'module', name: 'abc reader' }),
);

/** Reads ABC text away from the screen's thread. */
export const readAbcText = (text: string): Promise<Result<Score<Written>>> => reader.call(async (r) => r.read(text));

/** A line as text; one that is yet empty has its head alone. */
export const lineText = (score: Score<Written>): string => writeAbc(score);

/** The selection as text for the clipboard. */
export function selectionText(edit: EditState): string | undefined {
  const clip = copySelection(edit);
  return clip === undefined ? undefined : lineText({ ...clip, title: '' }).replace(/^T:.*\n/m, '');
}

/** Text from the clipboard as a whole tune: notes alone are read in the key and meter where they are put in. */
export function asTune(text: string, edit: EditState): string {
  if (/^\s*K:/m.test(text)) return /^\s*X:/m.test(text) ? text : `X:1\n${text}`;
  const { key, meter, clef } = placeMeasures(edit.score)[edit.caret.measure] ?? openingOf(edit.score);
  const head = lineText({ title: '', measures: [{ id: 'm1', clef, key, meter, events: [] }], slurs: [], hairpins: [] });
  const fields = head
    .split('\n')
    .filter((l) => /^(X|M|L|K):/.test(l))
    .join('\n');
  return `${fields}\n${text}\n`;
}

/** What stands in ABC besides notes, and is taken out before it is looked at: fields, words in quotes, decorations. */
const BESIDES = [/^\s*[A-Za-z]:.*$/gm, /\[[A-Za-z]:[^\]]*\]/g, /"[^"]*"/g, /![^!\n]*!/g, /\+[^+\n]*\+/g, /^%.*$/gm];
/** Notes, rests, values, bar lines, brackets and single signs; the letters of prose stand among none of these. */
const NOTES = /^[\sA-Ga-gxzXZuv,'^_=/0-9|:[\]()<>{}\-.~&\\$*`HJLMOPRST]*$/;

/**
 * Whether text is ABC, and not prose that happens to have letters of notes in it.
 * @example isAbcText('C D | E2 F2 |') // true
 */
export function isAbcText(text: string): boolean {
  const notes = BESIDES.reduce((rest, besides) => rest.replace(besides, ''), text);
  return NOTES.test(notes) && /[A-Ga-gzxZ]/.test(notes) && !/[A-Z]{2,}[a-z]|\b[HJLMOPRST]{2,}/.test(notes);
}
