import fc from 'fast-check';
import type { Exercise, PartChoice } from '../exercise/exercise';
import { realize } from '../exercise/realize';
import { transposeExercise } from '../exercise/transposeExercise';
import { betterFigure, holdRole } from '../fingering/better';
import type { Fingering } from '../fingering/figure';
import { fingerMidi } from '../instrument/finger';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { STAGES } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { signatureAlter } from '../key/key';
import { interval, nameInterval, semitones, transpose } from '../pitch/interval';
import { midi, type Pitch, samePitch, type Written } from '../pitch/pitch';
import { CONVENTION_CHOICES, CONVENTION_QUESTIONS, type Conventions } from '../convention/conventions';
import { placeEvents } from '../score/walk';
import { arbitraryExercise } from '../testing/arbitraryScore';
import { annotate } from './annotate';
import { offerClassKeys } from './classKey';
import { derivePart, type Part } from './derivePart';
import { explain } from './explain';
import type { Fact } from './fact';
import { staffPlace } from './staffPlace';
import { DEFAULT_TEACHING } from './teaching';

// What is worked out for a whole part is held against the same thing worked out anew, note by note, as plainly as can
// be.

const conventionsArbitrary = fc.record(
  Object.fromEntries(CONVENTION_QUESTIONS.map((q) => [q, fc.constantFrom<string>(...CONVENTION_CHOICES[q])])),
) as unknown as fc.Arbitrary<Conventions>;
const choices: fc.Arbitrary<PartChoice> = fc
  .record({
    octaves: fc.option(fc.integer({ min: -2, max: 2 }), { nil: undefined }),
    clef: fc.constantFrom('tenor' as const, 'alto' as const, undefined),
    key: fc.constantFrom('respelled' as const, 'no-signature' as const, undefined),
    alternatives: fc.constantFrom({ n1: 1, n3: -1 }, undefined),
  })
  .map((c) => Object.fromEntries(Object.entries(c).filter(([, v]) => v !== undefined)) as PartChoice);

const asked = fc.record({
  exercise: arbitraryExercise(5),
  instrument: fc.constantFrom(...INSTRUMENTS),
  conventions: conventionsArbitrary,
  stage: fc.constantFrom(...STAGES),
  choice: choices,
});

function partOf({
  exercise,
  instrument,
  conventions,
  stage,
  choice,
}: {
  exercise: Exercise;
  instrument: (typeof INSTRUMENTS)[number];
  conventions: Conventions;
  stage: (typeof STAGES)[number];
  choice: PartChoice;
}): Part {
  return derivePart(realize(exercise), taughtAs(instrument.id, conventions), 'concert', choice, { conventions, stage });
}

/** The written notes of a part, with what stands between them. */
function written(part: Part) {
  const events = placeEvents(part.score);
  const notes = events.flatMap(({ event }, i) =>
    event.kind === 'note' ? [{ note: event, heldOver: false, free: false, at: i }] : [],
  );
  return notes.map((n, k) => {
    const next = events[n.at + 1]?.event;
    const before = notes[k - 1];
    return {
      ...n,
      heldOver: before !== undefined && before.note.tie === true,
      free: n.note.fermata === true || next?.kind === 'rest',
    };
  });
}

