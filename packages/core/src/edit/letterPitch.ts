import { signatureAlter } from '../key/key';
import { BOTTOM_LINE } from '../key/signature';
import { type Interval, invert, transpose, UNISON } from '../pitch/interval';
import { diatonic, type Pitch, pitch, type Step, stepIndex, type Written } from '../pitch/pitch';
import { placeMeasures } from '../score/walk';
import { type EditState, noteBefore, opensMeasure, selectionEnds } from './caret';

/** The octave in which a letter lies nearest to a staff place. */
function nearestOctave(step: Step, place: number): number {
  const low = Math.floor((place - stepIndex(step)) / 7);
  const below = low * 7 + stepIndex(step);
  return place - below <= 3 ? low : low + 1;
}

/**
 * The pitch that a typed letter means, as somebody reads it from the page that is shown.
 *
 * With notes selected it is meant for the first of them. It takes the octave nearest to the note before it (the middle
 * line when there is none), and the alteration in force: a sign earlier in its bar on its line, or a tie that leads to
 * it, else the signature.
 * @param lens from the source page to the page that is shown
 * @returns the pitch on the source page
 * @example after F♯5 in a bar of C major, the letter F means F♯5
 */
export function letterPitch(state: EditState, step: Step, lens: Interval = UNISON): Written {
  const { score } = state;
  const [caret] = selectionEnds(state);
  const placed = placeMeasures(score)[caret.measure];
  const inNewBar = opensMeasure(score, caret);
  const shown = (p: Pitch): Pitch => transpose(p, lens);
  const before = noteBefore(score, caret);
  const last = before === undefined ? undefined : shown(before.pitch);
  const octave = nearestOctave(step, last === undefined ? BOTTOM_LINE[placed?.clef ?? 'treble'] + 4 : diatonic(last));
  const sameLine = (p: Pitch): boolean => p.step === step && p.octave === octave;
  const inBar = (inNewBar ? [] : (placed?.measure.events ?? []))
    .slice(0, caret.at)
    .flatMap((e) => (e.kind === 'note' ? [shown(e.pitch)] : []))
    .filter(sameLine)
    .at(-1);
  const tied = before?.tie === true && last !== undefined && sameLine(last) ? last : undefined;
  const alter = tied?.alter ?? inBar?.alter ?? signatureAlter((placed?.key.fifths ?? 0) + lens.fifths, step);
  return transpose<Written>(pitch(step, alter, octave), invert(lens));
}
