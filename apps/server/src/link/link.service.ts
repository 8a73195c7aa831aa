import { randomBytes, randomUUID } from 'node:crypto';
import { type LinkView, MAX_LINKS, type MakeLinkDto } from '@cifra/contract';
import { isAssignedTo } from '@cifra/core';
import { Injectable } from '@nestjs/common';
import { AssignmentRepository } from '../assignment/assignment.repository';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { ExerciseService } from '../exercise/exercise.service';
import { notFound, Refusal } from '../refusal/refusal';
import type { PageCopy } from '../worker/task';
import { LinkRepository, type LinkRow, type LinkTo, linkView } from './link.repository';

const DAY = 24 * 3600_000;
/** 144 bits: nobody guesses it. */
const TOKEN_BYTES = 18;
const newToken = (): string => randomBytes(TOKEN_BYTES).toString('base64url');
/** A code on paper opens its page for so long. */
const CODE_DAYS = 90;

/** A teacher's links, by each of which a pupil opens one part. */
@Injectable()
export class LinkService {
  constructor(
    private readonly links: LinkRepository,
    private readonly exercises: ExerciseService,
    private readonly classes: ClassRepository,
    private readonly assignments: AssignmentRepository,
  ) {}

  async list(t: TeacherRow, exerciseId: string): Promise<LinkView[]> {
    await this.exercises.find(t.id, exerciseId);
    return (await this.links.list(t.id, exerciseId)).map(linkView);
  }

  /** @throws Refusal not-found for anything that is not the teacher's */
  async make(
    t: TeacherRow,
    { exerciseId, classId, instrument, pupilId, days }: MakeLinkDto,
    id: string,
  ): Promise<LinkView> {
    await this.exercises.find(t.id, exerciseId);
    const group = await this.classes.find(t.id, classId);
    if (group === undefined) throw notFound('class');
    if (pupilId !== undefined && !(await this.classes.pupilsOf(classId)).some((p) => p.id === pupilId))
      throw notFound('pupil');
    await this.links.sweep();
    return linkView(await this.create(this.links, t, id, { exerciseId, classId, instrument, pupilId }, days));
  }

  /** @throws Refusal conflict where there are as many as there may be */
  private async create(links: LinkRepository, t: TeacherRow, id: string, to: LinkTo, days: number): Promise<LinkRow> {
    const made = await links.create(t.id, id, newToken(), to, new Date(Date.now() + days * DAY));
    if (made === undefined)
      throw new Refusal('conflict', `There are ${MAX_LINKS} open links already. Close some that are not needed.`);
    return made;
  }

  /** @throws Refusal not-found for a class that is not the teacher's */
  async listOfClass(t: TeacherRow, classId: string): Promise<LinkView[]> {
    await this.classes.own(t.id, classId);
    return (await this.links.listOfClass(t.id, classId)).map(linkView);
  }

  /**
   * Makes a link for every pupil of a class who has none, to the line that is due for them next, or was last: all that
   * is set for them opens by it. Who has nothing set gets none.
   * @throws Refusal not-found for a class that is not the teacher's
   */
  async makeForClass(t: TeacherRow, classId: string, days: number, today: string): Promise<LinkView[]> {
    await this.classes.own(t.id, classId);
    const [pupils, assignments] = await Promise.all([this.classes.pupilsOf(classId), this.assignments.list(classId)]);
    const there = await this.links.there([...new Set(assignments.map((w) => w.exerciseId))]);
    const inOrder = assignments.filter((w) => there.has(w.exerciseId)).sort((a, b) => (a.due < b.due ? -1 : 1));
    const wanted = pupils.flatMap((p) => {
      const set = inOrder.filter((w) => isAssignedTo(w, p));
      const line = set.find((w) => w.due >= today) ?? set.at(-1);
      return line === undefined
        ? []
        : [{ exerciseId: line.exerciseId, classId, instrument: p.instrument, pupilId: p.id, token: newToken() }];
    });
    await this.links.sweep();
    await this.links.inTurn(t.id, async (links) => {
      const open = await links.listOfClass(t.id, classId);
      const missing = wanted.filter((w) => !open.some((l) => l.pupilId === w.pupilId));
      await links.createAll(t.id, missing, new Date(Date.now() + days * DAY));
    });
    return this.listOfClass(t, classId);
  }

  async close(t: TeacherRow, id: string): Promise<void> {
    if (!(await this.links.close(t.id, id))) throw notFound('link');
  }

  /**
   * The address for a code on a printed copy: a link to its part that stays open for a while, made when there is none.
   */
  async addressFor(
    t: TeacherRow,
    { exerciseId, classId, origin }: { exerciseId: string; classId: string; origin: string },
    { instrument, pupilId }: PageCopy,
  ): Promise<string> {
    const to = { exerciseId, classId, instrument, pupilId };
    const { token } = await this.links.inTurn(
      t.id,
      async (links) =>
        (await links.openTo(t.id, to, new Date(Date.now() + (CODE_DAYS * DAY) / 2))) ??
        (await this.create(links, t, randomUUID(), to, CODE_DAYS)),
    );
    return `${origin}/p/${token}`;
  }
}
