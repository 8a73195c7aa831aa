import {
  annotate,
  askedNotes,
  compareTake,
  lineTempo,
  derivePart,
  type Exercise,
  type FaultKind,
  type Faults,
  instrumentOf,
  type InstrumentId,
  joinFrames,
  lowestListened,
  otherPartial,
  playSequence,
  realize,
  type SimulatedNote,
  simulatePlayer,
  type Take,
  toleranceFor,
} from '@cifra/core';
import { FrameReader } from '../readFrames';

const RATE = 22050;
const BARS_PER_SYSTEM = 4;
const SPEED = 0.8;
const SECONDS_A_MINUTE = 60;

/** What was planted, what was found of it, and what was found that was not planted. */
export interface Rates {
  planted: number;
  found: number;
  /** Notes without a fault, and those of them that were called faulty all the same. */
  clean: number;
  accused: number;
  readonly byKind: Map<FaultKind, { planted: number; found: number }>;
  readonly missedBy: string[];
}

export const noRates = (): Rates => ({ planted: 0, found: 0, clean: 0, accused: 0, byKind: new Map(), missedBy: [] });

/** Repeats are left away, so that every note stands in a take once. */
function isFound(take: Take, id: string, kind: FaultKind): boolean {
  if (kind === 'stop') return take.stops.some((s) => s.before === id && s.lineEnd);
  const v = take.verdicts.find((x) => x.id === id);
  if (v === undefined) return false;
  switch (kind) {
    case 'flat':
      return v.pitch === 'flat';
    case 'partial':
      return v.pitch === 'wrong';
    case 'late':
      return v.time === 'late';
    case 'missed':
      return v.pitch === 'missed';
  }
}

/**
 * Lets the simulated player play a part with faults, listens to it as to a microphone, and counts what was found.
 * @param sound the take as it is heard, at so many samples a second
 */
export function measureFaults(
  exercise: Exercise,
  instrument: InstrumentId,
  faults: Faults,
  seed: number,
  sound: (notes: readonly SimulatedNote[], rate: number) => Float32Array,
  into: Rates,
): void {
  const concert = realize(exercise);
  const part = derivePart(concert, instrumentOf(instrument), exercise.owner);
  const annotations = annotate(part);
  const plan = playSequence(concert, { speed: SPEED, repeats: false, countIn: true, subdivide: false });
  const asked = askedNotes(part, plan, BARS_PER_SYSTEM);
  const beat = SECONDS_A_MINUTE / (lineTempo(exercise) * SPEED);
  const tolerance = toleranceFor('first-year', beat);
  const { notes, planted } = simulatePlayer(asked, faults, seed, tolerance, (a) => otherPartial(part, annotations, a));
  const heard = joinFrames(new FrameReader(RATE, lowestListened(asked)).all(sound(notes, RATE)));
  const take = compareTake(asked, heard, tolerance);
  for (const { id, kind } of planted) {
    const kinds = into.byKind.get(kind) ?? { planted: 0, found: 0 };
    into.byKind.set(kind, kinds);
    into.planted += 1;
    kinds.planted += 1;
    if (isFound(take, id, kind)) {
      into.found += 1;
      kinds.found += 1;
    } else
      into.missedBy.push(
        `${instrument} seed ${seed} ${kind} at ${id}: ${JSON.stringify(take.verdicts.find((v) => v.id === id))}`,
      );
  }
  const faulty = new Set(planted.map((p) => p.id));
  for (const v of take.verdicts) {
    if (faulty.has(v.id)) continue;
    into.clean += 1;
    if (v.pitch !== 'right' || v.time !== 'on-time') {
      into.accused += 1;
      into.missedBy.push(`${instrument} seed ${seed} accused ${JSON.stringify(v)} stops ${JSON.stringify(take.stops)}`);
    }
  }
  into.accused += take.stops.filter((s) => !planted.some((p) => p.kind === 'stop' && p.id === s.before)).length;
}
