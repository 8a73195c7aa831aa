import type { AccountClass, ClassView } from '@cifra/contract';
import type { Readable } from 'node:stream';
import { Inject, Injectable } from '@nestjs/common';
import { and, eq, isNotNull, isNull } from 'drizzle-orm';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { DATABASE, type Database } from '../db/database.module';
import { handIns, pupils, teachers } from '../db/schema/index';
import { inTurn } from '../db/once';
import { ExerciseService } from '../exercise/exercise.service';
import { KitRepository } from '../kit/kit.repository';
import { LessonRepository } from '../lesson/lesson.repository';
import { TermRepository } from '../term/term.repository';
import { PracticeRepository } from '../practice/practice.repository';
import { Refusal } from '../refusal/refusal';
import { MusicPool } from '../worker/musicPool';
import { AssignmentRepository } from '../assignment/assignment.repository';
import { accountEntries, zipped } from './accountFile';
import { bringAccount, type BroughtCounts } from './bringAccount';

/** An account as a whole: taken away, brought back, deleted. */
@Injectable()
export class AccountService {
  constructor(
    @Inject(DATABASE) private readonly db: Database,
    private readonly exercises: ExerciseService,
    private readonly classes: ClassRepository,
    private readonly assignments: AssignmentRepository,
    private readonly lessons: LessonRepository,
    private readonly kit: KitRepository,
    private readonly terms: TermRepository,
    private readonly practice: PracticeRepository,
    private readonly pool: MusicPool,
  ) {}

  /** Everything of a teacher's as one zip. */
  async file(t: TeacherRow): Promise<Readable> {
    const taken = await this.db
      .select({ id: handIns.id, name: pupils.name, type: handIns.soundType, createdAt: handIns.createdAt })
      .from(handIns)
      .innerJoin(pupils, eq(handIns.pupilId, pupils.id))
      .where(and(eq(handIns.teacherId, t.id), isNotNull(handIns.sound), isNull(pupils.removedAt)));
    const soundNames = new Map(
      taken.map((s) => [
        s.id,
        `${s.createdAt.toISOString().slice(0, 10)} ${s.name} ${s.id.slice(0, 8)}.${s.type?.slice('audio/'.length) ?? ''}`,
      ]),
    );
    const classOf = async ({ id, ...settings }: ClassView): Promise<AccountClass> => {
      const pupils = await this.classes.pupilsOf(id);
      // Who was taken off the list goes with what is theirs; what they have on loan is the school's.
      const isHere = (pupilId: string | undefined): boolean => pupils.some((p) => p.id === pupilId);
      return {
        settings,
        pupils,
        assignments: (await this.assignments.list(id)).map((w) =>
          w.pupilIds === undefined ? w : { ...w, pupilIds: w.pupilIds.filter(isHere) },
        ),
        log: (await this.lessons.list(id)).filter((l) => isHere(l.pupilId)),
        kit: (await this.kit.list(id)).map(({ pupilId, ...k }) => (isHere(pupilId) ? { ...k, pupilId } : k)),
        term: (await this.terms.find(id)) ?? { holidays: [], schedule: [] },
        met: (await this.terms.met(id)).filter((m) => m.pupilId === undefined || isHere(m.pupilId)),
        practice: await this.practice.list(t.id, { classId: id }),
        practiceDays: await this.practice.listDays(id),
        handIns: (await this.practice.listHandIns(t.id, { classId: id })).map(({ hasSound: _has, ...h }) => ({
          ...h,
          ...(soundNames.has(h.id) && { sound: soundNames.get(h.id) ?? '' }),
        })),
      };
    };
    return zipped(
      accountEntries({
        cifra: 'account',
        version: 3,
        teacher: {
          name: t.name,
          conventions: t.conventions,
          sentences: t.sentences,
          practice: t.practice,
          keepMonths: t.keepMonths,
        },
        exercises: (await this.exercises.list(t.id)).map(({ id, title }) => ({
          id,
          title,
          document: () => this.exercises.document(t.id, id),
        })),
        classes: (await this.classes.list(t.id)).map((c) => ({ name: c.name, whole: () => classOf(c) })),
        sounds: taken.map(({ id }) => ({ name: soundNames.get(id) ?? '', bytes: () => this.sound(t.id, id) })),
      }),
    );
  }

  private async sound(teacherId: string, id: string): Promise<Uint8Array> {
    // One that was cleared in the meantime has no bytes any more.
    return (await this.practice.sound(teacherId, id))?.sound ?? new Uint8Array();
  }

  /**
   * Adds what a file holds to what is there, all of it or nothing; every row gets an id of its own.
   * @throws Refusal unreadable, saying what is wrong with the file
   */
  async bring(t: TeacherRow, bytes: Uint8Array, act: string): Promise<BroughtCounts> {
    const read = await this.pool.run(t.id, { kind: 'account', bytes });
    if ('fault' in read)
      throw new Refusal(
        'unreadable',
        `This file cannot be brought back: ${read.fault}. Choose a file that was taken away from Cifra.`,
      );
    return inTurn(this.db, t.id, (tx) => bringAccount(tx, t.id, read.account, act));
  }

  /** @throws Refusal bad-request unless the account's own e-mail was written */
  async remove(t: TeacherRow, email: string): Promise<void> {
    if (email.trim().toLowerCase() !== t.email)
      throw new Refusal(
        'bad-request',
        'Write the e-mail address of this account, so that nothing is deleted by mistake.',
      );
    await this.db.delete(teachers).where(eq(teachers.id, t.id));
  }
}
