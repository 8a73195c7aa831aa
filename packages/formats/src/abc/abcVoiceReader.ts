import {
  type Articulation,
  type Clef,
  isDynamic,
  type Duration,
  type Hairpin,
  type Key,
  type Measure,
  type Meter,
  measureQuarters,
  type MusicEvent,
  type NavigationSign,
  type Note,
  pitch,
  readChordSymbol,
  type Span,
  type Syllable,
  splitQuarters,
  standsAtStart,
  type Tempo,
  type Written,
} from '@cifra/core';
import type { ProblemList } from '../import/problemList';
import { AbcAccidentals } from './AbcAccidentals';
import type { AbcElement, AbcPitch, AbcTune, Stream } from './abcElement';
import { withSign, wordsSay } from '../import/navigationWords';
import { clefName, NAVIGATION, readKey, readLength, readMeter, readTempo, wholeRest } from './abcSigns';

const CLEF_OF: Readonly<Record<string, Clef>> = { treble: 'treble', bass: 'bass', tenor: 'tenor', alto: 'alto' };
const OCTAVE_CLEFS = /^(treble|bass|tenor|alto)[+-]\d+$/;
const ARTICULATION_OF: Readonly<Record<string, Articulation>> = {
  staccato: 'staccato',
  accent: 'accent',
  tenuto: 'tenuto',
  umarcato: 'marcato',
  marcato: 'marcato',
  wedge: 'staccatissimo',
};

type Building = { -readonly [K in keyof Measure<Written>]: Measure<Written>[K] } & { events: MusicEvent<Written>[] };
type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** Reads one stream into bars. Accidentals hold in their bar and octave, as they do on the staff. */
export class AbcVoiceReader {
  readonly measures: Building[] = [];
  readonly slurs: Span[] = [];
  readonly hairpins: Hairpin[] = [];
  private events = 0;
  private current: Building;
  private number = 1;
  private key: Key;
  private meter: Meter;
  private readonly signs: AbcAccidentals;
  private slurFrom = new Map<number, string>();
  private hairpinFrom: { kind: Hairpin['kind']; from: string } | undefined;
  private tuplet: { actual: number; normal: number } | undefined;
  private ending: number[] | undefined;
  private lastNote: Mutable<Note<Written>> | undefined;

  constructor(
    stream: Stream,
    private readonly problems: ProblemList,
    tempo: Tempo | undefined,
    private readonly words: ReadonlyMap<AbcElement, Syllable>,
  ) {
    this.key = readKey(stream.key, problems, 1);
    this.signs = new AbcAccidentals(stream.key);
    this.meter = readMeter(stream.meter, problems, 1);
    this.current = this.fresh();
    const clef = CLEF_OF[stream.clef.replace(/[+-]\d+$/, '')];
    if (clef === undefined) problems.add('clef', 'repaired', { facts: { clef: stream.clef } });
    if (OCTAVE_CLEFS.test(stream.clef)) problems.add('octave-clef', 'notice', { facts: { clef: stream.clef } });
    Object.assign(this.current, { clef: clef ?? 'treble', key: this.key, meter: this.meter }, tempo && { tempo });
    for (const e of stream.elements) this.take(e);
    this.closeMeasure();
    if (this.slurFrom.size > 0) problems.add('slur-without-end', 'repaired', {});
    if (this.hairpinFrom !== undefined) problems.add('hairpin', 'left-out', {});
  }

  private fresh(): Building {
    return {
      id: `m${this.measures.length + 1}`,
      events: [],
      ...(this.ending !== undefined && { ending: this.ending }),
    };
  }

  private take(e: AbcElement): void {
    switch (e.el_type) {
      case 'note':
        return this.takeNote(e);
      case 'bar':
        return this.takeBar(e);
      case 'key':
        this.key = readKey(e, this.problems, this.number);
        this.signs.setKey(e);
        this.current.key = this.key;
        return;
      case 'meter':
        this.meter = readMeter(e, this.problems, this.number);
        this.current.meter = this.meter;
        return;
      case 'tempo': {
        const tempo = readTempo(e as unknown as AbcTune['metaText']['tempo']);
        if (tempo !== undefined) this.current.tempo = tempo;
        return;
      }
      case 'clef': {
        const clef = CLEF_OF[clefName(e.type ?? '', e.clefPos)];
        if (clef === undefined)
          this.problems.add('clef', 'left-out', { measure: this.number, facts: { clef: e.type ?? '' } });
        else this.current.clef = clef;
        return;
      }
      case 'part':
      case 'stem':
      case 'style':
      case 'transpose':
      case 'color':
        return;
      default:
        this.problems.add('other-element', 'left-out', { measure: this.number, facts: { element: e.el_type } });
    }
  }

