import type { Stage } from '../instrument/instrument';
import { quartersAMinute } from '../performance/perform';
import { intervalBetween, nameInterval } from '../pitch/interval';
import { letterName, midi, type Written } from '../pitch/pitch';
import { toNumber } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { Note, NoteId, Score, Tempo } from '../score/score';
import { notesOf, type PlacedEvent, placeEvents } from '../score/walk';
import type { Part } from '../part/derivePart';
import { listMisfits } from '../part/misfit';
import { finding, type Finding } from './finding';

/** The longest that a beginner plays on one breath, in seconds. Common practice, no source. */
export const BREATH_SECONDS: Readonly<Record<Stage, number>> = Object.freeze({ 'first-notes': 6, 'first-octave': 7, 'first-year': 8, 'second-year': 10, full: 12 });

/** So much more than planned is no reason to speak. */
const GRACE_SECONDS = 0.5;

/** A leap wider than this, in half steps, is worth a word: more than an octave. */
const WIDE_LEAP = 12;

/** A note on one breath, and how many seconds have passed when it ends. */
interface OnBreath extends PlacedEvent<Written> {
  readonly passed: number;
}

/** Where a line could be breathed at within a stretch: the last note before the bar line nearest to its middle, not tied or slurred on. */
function breathPlace(stretch: readonly OnBreath[], slurred: ReadonlySet<NoteId>): NoteId | undefined {
  const middle = (stretch.at(-1)?.passed ?? 0) / 2;
  const candidates = stretch.flatMap(({ event, place, passed }, i) => {
    const next = stretch[i + 1];
    const open = event.kind === 'note' && event.tie !== true && !slurred.has(event.id);
    return open && next !== undefined && next.place.index !== place.index ? [{ id: event.id, far: Math.abs(passed - middle) }] : [];
  });
  return candidates.sort((a, b) => a.far - b.far)[0]?.id;
}

function proveBreath(score: Score<Written>, stage: Stage): Finding[] {
  const limit = BREATH_SECONDS[stage];
  const placed = placeEvents(score);
  const order = new Map(placed.map((p, i) => [p.event.id, i]));
  const slurred = new Set(score.slurs.flatMap((s) => placed.slice(order.get(s.from), order.get(s.to)).map((p) => p.event.id)));
  const found: Finding[] = [];
  let stretch: OnBreath[] = [];
  let seconds = 0;
  let tempo: Tempo | undefined;
  const close = (): void => {
    const [first, last] = [stretch[0], stretch.at(-1)];
    if (seconds > limit + GRACE_SECONDS && first !== undefined && last !== undefined) {
      const note = breathPlace(stretch, slurred);
      found.push(finding({
        code: 'breath-far', weight: 'look', measures: [first.place.index, last.place.index], notes: stretch.map((p) => p.event.id),
        facts: { bar: first.place.number, to: last.place.number, seconds: Math.round(seconds), limit }, repairs: note === undefined ? [] : [{ kind: 'breath', note }],
      }));
    }
    stretch = [];
    seconds = 0;
  };
  for (const p of placed) {
    tempo = p.place.measure.tempo?.mark === undefined ? tempo : p.place.measure.tempo;
    if (p.event.kind === 'rest') {
      close();
      continue;
    }
    seconds += toNumber(durationQuarters(p.event.duration)) * 60 / quartersAMinute(tempo, p.place.meter);
    stretch.push({ ...p, passed: seconds });
    if (p.event.breathAfter === true) close();
  }
  close();
  return found;
}

function proveLeaps(score: Score<Written>): Finding[] {
  const notes = placeEvents(score).flatMap(({ event, place }): { note: Note<Written>; index: number; number: number }[] => (event.kind === 'note' ? [{ note: event, index: place.index, number: place.number }] : []));
  return notes.flatMap(({ note, index, number }, i) => {
    const before = notes[i - 1];
    if (before === undefined || Math.abs(midi(note.pitch) - midi(before.note.pitch)) <= WIDE_LEAP) return [];
    const { number: size, octaves, up } = nameInterval(intervalBetween(before.note.pitch, note.pitch));
    return [finding({ code: 'leap', weight: 'look', measures: [before.index, index], notes: [before.note.id, note.id], facts: { bar: number, from: letterName(before.note.pitch), to: letterName(note.pitch), size: size + 7 * octaves, up: up ? 'up' : 'down' } })];
  });
}

/** The notes that do not fit a player of the class, instrument by instrument. */
function proveRanges(score: Score<Written>, parts: readonly Part[]): Finding[] {
  const barOf = new Map(placeEvents(score).map((p) => [p.event.id, p.place]));
  return parts.flatMap((part) => {
    const misfits = listMisfits(part.instrument, part.teaching.stage, notesOf(part.score));
    const notes = misfits.flatMap((m) => m.notes);
    const first = notes.map((id) => barOf.get(id)).filter((p) => p !== undefined).sort((a, b) => a.index - b.index)[0];
    if (first === undefined) return [];
    const unplayable = misfits.filter((m) => m.side === 'too-low' || m.side === 'too-high').length;
    return [finding({
      code: 'out-of-range', weight: unplayable > 0 ? 'mistake' : 'look', measures: [first.index], notes, instruments: [part.instrument.id],
      facts: { instrument: part.instrument.name, names: misfits.map((m) => `${letterName(m.pitch)}`).join(', '), count: notes.length, unplayable, bar: first.number, side: misfits.every((m) => m.side === 'too-low' || m.side === 'below-stage') ? 'low' : misfits.every((m) => m.side === 'too-high' || m.side === 'above-stage') ? 'high' : 'both' },
    })];
  });
}

/** What will be hard to play: ranges, breath, leaps. */
export const provePlaying = (score: Score<Written>, stage: Stage, parts: readonly Part[]): Finding[] => [...proveRanges(score, parts), ...proveBreath(score, stage), ...proveLeaps(score)];
