import { type BetterFigure, betterFigure, holdRole } from '../fingering/better';
import type { Fingering, Playable } from '../fingering/figure';
import { fingerIn, type FigureTable } from '../instrument/finger';
import type { Instrument } from '../instrument/instrument';
import type { ConcertLine } from './concertLine';
import type { WrittenTones } from './writtenTones';

type Found = BetterFigure | undefined;
/** Stands for no neighbour; notes are 0 to 127. */
const NOBODY = 128;
const RADIX = 129;

const playable = (f: Fingering): Playable | undefined => (f.kind === 'playable' ? f : undefined);

/** Whether the figure that stands first holds its B♭ key on: an alternate then does without. */
const isHeld = (p: Playable): boolean =>
  p.figure.kind === 'keys' && (p.figure.left.includes('Tb') || p.figure.left.includes('bis'));

/**
 * Finds, for an instrument and a school, the alternate that is easier between two neighbours. What was worked out once
 * for three notes in a row is kept: beginners' lines go round the same few.
 */
export class ContextFinder {
  private readonly found = new Map<number, Found>();
  private readonly table: FigureTable;
  private readonly woodwind;
  /** For each note: whether it plays the B natural that a held key would spoil, or lets that key's finger go. */
  private readonly roles: readonly ReturnType<typeof holdRole>[];
  private readonly hasAlternates: Uint8Array;

  constructor(instrument: Instrument, table: FigureTable) {
    this.woodwind = instrument.system.kind === 'woodwind' ? instrument.system.woodwind : undefined;
    this.table = table;
    this.roles = this.table.map((f) => (f.kind === 'playable' ? holdRole(f.figure, this.woodwind) : 'lets-go'));
    this.hasAlternates = Uint8Array.from(this.table, (f) => (f.kind === 'playable' && f.alternates.length > 0 ? 1 : 0));
  }

  /** For each note, whether a B natural comes before the finger that could hold B♭ is next lifted. */
  private caughtAfter({ of }: WrittenTones, notes: Int16Array, freeAfter: Uint8Array): Uint8Array | undefined {
    if (this.woodwind !== 'flute' && this.woodwind !== 'saxophone') return undefined;
    const caught = new Uint8Array(of.length);
    let ahead = 0;
    for (let i = of.length - 1; i >= 0; i--) {
      caught[i] = freeAfter[i] === 1 ? 0 : ahead;
      const role = this.roles[notes[of[i] as number] as number] ?? 'lets-go';
      ahead = role === 'caught' ? 1 : role === 'lets-go' ? 0 : (caught[i] as number);
    }
    return caught;
  }

  /** The better figure for each note of a part, where there is one; a held-over note has none of its own. */
  findAll(tones: WrittenTones, line: ConcertLine): Found[] {
    const { freeAfter, structure } = line;
    const notes = new Int16Array(tones.tones.length);
    tones.tones.forEach((t, i) => {
      notes[i] = t.midi >= 0 && t.midi < NOBODY ? t.midi : NOBODY;
    });
    const { of } = tones;
    const caught = this.caughtAfter(tones, notes, freeAfter);
    const found: Found[] = new Array<Found>(of.length).fill(undefined);
    const echoes = tones.of === line.tones.of ? line.echoes : undefined;
    for (let i = 0; i < of.length; i++) {
      const echo = echoes?.[i] ?? i;
      if (echo !== i && caught?.[echo] === caught?.[i]) {
        found[i] = found[echo];
        continue;
      }
      const here = notes[of[i] as number] as number;
      if (this.hasAlternates[here] !== 1 || structure.heldOver[i] === 1) continue;
      const before = i === 0 || freeAfter[i - 1] === 1 ? NOBODY : (notes[of[i - 1] as number] as number);
      const after = freeAfter[i] === 1 || i + 1 === of.length ? NOBODY : (notes[of[i + 1] as number] as number);
      found[i] = this.find(here, before, after, caught?.[i] === 1);
    }
    return found;
  }

  private find(here: number, before: number, after: number, caught: boolean): Found {
    const name = ((before * RADIX + after) * RADIX + here) * 2 + (caught ? 1 : 0);
    const known = this.found.get(name);
    if (known !== undefined || this.found.has(name)) return known;
    const figure = this.table[here] as Playable;
    const better = betterFigure(
      figure,
      { before: this.neighbour(before), after: this.neighbour(after), caught },
      isHeld(figure),
      this.woodwind,
    );
    this.found.set(name, better === undefined ? undefined : Object.freeze(better));
    return better;
  }

  private neighbour(note: number): Playable | undefined {
    return note === NOBODY ? undefined : playable(fingerIn(this.table, note));
  }
}
