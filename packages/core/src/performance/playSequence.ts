import { type CountingSystem, countWords } from '../meter/counting';
import { measureQuarters, pulseQuarters } from '../meter/meter';
import { type Strength, strengthAt } from '../meter/strength';
import type { Concert } from '../pitch/pitch';
import {
  add,
  compare,
  divide,
  multiply,
  type Rational,
  rational,
  subtract,
  toNumber,
  ZERO,
} from '../rational/rational';
import { durationQuarters } from '../score/duration';
import { excerpt } from '../score/excerpt';
import type { Measure, NoteId, Score } from '../score/score';
import { tripletPlaces } from '../score/tuplets';
import { perform, type Performance, type PlayedBar } from './perform';

/** How a line is to be played. */
export interface PlayOptions {
  /** Share of the line's own tempo: 1 as written. */
  readonly speed: number;
  /** Gone through as really played; else every bar once, in the order of the page. */
  readonly repeats: boolean;
  /** Only some bars, by index, both included. */
  readonly bars?: { readonly from: number; readonly to: number };
  readonly countIn: boolean;
  /** A metronome click on every half of a beat too. */
  readonly subdivide: boolean;
  /** How the words that run along are counted; numbers without it. */
  readonly counting?: CountingSystem;
}

/** A note as it sounds, in seconds from the start of the count-in. */
export interface Sounding {
  readonly id: NoteId;
  readonly midi: number;
  readonly at: number;
  readonly seconds: number;
  readonly slurred: boolean;
}

/** A click of the metronome; those of the count-in carry the number that is said. */
export interface Click {
  readonly at: number;
  readonly strength: Strength;
  readonly word?: string;
}

/** Where the playhead stands: every note of the page as its time comes, held ones too. */
export interface Cue {
  readonly id: NoteId;
  readonly at: number;
  /** Index of the bar in the line. */
  readonly bar: number;
}

/** A word of the count aloud, at the moment at which it is said. */
export interface Said {
  readonly at: number;
  readonly text: string;
  /** Thought rather than said: a note is held, or it is a rest. */
  readonly held: boolean;
}

/** A bar as it is gone through; one that is repeated comes again. */
export interface SequencedBar {
  readonly index: number;
  readonly at: number;
  readonly seconds: number;
}

export interface PlaySequence {
  readonly notes: readonly Sounding[];
  readonly clicks: readonly Click[];
  readonly cues: readonly Cue[];
  readonly words: readonly Said[];
  readonly bars: readonly SequencedBar[];
  /** When the first bar begins, after the count-in, and when all is over. */
  readonly starts: number;
  readonly seconds: number;
}

/** A fermata lasts twice as long as it is written. Common practice, no source. */
const FERMATA = 1;
const SECONDS_A_MINUTE = 60;
const HALF = rational(1, 2);
const THREE = rational(3);

/** Every bar once. */
function unrepeated(score: Score<Concert>): Score<Concert> {
  return {
    ...score,
    measures: score.measures.map(
      ({ repeatStart: _s, repeatEnd: _e, ending: _n, navigation: _j, ...m }): Measure<Concert> => m,
    ),
  };
}

/** Turns places in quarters into seconds: bars have their tempos, and what comes after a fermata waits. */
class Clock {
  private readonly bars: readonly { readonly bar: PlayedBar; readonly at: number; readonly secondsAQuarter: number }[];
  private readonly holds: { readonly after: Rational; readonly seconds: number }[] = [];

  constructor({ bars, notes }: Performance, speed: number, start: number, held: ReadonlySet<NoteId>) {
    let at = start;
    this.bars = bars.map((bar) => {
      const secondsAQuarter = SECONDS_A_MINUTE / (bar.quartersAMinute * speed);
      const placed = { bar, at, secondsAQuarter };
      at += toNumber(bar.quarters) * secondsAQuarter;
      return placed;
    });
    for (const n of notes) {
      if (![n.id, ...n.held].some((id) => held.has(id))) continue;
      this.holds.push({
        after: add(n.onset, n.quarters),
        seconds: toNumber(n.quarters) * this.barAt(n.onset).secondsAQuarter * FERMATA,
      });
    }
  }

  private barAt(onset: Rational): (typeof this.bars)[number] {
    let low = 0;
    for (let high = this.bars.length - 1; low < high;) {
      const middle = (low + high + 1) >> 1;
      if (compare((this.bars[middle] as (typeof this.bars)[number]).bar.onset, onset) <= 0) low = middle;
      else high = middle - 1;
    }
    return this.bars[low] as (typeof this.bars)[number];
  }

  at(onset: Rational): number {
    const { bar, at, secondsAQuarter } = this.barAt(onset);
    const waited = this.holds.reduce((sum, h) => sum + (compare(h.after, onset) <= 0 ? h.seconds : 0), 0);
    return at + toNumber(subtract(onset, bar.onset)) * secondsAQuarter + waited;
  }
}

/** The clicks of one played bar; a pickup's stand on the beats it is borrowed from. */
function clicksOf(
  { onset, quarters, meter, count }: PlayedBar,
  isPickup: boolean,
  subdivide: boolean,
): { readonly onset: Rational; readonly strength: Strength }[] {
  const step = subdivide ? multiply(count, HALF) : count;
  const into = isPickup ? subtract(measureQuarters(meter), quarters) : ZERO;
  const found: { onset: Rational; strength: Strength }[] = [];
  const first = divide(into, step);
  for (let k = Math.ceil(first.n / first.d); compare(multiply(rational(k), step), add(into, quarters)) < 0; k++) {
    const place = multiply(rational(k), step);
    found.push({ onset: add(onset, subtract(place, into)), strength: strengthAt(meter, place, count) });
  }
  return found;
}

