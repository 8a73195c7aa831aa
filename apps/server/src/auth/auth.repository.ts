import type { SaveProfileDto } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, desc, eq, gt, lt, ne, notInArray, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { isVersion } from '../db/rows';
import { sessions, teachers } from '../db/schema/index';

export type TeacherRow = typeof teachers.$inferSelect;

/** Browsers in which one teacher is signed in; with one more the oldest is signed out. */
export const MOST_SESSIONS = 200;

@Injectable()
export class AuthRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async teacherByEmail(email: string): Promise<TeacherRow | undefined> {
    return (await this.db.select().from(teachers).where(eq(teachers.email, email.toLowerCase())).limit(1))[0];
  }

  async findById(id: string): Promise<TeacherRow | undefined> {
    return (await this.db.select().from(teachers).where(eq(teachers.id, id)).limit(1))[0];
  }

  async teacherById(id: string): Promise<TeacherRow | undefined> {
    return (await this.db.select().from(teachers).where(eq(teachers.id, id)).limit(1))[0];
  }

  async teacherBySession(tokenHash: string): Promise<TeacherRow | undefined> {
    const rows = await this.db
      .select({ teacher: teachers })
      .from(sessions)
      .innerJoin(teachers, eq(sessions.teacherId, teachers.id))
      .where(and(eq(sessions.tokenHash, tokenHash), gt(sessions.expiresAt, new Date())))
      .limit(1);
    return rows[0]?.teacher;
  }

  /** @returns undefined where it was saved since the version named */
  async saveProfile(
    teacherId: string,
    { conventions, sentences, practice, keepMonths, version }: SaveProfileDto,
  ): Promise<TeacherRow | undefined> {
    return (
      await this.db
        .update(teachers)
        .set({
          conventions,
          ...(sentences !== undefined && { sentences }),
          ...(practice !== undefined && { practice }),
          ...(keepMonths !== undefined && { keepMonths }),
          version: sql`${teachers.version} + 1`,
        })
        .where(and(eq(teachers.id, teacherId), isVersion(teachers.version, version)))
        .returning()
    )[0];
  }

  async openSession(tokenHash: string, teacherId: string, expiresAt: Date): Promise<void> {
    await this.db.delete(sessions).where(lt(sessions.expiresAt, new Date()));
    await this.db.insert(sessions).values({ tokenHash, teacherId, expiresAt });
    const newest = this.db
      .select({ tokenHash: sessions.tokenHash })
      .from(sessions)
      .where(eq(sessions.teacherId, teacherId))
      .orderBy(desc(sessions.createdAt))
      .limit(MOST_SESSIONS);
    await this.db
      .delete(sessions)
      .where(and(eq(sessions.teacherId, teacherId), notInArray(sessions.tokenHash, newest)));
  }

  async closeSession(tokenHash: string): Promise<void> {
    await this.db.delete(sessions).where(eq(sessions.tokenHash, tokenHash));
  }

  /** A teacher's sessions that are still open, the newest first. */
  async sessionsOf(teacherId: string): Promise<{ readonly tokenHash: string; readonly createdAt: Date }[]> {
    return this.db
      .select({ tokenHash: sessions.tokenHash, createdAt: sessions.createdAt })
      .from(sessions)
      .where(and(eq(sessions.teacherId, teacherId), gt(sessions.expiresAt, new Date())))
      .orderBy(desc(sessions.createdAt));
  }

  async closeOthers(teacherId: string, tokenHash: string): Promise<void> {
    await this.db.delete(sessions).where(and(eq(sessions.teacherId, teacherId), ne(sessions.tokenHash, tokenHash)));
  }

  /** Sets a password; whoever was signed in with the old one elsewhere is so no more. */
  async setPassword(teacherId: string, passwordHash: string, tokenHash: string): Promise<void> {
    await this.db.transaction(async (tx) => {
      await tx.update(teachers).set({ passwordHash }).where(eq(teachers.id, teacherId));
      await tx.delete(sessions).where(and(eq(sessions.teacherId, teacherId), ne(sessions.tokenHash, tokenHash)));
    });
  }
}
