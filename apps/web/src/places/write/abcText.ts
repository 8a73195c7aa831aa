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
