import type { ExerciseView } from '@cifra/contract';
import {
  addLine,
  type Caret,
  changeExercise,
  chooseLine,
  clampCaret,
  type Command,
  doCommand,
  type EditSession,
  type EditState,
  editOf,
  type EditStep,
  type Exercise,
  FIRST_PEN,
  hasBeen,
  linesOf,
  mergeExercises,
  openSession,
  type PageOwner,
  type PageTransposition,
  pageTransposition,
  type Pen,
  placeCaret,
  redo,
  removeLine,
  rename,
  selectBetween,
  type Teaching,
  undo,
} from '@cifra/core';
import { dequal } from 'dequal';
import type { Draft } from '../../exercise/drafts';
import { DraftKeeper } from './DraftKeeper';
import { Presence } from './Presence';
import { Saver, type Saved, type SaveStatus } from './Saver';

/** What the place shows besides the line. */
interface View {
  readonly pen: Pen;
  readonly lens: PageTransposition;
  readonly status: SaveStatus;
  /** Both sides of a change that cannot both stand. */
  readonly conflict: { readonly mine: Exercise; readonly theirs: ExerciseView; readonly base: Exercise } | undefined;
  /** The same exercise is open in another window of this browser. */
  readonly otherWindow: boolean;
  /** In how many other windows, here or on other machines, the server knows it to be open. */
  readonly others: number;
}

/** Everything that the place shows. A new object after each change. */
export interface WritingState extends View, Omit<EditSession, 'steps' | 'done'> {
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

export interface WritingStart {
  readonly stored: ExerciseView;
  readonly draft?: { readonly draft: Draft; readonly steps: readonly EditStep[] } | undefined;
  readonly teaching: Teaching;
  /** Tells of changes that came from elsewhere. */
  readonly onNotice: (text: string) => void;
  /** A new version is stored. */
  readonly onStored: (view: ExerciseView) => void;
}

function stateOf(view: View, { steps, done, ...edited }: EditSession): WritingState {
  return { ...view, ...edited, canUndo: done > 0, canRedo: done < steps.length };
}

/**
 * An exercise while it is written: its session, and its way to the browser's store and the server.
 *
 * Every change is kept in the browser within a blink and sent a moment later; while the server is away, later.
 */
export class Writing {
  private session: EditSession;
  private view: View;
  private state: WritingState;
  private readonly listeners = new Set<() => void>();
  private readonly saver: Saver;
  private readonly presence: Presence;
  private readonly drafts: DraftKeeper;
  private readonly teaching: Teaching;
  private readonly onNotice: WritingStart['onNotice'];
  /** The last thing done was to choose a value: a dot now belongs to the notes to come. */
  valueJustChosen = false;

  constructor({ stored, draft, teaching, onNotice, onStored }: WritingStart) {
    this.teaching = teaching;
    this.onNotice = onNotice;
    const { document } = stored;
    this.session = openSession(document);
    this.view = {
      pen: FIRST_PEN,
      lens: pageTransposition(document, document.owner, teaching),
      status: 'saved',
      conflict: undefined,
      otherWindow: false,
      others: 0,
    };
    this.state = stateOf(this.view, this.session);
    this.drafts = new DraftKeeper(
      () => ({
        exerciseId: this.saver.id,
        title: this.session.exercise.source.title,
        document: this.session.exercise,
        base: this.saver.base,
        changed: this.saver.isChanged,
        done: this.session.done,
      }),
      () =>
        onNotice(
          'This browser keeps nothing for later. Your work is sent to the server only: stay connected, and wait for "Saved" before you close the window.',
        ),
    );
    this.saver = new Saver(stored, {
      onStatus: (status) => this.show({ status }),
      onSaved: (saved) => {
        // At once: a reload now has to know from which version it goes on.
        this.drafts.keep();
        onStored(saved);
      },
      onConflict: (theirs) => this.bringIn(theirs),
      onOtherWindow: () => this.show({ otherWindow: true }),
    });
    this.presence = new Presence(stored.id, ({ others, version }) => {
      this.show({ others, ...(others === 0 && { otherWindow: false }) });
      this.saver.stands(version);
    });
    if (draft !== undefined) this.resume(draft.draft, draft.steps, stored);
  }

