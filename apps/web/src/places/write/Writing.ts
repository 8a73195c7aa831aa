import type { ExerciseView } from '@cifra/contract';
import {
  applyCommand,
  applyPatch,
  type Caret,
  clampCaret,
  type Command,
  diffExercise,
  type EditState,
  type Exercise,
  FIRST_PEN,
  type PageTransposition,
  pageTransposition,
  linesOf,
  MAX_LINES,
  mergeExercises,
  type PageOwner,
  type Pen,
  type Problem,
  revertPatch,
  settleCaret,
  type Teaching,
  withLine,
  withLines,
} from '@cifra/core';
import { dequal } from 'dequal';
import { type Draft, keepDraft, type Step } from '../../exercise/drafts';
import { Presence } from './Presence';
import { Saver, type Saved, type SaveStatus } from './Saver';

/** Everything that the place shows. A new object after each change. */
export interface WritingState {
  readonly exercise: Exercise;
  /** Which of the lines is written. */
  readonly line: number;
  readonly caret: Caret;
  readonly anchor?: Caret;
  readonly pen: Pen;
  readonly lens: PageTransposition;
  readonly status: SaveStatus;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** Why the last command did nothing. */
  readonly refused?: Problem;
  /** Both sides of a change that cannot both stand. */
  readonly conflict?: { readonly mine: Exercise; readonly theirs: ExerciseView; readonly base: Exercise };
  /** The same exercise is open in another window of this browser. */
  readonly otherWindow: boolean;
  /** In how many other windows, here or on other machines, the server knows it to be open. */
  readonly others: number;
}

export interface WritingStart {
  readonly stored: ExerciseView;
  readonly draft?: { readonly draft: Draft; readonly steps: readonly Step[] } | undefined;
  readonly teaching: Teaching;
  /** Tells of changes that came from elsewhere. */
  readonly onNotice: (text: string) => void;
  /** A new version is stored. */
  readonly onStored: (view: ExerciseView) => void;
}

/** How long after a key the browser's own copy is made. */
const KEEP_MS = 250;

/**
 * An exercise while it is written: its state, the steps that lead to it, and its way to the browser's store and the
 * server.
 *
 * Every change is kept in the browser within a blink and sent a moment later; while the server is away, later.
 */
export class Writing {
  private state: WritingState;
  private readonly listeners = new Set<() => void>();
  private steps: Step[] = [];
  private done = 0;
  private readonly saver: Saver;
  private readonly presence: Presence;
  private keeping: Promise<void> = Promise.resolve();
  private keepTimer: ReturnType<typeof setTimeout> | undefined;
  private unkept: { readonly index: number; readonly step: Step }[] = [];
  private readonly teaching: Teaching;
  private readonly onNotice: WritingStart['onNotice'];
  private warned = false;
  /** The last thing done was to choose a value: a dot now belongs to the notes to come. */
  valueJustChosen = false;

  constructor({ stored, draft, teaching, onNotice, onStored }: WritingStart) {
    this.teaching = teaching;
    this.onNotice = onNotice;
    const kept = draft?.draft;
    const exercise = stored.document;
    this.state = {
      exercise,
      line: 0,
      caret: endOf(exercise, 0),
      pen: FIRST_PEN,
      lens: pageTransposition(exercise, exercise.owner, teaching),
      status: 'saved',
      canUndo: false,
      canRedo: false,
      otherWindow: false,
      others: 0,
    };
    this.saver = new Saver(stored, {
      onStatus: (status) => this.set({ status }),
      onSaved: (saved) => {
        // At once: a reload now has to know from which version it goes on.
        this.keepNow();
        onStored(saved);
      },
      onConflict: (theirs) => this.bringIn(theirs),
      onOtherWindow: () => this.set({ otherWindow: true }),
    });
    this.presence = new Presence(stored.id, ({ others, version }) => {
      this.set({ others, ...(others === 0 ? { otherWindow: false } : {}) });
      this.saver.stands(version);
    });
    if (draft !== undefined && kept !== undefined) this.resume(kept, draft.steps, stored);
  }

