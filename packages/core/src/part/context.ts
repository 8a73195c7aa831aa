import { type BetterFigure, betterFigure, holdRole } from '../fingering/better';
import type { Fingering, Playable } from '../fingering/figure';
import type { Instrument } from '../instrument/instrument';
import type { Schools } from '../school/schools';

/** A note's place in a passage: its figure, and whether a rest stands before the next one. */
export interface Step {
  readonly fingering: Fingering;
  /** A rest follows: the hands may change in it. */
  readonly restAfter: boolean;
}

/** Marks that no figure precedes or follows. */
const NONE = -1;
const CACHE_LIMIT = 128 * 128 * 128;

type Found = BetterFigure | undefined;

/**
 * Finds, for an instrument and a school, the alternate that is easier between two neighbours. What was worked out once
 * for three notes in a row is kept: beginners' lines go round the same few.
 */
export class ContextFinder {
  private readonly found = new Map<number, Found>();
  private readonly numbers = new Map<Playable, number>();
  private readonly woodwind;
  private readonly thumbDefault: boolean;

  constructor(instrument: Instrument, schools: Schools) {
    this.woodwind = instrument.system.kind === 'woodwind' ? instrument.system.woodwind : undefined;
    this.thumbDefault = (this.woodwind === 'flute' && schools.fluteBFlat === 'thumb') || (this.woodwind === 'saxophone' && schools.saxophoneBFlat === 'bis');
  }

  private numberOf(p: Playable | undefined): number {
    if (p === undefined) return NONE;
    const known = this.numbers.get(p);
    if (known !== undefined) return known;
    const next = this.numbers.size;
    this.numbers.set(p, next);
    return next;
  }

  /** For each step, whether a B natural comes before the finger that could hold B♭ is next lifted. */
  private caughtAfter(steps: readonly Step[]): readonly boolean[] {
    const caught = new Array<boolean>(steps.length).fill(false);
    if (this.woodwind !== 'flute' && this.woodwind !== 'saxophone') return caught;
    let ahead = false;
    for (let i = steps.length - 1; i >= 0; i--) {
      const { fingering, restAfter } = steps[i] as Step;
      caught[i] = restAfter ? false : ahead;
      const role = fingering.kind === 'playable' ? holdRole(fingering.figure, this.woodwind) : 'lets-go';
      ahead = role === 'caught' ? true : role === 'lets-go' ? false : (caught[i] as boolean);
    }
    return caught;
  }

  /** The better figure for each step of a passage, where there is one. */
  findAll(steps: readonly Step[]): Found[] {
    const caught = this.caughtAfter(steps);
    const playable = (i: number): Playable | undefined => {
      const f = steps[i]?.fingering;
      return f?.kind === 'playable' ? f : undefined;
    };
    return steps.map((step, i) => {
      const here = playable(i);
      if (here === undefined || here.alternates.length === 0) return undefined;
      const before = steps[i - 1]?.restAfter === true ? undefined : playable(i - 1);
      const after = step.restAfter ? undefined : playable(i + 1);
      return this.find(here, before, after, caught[i] === true);
    });
  }

  private find(here: Playable, before: Playable | undefined, after: Playable | undefined, caught: boolean): Found {
    const name = (((this.numberOf(before) + 1) * 128 + this.numberOf(after) + 1) * 128 + this.numberOf(here)) * 2 + (caught ? 1 : 0);
    if (this.found.has(name)) return this.found.get(name);
    const better = betterFigure(here, { before, after, caught }, this.thumbDefault && isHeld(here), this.woodwind);
    if (this.found.size < CACHE_LIMIT) this.found.set(name, better === undefined ? undefined : Object.freeze(better));
    return better;
  }
}

/** Whether the figure that stands first holds its B♭ key on: an alternate then does without. */
const isHeld = (p: Playable): boolean => p.figure.kind === 'keys' && (p.figure.left.includes('Tb') || p.figure.left.includes('bis'));

const FINDERS = new WeakMap<Instrument, Map<string, ContextFinder>>();

/** The finder of an instrument under a school, kept with what it has found. */
export function contextFinder(instrument: Instrument, schools: Schools): ContextFinder {
  const finders = FINDERS.get(instrument) ?? new Map<string, ContextFinder>();
  FINDERS.set(instrument, finders);
  const name = `${schools.fluteBFlat} ${schools.saxophoneBFlat} ${schools.recorder}`;
  const finder = finders.get(name) ?? new ContextFinder(instrument, schools);
  finders.set(name, finder);
  return finder;
}
