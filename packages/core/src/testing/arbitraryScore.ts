import fc from 'fast-check';
import { type Exercise } from '../exercise/exercise';
import { key, type Mode } from '../key/key';
import { type Meter, measureQuarters, METERS } from '../meter/meter';
import { type Pitch, pitch, STEPS, type Written } from '../pitch/pitch';
import { add, compare, rational, subtract, ZERO, type Rational } from '../rational/rational';
import { type Duration, durationQuarters, splitQuarters } from '../score/duration';
import { CLEFS } from '../key/signature';
import {
  ARTICULATIONS,
  type Measure,
  type MusicEvent,
  type NavigationSign,
  type Note,
  type Score,
} from '../score/score';

/** Any spelled pitch up to a double sign. */
export const arbitraryPitch = (
  octaves: readonly [number, number] = [2, 6],
  alters: readonly [number, number] = [-1, 1],
): fc.Arbitrary<Pitch> =>
  fc.record({
    step: fc.constantFrom(...STEPS),
    alter: fc.integer({ min: alters[0], max: alters[1] }),
    octave: fc.integer({ min: octaves[0], max: octaves[1] }),
  });

type WrittenEvent = MusicEvent<Written>;

/** What a generated event asks for; it is fitted to what is left of its bar. */
interface Seed {
  readonly kind: 'note' | 'rest' | 'triplet';
  readonly value: Duration;
  readonly pitch: Pitch;
  readonly tie: boolean;
  readonly articulations: readonly (typeof ARTICULATIONS)[number][];
  readonly fermata: boolean;
  readonly breath: boolean;
  readonly dynamic: boolean;
}

const VALUES: readonly Duration[] = [
  { value: 'whole', dots: 0 },
  { value: 'half', dots: 1 },
  { value: 'half', dots: 0 },
  { value: 'quarter', dots: 1 },
  { value: 'quarter', dots: 0 },
  { value: 'eighth', dots: 1 },
  { value: 'eighth', dots: 0 },
  { value: '16th', dots: 0 },
];

const seedArbitrary: fc.Arbitrary<Seed> = fc.record({
  kind: fc.constantFrom('note', 'note', 'note', 'note', 'rest', 'triplet'),
  value: fc.constantFrom(...VALUES),
  pitch: arbitraryPitch([3, 5]),
  tie: fc.boolean(),
  articulations: fc.uniqueArray(fc.constantFrom(...ARTICULATIONS), { maxLength: 1 }),
  fermata: fc.boolean(),
  breath: fc.boolean(),
  dynamic: fc.boolean(),
});

class Builder {
  private events = 0;
  private openTie: Note<Written> | undefined;

  event(seed: Seed, duration: Duration, tupletPlace?: WrittenEvent['tupletPlace']): WrittenEvent {
    const base = { id: `n${++this.events}`, duration, ...(tupletPlace !== undefined && { tupletPlace }) };
    if (seed.kind === 'rest') {
      // A tie leads to a note: before a rest there is none.
      if (this.openTie !== undefined) delete (this.openTie as { tie?: boolean }).tie;
      this.openTie = undefined;
      return { kind: 'rest', ...base };
    }
    const held = this.openTie;
    const note: Note<Written> = {
      kind: 'note',
      ...base,
      pitch: pitch<Written>(
        ...(held === undefined
          ? ([seed.pitch.step, seed.pitch.alter, seed.pitch.octave] as const)
          : ([held.pitch.step, held.pitch.alter, held.pitch.octave] as const)),
      ),
      ...(seed.tie && tupletPlace === undefined && { tie: true }),
      ...(seed.articulations.length !== 0 && { articulations: seed.articulations }),
      ...(seed.fermata && seed.breath ? { fermata: true } : {}),
      ...(seed.breath && !seed.fermata ? { breathAfter: true } : {}),
      ...(seed.dynamic && seed.fermata ? { dynamic: 'mf' as const } : {}),
    };
    this.openTie = note.tie === true ? note : undefined;
    return note;
  }