describe('the easier figure between two neighbours', () => {
  it('is what looking at each note alone with its neighbours finds', () => {
    fc.assert(
      fc.property(asked, (a) => {
        const part = partOf(a);
        const { instrument } = part;
        const woodwind = instrument.system.kind === 'woodwind' ? instrument.system.woodwind : undefined;
        const notes = written(part);
        const figureOf = (i: number): Fingering | undefined => {
          const p = notes[i]?.note.pitch;
          return p === undefined ? undefined : fingerMidi(instrument, midi(p), a.conventions);
        };
        const annotations = annotate(part);
        notes.forEach(({ note, heldOver }, i) => {
          const here = figureOf(i);
          const found = annotations.get(note.id)?.better;
          if (here?.kind !== 'playable' || heldOver || here.alternates.length === 0) {
            expect(found).toBeUndefined();
            return;
          }
          const [before, after] = [
            i > 0 && notes[i - 1]?.free !== true ? figureOf(i - 1) : undefined,
            notes[i]?.free === true ? undefined : figureOf(i + 1),
          ];
          let caught = false;
          if (woodwind === 'flute' || woodwind === 'saxophone') {
            for (let k = i; notes[k]?.free !== true && k + 1 < notes.length; k++) {
              const next = figureOf(k + 1);
              const role = next?.kind === 'playable' ? holdRole(next.figure, woodwind) : 'lets-go';
              caught = role === 'caught';
              if (role !== 'none') break;
            }
          }
          const held =
            here.figure.kind === 'keys' && (here.figure.left.includes('Tb') || here.figure.left.includes('bis'));
          const neighbour = (f: Fingering | undefined) => (f?.kind === 'playable' ? f : undefined);
          const sounds = [i - 1, i + 1]
            .map((k) => notes[k]?.note.pitch)
            .map((p) => (p === undefined ? undefined : midi(p)));
          const around = {
            before: neighbour(before),
            after: neighbour(after),
            sameNote: before !== undefined && after !== undefined && sounds[0] === sounds[1],
            caught,
          };
          expect(found).toEqual(betterFigure(here, around, held, woodwind));
        });
      }),
      { numRuns: 120 },
    );
  });
});

describe('the reasons of a note', () => {
  it('are those of its own part and tone, whatever was explained before', () => {
    const FROM_TONE: readonly Fact['kind'][] = [
      'concert',
      'interval',
      'octave',
      'moved',
      'respelled',
      'written',
      'tenor-clef',
      'signature',
      'figure',
      'preferred',
      'origin',
      'intonation',
      'alternate',
      'misfit',
      'unplayable',
    ];
    fc.assert(
      fc.property(asked, (a) => {
        const part = partOf(a);
        const {
          instrument,
          decisions: {
            octave,
            clef: { clef },
          },
        } = part;
        const annotations = annotate(part);
        const trails = explain(part, annotations);
        const moved = part.moved;
        for (const { note } of written(part)) {
          const n = annotations.get(note.id);
          const trail = trails.get(note.id);
          if (n === undefined || trail === undefined || n.tiedFrom !== undefined) continue;
          const place = placeEvents(part.score).find((p) => p.event.id === note.id);
          const fifths = place?.place.key.fifths ?? 0;
          const plain = transpose<Pitch>(n.concert, instrument.toWritten);
          const octaveApart = transpose<Pitch>(plain, interval(0, octave.octaves + (moved.get(note.id) ?? 0)));
          const at = midi(note.pitch);
          const { full, [a.stage]: home } = instrument.ranges;
          const side =
            at < midi(full.low) || at > midi(full.high)
              ? undefined
              : at < midi(home.low)
                ? 'below-stage'
                : at > midi(home.high)
                  ? 'above-stage'
                  : undefined;
          const f = n.fingering;
          const expected: Fact[] = [
            { kind: 'concert', pitch: n.concert },
            ...(octave.octaves === 0
              ? []
              : [{ kind: 'octave', octaves: octave.octaves, why: octave.why, stage: a.stage } as const]),
            { kind: 'interval', interval: nameInterval(instrument.toWritten), inKey: instrument.inKey },
            { kind: 'written', pitch: note.pitch, name: n.name, staff: staffPlace(note.pitch, clef), clef },
            ...(moved.has(note.id) ? [{ kind: 'moved', octaves: moved.get(note.id) ?? 0 } as const] : []),
            { kind: 'signature', fifths, step: note.pitch.step, alter: signatureAlter(fifths, note.pitch.step) },
            ...(side === undefined ? [] : [{ kind: 'misfit', side, stage: a.stage } as const]),
          ];
          if (f.kind === 'unplayable') expected.push({ kind: 'unplayable', because: f.because });
          else {
            expected.push({ kind: 'figure', figure: f.figure });
            if (f.preferred !== undefined) expected.push({ kind: 'preferred', reason: f.preferred });
            if (f.origin !== undefined) expected.push({ kind: 'origin', origin: f.origin, figure: f.figure });
            if (f.intonation !== undefined) expected.push({ kind: 'intonation', intonation: f.intonation });
            for (const alternate of f.alternates) expected.push({ kind: 'alternate', alternate });
          }
          const told = trail.filter((x) => FROM_TONE.includes(x.kind));
          expect(told.filter((x) => x.kind !== 'respelled' && x.kind !== 'tenor-clef')).toEqual(expected);
          const respelled = told.find((x) => x.kind === 'respelled');
          expect(respelled !== undefined).toBe(
            !samePitch({ ...plain, octave: 0 }, { ...note.pitch, octave: 0 }) || !samePitch(plain, note.pitch),
          );
          if (respelled !== undefined && samePitch(octaveApart, note.pitch))
            expect(respelled.because).toBe('signature');
          const tenor = told.find((x) => x.kind === 'tenor-clef');
          expect(tenor !== undefined).toBe(clef === 'tenor' && instrument.clefs[0] === 'bass');
          if (tenor !== undefined) {
            const { step, alter } = transpose<Written>(note.pitch, interval(-1, 0));
            expect(tenor).toEqual(
              a.conventions.tenorClef === 'move-two'
                ? { kind: 'tenor-clef', method: 'move-two', seen: staffPlace(note.pitch, 'bass') }
                : { kind: 'tenor-clef', method: 'up-a-fifth', reads: { step, alter } },
            );
          }
        }
      }),
      { numRuns: 80 },
    );
  });
});