/** The count aloud of one played bar: places in quarters from the line's beginning. */
function wordsOf(
  { index, onset, quarters, meter, count }: PlayedBar,
  measure: Measure<Concert>,
  tiedInto: boolean,
  system: CountingSystem,
): { readonly onset: Rational; readonly text: string; readonly held: boolean }[] {
  const full = measureQuarters(meter);
  const into = measure.pickup === true && index === 0 ? subtract(full, quarters) : ZERO;
  const unit = system === 'numbers' ? count : system === 'du' ? pulseQuarters(meter) : rational(1);
  const triplets = tripletPlaces(measure);
  const said: { onset: Rational; text: string; held: boolean }[] = [];
  let at = into;
  let held = tiedInto;
  for (const [i, e] of measure.events.entries()) {
    const lasts = e.kind === 'rest' && e.wholeMeasure === true ? full : durationQuarters(e.duration);
    const rest = e.kind === 'rest';
    // Numbers and du go by the beat; ta goes by the quarter from where the note begins.
    const first = divide(at, unit);
    const triplet = triplets[i];
    const from = system === 'ta' ? at : multiply(rational(Math.floor(first.n / first.d)), unit);
    const third = system === 'ta' && triplet !== undefined ? divide(triplet.lasts, THREE) : unit;
    countWords({ meter, count, onset: at, quarters: lasts, triplet, rest }, system).forEach((w, k) => {
      const place = k === 0 ? at : add(from, multiply(rational(k), third));
      said.push({ onset: add(onset, subtract(place, into)), text: w.text, held: w.held || rest || held });
    });
    held = e.kind === 'note' && e.tie === true;
    at = add(at, lasts);
  }
  return said;
}

/**
 * Everything that a player needs to sound a line: when each note starts and ends, when the metronome clicks, what is
 * counted before, and where the playhead stands.
 *
 * The count-in fills a bar, shortened by a pickup, and is two counts at least. Fermatas are held to twice their
 * length, and all waits for them.
 * @returns times in seconds from the first count on
 * @example four quarters at 60 a minute, counted in: the count at 0 1 2 3, the notes at 4 5 6 7
 */
export function playSequence(
  score: Score<Concert>,
  { speed, repeats, bars, countIn, subdivide, counting = 'numbers' }: PlayOptions,
): PlaySequence {
  const chosen = bars === undefined ? score : excerpt(score, bars.from, bars.to);
  const line = repeats ? chosen : unrepeated(chosen);
  const performance = perform(line);
  const [first] = performance.bars;
  const offset = bars?.from ?? 0;
  if (first === undefined) return { notes: [], clicks: [], cues: [], words: [], bars: [], starts: 0, seconds: 0 };
  const count = toNumber(performance.countIn.unitQuarters) * (SECONDS_A_MINUTE / (first.quartersAMinute * speed));
  const counted: Click[] = countIn
    ? performance.countIn.words.map((word, i) => ({ at: i * count, strength: i === 0 ? 'strong' : 'weak', word }))
    : [];
  const isPickup = (index: number): boolean => line.measures[index]?.pickup === true;
  const starts = countIn
    ? toNumber(performance.countIn.quarters) * (SECONDS_A_MINUTE / (first.quartersAMinute * speed))
    : 0;
  const held = new Set(line.measures.flatMap((m) => m.events.filter((e) => e.fermata === true).map((e) => e.id)));
  const clock = new Clock(performance, speed, starts, held);
  const barOf = new Map(line.measures.flatMap((m, i) => m.events.map((e) => [e.id, i + offset] as const)));
  const lengths = new Map(line.measures.flatMap((m) => m.events.map((e) => [e.id, e] as const)));
  const notes = performance.notes.map((n): Sounding => {
    const at = clock.at(n.onset);
    return { id: n.id, midi: n.midi, at, seconds: clock.at(add(n.onset, n.quarters)) - at, slurred: n.slurred };
  });
  const cues = performance.notes.flatMap((n): Cue[] => {
    let onset = n.onset;
    return [n.id, ...n.held].map((id): Cue => {
      const cue = { id, at: clock.at(onset), bar: barOf.get(id) ?? offset };
      const event = lengths.get(id);
      if (event !== undefined) onset = add(onset, durationQuarters(event.duration));
      return cue;
    });
  });
  const clicks = performance.bars
    .flatMap((b) => clicksOf(b, isPickup(b.index), subdivide))
    .map((c): Click => ({ at: clock.at(c.onset), strength: c.strength }));
  let tied = false;
  const words = performance.bars
    .flatMap((b) => {
      const measure = line.measures[b.index];
      if (measure === undefined) return [];
      const said = wordsOf(b, measure, tied, counting);
      const end = measure.events.at(-1);
      tied = end?.kind === 'note' && end.tie === true;
      return said;
    })
    .map((w): Said => ({ at: clock.at(w.onset), text: w.text, held: w.held }));
  const gone = performance.bars.map((b): SequencedBar => {
    const at = clock.at(b.onset);
    return { index: b.index + offset, at, seconds: clock.at(add(b.onset, b.quarters)) - at };
  });
  return {
    notes,
    cues,
    words,
    bars: gone,
    starts,
    clicks: [...counted, ...clicks],
    seconds: clock.at(performance.quarters),
  };
}
