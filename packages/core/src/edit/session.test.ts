import fc from 'fast-check';
import type { Exercise } from '../exercise/exercise';
import { MAX_NOTES } from '../exercise/limits';
import { linesOf, MAX_LINES } from '../exercise/lines';
import { parsePitch, type Written } from '../pitch/pitch';
import type { Score } from '../score/score';
import { arbitraryCaret, arbitraryCommand } from '../testing/arbitraryCommand';
import { arbitraryScore } from '../testing/arbitraryScore';
import { line } from '../testing/line';
import { shown } from '../testing/typing';
import { clampCaret } from './caret';
import { FIRST_PEN } from './pen';
import {
  addLine,
  changeExercise,
  chooseLine,
  doCommand,
  editOf,
  type EditSession,
  hasBeen,
  openSession,
  placeCaret,
  redo,
  removeLine,
  rename,
  selectBetween,
  undo,
} from './session';

const exercise = (source: Score<Written>): Exercise => ({ owner: 'concert', source, partChoices: {} });
const open = (text: string): EditSession => openSession(exercise(line<Written>(text)));
const write = (session: EditSession, note: string): EditSession =>
  doCommand(session, { kind: 'write-note', pitch: parsePitch<Written>(note), pen: FIRST_PEN });
const music = (session: EditSession): string => shown(editOf(session).score);

/** Anything that may be done to an exercise while it is edited. */
const anything: fc.Arbitrary<(s: EditSession) => EditSession> = fc.oneof(
  { weight: 6, arbitrary: arbitraryCommand.map((command) => (s: EditSession) => doCommand(s, command)) },
  {
    weight: 2,
    arbitrary: fc.tuple(arbitraryCaret, fc.boolean()).map(
      ([c, all]) =>
        (s: EditSession) =>
          placeCaret(s, c, all),
    ),
  },
  fc.constantFrom(
    addLine,
    removeLine,
    (s: EditSession) => chooseLine(s, 1),
    (s: EditSession) => rename(s, 'Other'),
  ),
  fc.constantFrom(undo, redo),
);
const often = (turn: (s: EditSession) => EditSession, s: EditSession): EditSession =>
  Array.from({ length: 40 }).reduce<EditSession>((now) => turn(now), s);

describe('an exercise while it is edited', () => {
  it('takes no note beyond the most of all lines together, says so, and lets notes go', () => {
    const half = Array.from({ length: MAX_NOTES / 8 }, () => 'C4 D4 E4 F4').join(' | ');
    const full = openSession({ ...exercise(line<Written>(half)), otherLines: [line<Written>(half)] });
    const refused = write(full, 'G4');
    expect(refused.refused).toMatchObject({ code: 'line-too-long', facts: { notes: MAX_NOTES + 1 } });
    expect(refused.exercise).toBe(full.exercise);
    const shorter = doCommand(full, { kind: 'remove', back: true, mode: 'push' });
    expect(shorter.refused).toBeUndefined();
    expect(write(shorter, 'G4').refused).toBeUndefined();
  });

  it('whatever was done, all of it can be taken back and done again, and the caret stands in a line that is there', () => {
    fc.assert(
      fc.property(arbitraryScore(3), fc.array(anything, { maxLength: 15 }), (score, doings) => {
        const first = exercise(score);
        const last = doings.reduce((s, doing) => doing(s), openSession(first));
        expect(clampCaret(editOf(last).score, last.caret)).toEqual(last.caret);
        expect(linesOf(last.exercise)[last.line]).toBeDefined();
        const back = often(undo, last);
        expect(back.exercise).toEqual(first);
        expect(hasBeen(last, first)).toBe(true);
        expect(often(redo, last)).toMatchObject({ exercise: often(redo, back).exercise, done: last.steps.length });
      }),
    );
  });

  it('a new step takes the place of what could have been done again', () => {
    const one = write(open('G4'), 'A4');
    const other = write(undo(one), 'B4');
    expect(music(other)).toBe('G4q B4q');
    expect(redo(other)).toBe(other);
    expect(other.steps).toHaveLength(1);
  });

  it('what a command cannot do is said until something else is done', () => {
    const refused = doCommand(openSession(exercise({ ...line<Written>('G4'), measures: [{ id: 'm1', events: [] }] })), {
      kind: 'tie',
    });
    expect(refused.refused).toMatchObject({ code: 'nothing-to-change' });
    expect(refused.steps).toEqual([]);
    expect(write(refused, 'G4').refused).toBeUndefined();
  });

  it('a selection grows to the caret, is let go of by a step aside, and is none from a place to itself', () => {
    const start = placeCaret(open('G4 A4 B4 C5'), { measure: 0, at: 1 });
    const grown = placeCaret(placeCaret(start, { measure: 0, at: 2 }, true), { measure: 0, at: 3 }, true);
    expect([grown.anchor, grown.caret.at]).toEqual([{ measure: 0, at: 1 }, 3]);
    expect(placeCaret(grown, { measure: 0, at: 1 }, true).anchor).toBeUndefined();
    expect(placeCaret(grown, { measure: 0, at: 2 }).anchor).toBeUndefined();
    expect(selectBetween(start, { measure: 0, at: 0 }, { measure: 0, at: 4 })).toMatchObject({ anchor: { at: 0 } });
  });

  it('lines are added with the head of the first, up to a quartet, taken away down to one, and back on the right one', () => {
    const first = open('G4:w');
    const two = addLine(first);
    expect(linesOf(two.exercise)[1]?.measures[0]).toMatchObject({ events: [], clef: 'treble' });
    expect([two.line, two.caret]).toEqual([1, { measure: 0, at: 0 }]);
    const pickup = doCommand(placeCaret(open('D4'), { measure: 0, at: 0 }), { kind: 'pickup' });
    expect(linesOf(addLine(pickup).exercise)[1]?.measures[0]?.pickup).toBe(true);
    expect(linesOf(often(addLine, first).exercise)).toHaveLength(MAX_LINES);
    const below = write(two, 'C5');
    expect(undo(chooseLine(below, 0))).toMatchObject({ line: 1, exercise: two.exercise });
    expect(linesOf(often(removeLine, below).exercise)).toHaveLength(1);
    expect(chooseLine(first, 3)).toBe(first);
  });

  it('goes on from kept steps, some of them taken back', () => {
    const done = write(write(open('G4'), 'A4'), 'B4');
    const back = undo(done);
    const resumed = openSession(back.exercise, back.steps, back.done);
    expect(music(redo(resumed))).toBe('G4q A4q B4q');
    expect(music(undo(resumed))).toBe('G4q');
    expect(openSession(back.exercise, back.steps, 9).done).toBe(2);
  });

  it('what is alike is no step', () => {
    const session = open('G4');
    expect(changeExercise(session, exercise(line('G4'))).steps).toEqual([]);
    expect(rename(session, session.exercise.source.title).steps).toEqual([]);
    expect(linesOf(rename(addLine(session), 'Pond').exercise).map((l) => l.title)).toEqual(['Pond', 'Pond']);
  });
});
