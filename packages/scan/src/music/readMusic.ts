import { type Clef, type Hairpin, key, type Meter, measureQuarters, type NoteId, type Span } from '@cifra/core';
import { SPACE, STRIP_HEIGHT } from '../staves/strip';
import type { Seen } from '../symbols/findSymbols';
import { barsOf, type SeenBar } from './bars';
import { fillMeasure, TICKS } from './fillMeasure';
import { clefOf, metersOf, type SeenMeter, signatureAfter } from './head';
import { readEvent } from './readEvents';
import type { Doubt, ReadBar, ReadEvent, Reading, Said, SeenStaff } from './reading';
import { attachMarks, eventsOf, jumpsOf } from './seenEvents';
import { across, EVEN, isOnStaff, likelyOf, nameOf, ofKind } from './seenStaff';
import { curvesBetween, hairpinsBetween } from './spans';
import { possibleTriplets, tripletsOf } from './triplets';

const COMMON: Meter = { beats: 4, unit: 4 };
const MOST_RESTS = 99;
const CLEAR_JUMP = 0.6;
/** A change of clef or meter may stand so far before the bar line that it belongs after, in points. */
const BEFORE_LINE = 2.5 * SPACE;
const NEAR_LINE = SPACE;

const ticksOf = (m: Meter): number => {
  const { n, d } = measureQuarters(m);
  return (n * TICKS) / d;
};
const isSame = (a: Meter | undefined, b: Meter): boolean =>
  a?.beats === b.beats && a.unit === b.unit && a.symbol === b.symbol;

type Bar = { -readonly [K in keyof ReadBar]: ReadBar[K] };

