import { signatureAlter } from '../key/key';
import { diatonic, type Pitch, stepIndex } from '../pitch/pitch';
import type { Schools } from '../school/schools';
import { NoteTable } from './noteTable';
import { playedBefore } from './playedBefore';
import type { NoteId, Score } from './score';
import { type Structure, structureOf } from './structure';
import { type Tone, type Tones, tonesOf } from './tones';

/** Where a note's alteration comes from. `plain`: the letter as it is, nothing in force. */
export type AccidentalSource = 'plain' | 'signature' | 'sign' | 'bar' | 'tie';

export interface AccidentalReading {
  readonly source: AccidentalSource;
  /** The sign drawn before the note, in semitones, when one is needed (0 is a natural). */
  readonly sign?: number;
  /** The sign is a reminder only. */
  readonly courtesy?: boolean;
  /** The earlier note in the bar whose sign still holds. */
  readonly setBy?: NoteId;
}

export type ReminderPolicy = Schools['reminders'];

/** Readings that say nothing of their own neighbours are made once. */
const PLAIN: AccidentalReading = Object.freeze({ source: 'plain' });
const SIGNATURE: AccidentalReading = Object.freeze({ source: 'signature' });
const TIE: AccidentalReading = Object.freeze({ source: 'tie' });
const SIGNS: readonly AccidentalReading[] = [-2, -1, 0, 1, 2].map((sign) => Object.freeze({ source: 'sign', sign }));
const signReading = (alter: number): AccidentalReading => SIGNS[alter + 2] ?? { source: 'sign', sign: alter };

/** Staff lines and spaces are numbered upward from here: low enough for every octave a document may hold. */
const LOWEST_LINE = diatonic({ step: 'C', octave: -3 });
const LINES = 128;

/** What each letter sounded like last: in this bar, in the one before it, and at all. */
class LetterMemory {
  private here = new Map<number, number>();
  private before: readonly ReadonlyMap<number, number>[] = [];
  private readonly ever = new Map<number, number>();
  private reminded = new Set<number>();

  /** @param predecessors for each bar the bars that may be played just before it; @param lastIn how each letter sounds last in each bar */
  constructor(
    private readonly policy: ReminderPolicy,
    private readonly predecessors: readonly (readonly number[])[],
    private readonly lastIn: readonly ReadonlyMap<number, number>[],
  ) {}

  startMeasure(index: number): void {
    this.here = new Map();
    this.before = (this.predecessors[index] ?? []).map((i) => this.lastIn[i] ?? new Map());
    this.reminded = new Set();
  }

  /** Whether a note without a sign of its own comes after a change that could mislead. */
  misleads(p: Pitch, source: AccidentalSource): boolean {
    const letter = stepIndex(p.step);
    const held = this.here.get(letter);
    const changed =
      held === undefined ? this.before.some((m) => (m.get(letter) ?? p.alter) !== p.alter) : held !== p.alter;
    if (this.policy === 'after-change')
      return source === 'bar' || changed || (held === undefined && (this.ever.get(letter) ?? p.alter) !== p.alter);
    return changed && !this.reminded.has(letter);
  }

  sounded(p: Pitch, reminded: boolean): void {
    const letter = stepIndex(p.step);
    this.here.set(letter, p.alter);
    this.ever.set(letter, p.alter);
    if (reminded) this.reminded.add(letter);
  }
}

/** How each letter sounds last in each bar. */
function lastLetters<P extends Pitch>(
  { measureOf }: Structure,
  { tones, of }: Tones<P>,
  measures: number,
): Map<number, number>[] {
  const last = Array.from({ length: measures }, () => new Map<number, number>());
  for (let i = 0; i < of.length; i++) {
    const { pitch: p } = tones[of[i] as number] as Tone<P>;
    last[measureOf[i] as number]?.set(stepIndex(p.step), p.alter);
  }
  return last;
}

/** What the rules ask of each tone, as numbers: a line has few tones and many notes. */
class ToneRules<P extends Pitch> {
  readonly line: Int16Array;
  readonly alter: Int8Array;
  readonly signature: Int8Array;
  /** The reading of the tone when no sign of the bar holds on its line: none drawn, or the one it needs. */
  readonly free: AccidentalReading[];

  constructor({ tones }: Tones<P>) {
    this.line = new Int16Array(tones.length);
    this.alter = new Int8Array(tones.length);
    this.signature = new Int8Array(tones.length);
    this.free = tones.map(freeReading);
    tones.forEach(({ pitch: p, fifths }, t) => {
      this.line[t] = diatonic(p) - LOWEST_LINE;
      this.alter[t] = p.alter;
      this.signature[t] = signatureAlter(fifths, p.step);
    });
  }
}

