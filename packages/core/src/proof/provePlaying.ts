import type { Conventions } from '../convention/conventions';
import { BREATH_SECONDS, type Stage } from '../instrument/instrument';
import { intervalBetween, nameInterval } from '../pitch/interval';
import { letterName, midi, type Written } from '../pitch/pitch';
import { breathStretches, emergencyBreath, isTooLong } from '../analysis/plannedBreaths';
import { breathMarks } from '../score/breath';
import { slurredOn } from '../score/slurs';
import type { Note, Score } from '../score/score';
import { notesOf, placeEvents } from '../score/walk';
import type { Part } from '../part/derivePart';
import { isBeyondAll, listMisfits, type Misfit } from '../part/misfit';
import { finding, type Finding } from './finding';

/** A leap wider than this, in half steps, is worth a word: more than an octave. */
const WIDE_LEAP = 12;

/** @param breath who sets the marks: where Cifra does, only what no mark can shorten is worth a word */
function proveBreath(score: Score<Written>, stage: Stage, breath: Conventions['breath']): Finding[] {
  const slurred = slurredOn(score);
  const limit = BREATH_SECONDS[stage];
  const isPlanned = breath !== 'own-marks';
  return breathStretches(score, isPlanned ? breathMarks(score, limit) : new Set()).flatMap((stretch) => {
    const [first, last] = [stretch.notes[0], stretch.notes.at(-1)];
    if (!isTooLong(stretch.seconds, limit) || first === undefined || last === undefined) return [];
    const note = emergencyBreath(stretch, slurred);
    return [
      finding({
        code: 'breath-far',
        weight: 'look',
        measures: [first.place.index, last.place.index],
        notes: stretch.notes.map((p) => p.event.id),
        facts: {
          bar: first.place.number,
          to: last.place.number,
          seconds: Math.round(stretch.seconds),
          limit,
          isPlanned,
        },
        repairs: note === undefined ? [] : [{ kind: 'breath', note }],
      }),
    ];
  });
}

function proveLeaps(score: Score<Written>): Finding[] {
  const notes = placeEvents(score).flatMap(
    ({ event, place }): { note: Note<Written>; index: number; number: number }[] =>
      event.kind === 'note' ? [{ note: event, index: place.index, number: place.number }] : [],
  );
  return notes.flatMap(({ note, index, number }, i) => {
    const before = notes[i - 1];
    if (before === undefined || Math.abs(midi(note.pitch) - midi(before.note.pitch)) <= WIDE_LEAP) return [];
    const { number: size, octaves, up } = nameInterval(intervalBetween(before.note.pitch, note.pitch));
    return [
      finding({
        code: 'leap',
        weight: 'look',
        measures: [before.index, index],
        notes: [before.note.id, note.id],
        facts: {
          bar: number,
          from: letterName(before.note.pitch),
          to: letterName(note.pitch),
          size: size + 7 * octaves,
          direction: up ? 'up' : 'down',
        },
      }),
    ];
  });
}

/** On which side of what fits they all lie. */
const sideOf = (misfits: readonly Misfit[]): 'low' | 'high' | 'both' =>
  misfits.every((m) => m.side === 'too-low' || m.side === 'below-stage')
    ? 'low'
    : misfits.every((m) => m.side === 'too-high' || m.side === 'above-stage')
      ? 'high'
      : 'both';

/** The notes that an instrument of the class does not have, and those that its players have not come to. */
function proveRanges(score: Score<Written>, parts: readonly Part[]): Finding[] {
  const barOf = new Map(placeEvents(score).map((p) => [p.event.id, p.place]));
  return parts.flatMap((part) => {
    const all = listMisfits(part.instrument, part.teaching.stage, notesOf(part.score));
    return [true, false].flatMap((isUnplayable) => {
      const misfits = all.filter((m) => isBeyondAll(m.side) === isUnplayable);
      const notes = misfits.flatMap((m) => m.notes);
      const first = notes
        .map((id) => barOf.get(id))
        .filter((p) => p !== undefined)
        .sort((a, b) => a.index - b.index)[0];
      if (first === undefined) return [];
      return [
        finding({
          code: 'out-of-range',
          weight: isUnplayable ? 'mistake' : 'look',
          measures: [first.index],
          notes,
          instruments: [part.instrument.id],
          facts: {
            instrument: part.instrument.name,
            notes: misfits.map((m) => `${letterName(m.pitch)}${m.pitch.octave}`),
            isUnplayable,
            bar: first.number,
            side: sideOf(misfits),
          },
        }),
      ];
    });
  });
}

/** What will be hard to play: ranges, breath, leaps. */
export const provePlaying = (
  score: Score<Written>,
  stage: Stage,
  breath: Conventions['breath'],
  parts: readonly Part[],
): Finding[] => [...proveRanges(score, parts), ...proveBreath(score, stage, breath), ...proveLeaps(score)];
