import { dequal } from 'dequal';
import type { Exercise } from '../exercise/exercise';
import { sizeFault } from '../exercise/limits';
import { linesOf, MAX_LINES, withLine, withLines } from '../exercise/lines';
import type { Problem } from '../problem/problem';
import { applyCommand } from './applyCommand';
import { type Caret, clampCaret, type EditState, moveCaret, settleCaret } from './caret';
import type { Command } from './command';
import { applyPatch, diffExercise, type Patch, revertPatch } from './patch';

/** One step that can be taken back: what it changed, on which line, and where the caret stood before and after. */
export interface EditStep {
  readonly patch: Patch;
  readonly line: number;
  readonly before: Caret;
  readonly after: Caret;
}

/** An exercise while it is edited, with the steps that lead to it and back. Every function here gives a new one. */
export interface EditSession {
  readonly exercise: Exercise;
  /** Which of the lines is edited. */
  readonly line: number;
  readonly caret: Caret;
  /** The other end of the selection. */
  readonly anchor?: Caret;
  readonly steps: readonly EditStep[];
  /** How many of the steps are done; the others can be done again. */
  readonly done: number;
  /** Why the last command did nothing. */
  readonly refused?: Problem;
}

/** Where a line ends. */
const endOf = (exercise: Exercise, line: number): Caret =>
  moveCaret(linesOf(exercise)[line] ?? exercise.source, { measure: 0, at: 0 }, 'end');

/**
 * Begins with an exercise, or goes on where some of its steps are done. The caret stands at the end of the first line.
 */
export const openSession = (exercise: Exercise, steps: readonly EditStep[] = [], done = steps.length): EditSession => ({
  exercise,
  line: 0,
  caret: endOf(exercise, 0),
  steps,
  done: Math.min(done, steps.length),
});

/** The line that is edited, with caret and selection. */
export const editOf = ({ exercise, line, caret, anchor }: EditSession): EditState => ({
  score: linesOf(exercise)[line] ?? exercise.source,
  caret,
  ...(anchor !== undefined && { anchor }),
});

/** The session with caret and selection elsewhere, and nothing refused. */
const standing = ({ exercise, line, steps, done }: EditSession, caret: Caret, anchor?: Caret): EditSession => ({
  exercise,
  line,
  caret,
  ...(anchor !== undefined && { anchor }),
  steps,
  done,
});

/** Takes another state of the exercise as the next step; what could have been done again is forgotten. */
export function changeExercise(
  session: EditSession,
  exercise: Exercise,
  { caret = session.caret, anchor, line = session.line }: Partial<Pick<EditSession, 'caret' | 'anchor' | 'line'>> = {},
): EditSession {
  const moved = standing(session, caret, anchor);
  const patch = exercise === session.exercise ? undefined : diffExercise(session.exercise, exercise);
  if (patch === undefined) return moved;
  const step: EditStep = { patch, line: session.line, before: session.caret, after: caret };
  const steps = [...session.steps.slice(0, session.done), step];
  return { ...moved, exercise, line, steps, done: steps.length };
}

/** Does a command on the line that is edited; one that can do nothing leaves all as it is and says why. */
export function doCommand(session: EditSession, command: Command): EditSession {
  const before = editOf(session);
  const result = applyCommand(before, command);
  if (!result.ok) {
    const [refused] = result.problems;
    return refused === undefined ? session : { ...session, refused };
  }
  const { score, caret, anchor } = result.value;
  const exercise = score === before.score ? session.exercise : withLine(session.exercise, session.line, score);
  const tooLarge = exercise === session.exercise ? undefined : sizeFault(linesOf(exercise));
  if (tooLarge !== undefined) return { ...session, refused: tooLarge };
  return changeExercise(session, exercise, { caret, ...(anchor !== undefined && { anchor }) });
}

/** The session after a step was taken back or done again, on the line where that was. */
function walked(
  session: EditSession,
  exercise: Exercise,
  done: number,
  { line, caret }: { line: number; caret: Caret },
) {
  const there = Math.min(line, linesOf(exercise).length - 1);
  const at = clampCaret(linesOf(exercise)[there] ?? exercise.source, caret);
  return { ...standing(session, at), exercise, line: there, done };
}

/** Takes the last step back. */
export function undo(session: EditSession): EditSession {
  const step = session.steps[session.done - 1];
  if (step === undefined) return session;
  const exercise = revertPatch(session.exercise, step.patch);
  return walked(session, exercise, session.done - 1, { line: step.line, caret: step.before });
}

/** Does the step again that was taken back last. */
export function redo(session: EditSession): EditSession {
  const step = session.steps[session.done];
  if (step === undefined) return session;
  const exercise = applyPatch(session.exercise, step.patch);
  return walked(session, exercise, session.done + 1, { line: step.line, caret: step.after });
}

/** Moves the caret; with `select` the selection grows to it. */
export function placeCaret(session: EditSession, caret: Caret, select = false): EditSession {
  const { score } = editOf(session);
  if (!select) return standing(session, settleCaret(score, caret));
  const { anchor = session.caret } = session;
  const to = clampCaret(score, caret);
  return standing(session, to, dequal(anchor, to) ? undefined : anchor);
}

/** Selects from one caret to another. */
export const selectBetween = (session: EditSession, anchor: Caret, caret: Caret): EditSession =>
  standing(session, caret, anchor);

/** Goes to the end of another line; stays where there is none. */
export const chooseLine = (session: EditSession, line: number): EditSession =>
  line === session.line || linesOf(session.exercise)[line] === undefined
    ? session
    : { ...standing(session, endOf(session.exercise, line)), line };

const START: Caret = { measure: 0, at: 0 };

/** Adds an empty line under the others, with clef, key and meter of the first, up to `MAX_LINES`. */
export function addLine(session: EditSession): EditSession {
  const lines = linesOf(session.exercise);
  const first = lines[0]?.measures[0];
  if (first === undefined || lines.length >= MAX_LINES) return session;
  const { clef, key, meter, pickup } = first;
  const measure = {
    id: 'm1',
    events: [],
    ...(clef !== undefined && { clef }),
    ...(key !== undefined && { key }),
    ...(meter !== undefined && { meter }),
    // What is a pickup in one line is one in all of them.
    ...(pickup === true && { pickup }),
  };
  const fresh = { title: session.exercise.source.title, measures: [measure], slurs: [], hairpins: [] };
  const exercise = withLines(session.exercise, [...lines, fresh]);
  return changeExercise(session, exercise, { caret: START, line: lines.length });
}

/** Takes the line away that is edited, but never the last one. */
export function removeLine(session: EditSession): EditSession {
  const left = linesOf(session.exercise).filter((_l, i) => i !== session.line);
  if (left.length === 0) return session;
  const exercise = withLines(session.exercise, left);
  return changeExercise(session, exercise, { caret: START, line: Math.min(session.line, left.length - 1) });
}

/** Gives every line another title. */
export const rename = (session: EditSession, title: string): EditSession =>
  changeExercise(
    session,
    withLines(
      session.exercise,
      linesOf(session.exercise).map((l) => ({ ...l, title })),
    ),
  );

/** Whether the exercise was just like that at some time, by its own steps. */
export function hasBeen({ exercise, steps, done }: EditSession, before: Exercise): boolean {
  let state = exercise;
  for (let i = done; ; i--) {
    if (dequal(state, before)) return true;
    const step = steps[i - 1];
    if (step === undefined) return false;
    state = revertPatch(state, step.patch);
  }
}