  /** Goes on from what the browser kept: with its steps, and with changes that were not sent. */
  private resume(kept: Draft, steps: readonly EditStep[], stored: ExerciseView): void {
    this.session = openSession(kept.document, steps, kept.done);
    this.show({ lens: pageTransposition(kept.document, kept.document.owner, this.teaching) });
    if (!kept.changed) {
      // While the server is away an older copy may stand in for what is stored.
      if (kept.base.version > stored.version) this.saver.base = kept.base;
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
  get edit(): EditState {
    return editOf(this.session);
  }

  private show(change: Partial<View> = {}): void {
    this.view = { ...this.view, ...change };
    this.state = stateOf(this.view, this.session);
    for (const l of this.listeners) l();
  }

  /** Takes the session on; an exercise that changed is kept and sent. */
  private take(next: EditSession): void {
    this.valueJustChosen = false;
    const before = this.session;
    this.session = next;
    if (next.exercise === before.exercise) {
      this.show();
      return;
    }
    const step = next.steps[next.done - 1];
    const isNew = step !== undefined && next.steps !== before.steps;
    // A note alone leaves the page in the octave that it has.
    const moves = !isNew || step.patch.rest !== undefined;
    this.show(moves ? { lens: pageTransposition(next.exercise, this.view.lens.page, this.teaching) } : {});
    this.saver.changed(next.exercise);
    this.drafts.changed(isNew ? { index: next.done - 1, step } : undefined);
  }

  /** Does a command on the current line; when it can do nothing the state says why. */
  run(command: Command): boolean {
    const next = doCommand(this.session, command);
    this.take(next);
    return next.refused === undefined;
  }

  /** Takes another state of the exercise as the next step. */
  change(exercise: Exercise, caret?: Caret): void {
    this.take(changeExercise(this.session, exercise, caret === undefined ? {} : { caret }));
  }

  undo = (): void => this.take(undo(this.session));
  redo = (): void => this.take(redo(this.session));
  place = (caret: Caret, select = false): void => this.take(placeCaret(this.session, caret, select));
  select = (anchor: Caret, caret: Caret): void => this.take(selectBetween(this.session, anchor, caret));
  chooseLine = (line: number): void => this.take(chooseLine(this.session, line));
  addLine = (): void => this.take(addLine(this.session));
  removeLine = (): void => this.take(removeLine(this.session));
  rename = (title: string): void => this.take(rename(this.session, title));

  hold(pen: Partial<Pen>): void {
    this.valueJustChosen = pen.value !== undefined || pen.dots !== undefined;
    this.show({ pen: { ...this.view.pen, ...pen } });
  }

  /** Shows the line as it stands on somebody's page. */
  showPage(page: PageOwner): void {
    this.show({ lens: pageTransposition(this.session.exercise, page, this.teaching) });
  }

  /** Says whose page the line was read from: the notes stay where they stand, their sound changes. */
  own(owner: PageOwner): void {
    this.change({ ...this.session.exercise, owner });
    this.showPage(owner);
  }

  /** Another version came to light: both changes are brought together, or the teacher is asked. */
  private bringIn(theirs: ExerciseView): void {
    const base = this.saver.base.document;
    const mine = this.session.exercise;
    if (!this.saver.isChanged) {
      this.saver.rebase(theirs);
      this.adopt(theirs.document);
      return;
    }
    if (hasBeen(this.session, theirs.document)) {
      // What is stored is an earlier state of this very line: a save whose answer was lost, say.
      this.saver.rebase(theirs);
      this.saver.changed(mine);
      return;
    }
    const merged = mergeExercises(base, mine, theirs.document);
    if (!merged.merged) {
      this.saver.pause();
      this.show({ conflict: { mine, theirs, base } });
      return;
    }
    this.saver.rebase(theirs);
    this.onNotice('Changes made elsewhere were brought in beside yours.');
    this.change(merged.exercise);
    this.saver.changed(this.session.exercise);
  }

  private adopt(document: Exercise): void {
    const { exercise, line, caret } = this.session;
    if (dequal(document, exercise)) return;
    this.change(document, clampCaret(linesOf(document)[line] ?? document.source, caret));
    this.saver.matches(document);
    this.onNotice('This exercise was changed elsewhere: you see the newer version. Undo brings yours back.');
  }

  /** Ends a conflict with the exercise that is to stand. */
  settle(exercise: Exercise): void {
    const { conflict } = this.view;
    if (conflict === undefined) return;
    this.saver.rebase(conflict.theirs);
    this.change(exercise);
    this.show({ conflict: undefined });
    this.saver.changed(exercise);
  }

  /** Sends what is not sent yet, at once. */
  saveNow = (): Promise<void> => {
    this.drafts.flush();
    return this.saver.saveNow();
  };
  close = (): void => {
    this.drafts.flush();
    this.presence.close();
    this.saver.close();
  };
  saved = (): Saved => this.saver.base;
}
