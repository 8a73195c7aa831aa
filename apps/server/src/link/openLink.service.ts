import type { AssignmentView, LinkedLine, OpenedLinkView, PupilView } from '@cifra/contract';
import { addDays, type Exercise, forPupil, type InstrumentId, isAssignedTo } from '@cifra/core';
import { Injectable } from '@nestjs/common';
import { AssignmentRepository } from '../assignment/assignment.repository';
import { AuthRepository } from '../auth/auth.repository';
import { FailureLimit } from '../auth/failureLimit';
import { ClassRepository } from '../class/class.repository';
import { classCopy, pupilCopy } from '../class/copies';
import { teachingOf } from '../class/teaching.service';
import { ExerciseService } from '../exercise/exercise.service';
import { present } from '../db/rows';
import { Refusal } from '../refusal/refusal';
import { LinkRepository, type LinkRow } from './link.repository';
import { LinkLimit } from './linkLimit';

const OPENS_NOTHING = 'This link opens nothing any more. Ask your teacher for a new one.';
/** What was due longer ago is not shown any more. */
const PAST_DAYS = 14;

const MOST_HANDED_IN = 3;

/** What is set and not long past, the nearest day first. */
const setLately = (assignments: readonly AssignmentView[], today: string): AssignmentView[] =>
  assignments.filter((w) => w.due >= addDays(today, -PAST_DAYS)).sort((a, b) => (a.due < b.due ? -1 : 1));

/** The line without what other pupils' pages hold. */
const lineFor = (
  { notTaken: _n, ...line }: Exercise,
  instrument: InstrumentId,
  pupil: PupilView | undefined,
  along: readonly InstrumentId[],
): Exercise => forPupil(line, pupil?.id, instrument, along);

/** What whoever has a link may see by it. */
@Injectable()
export class OpenLinkService {
  constructor(
    private readonly links: LinkRepository,
    private readonly exercises: ExerciseService,
    private readonly classes: ClassRepository,
    private readonly teachers: AuthRepository,
    private readonly assignments: AssignmentRepository,
    private readonly failures: FailureLimit,
    private readonly limit: LinkLimit,
  ) {}

  /**
   * What a link shows: its own part, and what it needs to sound the class's other instruments with it; without a word
   * of the class or other pupils.
   * @throws Refusal not-found for a link that never was, is revoked or is over, all alike; too-many-attempts for an
   * address that tries links, and for a link that is asked for too often
   */
  async open(token: string, address: string, today: string, line?: string): Promise<OpenedLinkView> {
    const { row, own } = await this.admit(token, address, today, line);
    const view = await this.find(row, own, today);
    if (view === undefined) throw new Refusal('not-found', OPENS_NOTHING);
    return view;
  }

  /**
   * Lets a link in: what it is to, and what its pupil plays where it is one pupil's own. Nothing more is read for its
   * own line.
   * @param line another line, that has to be set for the link's pupil
   * @returns the row as it is for the line that is asked for, and the line that the link was made for
   * @throws Refusal as open does
   */
  async admit(
    token: string,
    address: string,
    today: string,
    line?: string,
  ): Promise<{ readonly row: LinkRow; readonly own: string; readonly plays: InstrumentId | undefined }> {
    const found = await this.links.byToken(token);
    if (found === undefined) {
      // A link that is over or closed is no guess, and nobody's guesses shut out who has a link: a whole school may
      // stand behind one address.
      if (!(await this.links.wasOne(token))) {
        await this.failures.check('link', address);
        await this.failures.failed('link', address);
      }
      throw new Refusal('not-found', OPENS_NOTHING);
    }
    await this.limit.count(found.row);
    const { row, plays, gone } = found;
    if (!gone && (line === undefined || line === row.exerciseId)) return { row, own: row.exerciseId, plays };
    const set = await this.setForPupil(row, today);
    // Where the line that it was made for is off the shelf, a pupil's link goes on with the next one.
    const own = gone ? set[0]?.exerciseId : row.exerciseId;
    const here = line ?? own;
    if (own === undefined || here === undefined || (here !== own && !set.some((w) => w.exerciseId === here)))
      throw new Refusal('not-found', OPENS_NOTHING);
    if (gone) await this.links.beginWith(row.id, own);
    return { row: { ...row, exerciseId: here }, own, plays };
  }

  private async setForPupil({ pupilId, classId }: LinkRow, today: string): Promise<AssignmentView[]> {
    if (pupilId === null) return [];
    const [pupils, assignments] = await Promise.all([this.classes.pupilsOf(classId), this.assignments.list(classId)]);
    const pupil = pupils.find((p) => p.id === pupilId);
    return pupil === undefined ? [] : this.linesInTurn(assignments, pupil, today);
  }

