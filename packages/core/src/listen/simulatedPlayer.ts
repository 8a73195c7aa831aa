import { figureText } from '../fingering/figure';
import { finger } from '../instrument/finger';
import type { Annotations } from '../part/annotate';
import type { Part } from '../part/derivePart';
import { semitones } from '../pitch/interval';
import { hertzOf } from '../pitch/hertz';
import { midi } from '../pitch/pitch';
import { randomFrom } from '../random/random';
import { spellWritten } from './spellWritten';
import type { Asked, Tolerance } from './compareTake';

/** What a simulated player does wrong, each a share of the notes from 0 to 1. */
export interface Faults {
  readonly flat: number;
  /** The same figure, another partial. */
  readonly partial: number;
  readonly late: number;
  readonly missed: number;
  /** A stop before the first note of a line, as a share of the lines. */
  readonly lineStops: number;
}

export const NO_FAULTS: Faults = Object.freeze({ flat: 0, partial: 0, late: 0, missed: 0, lineStops: 0 });
export type FaultKind = 'flat' | 'partial' | 'late' | 'missed' | 'stop';

/** A note as the simulated player plays it. */
export interface SimulatedNote {
  readonly midi: number;
  readonly at: number;
  readonly seconds: number;
}

export interface SimulatedTake {
  readonly notes: readonly SimulatedNote[];
  /** What was planted, and at which note of the part. */
  readonly planted: readonly { readonly id: string; readonly kind: FaultKind }[];
}

/** How far off the planted faults are: a beginner's, not a hair's breadth. */
const FLAT_CENTS = { least: 34, more: 7 };
/** How late, in tolerances; and the share of its own length after which a note would not be heard as one. */
const LATE_BY = { least: 1.4, more: 0.4 };
const LATEST_SHARE = 0.65;
const STOP_SECONDS = { least: 1.1, more: 1 };
/** A good player is never exact. */
const WAVER_CENTS = 8;
const WAVER_SECONDS = 0.015;
const SOUNDED = 0.9;

/** How far above or below another partial of one figure is looked for: a twelfth. */
const PARTIAL_REACH = 19;

/** The nearest other note that the figure of a note also gives, in concert pitch. */
export function otherPartial(part: Part, annotations: Annotations, asked: Asked): number | undefined {
  const note = annotations.get(asked.id);
  if (note?.fingering.kind !== 'playable') return undefined;
  const own = figureText(note.fingering.figure);
  const written = midi(note.written);
  for (let by = 1; by <= PARTIAL_REACH; by++) {
    for (const other of [written + by, written - by]) {
      const f = finger(part.instrument, spellWritten(other, part.decisions.key.fifths), part.teaching.conventions);
      if (f.kind === 'playable' && figureText(f.figure) === own) return other - semitones(part.instrument.toWritten);
    }
  }
  return undefined;
}

/**
 * Plays a part as a beginner might, with chosen faults; the same seed plays the same.
 * @param otherPartial the concert pitch that the same figure also gives, or undefined where it gives none
 */
export function simulatePlayer(
  asked: readonly Asked[],
  faults: Faults,
  seed: number,
  tolerance: Tolerance,
  otherPartial: (note: Asked) => number | undefined,
): SimulatedTake {
  const chance = randomFrom(seed);
  const spread = (most: number): number => (chance.next() * 2 - 1) * most;
  const planted: { id: string; kind: FaultKind }[] = [];
  let stopped = 0;
  const notes = asked.flatMap((a, i): SimulatedNote[] => {
    const [flat, partial, late, missed, stop] = [
      chance.next() < faults.flat,
      chance.next() < faults.partial,
      chance.next() < faults.late,
      chance.next() < faults.missed,
      chance.next() < faults.lineStops,
    ];
    const [cents, delay, wait] = [
      FLAT_CENTS.least + chance.next() * FLAT_CENTS.more,
      LATE_BY.least + chance.next() * LATE_BY.more,
      STOP_SECONDS.least + chance.next() * STOP_SECONDS.more,
    ];
    const plant = (kind: FaultKind) => planted.push({ id: a.id, kind });
    if (stop && a.startsSystem && i > 0) {
      stopped += wait;
      plant('stop');
    } else if (missed) {
      plant('missed');
      return [];
    }
    let sound = a.midi + spread(WAVER_CENTS) / 100;
    const other = partial ? otherPartial(a) : undefined;
    if (other !== undefined) {
      sound = other + spread(WAVER_CENTS) / 100;
      plant('partial');
    } else if (flat) {
      sound -= cents / 100;
      plant('flat');
    }
    const by = tolerance.seconds * delay;
    const isLate = late && by <= a.seconds * LATEST_SHARE && !(stop && a.startsSystem && i > 0);
    if (isLate) plant('late');
    const lag = isLate ? by : spread(WAVER_SECONDS);
    return [
      { midi: sound, at: a.at + stopped + lag, seconds: Math.max(0.1, a.seconds * SOUNDED - (isLate ? lag : 0)) },
    ];
  });
  return { notes, planted };
}

const OVERTONES = [1, 0.6, 0.35, 0.2, 0.12];
const ATTACK_SECONDS = 0.025;
const RELEASE_SECONDS = 0.04;
const LOUDNESS = 0.35;

/** What is heard after the last note: the room. */
const AFTER_SECONDS = 0.6;

/**
 * The sound of a simulated take, so that it goes the same way as a microphone's.
 * @param noise level of the room's hiss against the player's loudness, 0 for none
 * @returns samples from -1 to 1, from the take's first second on
 */
export function soundTake(
  notes: readonly SimulatedNote[],
  sampleRate: number,
  noise: number,
  seed: number,
): Float32Array {
  const seconds = Math.max(0, ...notes.map((n) => n.at + n.seconds)) + AFTER_SECONDS;
  const samples = new Float32Array(Math.ceil(seconds * sampleRate));
  for (const n of notes) {
    const hertz = hertzOf(n.midi);
    const from = Math.max(0, Math.round(n.at * sampleRate));
    const count = Math.min(samples.length - from, Math.round(n.seconds * sampleRate));
    for (let k = 0; k < count; k++) {
      const t = k / sampleRate;
      const shape = Math.min(1, t / ATTACK_SECONDS, (n.seconds - t) / RELEASE_SECONDS);
      let sum = 0;
      for (let h = 0; h < OVERTONES.length; h++)
        sum += (OVERTONES[h] as number) * Math.sin(2 * Math.PI * hertz * (h + 1) * t);
      samples[from + k] = (samples[from + k] as number) + LOUDNESS * 0.5 * shape * sum;
    }
  }
  if (noise > 0) {
    const chance = randomFrom(seed);
    for (let i = 0; i < samples.length; i++)
      samples[i] = (samples[i] as number) + (chance.next() * 2 - 1) * noise * LOUDNESS;
  }
  return samples;
}
