import { canPlay } from '../instrument/finger';
import type { Exercise, PageOwner, PartChoice } from '../exercise/exercise';
import { linesOf } from '../exercise/lines';
import { realize } from '../exercise/realize';
import type { Instrument, ByInstrument, InstrumentId } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { type Key } from '../key/key';
import type { Clef } from '../key/signature';
import { decidePart } from '../part/decidePart';
import { type NoteCounts } from '../part/octave';
import type { Teaching } from '../part/teaching';
import { writePitch } from '../part/writeScore';
import { simplify } from '../performance/simplify';
import { type Concert, midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { firstBars } from '../score/firstBars';
import type { Measure, NoteId, Score } from '../score/score';
import { notesOf, openingOf } from '../score/walk';
import { type LineTraits, lineTraits } from './lineTraits';

/** A sound of a line under one of its signatures, and how often it comes. */
export interface Tone {
  /** As it sounds, as text. */
  readonly pitch: string;
  /** The sounding signature in force. */
  readonly fifths: number;
  readonly times: number;
  /** Octaves that a teacher moved it by on one page. */
  readonly octaves?: number;
}

/** The different sounds of a line, and the key that it opens in. */
export interface LineTones {
  readonly key: Key;
  readonly tones: readonly Tone[];
}

/**
 * What the shelf needs of a line: to draw its first bars, to look it up, and to say who can play it.
 *
 * It holds no times and no values but those of the first bars, so it stays small however long the line is.
 */
export interface LineSummary {
  readonly owner: PageOwner;
  /** The first bars as they stand on the owner's page. */
  readonly opening: Score<Written>;
  /** Whether the first bars are all of it. */
  readonly openingIsAll: boolean;
  readonly isEmpty: boolean;
  readonly traits: LineTraits;
  readonly lines: readonly LineTones[];
  readonly choices: ByInstrument<PartChoice>;
  /** The sounds of pages on which bars are easier or notes were moved. */
  readonly own: ByInstrument<LineTones>;
}

const OPENING_BARS = 8;

/** Whether a teacher changed single notes or bars on a page. */
const isReworked = ({ alternatives, easier }: PartChoice): boolean =>
  alternatives !== undefined || easier !== undefined;

function tonesOf(concert: Score<Concert>, alternatives: Readonly<Record<NoteId, number>> = {}): LineTones {
  const { key } = openingOf(concert);
  const tones = new Map<string, Tone>();
  let { fifths } = key;
  const take = (m: Measure<Concert>): void => {
    fifths = m.key?.fifths ?? fifths;
    for (const e of m.events) {
      if (e.kind !== 'note') continue;
      const octaves = alternatives[e.id] ?? 0;
      const tone = { pitch: pitchText(e.pitch), fifths, ...(octaves !== 0 && { octaves }) };
      const name = `${tone.pitch}/${fifths}/${octaves}`;
      tones.set(name, { ...tone, times: (tones.get(name)?.times ?? 0) + 1 });
    }
  };
  concert.measures.forEach(take);
  return { key, tones: [...tones.values()] };
}

/** Says of an exercise what the shelf needs to know. */
export function summarizeLine(exercise: Exercise): LineSummary {
  const { owner, source, partChoices } = exercise;
  const opening = firstBars(source, OPENING_BARS);
  const lines = linesOf(exercise).map((_line, i) => realize(exercise, i));
  const concert = realize(exercise);
  const own = Object.entries(partChoices).flatMap(([id, choice]): [string, LineTones][] => {
    if (!isReworked(choice)) return [];
    const line = lines[choice.line ?? 0] ?? concert;
    return [[id, tonesOf(simplify(line, choice.easier), choice.alternatives)]];
  });
  const choices = Object.entries(partChoices).map(([id, { alternatives: _a, easier: _e, ...rest }]) => [id, rest]);
  return {
    owner,
    opening,
    openingIsAll: opening.measures.length === source.measures.length,
    isEmpty: notesOf(source).length === 0,
    traits: lineTraits(concert),
    lines: lines.map((line) => tonesOf(line)),
    choices: Object.fromEntries(choices),
    own: Object.fromEntries(own),
  };
}

/** The notes of an instrument's page, and whether some of them cannot be played on it. */
export interface PageNotes {
  readonly instrument: Instrument;
  /** The different notes, as written, low to high. */
  readonly notes: readonly Written[];
  readonly unplayable: boolean;
  readonly clef: Clef;
}

const counted = (tones: readonly Tone[]): NoteCounts => {
  const times = new Map<number, number>();
  for (const t of tones) {
    const note = midi(parsePitch(t.pitch));
    times.set(note, (times.get(note) ?? 0) + t.times);
  }
  return [...times].map(([note, count]) => ({ note, times: count }));
};

/**
 * The notes that stand on an instrument's page of a line, worked out from its summary.
 * @example the summary of C4 D4 on a concert page, for a trumpet: D4 E4
 */
export function pageNotes(
  { owner, lines, choices, own }: LineSummary,
  id: InstrumentId,
  teaching: Teaching,
): PageNotes {
  const choice = choices[id] ?? {};
  const line = own[id] ?? lines[choice.line ?? 0] ?? lines[0];
  const instrument = taughtAs(id, teaching.conventions);
  if (line === undefined) return { instrument, notes: [], unplayable: false, clef: instrument.clefs[0] };
  const outline = { key: line.key, counts: counted(line.tones) };
  const decided = decidePart(outline, instrument, owner, choice, teaching);
  const notes = line.tones.map((t) => writePitch(parsePitch<Concert>(t.pitch), t.fifths, decided, t.octaves));
  const different = new Map(notes.map((p) => [pitchText(p), p]));
  return {
    instrument,
    notes: [...different.values()].sort((a, b) => midi(a) - midi(b) || a.alter - b.alter),
    unplayable: notes.some((p) => !canPlay(instrument, midi(p))),
    clef: decided.decisions.clef.clef,
  };
}