  /**
   * What is set for a pupil, each line that is still there once: what is to come, the nearest day first, before what
   * was due.
   */
  private async linesInTurn(
    assignments: readonly AssignmentView[],
    pupil: PupilView,
    today: string,
  ): Promise<AssignmentView[]> {
    const set = setLately(assignments, today).filter((w) => isAssignedTo(w, pupil));
    const there = await this.links.there(set.map((w) => w.exerciseId));
    const lines = new Map<string, AssignmentView>();
    for (const w of [...set.filter((x) => x.due >= today), ...set.filter((x) => x.due < today)])
      if (there.has(w.exerciseId) && !lines.has(w.exerciseId)) lines.set(w.exerciseId, w);
    return [...lines.values()];
  }

  /**
   * What is set of the link's line: for the pupil, or on a class's link for all of it. What is long past is left away.
   */
  private setFor(
    assignments: readonly AssignmentView[],
    { exerciseId, instrument }: LinkRow,
    pupil: PupilView | undefined,
    today: string,
  ): readonly AssignmentView[] {
    return setLately(assignments, today).filter(
      (w) =>
        w.exerciseId === exerciseId &&
        (pupil === undefined
          ? isAssignedTo({ ...w, pupilIds: undefined }, { id: '', instrument })
          : isAssignedTo(w, pupil)),
    );
  }

  private assignmentsView = (set: readonly AssignmentView[]): OpenedLinkView['assignments'] =>
    set.map(({ due, fromBar, toBar, rungs, goalPercent, note }) => ({
      due,
      rungs,
      ...(fromBar !== undefined && { fromBar }),
      ...(toBar !== undefined && { toBar }),
      ...(goalPercent !== undefined && { goalPercent }),
      ...(note !== undefined && { note }),
    }));

  /** Every line that a pupil's link opens; the link's own last where it is not set. */
  private async linesFor(
    assignments: readonly AssignmentView[],
    pupil: PupilView,
    today: string,
    { exerciseId: here }: LinkRow,
    own: { readonly id: string; readonly title: string },
  ): Promise<LinkedLine[]> {
    const set = await this.linesInTurn(assignments, pupil, today);
    const lines = set.map((w): LinkedLine => ({
      title: w.title,
      line: w.exerciseId,
      due: w.due,
      here: w.exerciseId === here,
    }));
    return set.some((w) => w.exerciseId === own.id)
      ? lines
      : [...lines, { title: own.title, line: own.id, here: own.id === here }];
  }

  private async find(row: LinkRow, own: string, today: string): Promise<OpenedLinkView | undefined> {
    const [teacher, group, exercise, pupils, assignments, handedIn] = await Promise.all([
      this.teachers.findById(row.teacherId),
      this.classes.find(row.teacherId, row.classId),
      this.exercises.findIfThere(row.teacherId, row.exerciseId),
      row.pupilId === null ? [] : this.classes.pupilsOf(row.classId),
      this.assignments.list(row.classId),
      row.pupilId === null ? [] : this.links.handedIn(row.pupilId, row.exerciseId, MOST_HANDED_IN),
    ]);
    if (teacher === undefined || group === undefined || exercise === undefined) return undefined;
    const pupil = pupils.find((p) => p.id === row.pupilId);
    const set = this.setFor(assignments, row, pupil, today);
    const ownLine = own === row.exerciseId ? exercise : await this.exercises.findIfThere(row.teacherId, own);
    const lines =
      pupil === undefined || ownLine === undefined
        ? []
        : await this.linesFor(assignments, pupil, today, row, { id: own, title: ownLine.title });
    // What is set next says how much help stands over its notes; without a word it is as the class has it.
    const fade = set.find((w) => w.due >= today)?.fade;
    const teaching = teachingOf(teacher, group);
    const copy =
      pupil === undefined
        ? classCopy(group, teaching, row.instrument, today)
        : pupilCopy(group, teaching, pupil, today);
    return {
      title: exercise.title,
      exercise: lineFor(exercise.document, copy.instrument, pupil, group.instruments),
      instrument: copy.instrument,
      teaching: copy.teaching,
      page: fade === undefined ? copy.page : { ...copy.page, fades: [{ from: addDays(today, -1), step: fade }] },
      paper: group.paper,
      along: group.instruments.filter((i) => i !== copy.instrument),
      practice: teacher.practice,
      ...(teacher.sentences !== undefined && { sentences: teacher.sentences }),
      assignments: this.assignmentsView(set),
      own: pupil !== undefined,
      lines,
      handedIn: handedIn.map(({ at, percent, remark, marks }) => ({
        at: at.toISOString(),
        percent,
        ...present({ remark, marks }),
      })),
      expiresAt: row.expiresAt.toISOString(),
      ...(copy.known !== undefined && { known: copy.known }),
    };
  }
}
