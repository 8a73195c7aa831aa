import {
  compare,
  type Duration,
  durationQuarters,
  type Hairpin,
  type Meter,
  measureQuarters,
  midi,
  type MusicEvent,
  type Note,
  type Rational,
  type Span,
  splitQuarters,
  subtract,
  type Written,
  ZERO,
  add,
  rational,
} from '@cifra/core';
import { childNamed, childrenNamed, childText, elementsOf, type XmlElement } from '@cifra/xml';
import type { ProblemList } from '../import/problemList';
import { withSign } from '../import/navigationWords';
import type { TranspositionFrom } from '../import/toConcert';
import { readClef, readKey, readMeter, readTranspose } from './attributesReader';
import { type Building, type Mutable, takeLeftBarlines, takeRightBarlines, takeSound } from './barReader';
import { type Direction, joinWords, readDirection } from './directionReader';
import { type PlacedHarmony, placeHarmony, takeHarmonies } from './harmony';
import { readLyric } from './lyrics';
import { divisionsToQuarters, readDurations, readNotations, readNumber, readPitch } from './noteReader';

/** A gap that a file leaves in a voice is filled with rests on a grid of eighths of a quarter. */
const GAP_GRID = 8;

/** What a bar holds besides music; its bar lines are read apart. */
const NOT_MUSIC: ReadonlySet<string> = new Set(['print', 'barline', 'grouping', 'link', 'bookmark', 'listening']);

const later = (a: Rational, b: Rational): Rational => (compare(a, b) < 0 ? b : a);

/** Reads one voice of one part, bar by bar. */
export class PartReader {
  readonly measures: Building[] = [];
  readonly slurs: Span[] = [];
  readonly hairpins: Hairpin[] = [];
  /** How the page sounds, wherever the file says it. */
  readonly transpositions: TranspositionFrom[] = [];
  private divisions = 1;
  private events = 0;
  /** Which bar of the file, counted from 1. */
  private number = 0;
  private meter: Meter = { beats: 4, unit: 4 };
  private slurFrom = new Map<string, string>();
  private wedge: { kind: Hairpin['kind']; from: string } | undefined;
  private wedgeWaiting: Hairpin['kind'] | undefined;
  private ending: number[] | undefined;
  private last: Mutable<Note<Written>> | undefined;
  /** Marks that wait for the next note or rest. */
  private pending: Direction = {};

  constructor(
    part: XmlElement,
    private readonly voice: string,
    private readonly problems: ProblemList,
  ) {
    for (const measure of childrenNamed(part, 'measure')) this.takeMeasure(measure);
  }

  private takeMeasure(e: XmlElement): void {
    const current: Building = { id: `m${this.measures.length + 1}`, events: [] };
    this.number += 1;
    if (e.attributes.implicit === 'yes') current.pickup = true;
    if (this.measures.length === 0)
      Object.assign(current, { clef: 'treble', key: { fifths: 0, mode: 'none' }, meter: this.meter });
    this.ending = takeLeftBarlines(e, current, this.ending, this.problems, this.number);
    let cursor = ZERO;
    let filled = ZERO;
    // How far the bar goes by what else stands in it: other voices, and time that passes without notes.
    let reach = ZERO;
    const chords: PlacedHarmony[] = [];
    for (const child of elementsOf(e)) {
      switch (child.name) {
        case 'attributes':
          this.takeAttributes(child, current);
          break;
        case 'direction':
          this.takeDirection(child, current);
          break;
        case 'sound':
          takeSound(child, current);
          break;
        case 'harmony':
          chords.push(placeHarmony(child, cursor, this.divisions));
          break;
        case 'backup':
          cursor = subtract(cursor, this.quarters(child));
          break;
        case 'forward':
          cursor = add(cursor, this.quarters(child));
          reach = later(reach, cursor);
          break;
        case 'note': {
          if (childNamed(child, 'grace') !== undefined) {
            if (this.mine(child)) this.problems.add('grace-note', 'left-out', { measure: this.number });
            break;
          }
          if (childNamed(child, 'cue') !== undefined) {
            // Its time passes: what follows stays where it is.
            if (this.mine(child)) this.problems.add('cue-note', 'left-out', { measure: this.number });
            if (childNamed(child, 'chord') === undefined)
              reach = later(reach, (cursor = add(cursor, this.quarters(child))));
            break;
          }
          const chord = childNamed(child, 'chord') !== undefined;
          if (this.mine(child)) {
            if (chord) this.takeChordNote(child);
            else {
              if (compare(cursor, filled) > 0) filled = this.fill(current, subtract(cursor, filled), filled);
              filled = add(filled, this.takeNote(child, current));
            }
          }
          if (!chord) cursor = add(cursor, this.quarters(child));
          if (!this.mine(child)) reach = later(reach, cursor);
          break;
        }
        default:
          if (!NOT_MUSIC.has(child.name))
            this.problems.add('other-element', 'left-out', { measure: this.number, facts: { element: child.name } });
      }
    }
    // A voice that stops early, or that has nothing in this bar, rests as long as the bar goes on.
    const full = measureQuarters(this.meter);
    if (current.events.length === 0 && (compare(reach, ZERO) === 0 || compare(reach, full) > 0)) reach = full;
    const gap = subtract(reach, filled);
    if (compare(gap, rational(1, GAP_GRID)) >= 0) this.fill(current, gap, filled);
    takeHarmonies(chords, current, this.problems, this.number);
    this.ending = takeRightBarlines(e, current, this.ending, this.problems, this.number);
    this.measures.push(current);
  }

