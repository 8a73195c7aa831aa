import {
  letterName,
  parsePitch,
  type NoteAnnotation,
  type NoteId,
  type PagePlan,
  type Pitch,
  type RowSetup,
  type Conventions,
  beatPlace,
  placedNotes,
  rowsAt,
} from '@cifra/core';
import { pageName } from '@cifra/engrave';
import { barName, figureWords, spokenLetter } from './spoken';

const SOURCE: Readonly<Record<string, string>> = {
  signature: ', from the key signature',
  bar: ', from earlier in the bar',
  tie: ', held by the tie',
  sign: '',
  plain: '',
};
const UNPLAYABLE = {
  'below-range': 'too low for this instrument',
  'above-range': 'too high for this instrument',
  'no-figure': 'not among its notes',
} as const;

/** A letter with its octave, which tells two of one letter apart: `B♭3`. */
export const octaveName = (p: Pitch): string => `${letterName(p)}${p.octave}`;

/** What a row says where it is not the figure or the name: those are said anyway. */
const hasFigure = (rows: readonly RowSetup[]): boolean => rows.some((r) => r.row === 'figure' || r.row === 'diagram');

/** What a screen reader says of each note of a page: `bar 3, beat 2, B flat, from the key signature, first valve`. */
export function noteLabels(plan: PagePlan): ReadonlyMap<NoteId, string> {
  const { part, annotations } = plan;
  const labels = new Map<NoteId, string>();
  const { fingerCount } = part.teaching.conventions;
  for (const placed of placedNotes(part.score)) {
    const note = annotations.get(placed.note.id);
    if (note === undefined) continue;
    const { measure, beat } = beatPlace(placed);
    const shown = rowsAt(plan.rows, note.id);
    const figure = !hasFigure(shown)
      ? 'to be read without a figure'
      : note.fingering.kind === 'playable'
        ? figureWords(note.fingering.figure, fingerCount)
        : UNPLAYABLE[note.fingering.because];
    const tied = note.tiedFrom === undefined ? figure : 'held on';
    labels.set(
      note.id,
      `${barName(measure)}, beat ${beat}, ${spokenLetter(note.written)}${SOURCE[note.accidental.source] ?? ''}, ${tied}${plan.newNotes.has(note.id) && note.tiedFrom === undefined ? ', new' : ''}${note.better === undefined || !plan.setup.easierFigures || shown.length === 0 ? '' : ', an easier figure is marked'}`,
    );
  }
  return labels;
}

/** The same for all lines of a page, by a note's name on it. */
export function pageLabels(plans: readonly PagePlan[]): ReadonlyMap<string, string> {
  return new Map(
    plans.flatMap((plan, line) =>
      [...noteLabels(plan)].map(
        ([id, words]) => [pageName(line, id), plans.length === 1 ? words : `line ${line + 1}, ${words}`] as const,
      ),
    ),
  );
}

/** What a screen reader says of a note on a chart: `B flat 4, left hand: thumb and 1; right hand: 4 and E♭ key`. */
export function chartLabel({ written, fingering }: NoteAnnotation, { fingerCount }: Conventions): string {
  const figure =
    fingering.kind === 'playable' ? figureWords(fingering.figure, fingerCount) : UNPLAYABLE[fingering.because];
  return `${spokenLetter(written)} ${written.octave}, ${figure}`;
}

/** A written note's text as it is read: `Bb4` as `B♭4`. */
export const writtenNote = (text: string): string => octaveName(parsePitch(text));
