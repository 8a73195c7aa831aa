import type { ClassView, SaveClassDto } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, eq } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { classes } from '../db/schema/index';

const view = ({ id, name, instruments, schools, stage, band, paper, strip }: typeof classes.$inferSelect): ClassView => ({ id, name, instruments, schools, stage, band, paper, strip });

@Injectable()
export class ClassRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  async list(teacherId: string): Promise<ClassView[]> {
    return (await this.db.select().from(classes).where(eq(classes.teacherId, teacherId)).orderBy(asc(classes.createdAt))).map(view);
  }

  async find(teacherId: string, id: string): Promise<ClassView | undefined> {
    const rows = await this.db.select().from(classes).where(and(eq(classes.id, id), eq(classes.teacherId, teacherId))).limit(1);
    return rows[0] === undefined ? undefined : view(rows[0]);
  }

  async create(teacherId: string, dto: SaveClassDto): Promise<ClassView> {
    const [row] = await this.db.insert(classes).values({ teacherId, ...dto }).returning();
    if (row === undefined) throw new Error('an insert returned no row');
    return view(row);
  }

  async save(teacherId: string, id: string, { name, instruments, schools, stage, band, paper, strip }: SaveClassDto): Promise<ClassView | undefined> {
    const rows = await this.db.update(classes).set({ name, instruments, schools, stage, band, paper, strip }).where(and(eq(classes.id, id), eq(classes.teacherId, teacherId))).returning();
    return rows[0] === undefined ? undefined : view(rows[0]);
  }
}