  private mine = (note: XmlElement): boolean => (childText(note, 'voice') ?? '1') === this.voice;
  private nextId = (): string => `n${++this.events}`;
  private quarters = (e: XmlElement): Rational => divisionsToQuarters(childText(e, 'duration'), this.divisions) ?? ZERO;

  private fill(current: Building, gap: Rational, filled: Rational): Rational {
    const grid = rational(Math.max(1, Math.round((gap.n / gap.d) * GAP_GRID)), GAP_GRID);
    for (const duration of splitQuarters(grid)) current.events.push({ kind: 'rest', id: this.nextId(), duration });
    return add(filled, grid);
  }

  private takeAttributes(e: XmlElement, current: Building): void {
    const divisions = readNumber(childText(e, 'divisions'));
    if (divisions !== undefined && divisions > 0 && divisions <= 100000) this.divisions = divisions;
    const midway = current.events.length > 0;
    const keyElement = childNamed(e, 'key');
    if (keyElement !== undefined) {
      if (midway) this.problems.add('key', 'left-out', { measure: this.number });
      else current.key = readKey(keyElement, this.number, this.problems);
    }
    const time = childNamed(e, 'time');
    if (time !== undefined) {
      this.meter = readMeter(time, this.number, this.problems);
      current.meter = this.meter;
    }
    const transposition = readTranspose(e);
    if (transposition !== undefined) this.transpositions.push({ ...transposition, bar: this.measures.length });
    const clefs = childrenNamed(e, 'clef');
    const clefElement = clefs.find((c) => (c.attributes.number ?? '1') === '1') ?? clefs[0];
    if (clefElement !== undefined) {
      const clef = readClef(clefElement, this.number, this.problems);
      if (midway) this.problems.add('clef', 'left-out', { measure: this.number, facts: { clef: clef ?? '' } });
      else if (clef !== undefined) current.clef = clef;
    }
    for (const style of childrenNamed(e, 'measure-style')) {
      const multi = readNumber(childText(style, 'multiple-rest'));
      if (multi !== undefined && multi >= 2 && multi <= 200) current.multiRest = Math.round(multi);
      if (childNamed(style, 'measure-repeat') !== undefined)
        this.problems.add('measure-repeat', 'left-out', { measure: this.number });
    }
  }

  private takeDirection(e: XmlElement, current: Building): void {
    const { tempo, wedge, navigation, words, dynamic } = readDirection(e, this.number, this.problems);
    if (navigation !== undefined) current.navigation = withSign(current.navigation, navigation);
    const here: (string | undefined)[] = [this.pending.words, words];
    if (tempo !== undefined) {
      if (current.events.length === 0) {
        const said = joinWords(current.tempo?.words, tempo.words);
        current.tempo = { ...current.tempo, ...tempo, ...(said !== '' && { words: said }) };
      } else if (tempo.words !== undefined) here.push(tempo.words);
      else this.problems.add('text', 'left-out', { measure: this.number, facts: { text: 'metronome mark' } });
    }
    const text = joinWords(...here);
    if (text !== '') this.pending.words = text;
    if (dynamic !== undefined) {
      this.reportDynamic();
      this.pending.dynamic = dynamic;
    }
    if (wedge === 'stop') return this.closeWedge();
    if (wedge === undefined) return;
    this.reportWedge();
    this.wedgeWaiting = wedge;
  }

