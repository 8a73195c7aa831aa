import { CONVENTION_CHOICES, CONVENTION_QUESTIONS, type Conventions } from '../convention/conventions';
import type { Exercise, PageOwner } from '../exercise/exercise';
import { STAGES } from '../instrument/instrument';
import { key } from '../key/key';
import { CLEFS } from '../key/signature';
import { type Meter, measureQuarters } from '../meter/meter';
import type { Teaching } from '../part/teaching';
import type { Written } from '../pitch/pitch';
import { compare, rational, type Rational, sum } from '../rational/rational';
import { type Random, randomFrom } from '../random/random';
import { durationQuarters } from '../score/duration';
import { readChordSymbol } from '../score/chordSymbol';
import type { Measure, MusicEvent, Score, Span, Syllable } from '../score/score';
import { sungNotes } from '../score/syllables';
import { ANY_INSTRUMENT_IDS } from './anyInstrument';
import { OddBars } from './oddBars';

/** A line that nobody here wrote, and how it is taught: everything that an oracle is asked about. */
export interface OddLine {
  readonly seed: number;
  readonly exercise: Exercise;
  readonly teaching: Teaching;
}

type Event = MusicEvent<Written>;
type Bar = Measure<Written>;

const METERS: readonly Meter[] = [
  ...[2, 3, 4, 4, 4, 5, 6, 7].map((beats): Meter => ({ beats, unit: 4 })),
  ...[3, 5, 6, 6, 7, 9, 12].map((beats): Meter => ({ beats, unit: 8 })),
  { beats: 2, unit: 2 },
  { beats: 2, unit: 2, symbol: 'cut' },
  { beats: 4, unit: 4, symbol: 'common' },
  { beats: 3, unit: 2 },
  { beats: 6, unit: 16 },
];

/** Ties from a note to the next of its pitch, inside the bar, over the bar line and on again. */
function tieOn(bars: readonly Bar[], random: Random): Bar[] {
  const all = bars.flatMap((b) => b.events);
  const next = new Map(all.map((e, i) => [e.id, all[i + 1]]));
  const changed = new Map<string, Event>();
  const now = (e: Event): Event => changed.get(e.id) ?? e;
  for (const event of all) {
    const [e, after] = [now(event), next.get(event.id)];
    if (e.kind !== 'note' || after?.kind !== 'note' || random.next() > 0.12) continue;
    const { courtesy: _courtesy, ...held } = after;
    changed.set(e.id, { ...e, tie: true });
    changed.set(after.id, { ...held, pitch: e.pitch });
  }
  // A note that was made to continue a tie may itself be tied on: its pitch goes along.
  let before: Event | undefined;
  return bars.map((b) => ({
    ...b,
    events: b.events.map((event) => {
      let e = now(event);
      if (before?.kind === 'note' && before.tie === true && e.kind === 'note') e = { ...e, pitch: before.pitch };
      before = e;
      return e;
    }),
  }));
}

function spansOver(bars: readonly Bar[], random: Random, share: number): Span[] {
  const notes = bars.flatMap((b) => b.events.filter((e) => e.kind === 'note').map((e) => e.id));
  const spans: Span[] = [];
  for (let i = 0; i + 1 < notes.length; i++) {
    if (random.next() > share) continue;
    const to = Math.min(notes.length - 1, i + 1 + random.below(4));
    spans.push({ from: notes[i] as string, to: notes[to] as string });
    i = to;
  }
  return spans;
}

/** Repeats, with or without a start, with or without endings, of one bar or several. */
function addRepeats(bars: Bar[], random: Random, from: number): void {
  if (bars.length - from < 3 || random.next() > 0.4) return;
  const start = from + random.below(bars.length - from - 1);
  const end = start + random.below(bars.length - start);
  const set = (i: number, more: Partial<Bar>): void => {
    bars[i] = { ...(bars[i] as Bar), ...more };
  };
  if (start > from || random.next() < 0.5) set(start, { repeatStart: true });
  set(end, { repeatEnd: true });
  if (end + 1 >= bars.length || end <= start || random.next() < 0.5) return;
  const numbers = random.next() < 0.2 ? [[1, 2], [3]] : [[1], [2]];
  set(end, { ending: numbers[0] as number[] });
  set(end + 1, { ending: numbers[1] as number[] });
}