  /** Fills a bar exactly from its seeds, then with what is left. */
  measure(seeds: readonly Seed[], full: Rational): WrittenEvent[] {
    const events: WrittenEvent[] = [];
    let filled = ZERO;
    const fits = (q: Rational): boolean => compare(add(filled, q), full) <= 0;
    for (const seed of seeds) {
      if (seed.kind === 'triplet' && fits(rational(1)) && filled.d === 1) {
        const duration: Duration = { value: 'eighth', dots: 0, tuplet: { actual: 3, normal: 2 } };
        for (const place of ['start', 'inside', 'stop'] as const)
          events.push(this.event({ ...seed, kind: 'note', tie: false }, duration, place));
        filled = add(filled, rational(1));
      } else if (seed.kind !== 'triplet' && fits(durationQuarters(seed.value))) {
        events.push(this.event(seed, seed.value));
        filled = add(filled, durationQuarters(seed.value));
      }
    }
    const rest = subtract(full, filled);
    if (compare(rest, ZERO) > 0)
      for (const d of splitQuarters(rest))
        events.push(this.event({ ...(seeds[0] as Seed), kind: 'note', tie: false }, d));
    return events;
  }

  dropOpenTie(measures: Measure<Written>[]): void {
    const last = measures.at(-1)?.events.at(-1);
    if (last?.kind === 'note') delete (last as { tie?: boolean }).tie;
  }
}

const MODES_USED: readonly Mode[] = ['major', 'minor'];

type Jumps = 'none' | 'dc-fine' | 'ds-coda';
/** Where the signs of a jump stand in a line. */
function signsAt(jump: Jumps, bar: number, last: number): Pick<Measure<Written>, 'navigation'> {
  const signs: Readonly<Record<Jumps, Readonly<Record<number, NavigationSign>>>> = {
    none: {},
    'dc-fine': last < 1 ? {} : { 0: 'fine', [last]: 'dc-fine' },
    'ds-coda': last < 3 ? {} : { 0: 'segno', 1: 'to-coda', [last - 1]: 'ds-coda', [last]: 'coda' },
  };
  const sign = signs[jump][bar];
  return sign === undefined ? {} : { navigation: [sign] };
}

/** Lines with keys, meters, ties, triplets, slurs, repeats and endings; every bar adds up. */
export const arbitraryScore = (maxMeasures = 8): fc.Arbitrary<Score<Written>> =>
  fc
    .record({
      seeds: fc.array(fc.array(seedArbitrary, { minLength: 1, maxLength: 7 }), {
        minLength: 2,
        maxLength: maxMeasures,
      }),
      fifths: fc.integer({ min: -7, max: 7 }),
      mode: fc.constantFrom(...MODES_USED),
      meter: fc.constantFrom<Meter>(...METERS),
      clef: fc.constantFrom(...CLEFS),
      pickup: fc.boolean(),
      repeat: fc.boolean(),
      newKey: fc.option(fc.integer({ min: -7, max: 7 }), { nil: undefined }),
      slurAt: fc.nat(50),
      tempo: fc.boolean(),
      jump: fc.constantFrom<Jumps>('none', 'none', 'dc-fine', 'ds-coda'),
    })
    .map(({ seeds, fifths, mode, meter, clef, pickup, repeat, newKey, slurAt, tempo, jump }) => {
      const builder = new Builder();
      const full = measureQuarters(meter);
      const last = seeds.length - 1;
      const measures = seeds.map((s, i): Measure<Written> => {
        const short = pickup && i === 0;
        return {
          id: `m${i + 1}`,
          events: builder.measure(s, short ? rational(1, 2) : full),
          ...(i === 0 && {
            clef,
            key: key(fifths, mode),
            meter,
            ...(tempo
              ? { tempo: { words: 'Moderato', mark: { value: 'quarter' as const, dots: 0, perMinute: 96 } } }
              : {}),
          }),
          ...(short ? { pickup: true } : {}),
          ...(newKey !== undefined && i === 1 && { key: key(newKey, 'major') }),
          ...(repeat && i === 1 && { repeatStart: true }),
          ...(repeat && last > 2 && i === last - 1 && { ending: [1], repeatEnd: true }),
          ...(repeat && last > 2 && i === last && { ending: [2] }),
          ...(i === last && { endBar: 'final' as const }),
          ...signsAt(jump, i, last),
        };
      });
      builder.dropOpenTie(measures);
      const ids = measures.flatMap((m) => m.events.filter((e) => e.kind === 'note').map((e) => e.id));
      const at = ids.length < 2 ? undefined : slurAt % (ids.length - 1);
      const slurs = at === undefined ? [] : [{ from: ids[at] as string, to: ids[at + 1] as string }];
      return { title: 'Generated', measures, slurs, hairpins: [] };
    });

export const arbitraryExercise = (maxMeasures = 8): fc.Arbitrary<Exercise> =>
  arbitraryScore(maxMeasures).map((source) => ({ owner: 'concert', source, partChoices: {} }));