/** A tone that no sign of the bar bears on: as the signature has it, or with the sign it needs. */
function freeReading({ pitch: p, fifths }: Tone<Pitch>): AccidentalReading {
  const signature = signatureAlter(fifths, p.step);
  if (p.alter !== signature) return signReading(p.alter);
  return signature === 0 ? PLAIN : SIGNATURE;
}

/**
 * The readings of a line moved by one interval, notes and keys together.
 *
 * A letter's alteration against its signature does not change when both move along the line of fifths: what is drawn,
 * held and tied stays; which sign it is, and whether the letter is one of the signature's, is the new page's.
 */
export function moveReadings<P extends Pitch>(
  readings: readonly AccidentalReading[],
  { tones, of }: Tones<P>,
): AccidentalReading[] {
  const free = tones.map(freeReading);
  const moved: AccidentalReading[] = new Array<AccidentalReading>(readings.length);
  for (let i = 0; i < readings.length; i++) {
    const reading = readings[i] as AccidentalReading;
    const t = of[i] as number;
    const { alter } = (tones[t] as Tone<P>).pitch;
    const base =
      reading.source === 'sign'
        ? signReading(alter)
        : reading.source === 'tie' || reading.source === 'bar'
          ? reading
          : (free[t] as AccidentalReading);
    moved[i] = reading.courtesy === true ? { ...base, sign: alter, courtesy: true } : base;
  }
  return moved;
}

/** Readings of a line given as tones: what a part is before its page is written out. */
export function readToneAccidentals<P extends Pitch>(
  structure: Structure,
  tones: Tones<P>,
  policy: ReminderPolicy,
  measures: () => readonly (readonly number[])[],
): AccidentalReading[] {
  const { noteIds, measureOf, tiedOn, restAfter, courtesy } = structure;
  const { of } = tones;
  const { line, alter, signature, free } = new ToneRules(tones);
  const readings: AccidentalReading[] = new Array<AccidentalReading>(of.length);
  // For each line and space: the bar in which a sign was set on it, what it set, and the note that did.
  const setIn = new Int32Array(LINES).fill(-1);
  const setTo = new Int8Array(LINES);
  const setBy = new Int32Array(LINES);
  const predecessors = policy === 'none' ? [] : measures();
  const memory =
    policy === 'none'
      ? undefined
      : new LetterMemory(policy, predecessors, lastLetters(structure, tones, predecessors.length));
  let bar = -1;
  for (let i = 0; i < of.length; i++) {
    const t = of[i] as number;
    const index = measureOf[i] as number;
    if (memory !== undefined && index !== bar) memory.startMeasure(index);
    bar = index;
    const at = line[t] as number;
    const isSet = setIn[at] === index;
    const before = of[i - 1] ?? -1;
    const continues =
      i > 0 && tiedOn[i - 1] === 1 && restAfter[i - 1] === 0 && line[before] === at && alter[before] === alter[t];
    let reading = free[t] as AccidentalReading;
    if (continues && !isSet && measureOf[i - 1] !== index && alter[t] !== signature[t]) reading = TIE;
    else if (alter[t] !== (isSet ? setTo[at] : signature[t])) {
      reading = signReading(alter[t] as number);
      setIn[at] = index;
      setTo[at] = alter[t] as number;
      setBy[at] = i;
    } else {
      if (isSet) reading = { source: 'bar', setBy: noteIds[setBy[at] as number] as NoteId };
      if (
        courtesy[i] === 1 ||
        (memory !== undefined && !continues && memory.misleads((tones.tones[t] as Tone<P>).pitch, reading.source))
      )
        reading = { ...reading, sign: alter[t] as number, courtesy: true };
    }
    memory?.sounded((tones.tones[t] as Tone<P>).pitch, reading.courtesy === true);
    readings[i] = reading;
  }
  return readings;
}

/**
 * Reads what is in force at every note and which signs have to be drawn.
 *
 * A signature holds for its letters in every octave. A sign holds for the rest of its bar on its own
 * line or space, and through a tie over the bar line for the tied note only; the bar line ends it.
 * Reminders are bracketed signs the rules do not ask for: `once-a-bar` at the first note of a letter that sounded
 * otherwise in a bar played just before or in another octave; `after-change` at every such note, however long ago the
 * change was, and wherever an earlier sign of the bar still holds.
 */
export function readAccidentals<P extends Pitch>(
  score: Score<P>,
  policy: ReminderPolicy = 'none',
): NoteTable<AccidentalReading> {
  const structure = structureOf(score);
  return new NoteTable(
    structure,
    readToneAccidentals(structure, tonesOf(score), policy, () => playedBefore(score)),
  );
}
