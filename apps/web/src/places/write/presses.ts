import { type CaretMove, letterPitch, moveCaret, type NoteValue, selectedPlaces, type Step } from '@cifra/core';
import type { Writing } from './Writing';

/** Presses of one value key after another: the pen, or the selection, or the next note when the rhythm is rewritten. */
export function chooseValue(w: Writing, value: NoteValue): void {
  const { pen } = w.snapshot();
  if (selectedPlaces(w.edit).length > 0) {
    w.run({ kind: 'set-length', value, dots: 0 });
    return;
  }
  w.hold({ value, dots: 0 });
  if (pen.mode === 'new-rhythm') w.run({ kind: 'write-length', pen: { ...pen, value, dots: 0 } });
}

/** A dot just after a value was chosen is for the notes to come; else for what is selected or was just written. */
export function dot(w: Writing): void {
  const { pen } = w.snapshot();
  if (w.valueJustChosen && selectedPlaces(w.edit).length === 0 && pen.mode !== 'new-rhythm')
    w.hold({ dots: pen.dots >= 2 ? 0 : pen.dots + 1 });
  else w.run({ kind: 'dots' });
}

export function triplet(w: Writing): void {
  if (selectedPlaces(w.edit).length > 0) w.run({ kind: 'triplet' });
  else w.hold({ triplet: !w.snapshot().pen.triplet });
}

/** Writes the letter in the octave nearest to the note before. */
export function writeLetter(w: Writing, step: Step): void {
  const { pen, lens } = w.snapshot();
  w.run({ kind: 'write-note', pitch: letterPitch(w.edit, step, lens.interval), pen });
}

/** Moves the caret, or with `select` the end of the selection. */
export const move =
  (to: CaretMove, select: boolean) =>
  (w: Writing): void => {
    const { caret, anchor } = w.snapshot();
    const { score } = w.edit;
    // Without Shift a selection closes to the side that the key points to.
    if (!select && anchor !== undefined && (to === 'left' || to === 'right')) {
      const first =
        anchor.measure < caret.measure || (anchor.measure === caret.measure && anchor.at < caret.at) ? anchor : caret;
      w.place(to === 'left' ? first : first === anchor ? caret : anchor);
    } else w.place(moveCaret(score, caret, to), select);
  };

export function selectAll(w: Writing): void {
  const { score } = w.edit;
  w.select({ measure: 0, at: 0 }, moveCaret(score, w.snapshot().caret, 'end'));
}
