import { signatureAlter } from '../key/key';
import { diatonic, type Pitch, samePitch, stepIndex } from '../pitch/pitch';
import type { Schools } from '../school/schools';
import { NoteTable } from './noteTable';
import { playedBefore } from './playedBefore';
import type { NoteId, Score } from './score';
import { structureOf } from './structure';

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
    private readonly policy: ReminderPolicy, private readonly predecessors: readonly (readonly number[])[], private readonly lastIn: readonly ReadonlyMap<number, number>[],
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
    const changed = held === undefined ? this.before.some((m) => (m.get(letter) ?? p.alter) !== p.alter) : held !== p.alter;
    if (this.policy === 'after-change') return source === 'bar' || changed || (held === undefined && (this.ever.get(letter) ?? p.alter) !== p.alter);
    return changed && !this.reminded.has(letter);
  }

  sounded(p: Pitch, shown: boolean): void {
    const letter = stepIndex(p.step);
    this.here.set(letter, p.alter);
    this.ever.set(letter, p.alter);
    if (shown) this.reminded.add(letter);
  }
}

const lastLetters = <P extends Pitch>(score: Score<P>): Map<number, number>[] => score.measures.map((m) => {
  const last = new Map<number, number>();
  for (const e of m.events) if (e.kind === 'note') last.set(stepIndex(e.pitch.step), e.pitch.alter);
  return last;
});

/**
 * Reads what is in force at every note and which signs have to be drawn.
 *
 * A signature holds for its letters in every octave. A sign holds for the rest of its bar on its own
 * line or space, and through a tie over the bar line for the tied note only; the bar line ends it.
 * Reminders are bracketed signs the rules do not ask for: `once-a-bar` at the first note of a letter that sounded
 * otherwise in a bar played just before or in another octave; `after-change` at every such note, however long ago the
 * change was, and wherever an earlier sign of the bar still holds.
 */
export function readAccidentals<P extends Pitch>(score: Score<P>, policy: ReminderPolicy = 'none'): NoteTable<AccidentalReading> {
  const readings: AccidentalReading[] = [];
  // For each line and space: the bar in which a sign was set on it, what it set, and the note that did.
  const setIn = new Int32Array(LINES).fill(-1);
  const setTo = new Int8Array(LINES);
  const setBy: NoteId[] = [];
  const memory = policy === 'none' ? undefined : new LetterMemory(policy, playedBefore(score), lastLetters(score));
  let fifths = 0;
  let tied: P | undefined;
  let tiedIn = -1;
  for (let index = 0; index < score.measures.length; index++) {
    const measure = score.measures[index] as (typeof score.measures)[number];
    if (measure.key !== undefined) fifths = measure.key.fifths;
    memory?.startMeasure(index);
    for (const event of measure.events) {
      if (event.kind === 'rest') {
        tied = undefined;
        continue;
      }
      const p = event.pitch;
      const line = diatonic(p) - LOWEST_LINE;
      const fromSignature = signatureAlter(fifths, p.step);
      const isSet = setIn[line] === index;
      const inForce = isSet ? (setTo[line] as number) : fromSignature;
      const continues = tied !== undefined && samePitch(tied, p);
      let reading: AccidentalReading;
      if (continues && tiedIn !== index && p.alter !== fromSignature && !isSet) reading = TIE;
      else if (p.alter !== inForce) {
        reading = signReading(p.alter);
        setIn[line] = index;
        setTo[line] = p.alter;
        setBy[line] = event.id;
      } else {
        reading = isSet ? { source: 'bar', setBy: setBy[line] as NoteId } : fromSignature !== 0 ? SIGNATURE : PLAIN;
        if (event.courtesy === true || (memory?.misleads(p, reading.source) === true && !continues)) reading = { ...reading, sign: p.alter, courtesy: true };
      }
      memory?.sounded(p, reading.sign !== undefined);
      readings.push(reading);
      tied = event.tie === true ? p : undefined;
      tiedIn = index;
    }
  }
  return new NoteTable(structureOf(score), readings);
}
