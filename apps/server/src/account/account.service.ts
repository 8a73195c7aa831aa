import type { AccountClass, AccountFile, ClassView } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, eq, isNull } from 'drizzle-orm';
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
import { type AccountSound, type BroughtAccount, NoAccount, accountEntries, unpackAccount } from './accountFile';
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
  async file(t: TeacherRow): Promise<Uint8Array> {
    const sounds = await this.db
      .select({
        id: handIns.id,
        name: pupils.name,
        sound: handIns.sound,
        type: handIns.soundType,
        createdAt: handIns.createdAt,
      })
      .from(handIns)
      .innerJoin(pupils, eq(handIns.pupilId, pupils.id))
      .where(and(eq(handIns.teacherId, t.id), isNull(pupils.removedAt)));
    const named = new Map(
      sounds.flatMap((s) =>
        s.sound === null || s.type === null
          ? []
          : [
              [
                s.id,
                {
                  name: `${s.createdAt.toISOString().slice(0, 10)} ${s.name} ${s.id.slice(0, 8)}.${s.type.slice('audio/'.length)}`,
                  bytes: s.sound,
                } satisfies AccountSound,
              ] as const,
            ],
      ),
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
          ...(named.get(h.id) !== undefined && { sound: named.get(h.id)?.name ?? '' }),
        })),
      };
    };
    const account: AccountFile = {
      cifra: 'account',
      version: 2,
      teacher: {
        name: t.name,
        conventions: t.conventions,
        sentences: t.sentences,
        practice: t.practice,
        keepMonths: t.keepMonths,
      },
      exercises: await this.exercises.listWhole(t.id),
      classes: await Promise.all((await this.classes.list(t.id)).map(classOf)),
    };
    return this.pool.run(t.id, { kind: 'zip', entries: accountEntries(account, [...named.values()]) });
  }

  /**
   * Adds what a file holds to what is there, all of it or nothing; every row gets an id of its own.
   * @throws Refusal unreadable, saying what is wrong with the file
   */
  async bring(t: TeacherRow, bytes: Uint8Array, act: string): Promise<BroughtCounts> {
    let brought: BroughtAccount;
    try {
      brought = unpackAccount(bytes);
    } catch (e) {
      if (e instanceof NoAccount)
        throw new Refusal(
          'unreadable',
          `This file cannot be brought back: ${e.message}. Choose a file that was taken away from Cifra.`,
        );
      throw e;
    }
    return inTurn(this.db, t.id, (tx) => bringAccount(tx, t.id, brought, act));
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