  private takeBar(e: AbcElement): void {
    const signs: NavigationSign[] = [];
    for (const d of e.decoration ?? [])
      if (NAVIGATION[d] !== undefined) signs.push(NAVIGATION[d]);
      else this.takeSpanDecoration(d, this.lastId());
    const type = e.type ?? '';
    const full = this.current.events.length > 0;
    // At a bar line, what ends a bar belongs to the one before it, what begins one to the next.
    const [starts, ends] = [signs.filter(standsAtStart), signs.filter((s) => !standsAtStart(s))];
    if (full && ends.length > 0) this.current.navigation = withSign(this.current.navigation, ends);
    if (full) {
      if (type === 'bar_right_repeat' || type === 'bar_dbl_repeat') this.current.repeatEnd = true;
      if (type === 'bar_thin_thick') this.current.endBar = 'final';
      if (type === 'bar_thin_thin') this.current.endBar = 'double';
    }
    if (e.endEnding === true || type === 'bar_right_repeat' || type === 'bar_dbl_repeat' || type === 'bar_thin_thick')
      this.ending = undefined;
    if (full) this.closeMeasure();
    if (starts.length > 0) this.current.navigation = withSign(this.current.navigation, starts);
    if (type === 'bar_left_repeat' || type === 'bar_dbl_repeat') this.current.repeatStart = true;
    if (e.startEnding !== undefined) {
      this.ending = e.startEnding
        .split(/[,\s]+/)
        .map(Number)
        .filter((n) => Number.isInteger(n) && n > 0 && n < 10);
      if (this.ending.length === 0) {
        this.problems.add('ending', 'left-out', { measure: this.number });
        this.ending = undefined;
      } else this.current.ending = this.ending;
    } else if (this.ending === undefined) delete this.current.ending;
  }

  private closeMeasure(): void {
    if (this.current.events.length === 0) return;
    this.measures.push(this.current);
    this.number += 1;
    this.signs.startBar();
    this.current = this.fresh();
  }

  private lastId(): string | undefined {
    return (
      this.current.events[this.current.events.length - 1]?.id ??
      this.measures[this.measures.length - 1]?.events.slice(-1)[0]?.id
    );
  }

  private takeSpanDecoration(d: string, at: string | undefined): boolean {
    const m = /^(crescendo|diminuendo|<|>)([()])$/.exec(d);
    if (m === null) return false;
    const kind = m[1] === 'crescendo' || m[1] === '<' ? 'crescendo' : 'diminuendo';
    if (m[2] === '(' && at !== undefined) this.hairpinFrom = { kind, from: at };
    else if (this.hairpinFrom !== undefined && at !== undefined) {
      this.hairpins.push({ ...this.hairpinFrom, to: at });
      this.hairpinFrom = undefined;
    }
    return true;
  }

  private takeNote(e: AbcElement): void {
    const { problems, number } = this;
    if (e.rest?.type === 'spacer') return;
    if (e.rest?.type === 'multimeasure') return this.takeMultiRest(e.rest.text ?? 1);
    if (e.gracenotes !== undefined) problems.add('grace-note', 'left-out', { measure: number });
    const syllable = this.words.get(e);
    if (e.startTriplet !== undefined) {
      const actual = e.startTriplet;
      const normal = Math.max(1, Math.round(actual * (e.tripletMultiplier ?? 2 / 3)));
      const known = Number.isInteger(actual) && actual >= 2 && actual <= 15 && normal <= 15;
      this.tuplet = known ? { actual, normal } : undefined;
      if (!known) problems.add('tuplet', 'repaired', { measure: number });
    }
    const tuplet = this.tuplet;
    if (e.endTriplet === true) this.tuplet = undefined;
    const values = e.rest?.type === 'whole' ? wholeRest(this.meter) : readLength(e.duration, problems, number);
    const decorations = e.decoration ?? [];
    values.forEach((value, i) => {
      const id = `n${++this.events}`;
      const duration: Duration = tuplet === undefined ? value : { ...value, tuplet };
      const first = i === 0;
      const event =
        e.rest !== undefined || e.pitches === undefined
          ? { kind: 'rest' as const, id, duration }
          : {
              ...this.pitched(e.pitches, id, duration, i < values.length - 1, first),
              ...(first && syllable !== undefined && { syllable }),
            };
      const marked: Mutable<MusicEvent<Written>> = event;
      if (first) this.decorate(marked, decorations, e);
      this.current.events.push(marked);
      if (marked.kind === 'note') this.lastNote = marked;
      for (const label of e.endSlur ?? []) this.endSlur(label, id);
      for (const { label } of e.startSlur ?? []) if (first) this.slurFrom.set(label, id);
    });
  }

