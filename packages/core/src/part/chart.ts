import { canPlay } from '../instrument/finger';
import type { Instrument, Stage } from '../instrument/instrument';
import { key } from '../key/key';
import type { Clef } from '../key/signature';
import { invert, transpose } from '../pitch/interval';
import { type Concert, midi, parsePitch, type Pitch, pitch, pitchText, type Step, type Written } from '../pitch/pitch';
import { conventionsOf } from '../convention/conventions';
import type { NoteId, Score } from '../score/score';
import { notesOf } from '../score/walk';
import { derivePart, type Part } from './derivePart';
import type { Teaching } from './teaching';

/** Black notes as beginners meet them first; the other name is a word away. Common practice, no source. */
const CHART_NAMES = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'] as const;
const SEMITONES = 12;

/** Every note of a stage, half step by half step, low to high. */
export function chartNotes(instrument: Instrument, stage: Stage): Written[] {
  const { low, high } = instrument.ranges[stage];
  return Array.from({ length: midi(high) - midi(low) + 1 }, (_unused, i) => midi(low) + i)
    .filter((note) => canPlay(instrument, note))
    .map((note) => parsePitch<Written>(`${CHART_NAMES[note % SEMITONES] ?? 'C'}${Math.floor(note / SEMITONES) - 1}`));
}

/** The different notes of a page, low to high. */
export const notesUsed = ({ score }: Part): Written[] =>
  [...new Map(notesOf(score).map(({ pitch: p }) => [pitchText(p), p])).values()].sort(
    (a, b) => midi(a) - midi(b) || a.alter - b.alter,
  );

const SIGN_LETTER: Readonly<Record<number, string>> = { [-2]: 'bb', [-1]: 'b', 0: '', 1: 's', 2: 'ss' };

/** The name of a note in an address or an id: `Bb4`, `Fs4`. */
export const noteSlug = ({ step, alter, octave }: Pitch): string => `${step}${SIGN_LETTER[alter] ?? ''}${octave}`;

/** Reads what noteSlug wrote; undefined for anything else. */
export function readNoteSlug(text: string): Written | undefined {
  const m = /^([A-G])(bb|b|ss|s|)(\d)$/.exec(text);
  if (m === null) return undefined;
  return pitch<Written>(m[1] as Step, { bb: -2, b: -1, '': 0, s: 1, ss: 2 }[m[2] as 'b'], Number(m[3]));
}

/** The id of a note on a chart. */
export const chartId = (p: Pitch): NoteId => `k-${noteSlug(p)}`;

/**
 * Some notes of an instrument as a page of their own: one whole note a bar, no signature, every sign at its note.
 *
 * What a passage would call for (breaths, reminders, fading) has no place on it.
 */
export function chartPart(
  instrument: Instrument,
  notes: readonly Written[],
  { conventions }: Teaching,
  clef?: Clef,
): Part {
  const down = invert(instrument.toWritten);
  const concert: Score<Concert> = {
    title: '',
    slurs: [],
    hairpins: [],
    measures: notes.map((p, i) => ({
      id: `b-${noteSlug(p)}`,
      events: [
        { kind: 'note', id: chartId(p), duration: { value: 'whole', dots: 0 }, pitch: transpose<Concert>(p, down) },
      ],
      ...(i === 0 && {
        key: key(-instrument.toWritten.fifths, 'none'),
        meter: { beats: 4, unit: 4 } as const,
        clef: instrument.clefs[0],
      }),
    })),
  };
  const plain: Teaching = {
    conventions: conventionsOf(conventions, { figures: 'all', breath: 'own-marks', reminders: 'none' }),
    stage: 'full',
  };
  return derivePart(concert, instrument, 'concert', { octaves: 0, ...(clef !== undefined && { clef }) }, plain);
}
