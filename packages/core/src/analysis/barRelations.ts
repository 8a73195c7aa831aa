import { diatonic, type Pitch } from '../pitch/pitch';
import type { Score } from '../score/score';
import { barCells, type Cell } from './cells';

/**
 * How a bar or a line stands to one before it, the closest kin first: identical; the same notes, tied, slurred or
 * marked otherwise; the same but for its last note; the same but for its last bar; the same moved by so many steps;
 * the same pitches in another rhythm; the same rhythm with other pitches; or nothing of the kind.
 */
export type BarRelation =
  | { readonly kind: 'new' }
  | { readonly kind: 'same' | 'but-touch' | 'but-last' | 'but-ending' | 'pitches' | 'rhythm'; readonly of: number }
  /** Moved by letter steps, up positive: a sequence. */
  | { readonly kind: 'moved'; readonly of: number; readonly steps: number };

/** The first unit seen under each name. */
class Firsts {
  private readonly seen = new Map<string, number>();

  of(name: string): number | undefined {
    return this.seen.get(name);
  }

  keep(name: string, index: number): void {
    if (!this.seen.has(name)) this.seen.set(name, index);
  }
}

/**
 * What has been read so far, so that each further unit finds its kin at once: the time grows with the line, not with
 * its square.
 */
class Kin {
  private readonly same = new Firsts();
  private readonly untouched = new Firsts();
  private readonly start = new Firsts();
  private readonly opening = new Firsts();
  private readonly pitches = new Firsts();
  private readonly rhythm = new Firsts();
  /** Units of one shape, by the place on which they begin. */
  private readonly shapes = new Map<string, Map<number, number>>();

  relate(unit: Unit): BarRelation {
    const same = this.same.of(unit.all);
    if (same !== undefined) return { kind: 'same', of: same };
    const untouched = this.untouched.of(unit.untouched);
    if (untouched !== undefined) return { kind: 'but-touch', of: untouched };
    const start = unit.start === undefined ? undefined : this.start.of(unit.start);
    if (start !== undefined) return { kind: 'but-last', of: start };
    const opening = unit.opening === undefined ? undefined : this.opening.of(unit.opening);
    if (opening !== undefined) return { kind: 'but-ending', of: opening };
    const moved = this.movedFrom(unit);
    if (moved !== undefined) return moved;
    if (unit.cell.notes.length < 2) return { kind: 'new' };
    const pitches = this.pitches.of(unit.cell.pitches);
    if (pitches !== undefined) return { kind: 'pitches', of: pitches };
    const rhythm = this.rhythm.of(unit.cell.rhythm);
    return rhythm === undefined ? { kind: 'new' } : { kind: 'rhythm', of: rhythm };
  }

  private movedFrom({ shape, place }: Unit): BarRelation | undefined {
    if (shape === undefined) return undefined;
    let of: number | undefined;
    let steps = 0;
    for (const [from, index] of this.shapes.get(shape) ?? []) {
      if (from === place || (of !== undefined && index > of)) continue;
      of = index;
      steps = place - from;
    }
    return of === undefined ? undefined : { kind: 'moved', of, steps };
  }

  keep(unit: Unit, index: number): void {
    this.same.keep(unit.all, index);
    this.untouched.keep(unit.untouched, index);
    if (unit.start !== undefined) this.start.keep(unit.start, index);
    if (unit.opening !== undefined) this.opening.keep(unit.opening, index);
    this.pitches.keep(unit.cell.pitches, index);
    this.rhythm.keep(unit.cell.rhythm, index);
    if (unit.shape === undefined) return;
    const places = this.shapes.get(unit.shape) ?? new Map<number, number>();
    if (!places.has(unit.place)) places.set(unit.place, index);
    this.shapes.set(unit.shape, places);
  }
}

/** A cell, or several as one, with the names under which its kin is found. */
interface Unit {
  readonly cell: Cell;
  readonly all: string;
  /** Its notes alone, whatever is slurred or marked. */
  readonly untouched: string;
  /** All but the last event, where at least two are left. */
  readonly start: string | undefined;
  /** All but the last bar, where there are several. */
  readonly opening: string | undefined;
  /** The rhythm, and each note's steps from the first; undefined where there is one note only. */
  readonly shape: string | undefined;
  readonly place: number;
}

/** Each event with how it is played. */
export const playedNames = ({ events, touch }: Cell): string[] => events.map((e, i) => `${e} ${touch[i]}`);

function unitOf(cell: Cell, opening: string | undefined): Unit {
  const { events, notes, rhythm } = cell;
  const played = playedNames(cell);
  const place = notes[0] === undefined ? 0 : diatonic(notes[0].pitch);
  return {
    cell,
    all: played.join(),
    untouched: events.join(),
    opening,
    place,
    start: events.length > 2 ? `${events.length} ${played.slice(0, -1).join()}` : undefined,
    shape: notes.length < 2 ? undefined : `${rhythm} ${notes.map((n) => diatonic(n.pitch) - place).join()}`,
  };
}

/**
 * How each of some units stands to those before it. A unit without notes is new and nobody's kin.
 * @param units cells, each standing for itself, or lists of cells that are read as one
 */
export function relate(units: readonly { readonly cell: Cell; readonly bars: readonly Cell[] }[]): BarRelation[] {
  const kin = new Kin();
  return units.map(({ cell, bars }, index) => {
    if (cell.notes.length === 0) return { kind: 'new' };
    const opening =
      bars.length < 2
        ? undefined
        : `${bars.length} ${bars
            .slice(0, -1)
            .map((b) => playedNames(b).join())
            .join('|')}`;
    const unit = unitOf(cell, opening);
    const relation = kin.relate(unit);
    kin.keep(unit, index);
    return relation;
  });
}

/**
 * How each bar of a line stands to the bars before it.
 * @returns one relation a bar; a bar without notes is new
 * @example bars 1 to 3 of C D | E F | C D are new, moved two steps from the first, and the same as the first
 */
export const barRelations = <P extends Pitch>(score: Score<P>): BarRelation[] =>
  relate(barCells(score).map((cell) => ({ cell, bars: [cell] })));