function oneLine(
  random: Random,
  bars: readonly (Pick<Bar, 'key' | 'meter' | 'clef' | 'tempo'> & { pickup?: Rational })[],
  clefLow: number,
): Score<Written> {
  const maker = new OddBars(random, clefLow, clefLow + 8 + random.below(8));
  const made: Bar[] = [];
  let meter: Meter = { beats: 4, unit: 4 };
  bars.forEach(({ pickup, ...changes }, i) => {
    meter = changes.meter ?? meter;
    if (changes.key !== undefined) maker.setKey(changes.key.fifths);
    const full = pickup ?? measureQuarters(meter);
    const earlier = made.filter((b) => compare(sum(b.events.map((e) => durationQuarters(e.duration))), full) === 0);
    const events =
      earlier.length > 0 && random.next() < 0.35
        ? maker.again(random.of(earlier).events)
        : maker.fill(full, pickup !== undefined);
    made.push({ id: `m${i + 1}`, events, ...changes, ...(pickup !== undefined && { pickup: true }) });
  });
  // A last bar gives back what the pickup borrowed, or does not.
  addRepeats(made, random, made[0]?.pickup === true ? 1 : 0);
  const tied = tieOn(made, random);
  return {
    title: 'Odd line',
    measures: tied.map((b, i) => (i === tied.length - 1 ? { ...b, endBar: 'final' as const } : b)),
    slurs: spansOver(tied, random, 0.08),
    hairpins: spansOver(tied, random, 0.02).map((s) => ({
      ...s,
      kind: random.of(['crescendo', 'diminuendo'] as const),
    })),
  };
}

const SYLLABLES: readonly (Syllable | undefined)[] = [
  { text: 'snow' },
  { text: 'is' },
  { text: 'fall', hyphen: true },
  { text: 'ing' },
  { text: 'and I', hyphen: true },
  { text: "'ll" },
  undefined,
];
const CHORDS = ['C', 'F#m7', 'Bb', 'Eb7/G', 'Gsus4', 'Dm7b5', 'Abmaj7', 'C6/9', 'B°'];

/** Words to sing under the notes that are struck, and chord symbols over notes and rests. */
function withWords(score: Score<Written>, random: Random): Score<Written> {
  const [sung, chorded] = [random.next() < 0.4, random.next() < 0.4];
  const struck = new Set(sungNotes(score).map((n) => n.id));
  return {
    ...score,
    measures: score.measures.map((m) => ({
      ...m,
      events: m.events.map((e): Event => {
        const chord = chorded && random.next() < 0.3 ? readChordSymbol(random.of(CHORDS)) : undefined;
        const event = chord === undefined ? e : { ...e, chord };
        const syllable = sung && struck.has(e.id) ? random.of(SYLLABLES) : undefined;
        return event.kind === 'rest' || syllable === undefined ? event : { ...event, syllable };
      }),
    })),
  };
}

function oddTeaching(random: Random): Teaching {
  const chosen = CONVENTION_QUESTIONS.map((q) => [q, random.of<string>(CONVENTION_CHOICES[q])]);
  return { stage: random.of(STAGES), conventions: Object.fromEntries(chosen) as Conventions };
}

/**
 * A line as odd as real ones are: every meter, pickups of every length, changes of key and meter inside, rests at its
 * ends, ties on and on, triplets among other values, accidentals in every relation to signature, octave and tie, bars
 * that come again as they were or nearly, repeats and endings; one to four lines of it, for every page and every way of
 * teaching.
 * @example oddLine(7).exercise is the same on every machine
 */
export function oddLine(seed: number): OddLine {
  const random = randomFrom(seed * 2654435761);
  const count = 1 + random.below(14);
  const meter = random.of(METERS);
  const full = measureQuarters(meter);
  const eighths = Math.floor((full.n * 2) / full.d);
  const pickup = random.next() < 0.3 && eighths > 1 ? rational(1 + random.below(eighths - 1), 2) : undefined;
  const clef = random.of([...CLEFS, 'treble', 'bass'] as const);
  const fifths = (): number =>
    Math.max(-7, Math.min(7, random.below(9) - 4 + (random.next() < 0.1 ? random.below(7) - 3 : 0)));
  const mode = random.of(['major', 'major', 'minor', 'none'] as const);
  const tempo = () => ({
    mark: {
      value: random.of(['quarter', 'half', 'eighth'] as const),
      dots: random.below(2),
      perMinute: 60 + random.below(80),
    },
  });
  const bars = Array.from({ length: count + (pickup === undefined ? 0 : 1) }, (_u, i) => {
    if (i === 0)
      return {
        clef,
        key: key(fifths(), mode),
        meter,
        ...(random.next() < 0.5 && { tempo: tempo() }),
        ...(pickup !== undefined && { pickup }),
      };
    return {
      ...(random.next() < 0.06 && { key: key(fifths(), mode) }),
      ...(random.next() < 0.05 && { meter: random.of(METERS) }),
      ...(random.next() < 0.03 && { tempo: tempo() }),
    };
  });
  const owner: PageOwner = random.next() < 0.4 ? 'concert' : random.of(ANY_INSTRUMENT_IDS);
  const low = { treble: 28, bass: 16, tenor: 20, alto: 22 }[clef];
  // A chance of their own: what else a line has does not depend on its words.
  const words = randomFrom(seed * 40503);
  const lines = Array.from({ length: random.of([1, 1, 1, 1, 2, 3, 4]) }, () =>
    withWords(oneLine(random, bars, low), words),
  );
  const [source, ...otherLines] = lines as [Score<Written>, ...Score<Written>[]];
  return {
    seed,
    exercise: { owner, source, partChoices: {}, ...(otherLines.length > 0 && { otherLines }) },
    teaching: oddTeaching(random),
  };
}
