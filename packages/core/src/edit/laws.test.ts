import fc from 'fast-check';
import { readExercise } from '../exercise/exerciseSchema';
import type { Exercise } from '../exercise/exercise';
import { measureQuarters } from '../meter/meter';
import type { Written } from '../pitch/pitch';
import { compare } from '../rational/rational';
import { filledQuarters } from '../score/measureSum';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import { arbitraryCaret, arbitraryCommand, arbitraryPen } from '../testing/arbitraryCommand';
import { arbitraryScore } from '../testing/arbitraryScore';
import { shown } from '../testing/typing';
import { applyCommand } from './applyCommand';
import { clampCaret, type EditState, moveCaret, selectedPlaces } from './caret';
import { copySelection } from './clip';
import type { Command } from './command';
import { mergeExercises } from './merge';
import { applyPatch, diffExercise, revertPatch } from './patch';

const exercise = (source: Score<Written>): Exercise => ({ owner: 'concert', source, partChoices: {} });
const step = fc.record({
  command: arbitraryCommand,
  caret: arbitraryCaret,
  anchor: fc.option(arbitraryCaret, { nil: undefined }),
});

/** Does each step where it says; refused ones change nothing. */
function play(
  score: Score<Written>,
  steps: readonly {
    command: Command;
    caret: { measure: number; at: number };
    anchor?: { measure: number; at: number } | undefined;
  }[],
): EditState[] {
  const states: EditState[] = [{ score, caret: { measure: 0, at: 0 } }];
  for (const { command, caret, anchor } of steps) {
    const { score: now } = states.at(-1) as EditState;
    const at = clampCaret(now, caret);
    const done = applyCommand(
      { score: now, caret: at, ...(anchor !== undefined && { anchor: clampCaret(now, anchor) }) },
      command,
    );
    if (done.ok) states.push(done.value);
  }
  return states;
}

const steps = fc.array(step, { minLength: 1, maxLength: 12 });

describe('whatever is done to a line', () => {
  it('it can still be stored, and the caret stands in it', () => {
    fc.assert(
      fc.property(arbitraryScore(4), steps, (score, list) => {
        for (const { score: after, caret } of play(score, list)) {
          const read = readExercise(exercise(after));
          expect(read.ok ? [] : read.problems).toEqual([]);
          expect(clampCaret(after, caret)).toEqual(caret);
          expect(after.measures[0]).toMatchObject({
            clef: expect.any(String),
            key: expect.anything(),
            meter: expect.anything(),
          });
        }
      }),
    );
  });

  it('each step can be taken back and done again', () => {
    fc.assert(
      fc.property(arbitraryScore(4), steps, (score, list) => {
        const states = play(score, list).map((s) => exercise(s.score));
        for (let i = 1; i < states.length; i++) {
          const [before, after] = [states[i - 1] as Exercise, states[i] as Exercise];
          const patch = diffExercise(before, after);
          if (patch === undefined) expect(after).toEqual(before);
          else {
            expect(applyPatch(before, patch)).toEqual(after);
            expect(revertPatch(after, patch)).toEqual(before);
          }
        }
      }),
    );
  });

  it('a pushed note leaves all bars full but the last of its passage', () => {
    fc.assert(
      fc.property(arbitraryScore(5), arbitraryCaret, arbitraryPen, fc.boolean(), (score, caret, pen, rest) => {
        const at = clampCaret(score, caret);
        fc.pre(
          score.measures[at.measure]?.pickup !== true &&
            !score.measures.some((m) => m.events.some((e) => e.duration.tuplet !== undefined)) &&
            !pen.triplet &&
            (pen.value !== '32nd' || pen.dots === 0),
        );
        const pitch = { step: 'G', alter: 0, octave: 4 } as Written;
        const done = applyCommand(
          { score, caret: at },
          rest
            ? { kind: 'write-rest', pen: { ...pen, mode: 'push' } }
            : { kind: 'write-note', pitch, pen: { ...pen, mode: 'push' } },
        );
        expect(done.ok).toBe(true);
        if (!done.ok) return;
        const after = done.value.score;
        const quarters = (s: Score<Written>) =>
          s.measures.reduce((sum, m) => sum + filledQuarters(m).n / filledQuarters(m).d, 0);
        expect(quarters(after)).toBeGreaterThan(quarters(score));
        const short = placeMeasures(after).filter(
          ({ measure, meter }) =>
            compare(filledQuarters(measure), measureQuarters(meter)) < 0 && measure.pickup !== true,
        );
        const long = placeMeasures(after).filter(
          ({ measure, meter }) => compare(filledQuarters(measure), measureQuarters(meter)) > 0,
        );
        expect(long).toEqual([]);
        expect(short.length).toBeLessThanOrEqual(1);
      }),
    );
  });

  it('what is pushed in and taken away again leaves the sound as it was', () => {
    fc.assert(
      fc.property(arbitraryScore(4), arbitraryCaret, (score, caret) => {
        const at = clampCaret(score, caret);
        fc.pre(!score.measures.some((m) => m.pickup === true || m.events.some((e) => e.duration.tuplet !== undefined)));
        const pen = { value: 'quarter', dots: 0, triplet: false, mode: 'push' } as const;
        const written = applyCommand({ score, caret: at }, { kind: 'write-rest', pen });
        if (!written.ok) return;
        const back = applyCommand(written.value, { kind: 'remove', back: true, mode: 'push' });
        const sounds = (s: Score<Written>) =>
          s.measures
            .flatMap((m) => m.events)
            .filter((e) => e.kind === 'note')
            .map((e) => e.pitch.step)
            .join('');
        const joined = (text: string) => text.replace(/(.)\1+/g, '$1');
        expect(back.ok && joined(sounds(back.value.score))).toBe(joined(sounds(score)));
      }),
    );
  });
});

