import { type Concert, midi } from '../pitch/pitch';
import { Recent } from '../recent/recent';
import { type AccidentalReading, readToneAccidentals, type ReminderPolicy } from '../score/accidental';
import { playedBefore } from '../score/playedBefore';
import type { Note, Score } from '../score/score';
import { type Structure, structureOf } from '../score/structure';
import { type Tones, tonesOf } from '../score/tones';
import { type InForce, notesOf, openingOf } from '../score/walk';
import type { NoteCounts } from './octave';

/** What every part of a line asks about it, worked out once. */
export class ConcertLine {
  readonly structure: Structure;
  readonly tones: Tones<Concert>;
  readonly notes: readonly Note<Concert>[];
  readonly counts: NoteCounts;
  readonly opening: InForce;
  /** For each note, whether the hands are free before the next: a rest or a fermata stands there. */
  readonly freeAfter: Uint8Array;
  private readonly readings = new Map<ReminderPolicy, readonly AccidentalReading[]>();
  private heard: Int32Array | undefined;
  private order: readonly (readonly number[])[] | undefined;

  constructor(private readonly score: Score<Concert>) {
    this.structure = structureOf(score);
    this.tones = tonesOf(score);
    this.notes = notesOf(score);
    this.opening = openingOf(score);
    const { tones, of } = this.tones;
    const times = new Uint32Array(tones.length);
    this.freeAfter = this.structure.restAfter.slice();
    for (let i = 0; i < of.length; i++) {
      times[of[i] as number] = (times[of[i] as number] as number) + 1;
      if (this.notes[i]?.fermata === true) this.freeAfter[i] = 1;
    }
    this.counts = tones.map((t, i) => ({ note: midi(t.pitch), times: times[i] as number }));
  }

  /** For each note, the first note of the line that has the same tone between the same neighbours: itself where there is none. */
  get echoes(): Int32Array {
    return (this.heard ??= this.findEchoes());
  }

  private findEchoes(): Int32Array {
    const { of, tones } = this.tones;
    const nobody = tones.length;
    const radix = nobody + 1;
    const first = new Map<number, number>();
    const echoes = new Int32Array(of.length);
    for (let i = 0; i < of.length; i++) {
      const here = of[i] as number;
      const before = i === 0 || this.freeAfter[i - 1] === 1 ? nobody : (of[i - 1] as number);
      const after = i + 1 === of.length || this.freeAfter[i] === 1 ? nobody : (of[i + 1] as number);
      const name = ((before * radix + after) * radix + here) * 2 + (this.structure.heldOver[i] as number);
      const known = first.get(name);
      if (known === undefined) first.set(name, i);
      echoes[i] = known ?? i;
    }
    return echoes;
  }

  /** For every bar the bars that may be played just before it. */
  playedBefore = (): readonly (readonly number[])[] => (this.order ??= playedBefore(this.score));

  /** The accidentals of the sounding line: under one interval for all they are those of every part, but for the signs themselves. */
  accidentals(policy: ReminderPolicy): readonly AccidentalReading[] {
    const known = this.readings.get(policy);
    if (known !== undefined) return known;
    const readings = readToneAccidentals(this.structure, this.tones, policy, this.playedBefore);
    this.readings.set(policy, readings);
    return readings;
  }
}

const LATELY = new Recent<Score<Concert>, ConcertLine>(2, (concert) => new ConcertLine(concert));

export const concertLineOf = (concert: Score<Concert>): ConcertLine => LATELY.of(concert);
