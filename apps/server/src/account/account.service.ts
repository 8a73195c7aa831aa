import { type AccountFile, MAX_CLASSES } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { eq } from 'drizzle-orm';
import type { TeacherRow } from '../auth/auth.repository';
import { ClassRepository } from '../class/class.repository';
import { DATABASE, type Database } from '../db/database.module';
import { handIns, pupils, teachers } from '../db/schema/index';
import { ExerciseService } from '../exercise/exercise.service';
import { Refusal } from '../refusal/refusal';
import { WorkRepository } from '../work/work.repository';
import { type AccountSound, NoAccount, packAccount, unpackAccount } from './accountFile';

/** An account as a whole: taken away, brought back, deleted. */
@Injectable()
export class AccountService {
  constructor(
    @Inject(DATABASE) private readonly db: Database, private readonly exercises: ExerciseService, private readonly classes: ClassRepository, private readonly work: WorkRepository,
  ) {}

  /** Everything of a teacher's as one zip. */
  async file(t: TeacherRow): Promise<Uint8Array> {
    const classes = await this.classes.list(t.id);
    const account: AccountFile = {
      cifra: 'account', version: 1, teacher: { name: t.name, schools: t.schools, sentences: t.sentences, practice: t.practice },
      exercises: (await this.exercises.list(t.id)).map(({ id, title, document }) => ({ id, title, document })),
      classes: await Promise.all(classes.map(async ({ id, ...settings }) => ({ settings, pupils: await this.classes.pupilsOf(id), work: await this.work.list(id), log: await this.work.log(id), kit: await this.work.kit(id) }))),
    };
    const sounds = await this.db.select({ id: handIns.id, name: pupils.name, sound: handIns.sound, type: handIns.soundType, createdAt: handIns.createdAt }).from(handIns).innerJoin(pupils, eq(handIns.pupilId, pupils.id)).where(eq(handIns.teacherId, t.id));
    return packAccount(account, sounds.flatMap((s): AccountSound[] => (s.sound === null || s.type === null ? [] : [{ name: `${s.createdAt.toISOString().slice(0, 10)} ${s.name} ${s.id.slice(0, 8)}.${s.type.slice('audio/'.length)}`, bytes: s.sound }])));
  }

  /**
   * Adds what a file holds to what is there; every row gets an id of its own.
   * @throws Refusal unreadable, saying what is wrong with the file; nothing is taken of it then
   */
  async bring(t: TeacherRow, bytes: Uint8Array): Promise<{ readonly exercises: number; readonly classes: number; readonly pupils: number }> {
    let brought: ReturnType<typeof unpackAccount>;
    try {
      brought = unpackAccount(bytes);
    } catch (e) {
      if (e instanceof NoAccount) throw new Refusal('unreadable', `This file cannot be brought back: ${e.message}. Choose a file that was taken away from Cifra.`);
      throw e;
    }
    if ((await this.classes.list(t.id)).length + brought.classes.length > MAX_CLASSES) throw new Refusal('conflict', `There would be more than ${MAX_CLASSES} classes. Delete some first.`);
    const lines = new Map<string, string>();
    for (const e of brought.exercises) lines.set(e.id, (await this.exercises.create(t.id, { title: e.title, document: e.document })).id);
    let people = 0;
    for (const c of brought.classes) {
      const { id } = await this.classes.create(t.id, c.settings);
      const oldIds = c.pupils.map((p) => p.id);
      const saved = await this.classes.savePupils(id, c.pupils.map(({ id: _old, ...p }) => p));
      for (const [i, p] of c.pupils.entries()) if (p.page !== undefined && saved[i] !== undefined) await this.classes.savePupilPage(id, saved[i].id, p.page);
      const pupilOf = new Map(saved.flatMap((p, i) => (oldIds[i] === undefined ? [] : [[oldIds[i], p.id] as const])));
      people += saved.length;
      const workOf = new Map<string, string>();
      for (const { id: old, pupilIds, ...w } of c.work) {
        const line = lines.get(w.exerciseId);
        if (line === undefined) continue;
        const made = await this.work.create(id, { ...w, exerciseId: line, ...(pupilIds === undefined ? {} : { pupilIds: pupilIds.flatMap((p) => pupilOf.get(p) ?? []) }) }, '');
        workOf.set(old, made.id);
      }
      for (const { day, ...entry } of c.log) {
        const pupilId = pupilOf.get(entry.pupilId);
        const workId = entry.workId === undefined ? undefined : workOf.get(entry.workId);
        if (pupilId !== undefined && (entry.workId === undefined || workId !== undefined)) await this.work.saveLog(id, day, [{ ...entry, pupilId, ...(workId === undefined ? {} : { workId }) }]);
      }
      for (const { pupilId, ...k } of c.kit) {
        const holder = pupilId === undefined ? undefined : pupilOf.get(pupilId);
        await this.work.createKit(id, { ...k, ...(holder === undefined ? {} : { pupilId: holder }) });
      }
    }
    return { exercises: brought.exercises.length, classes: brought.classes.length, pupils: people };
  }

  /** @throws Refusal bad-request unless the account's own e-mail was written */
  async remove(t: TeacherRow, email: string): Promise<void> {
    if (email.trim().toLowerCase() !== t.email) throw new Refusal('bad-request', 'Write the e-mail address of this account, so that nothing is deleted by mistake.');
    await this.db.delete(teachers).where(eq(teachers.id, t.id));
  }
}
