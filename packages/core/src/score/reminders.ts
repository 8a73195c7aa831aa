import type { Pitch, Step } from '../pitch/pitch';
import type { Conventions } from '../convention/conventions';
import { playedBefore } from './playedBefore';
import type { Score } from './score';

export type ReminderPolicy = Conventions['reminders'];

type Alters = ReadonlyMap<Step, number>;

/** How each letter sounds last in each bar. */
const lastAlters = <P extends Pitch>({ measures }: Score<P>): Alters[] =>
  measures.map((m) => new Map(m.events.flatMap((e) => (e.kind === 'note' ? [[e.pitch.step, e.pitch.alter]] : []))));

/**
 * Remembers what each letter sounded like last: in this bar, in the bars that may be played just before it, and at all.
 */
export class ReminderMemory {
  private here = new Map<Step, number>();
  private readonly ever = new Map<Step, number>();
  private before: readonly Alters[] = [];
  private reminded = new Set<Step>();
  private readonly lastIn: readonly Alters[];
  private readonly predecessors: readonly (readonly number[])[];

  constructor(
    score: Score<Pitch>,
    private readonly policy: Exclude<ReminderPolicy, 'none'>,
  ) {
    this.lastIn = lastAlters(score);
    this.predecessors = playedBefore(score);
  }

  startMeasure(index: number): void {
    this.here = new Map();
    this.before = (this.predecessors[index] ?? []).flatMap((i) => this.lastIn[i] ?? []);
    this.reminded = new Set();
  }

  /** Whether a note without a sign of its own comes after a change that could mislead. */
  misleads({ step, alter }: Pitch, signHolds: boolean): boolean {
    const held = this.here.get(step);
    const changed = held === undefined ? this.before.some((m) => (m.get(step) ?? alter) !== alter) : held !== alter;
    if (this.policy === 'after-change')
      return signHolds || changed || (held === undefined && (this.ever.get(step) ?? alter) !== alter);
    return changed && !this.reminded.has(step);
  }

  sounded({ step, alter }: Pitch, reminded: boolean): void {
    this.here.set(step, alter);
    this.ever.set(step, alter);
    if (reminded) this.reminded.add(step);
  }
}
