import type { Score } from '../../score/score';
import type { Pitch } from '../../pitch/pitch';

/** So many ticks make a quarter: enough for every value, dot and tuplet that a line may have. */
export const QUARTER = 6720;

const VALUE_TICKS: Readonly<Record<string, number>> = {
  breve: 8 * QUARTER,
  whole: 4 * QUARTER,
  half: 2 * QUARTER,
  quarter: QUARTER,
  eighth: QUARTER / 2,
  '16th': QUARTER / 4,
  '32nd': QUARTER / 8,
};
const HALF_STEPS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const LETTERS = 'CDEFGAB';
const SHARPS = 'FCGDAEB';

/** A note or rest with all that an oracle asks of it, counted in ticks by nothing but the rules of notation. */
export interface PlainEvent {
  readonly id: string;
  /** Its number among all events, and among the notes. */
  readonly index: number;
  readonly bar: number;
  /** The number printed over its bar. */
  readonly number: number;
  /** From the bar line, or from where the bar line would stand before a pickup. */
  readonly inBar: number;
  readonly ticks: number;
  readonly isNote: boolean;
  readonly letter: string;
  readonly alter: number;
  readonly octave: number;
  /** Half steps, 60 for middle C. */
  readonly sound: number;
  /** The staff place, letters counted upward. */
  readonly place: number;
  /** Tied to the next. */
  readonly tie: boolean;
  /** Held over from the note before, which stands right before it and has the same pitch. */
  readonly held: boolean;
  /** What the signature does to its letter. */
  readonly inKey: number;
  readonly fifths: number;
  readonly beats: number;
  readonly unit: number;
  readonly isTuplet: boolean;
  readonly breath: boolean;
  readonly fermata: boolean;
  readonly wholeBar: boolean;
}

function ticksOf(value: string, dots: number, tuplet: { actual: number; normal: number } | undefined): number {
  let [ticks, dot] = [VALUE_TICKS[value] as number, VALUE_TICKS[value] as number];
  for (let i = 0; i < dots; i++) {
    dot /= 2;
    ticks += dot;
  }
  return tuplet === undefined ? ticks : (ticks * tuplet.normal) / tuplet.actual;
}

export const alterInKey = (fifths: number, letter: string): number => {
  const at = SHARPS.indexOf(letter);
  return fifths > 0 ? (at < fifths ? 1 : 0) : at >= 7 + fifths ? -1 : 0;
};

/** Ticks of a full bar. */
export const barTicks = (beats: number, unit: number): number => (beats * 4 * QUARTER) / unit;

/** Every note and rest of a line in order, flat. */
export function plainLine<P extends Pitch>({ measures }: Score<P>): PlainEvent[] {
  const events: PlainEvent[] = [];
  let [number, fifths, beats, unit] = [0, 0, 4, 4];
  measures.forEach((m, bar) => {
    fifths = m.key?.fifths ?? fifths;
    beats = m.meter?.beats ?? beats;
    unit = m.meter?.unit ?? unit;
    if (m.pickup !== true) number += 1;
    const lengths = m.events.map((e) =>
      e.kind === 'rest' && e.wholeMeasure === true
        ? barTicks(beats, unit)
        : ticksOf(e.duration.value, e.duration.dots, e.duration.tuplet),
    );
    let inBar = m.pickup === true ? barTicks(beats, unit) - lengths.reduce((a, b) => a + b, 0) : 0;
    m.events.forEach((e, i) => {
      const [letter, alter, octave] = e.kind === 'note' ? [e.pitch.step, e.pitch.alter, e.pitch.octave] : ['', 0, 0];
      const before = events.at(-1);
      events.push({
        id: e.id,
        index: events.length,
        bar,
        number,
        inBar,
        ticks: lengths[i] as number,
        isNote: e.kind === 'note',
        letter,
        alter,
        octave,
        sound: 12 * (octave + 1) + (HALF_STEPS[letter] ?? 0) + alter,
        place: octave * 7 + LETTERS.indexOf(letter),
        tie: e.kind === 'note' && e.tie === true,
        held:
          e.kind === 'note' &&
          before?.tie === true &&
          before.letter === letter &&
          before.alter === alter &&
          before.octave === octave,
        inKey: alterInKey(fifths, letter),
        fifths,
        beats,
        unit,
        isTuplet: e.duration.tuplet !== undefined,
        breath: e.kind === 'note' && e.breathAfter === true,
        fermata: e.fermata === true,
        wholeBar: e.kind === 'rest' && e.wholeMeasure === true,
      });
      inBar += lengths[i] as number;
    });
  });
  return events;
}

/** The notes alone. */
export const plainNotes = <P extends Pitch>(score: Score<P>): PlainEvent[] => plainLine(score).filter((e) => e.isNote);