  /** Goes on from what the browser kept: with its steps, and with changes that were not sent. */
  private resume(kept: Draft, steps: readonly Step[], stored: ExerciseView): void {
    this.steps = [...steps];
    this.done = Math.min(kept.done, steps.length);
    this.set({
      exercise: kept.document,
      caret: endOf(kept.document, 0),
      lens: pageTransposition(kept.document, kept.document.owner, this.teaching),
    });
    // While the server is away an older copy may stand in for what is stored.
    const stale = kept.base.version > stored.version;
    if (!kept.changed) {
      if (stale) this.saver.base = kept.base;
      else if (!dequal(kept.document, stored.document)) this.adopt(stored.document);
      return;
    }
    this.saver.resume({ version: kept.base.version, document: kept.base.document }, kept.document, kept.title);
    this.onNotice('Changes from before that had not been sent are here again.');
    if (kept.base.version < stored.version) this.bringIn(stored);
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  snapshot = (): WritingState => this.state;

  private set(change: Partial<WritingState>): void {
    this.state = { ...this.state, ...change, canUndo: this.done > 0, canRedo: this.done < this.steps.length };
    for (const l of this.listeners) l();
  }

  get edit(): EditState {
    const { exercise, line, caret, anchor } = this.state;
    return { score: linesOf(exercise)[line] ?? exercise.source, caret, ...(anchor === undefined ? {} : { anchor }) };
  }

  /** Does a command on the current line; when it can do nothing the state says why. */
  run(command: Command): boolean {
    this.valueJustChosen = false;
    const before = this.edit;
    const result = applyCommand(before, command);
    if (!result.ok) {
      const [refused] = result.problems;
      this.set(refused === undefined ? {} : { refused });
      return false;
    }
    const { score, caret, anchor } = result.value;
    this.change(
      score === before.score ? this.state.exercise : withLine(this.state.exercise, this.state.line, score),
      caret,
      anchor,
    );
    return true;
  }

  /** Takes another state of the exercise as the next step. */
  change(exercise: Exercise, caret: Caret = this.state.caret, anchor?: Caret, line = this.state.line): void {
    const patch = exercise === this.state.exercise ? undefined : diffExercise(this.state.exercise, exercise);
    const { anchor: _a, refused: _r, ...plain } = this.state;
    this.state = plain;
    if (patch === undefined) {
      this.set({ caret, ...(anchor === undefined ? {} : { anchor }) });
      return;
    }
    const step: Step = { patch, line: this.state.line, before: this.state.caret, after: caret };
    this.steps = [...this.steps.slice(0, this.done), step];
    this.done += 1;
    this.set({ exercise, line, caret, ...(anchor === undefined ? {} : { anchor }) });
    if (patch.rest !== undefined)
      this.show(exercise.owner === this.state.lens.page ? exercise.owner : this.state.lens.page);
    this.saver.changed(exercise);
    this.keep({ index: this.done - 1, step });
  }

  undo(): void {
    const step = this.steps[this.done - 1];
    if (step === undefined) return;
    this.done -= 1;
    this.walk(revertPatch(this.state.exercise, step.patch), step.line, step.before);
  }

  redo(): void {
    const step = this.steps[this.done];
    if (step === undefined) return;
    this.done += 1;
    this.walk(applyPatch(this.state.exercise, step.patch), step.line, step.after);
  }

  private walk(exercise: Exercise, wanted: number, caret: Caret): void {
    const line = Math.min(wanted, linesOf(exercise).length - 1);
    const { anchor: _a, refused: _r, ...plain } = this.state;
    this.state = plain;
    this.set({ exercise, line, caret: clampCaret(linesOf(exercise)[line] ?? exercise.source, caret) });
    this.show(this.state.lens.page);
    this.saver.changed(exercise);
    this.keep();
  }

  /** Moves the caret; with `select` the selection grows to it. */
  place(caret: Caret, select = false): void {
    this.valueJustChosen = false;
    const { anchor = this.state.caret, refused: _r, ...rest } = this.state;
    const { anchor: _a, ...plain } = rest as WritingState;
    const settled = select ? clampCaret(this.edit.score, caret) : settleCaret(this.edit.score, caret);
    this.state = plain;
    this.set({ caret: settled, ...(select && !dequal(anchor, settled) ? { anchor } : {}) });
  }

  select(anchor: Caret, caret: Caret): void {
    this.set({ anchor, caret });
  }

  hold(pen: Partial<Pen>): void {
    this.valueJustChosen = pen.value !== undefined || pen.dots !== undefined;
    this.set({ pen: { ...this.state.pen, ...pen } });
  }

  /** Shows the line as it stands on somebody's page. */
  show(page: PageOwner): void {
    this.set({ lens: pageTransposition(this.state.exercise, page, this.teaching) });
  }

  /** Says whose page the line was read from: the notes stay where they stand, their sound changes. */
  own(owner: PageOwner): void {
    this.change({ ...this.state.exercise, owner });
    this.show(owner);
  }

  chooseLine(line: number): void {
    if (line === this.state.line || linesOf(this.state.exercise)[line] === undefined) return;
    const { anchor: _a, ...plain } = this.state;
    this.state = plain;
    this.set({ line, caret: endOf(this.state.exercise, line) });
  }

  /** Adds an empty line under the others, with clef, key and meter of the first. */
  addLine(): void {
    const lines = linesOf(this.state.exercise);
    const first = lines[0]?.measures[0];
    if (first === undefined || lines.length >= MAX_LINES) return;
    const { clef, key, meter } = first;
    const fresh = {
      title: this.state.exercise.source.title,
      measures: [
        {
          id: 'm1',
          events: [],
          ...(clef === undefined ? {} : { clef }),
          ...(key === undefined ? {} : { key }),
          ...(meter === undefined ? {} : { meter }),
        },
      ],
      slurs: [],
      hairpins: [],
    };
    this.change(withLines(this.state.exercise, [...lines, fresh]), { measure: 0, at: 0 }, undefined, lines.length);
  }

  removeLine(): void {
    const lines = linesOf(this.state.exercise);
    if (lines.length < 2) return;
    const { line } = this.state;
    const left = lines.filter((_l, i) => i !== line);
    const next = Math.min(line, left.length - 1);
    this.change(withLines(this.state.exercise, left), { measure: 0, at: 0 }, undefined, next);
  }

  rename(title: string): void {
    this.change(
      withLines(
        this.state.exercise,
        linesOf(this.state.exercise).map((l) => ({ ...l, title })),
      ),
    );
  }

  /** Another version came to light: both changes are brought together, or the teacher is asked. */
  bringIn(theirs: ExerciseView): void {
    const base = this.saver.base.document;
    const mine = this.state.exercise;
    if (!this.saver.isChanged) {
      this.saver.rebase(theirs);
      this.adopt(theirs.document);
      return;
    }
    if (this.descendsFrom(theirs.document)) {
      // What is stored is an earlier state of this very line: a save whose answer was lost, say.
      this.saver.rebase(theirs);
      this.saver.changed(mine);
      return;
    }
    const merged = mergeExercises(base, mine, theirs.document);
    if (!merged.merged) {
      this.saver.pause();
      this.set({ conflict: { mine, theirs, base } });
      return;
    }
    this.saver.rebase(theirs);
    this.onNotice('Changes made elsewhere were brought in beside yours.');
    this.change(merged.exercise);
    this.saver.changed(this.state.exercise);
  }

  /** Whether the line was just like that at some time, by its own steps. */
  private descendsFrom(document: Exercise): boolean {
    let state = this.state.exercise;
    for (let i = this.done; ; i--) {
      if (dequal(state, document)) return true;
      const step = this.steps[i - 1];
      if (step === undefined) return false;
      state = revertPatch(state, step.patch);
    }
  }

  private adopt(document: Exercise): void {
    if (dequal(document, this.state.exercise)) return;
    this.change(document, clampCaret(linesOf(document)[this.state.line] ?? document.source, this.state.caret));
    this.saver.matches(document);
    this.onNotice('This exercise was changed elsewhere: you see the newer version. Undo brings yours back.');
  }

  /** Ends a conflict with the exercise that is to stand. */
  settle(exercise: Exercise): void {
    const { conflict, ...rest } = this.state;
    if (conflict === undefined) return;
    this.state = rest;
    this.saver.rebase(conflict.theirs);
    this.change(exercise);
    this.set({});
    this.saver.changed(exercise);
  }

  /** Sends what is not sent yet, at once. */
  saveNow = (): Promise<void> => {
    if (this.keepTimer !== undefined) this.keepNow();
    return this.saver.saveNow();
  };
  close = (): void => {
    if (this.keepTimer !== undefined) this.keepNow();
    this.presence.close();
    this.saver.close();
  };
  saved = (): Saved => this.saver.base;

  /**
   * Keeps the newest state a moment after a burst of keys, with all steps done meanwhile: copying a long line takes
   * time.
   */
  private keep(step?: { readonly index: number; readonly step: Step }): void {
    if (step !== undefined) this.unkept = [...this.unkept.filter((s) => s.index < step.index), step];
    this.keepTimer ??= setTimeout(() => this.keepNow(), KEEP_MS);
  }

  private keepNow(): void {
    clearTimeout(this.keepTimer);
    this.keepTimer = undefined;
    const steps = this.unkept;
    this.unkept = [];
    const draft: Draft = {
      exerciseId: this.saver.id,
      title: this.state.exercise.source.title,
      document: this.state.exercise,
      base: this.saver.base,
      changed: this.saver.isChanged,
      done: this.done,
    };
    this.keeping = this.keeping
      .then(() => keepDraft(draft, steps))
      .catch(() => {
        if (this.warned) return;
        this.warned = true;
        this.onNotice(
          'This browser keeps nothing for later. Your work is sent to the server only: stay connected, and wait for "Saved" before you close the window.',
        );
      });
  }
}

function endOf(exercise: Exercise, line: number): Caret {
  const score = linesOf(exercise)[line] ?? exercise.source;
  const measure = score.measures.length - 1;
  return { measure, at: score.measures[measure]?.events.length ?? 0 };
}