describe('keys offered to a class', () => {
  it('are the best of all keys of at most four signs within a tritone, counted part by part', () => {
    fc.assert(
      fc.property(
        arbitraryExercise(4),
        fc.uniqueArray(fc.constantFrom(...INSTRUMENTS), { minLength: 1, maxLength: 4 }),
        fc.constantFrom(...STAGES),
        (exercise, instruments, stage) => {
          const teaching = { ...DEFAULT_TEACHING, stage };
          const fifths = exercise.source.measures[0]?.key?.fifths ?? 0;
          const count = (e: Exercise) =>
            instruments
              .map((i) => derivePart(realize(e), i, 'concert', {}, teaching))
              .reduce(
                (sum, p) => ({
                  unplayable: sum.unplayable + p.unplayable.length,
                  outside: sum.outside + p.outside.length,
                }),
                { unplayable: 0, outside: 0 },
              );
          const all = [];
          for (let f = -11; f <= 11; f++) {
            const by = interval(f, -Math.round((7 * f) / 12) + 0);
            if (f !== 0 && Math.abs(fifths + f) <= 4 && Math.abs(semitones(by)) <= 6)
              all.push({ half: semitones(by), fifths: fifths + f, ...count(transposeExercise(exercise, by)) });
          }
          // The offers count what cannot be played among what lies outside, too.
          const now = count(exercise);
          const better = all
            .filter(
              (o) =>
                o.unplayable < now.unplayable ||
                (o.unplayable === now.unplayable && o.outside + o.unplayable < now.outside + now.unplayable),
            )
            .sort(
              (a, b) =>
                a.unplayable - b.unplayable ||
                a.outside + a.unplayable - b.outside - b.unplayable ||
                Math.abs(a.half) - Math.abs(b.half) ||
                Math.abs(a.fifths) - Math.abs(b.fifths),
            );
          const offers = offerClassKeys(realize(exercise), instruments, 'concert', teaching);
          const distinct = better
            .filter(
              (o, i) =>
                better.findIndex((x) => Math.abs(x.half) % 6 === Math.abs(o.half) % 6 && x.half === o.half) === i,
            )
            .slice(0, 3);
          expect(
            offers.map((o) => [o.unplayable, o.outside, Math.abs(semitones(o.interval)), Math.abs(o.fifths)]),
          ).toEqual(
            distinct.map((o) => [o.unplayable, o.outside + o.unplayable, Math.abs(o.half), Math.abs(o.fifths)]),
          );
          for (const o of offers) expect(count(transposeExercise(exercise, o.interval)).unplayable).toBe(o.unplayable);
        },
      ),
      { numRuns: 50 },
    );
  });
});