describe('the caret', () => {
  it('walks through every note from the start to the end and back', () => {
    fc.assert(
      fc.property(arbitraryScore(5), (score) => {
        const walk = (move: 'left' | 'right', from: EditState['caret']) => {
          const seen = [from];
          for (;;) {
            const next = moveCaret(score, seen.at(-1) as EditState['caret'], move);
            if (JSON.stringify(next) === JSON.stringify(seen.at(-1))) return seen;
            seen.push(next);
            if (seen.length > 500) throw new Error('the caret walks in a circle');
          }
        };
        const right = walk('right', { measure: 0, at: 0 });
        const places = score.measures.flatMap((m, measure) => m.events.map((_e, at) => ({ measure, at })));
        expect(right).toEqual(expect.arrayContaining(places));
        expect(walk('left', right.at(-1) as EditState['caret']).reverse()).toEqual(right);
      }),
    );
  });
});

describe('what is copied', () => {
  it('is the selection, and pasted at the end sounds the same', () => {
    fc.assert(
      fc.property(arbitraryScore(4), arbitraryCaret, arbitraryCaret, (score, a, b) => {
        const state = { score, anchor: clampCaret(score, a), caret: clampCaret(score, b) };
        const clip = copySelection(state);
        const places = selectedPlaces(state);
        if (clip === undefined) return expect(places).toEqual([]);
        const events = (s: Score<Written>) => s.measures.flatMap((m) => m.events);
        expect(events(clip)).toHaveLength(places.length);
        const pasted = applyCommand(
          { score, caret: moveCaret(score, { measure: 0, at: 0 }, 'end') },
          { kind: 'paste', clip, mode: 'insert' },
        );
        if (!pasted.ok) throw new Error('refused');
        const plain = (s: Score<Written>, from: number) =>
          shown({ ...s, measures: s.measures })
            .replace(/ \| /g, ' ')
            .split(' ')
            .slice(from);
        expect(events(pasted.value.score).length).toBe(events(score).length + places.length);
        expect(plain(pasted.value.score, events(score).length).join(' ').replace(/[()]/g, '')).toBe(
          plain(clip, 0).join(' ').replace(/[()]/g, ''),
        );
        return undefined;
      }),
    );
  });
});

describe('two changes of one line', () => {
  it('come together when they touch different bars', () => {
    fc.assert(
      fc.property(arbitraryScore(6), (score) => {
        fc.pre(score.measures.length >= 4);
        const change = (measure: number, command: Command) => {
          const done = applyCommand({ score, caret: { measure, at: 1 } }, command);
          if (!done.ok) throw new Error('refused');
          return exercise(done.value.score);
        };
        const pen = { value: 'quarter', dots: 0, triplet: false, mode: 'insert' } as const;
        const [mine, theirs] = [change(0, { kind: 'write-rest', pen }), change(2, { kind: 'write-rest', pen })];
        const merged = mergeExercises(exercise(score), mine, theirs);
        expect(merged.merged).toBe(true);
        if (!merged.merged) return;
        const { measures } = merged.exercise.source;
        expect(measures[0]).toEqual(mine.source.measures[0]);
        const idless = (m: (typeof measures)[number] | undefined) => m?.events.map(({ id: _id, ...e }) => e);
        expect(idless(measures[2])).toEqual(idless(theirs.source.measures[2]));
        expect(measures).toHaveLength(score.measures.length);
        expect(readExercise(merged.exercise).ok).toBe(true);
      }),
    );
  });

  it('come together also when a store has put the fields in another order', () => {
    fc.assert(
      fc.property(arbitraryScore(4), (score) => {
        const turned = <T>(value: T): T =>
          JSON.parse(
            JSON.stringify(value, (_k, v: unknown) =>
              typeof v === 'object' && v !== null && !Array.isArray(v)
                ? Object.fromEntries(Object.entries(v).reverse())
                : v,
            ),
          ) as T;
        const done = applyCommand(
          { score, caret: { measure: 1, at: 0 } },
          { kind: 'write-rest', pen: { value: 'half', dots: 0, triplet: false, mode: 'insert' } },
        );
        if (!done.ok) throw new Error('refused');
        expect(diffExercise(exercise(score), turned(exercise(score)))).toBeUndefined();
        expect(mergeExercises(exercise(score), exercise(done.value.score), turned(exercise(score)))).toEqual({
          merged: true,
          exercise: exercise(done.value.score),
        });
      }),
    );
  });

  it('clash when they touch the same bar differently, and not when they do the same', () => {
    fc.assert(
      fc.property(arbitraryScore(4), (score) => {
        const change = (value: 'quarter' | 'half') => {
          const done = applyCommand(
            { score, caret: { measure: 1, at: 0 } },
            { kind: 'write-rest', pen: { value, dots: 0, triplet: false, mode: 'insert' } },
          );
          if (!done.ok) throw new Error('refused');
          return exercise(done.value.score);
        };
        expect(mergeExercises(exercise(score), change('quarter'), change('half'))).toEqual({
          merged: false,
          clashes: [{ line: 0, measures: [1], besides: false }],
        });
        expect(mergeExercises(exercise(score), change('half'), exercise(score))).toEqual({
          merged: true,
          exercise: change('half'),
        });
        expect(mergeExercises(exercise(score), exercise(score), change('half'))).toEqual({
          merged: true,
          exercise: change('half'),
        });
      }),
    );
  });
});