  private endSlur(label: number, id: string): void {
    const from = this.slurFrom.get(label);
    if (from === undefined) this.problems.add('slur-without-end', 'repaired', { measure: this.number });
    else this.slurs.push({ from, to: id });
    this.slurFrom.delete(label);
  }

  private pitched(
    pitches: readonly AbcPitch[],
    id: string,
    duration: Duration,
    tieOn: boolean,
    first: boolean,
  ): Mutable<Note<Written>> {
    if (pitches.length > 1) this.problems.add('chord', 'left-out', { measure: this.number });
    const top = pitches.reduce((a, b) => (b.pitch > a.pitch ? b : a));
    const { step, alter, octave } = this.signs.read(top, first, this.lastNote, this.problems, this.number);
    for (const label of top.endSlur ?? []) this.endSlur(label, id);
    for (const { label } of top.startSlur ?? []) if (first) this.slurFrom.set(label, id);
    return {
      kind: 'note',
      id,
      duration,
      pitch: pitch<Written>(step, alter, octave),
      ...(tieOn || top.startTie !== undefined ? { tie: true } : {}),
    };
  }

  private decorate(event: Mutable<MusicEvent<Written>>, decorations: readonly string[], e: AbcElement): void {
    const articulations: Articulation[] = [];
    for (const d of decorations) {
      const articulation = ARTICULATION_OF[d];
      if (articulation !== undefined) articulations.push(articulation);
      else if (d === 'fermata') event.fermata = true;
      else if (d === 'breath' && event.kind === 'note') {
        event.breathAfter = true;
      } else if (isDynamic(d)) event.dynamic = d;
      else if (NAVIGATION[d] !== undefined)
        this.current.navigation = withSign(this.current.navigation, [NAVIGATION[d]]);
      else if (!this.takeSpanDecoration(d, event.id))
        this.problems.add('ornament', 'left-out', { measure: this.number, facts: { mark: d } });
    }
    if (articulations.length > 0 && event.kind === 'note') event.articulations = articulations;
    for (const c of e.chord ?? []) {
      // What stands at one place of a note comes in one, line under line.
      for (const words of c.name.split('\n')) {
        const chord = c.position === 'default' ? readChordSymbol(words) : undefined;
        if (chord === undefined) this.takeWords(words.trim(), event);
        else if (event.chord === undefined) event.chord = chord;
        else this.problems.add('chord-symbols', 'left-out', { measure: this.number });
      }
    }
  }

  /** Words at a note: some send players elsewhere, some are dynamics that the format has no sign for. */
  private takeWords(words: string, event: Mutable<MusicEvent<Written>>): void {
    const sign = wordsSay(words);
    if (sign !== undefined) this.current.navigation = withSign(this.current.navigation, [sign]);
    else if (isDynamic(words) && event.dynamic === undefined) event.dynamic = words;
    else event.words = `${event.words ?? ''} ${words}`.trim().slice(0, 100);
  }

  private takeMultiRest(count: number): void {
    const bars = Number.isFinite(count) ? Math.min(Math.max(1, Math.round(count)), 200) : 1;
    for (let i = 0; i < bars; i++) {
      if (this.current.events.length > 0) this.closeMeasure();
      const durations = splitQuarters(measureQuarters(this.meter));
      this.current.events.push(
        ...durations.map((duration) => ({ kind: 'rest' as const, id: `n${++this.events}`, duration })),
      );
      if (i === 0 && bars > 1) this.current.multiRest = bars;
      if (i < bars - 1) this.closeMeasure();
    }
  }
}