  /** A dynamic that no note has taken. */
  private reportDynamic(): void {
    const { dynamic } = this.pending;
    if (dynamic !== undefined)
      this.problems.add('dynamics', 'left-out', { measure: this.number, facts: { mark: dynamic } });
  }

  /** A hairpin that is not closed. */
  private reportWedge(): void {
    if (this.wedge !== undefined || this.wedgeWaiting !== undefined)
      this.problems.add('hairpin', 'left-out', { measure: this.number });
    this.wedge = undefined;
  }

  private closeWedge(): void {
    const last = this.lastEventId;
    if (this.wedge !== undefined && last !== undefined) this.hairpins.push({ ...this.wedge, to: last });
    this.wedge = undefined;
  }

  private lastEventId: string | undefined;

  private takeChordNote(e: XmlElement): void {
    this.problems.add('chord', 'left-out', { measure: this.number });
    const p = readPitch(e, this.number, this.problems);
    if (p !== undefined && this.last !== undefined && midi(p) > midi(this.last.pitch)) this.last.pitch = p;
  }

  private takeNote(e: XmlElement, current: Building): Rational {
    const rest = childNamed(e, 'rest');
    const whole =
      rest !== undefined &&
      (rest.attributes.measure === 'yes' ||
        (childText(e, 'type') === 'whole' &&
          childText(e, 'duration') !== undefined &&
          compare(this.quarters(e), measureQuarters(this.meter)) === 0));
    const durations: Duration[] = whole
      ? splitQuarters(measureQuarters(this.meter))
      : readDurations(e, this.divisions, this.number, this.problems);
    const p = rest === undefined ? readPitch(e, this.number, this.problems) : undefined;
    if (rest === undefined && p === undefined) this.problems.add('unpitched', 'repaired', { measure: this.number });
    const syllable = readLyric(e, this.number, this.problems);
    const marks = readNotations(e, this.number, this.problems);
    const ties = [
      ...childrenNamed(e, 'tie'),
      ...childrenNamed(e, 'notations').flatMap((n) => childrenNamed(n, 'tied')),
    ];
    const tieStart = ties.some((t) => t.attributes.type === 'start');
    const courtesy = ['cautionary', 'parentheses'].some((a) => childNamed(e, 'accidental')?.attributes[a] === 'yes');
    durations.forEach((duration, i) => {
      const id = this.nextId();
      const isLast = i === durations.length - 1;
      const event: Mutable<MusicEvent<Written>> =
        p === undefined
          ? { kind: 'rest', id, duration, ...(marks.fermata && isLast ? { fermata: true } : {}) }
          : {
              kind: 'note',
              id,
              duration,
              pitch: p,
              ...(tieStart || !isLast ? { tie: true } : {}),
              ...(courtesy && i === 0 && { courtesy }),
              ...(syllable !== undefined && i === 0 && { syllable }),
              ...(marks.articulations.length > 0 && i === 0 && { articulations: marks.articulations }),
              ...(marks.fermata && isLast ? { fermata: true } : {}),
              ...(marks.breath && isLast ? { breathAfter: true } : {}),
            };
      if (i === 0) {
        Object.assign(event, this.pending);
        this.pending = {};
        if (this.wedgeWaiting !== undefined) this.wedge = { kind: this.wedgeWaiting, from: id };
        this.wedgeWaiting = undefined;
        for (const s of marks.slurStops) this.endSlur(s, id);
        for (const s of marks.slurStarts) this.slurFrom.set(s, id);
      }
      if (event.kind === 'note') this.last = event;
      this.lastEventId = id;
      current.events.push(event);
    });
    return durations.reduce((sum, d) => add(sum, durationQuarters(d)), ZERO);
  }

  private endSlur(number: string, to: string): void {
    const from = this.slurFrom.get(number);
    if (from === undefined) this.problems.add('slur-without-end', 'repaired', { measure: this.number });
    else this.slurs.push({ from, to });
    this.slurFrom.delete(number);
  }

  /** What the file opens and never closes, and marks that stand after the last note. */
  reportOpen(): void {
    const { words } = this.pending;
    if (words !== undefined) this.problems.add('text', 'left-out', { measure: this.number, facts: { text: words } });
    this.reportDynamic();
    this.reportWedge();
    if (this.slurFrom.size > 0) this.problems.add('slur-without-end', 'repaired', {});
  }
}