/** Where no meter stands: what most bars last. */
function usualMeter(staves: readonly SeenStaff[]): Meter {
  const counts = new Map<number, number>();
  for (const { symbols } of staves)
    for (const { inside } of barsOf(symbols, Infinity)) {
      const events = eventsOf(inside, new Set());
      const { ticks } = fillMeasure(events, tripletsOf(inside, events), []);
      counts.set(ticks, (counts.get(ticks) ?? 0) + 1);
    }
  const eighths = (2 * ([...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0)) / TICKS;
  if (!Number.isInteger(eighths) || eighths < 2 || eighths > 16) return COMMON;
  return eighths % 2 === 0 ? { beats: eighths / 2, unit: 4 } : { beats: eighths, unit: 8 };
}

/** Reads the staves of one exercise, in reading order, as one line of music. */
class MusicReader {
  private readonly bars: Bar[] = [];
  private readonly doubts: Doubt[] = [];
  private readonly slurs: Span[] = [];
  private readonly hairpins: Hairpin[] = [];
  private clef: Clef;
  private fifths: number | undefined;
  private meter: Meter | undefined;
  private count = 0;
  /** The notes so far with their place among all events, for ties. */
  private readonly order = new Map<NoteId, number>();
  /** A curve that left the staff before at its right end. */
  private goesOn: NoteId | undefined;

  constructor(private readonly said: Said) {
    this.clef = said.clef ?? 'treble';
    this.fifths = said.fifths;
    this.meter = said.meter;
  }

  read(staves: readonly SeenStaff[]): Reading {
    if (this.meter === undefined && !staves.some((s) => metersOf(s.symbols).length > 0))
      this.meter = usualMeter(staves);
    staves.forEach((s, i) => this.readStaff(s, i));
    const { bars, slurs, hairpins, doubts } = this;
    return { bars, slurs, hairpins, doubts };
  }

  private readStaff({ symbols, width }: SeenStaff, staff: number): void {
    const meters = this.said.meter === undefined ? metersOf(symbols) : [];
    const used = new Set<Seen>();
    const before = this.bars.length;
    barsOf(symbols, width).forEach((seen, i) => {
      const bar: Bar = { staff, from: seen.from, to: seen.to, events: [] };
      this.readHead(bar, seen, i === 0, ofKind(symbols, 'clef'), meters, used);
      if (seen.start === 'repeat-start') bar.repeatStart = true;
      if (seen.end === 'repeat-end') bar.repeatEnd = true;
      if (seen.end === 'bar-double') bar.endBar = 'double';
      if (seen.end === 'bar-final') bar.endBar = 'final';
      this.readInside(bar, seen.inside, used);
      this.bars.push(bar);
    });
    const here = this.bars.slice(before);
    this.markEndings(symbols, here);
    this.markJumps(symbols, here);
    const notes = here.flatMap((b) => b.events).filter((e) => e.kind === 'note');
    const { spans, goesOn } = curvesBetween(symbols, notes, width, this.goesOn);
    this.goesOn = goesOn;
    for (const s of spans) this.join(s);
    this.hairpins.push(...hairpinsBetween(symbols, notes));
  }

  /** Clef, signature and meter at the beginning of a bar, where they stand or change. */
  private readHead(
    bar: Bar,
    { inside, from, to }: SeenBar,
    opensStaff: boolean,
    clefs: readonly Seen[],
    meters: readonly SeenMeter[],
    used: Set<Seen>,
  ): void {
    const opensLine = this.bars.length === 0;
    const clef = clefs.find(
      (c) => !used.has(c) && (opensStaff || c.x > from - BEFORE_LINE) && c.x < (opensStaff ? to : to - BEFORE_LINE),
    );
    if (clef !== undefined) {
      used.add(clef);
      const stands = this.said.clef ?? clefOf(clef);
      if (stands !== this.clef && !opensLine) bar.clef = stands;
      this.clef = stands;
    }
    const signature = signatureAfter(inside, clef ?? { x: from }, this.clef, this.fifths);
    for (const s of signature?.signs ?? []) used.add(s);
    // At the head of a staff no sign means no signature; after a bar line it means that all stays as it was.
    const fifths = this.said.fifths ?? signature?.fifths ?? (opensStaff && clef !== undefined ? 0 : (this.fifths ?? 0));
    if (fifths !== this.fifths && !opensLine) bar.key = key(fifths);
    this.fifths = fifths;
    const meter = meters.find((m) => (opensStaff || m.x > from - BEFORE_LINE) && m.x < to - BEFORE_LINE)?.meter;
    if (meter !== undefined && !isSame(this.meter, meter)) {
      this.meter = meter;
      if (!opensLine) bar.meter = meter;
    }
    if (opensLine) Object.assign(bar, { clef: this.clef, key: key(fifths), meter: this.meter ?? COMMON });
    this.meter ??= COMMON;
  }

  /** What sounds in a bar, or for how many bars nothing does. */
  private readInside(bar: Bar, inside: readonly Seen[], used: ReadonlySet<Seen>): void {
    const index = this.bars.length;
    const many = ofKind(inside, 'rest').find((s) => nameOf(s) === 'rest-many');
    if (many !== undefined) {
      const digits = ofKind(inside, 'meter').filter(
        (d) => !isOnStaff(d, 0.3) && d.y < many.y && Math.abs(across(d, many)) < 3,
      );
      const number = Number(digits.map((d) => nameOf(d)?.slice(6)).join(''));
      if (number >= 1 && number <= MOST_RESTS) bar.multiRest = number;
      else
        this.doubts.push({ kind: 'rests', bar: index, at: { staff: bar.staff, x: many.x, y: many.y }, mendings: [] });
      return;
    }
    const events = eventsOf(inside, used);
    const [only, second] = events.filter((e) => likelyOf(e.seen) >= EVEN);
    const isSilent = events.length === 1 && events[0] !== undefined && nameOf(events[0].seen) === 'rest-whole';
    if (isSilent || (only !== undefined && second === undefined && nameOf(only.seen) === 'rest-whole')) return;
    const middle = { staff: bar.staff, x: (bar.from + bar.to) / 2, y: STRIP_HEIGHT / 2 };
    if (only === undefined) {
      this.doubts.push({ kind: 'empty', bar: index, at: middle, mendings: [] });
      return;
    }
    attachMarks(inside, events);
    const triplets = tripletsOf(inside, events);
    const full = ticksOf(this.meter ?? COMMON);
    const looks = fillMeasure(events, triplets, []);
    // A first bar that is short is a pickup; the bar before a repeat or the last one may lack what it borrowed.
    const mayBeShort =
      looks.ticks < full &&
      (index === 0 || bar.repeatEnd === true || bar.endBar !== undefined || this.bars.at(-1)?.repeatEnd === true);
    let { taken, ticks } = mayBeShort ? looks : fillMeasure(events, triplets, [full]);
    // A bar that is too long by a third of a group has threes whose number was not seen.
    for (const group of ticks > full ? possibleTriplets(events, triplets) : []) {
      const guessed = fillMeasure(events, new Set([...triplets, ...group]), [full]);
      if (guessed.ticks !== full) continue;
      ({ ticks } = guessed);
      taken = guessed.taken.map((t) => (group.includes(t.event) ? { ...t, bySum: true } : t));
      break;
    }
    if (ticks !== full && !mayBeShort) this.doubts.push({ kind: 'sum', bar: index, at: middle, mendings: [] });
    bar.events = taken.map((t): ReadEvent => {
      const { event, doubts } = readEvent(t, `n${++this.count}`, bar.staff, this.clef);
      this.order.set(event.id, this.count);
      this.doubts.push(...doubts.map((d) => ({ ...d, bar: index })));
      return event;
    });
  }

  /** A curve between neighbours of one place is a tie, any other a slur. */
  private join({ from, to }: Span): void {
    const events = this.bars.flatMap((b) => b.events);
    const a = events.find((e) => e.id === from);
    const b = events.find((e) => e.id === to);
    const isTie = a?.diatonic === b?.diatonic && (this.order.get(to) ?? 0) - (this.order.get(from) ?? 0) === 1;
    if (!isTie) this.slurs.push({ from, to });
    else for (const bar of this.bars) bar.events = bar.events.map((e) => (e.id === from ? { ...e, tie: true } : e));
  }

  private markEndings(symbols: readonly Seen[], here: readonly Bar[]): void {
    const stops = ofKind(symbols, 'ending-stop');
    for (const e of ofKind(symbols, 'ending')) {
      const stop = stops.find((s) => s.x > e.x + BEFORE_LINE)?.x;
      const first = here.findIndex((b) => e.x >= b.from - NEAR_LINE && e.x < b.to - NEAR_LINE);
      for (const bar of first < 0 ? [] : here.slice(first)) {
        bar.ending = [nameOf(e) === 'ending-1' ? 1 : 2];
        const isOver = stop === undefined || bar.to > stop - 1.5 * SPACE;
        if (bar.repeatEnd === true || bar.endBar === 'final' || isOver) break;
      }
    }
  }

  private markJumps(symbols: readonly Seen[], here: readonly Bar[]): void {
    // Letters of a title look like them: only what is clear is taken.
    const jumps = ofKind(symbols, 'jump').filter((s) => likelyOf(s) >= CLEAR_JUMP);
    here.forEach((bar, i) => {
      const from = i === 0 ? 0 : bar.from - NEAR_LINE;
      const to = i === here.length - 1 ? Infinity : bar.to - NEAR_LINE;
      const signs = jumpsOf(jumps.filter((j) => j.x >= from && j.x < to));
      if (signs.length > 0) bar.navigation = signs;
    });
  }
}

/**
 * Reads what was seen on the staves of an exercise as one line.
 *
 * Each bar is filled by the likeliest of what its symbols may be that adds up to the meter; what was not sure, or
 * chosen for its sum, is told as a doubt.
 * @param staves in reading order
 * @param said what stands over what the picture says
 */
export const readMusic = (staves: readonly SeenStaff[], said: Said = {}): Reading => new MusicReader(said).read(staves);
