import type { KitView, SaveKitDto } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, asc, eq } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { madeOnce } from '../db/once';
import { present, wholeRow } from '../db/rows';
import { kit } from '../db/schema/index';

const view = ({ classId: _class, ...row }: typeof kit.$inferSelect): KitView => present(row) as KitView;

@Injectable()
export class KitRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /** What is open first, by the day on which it is due. */
  async list(classId: string): Promise<KitView[]> {
    const rows = await this.db
      .select()
      .from(kit)
      .where(eq(kit.classId, classId))
      .orderBy(asc(kit.settled), asc(kit.due), asc(kit.from));
    return rows.map(view);
  }

  async create(classId: string, dto: SaveKitDto, id: string): Promise<KitView> {
    return view(await madeOnce(this.db, kit, { id, classId, ...wholeRow(kit, dto) }, eq(kit.classId, classId)));
  }

  async save(classId: string, id: string, dto: SaveKitDto): Promise<KitView | undefined> {
    const [row] = await this.db
      .update(kit)
      .set(wholeRow(kit, dto))
      .where(and(eq(kit.id, id), eq(kit.classId, classId)))
      .returning();
    return row === undefined ? undefined : view(row);
  }

  async remove(classId: string, id: string): Promise<boolean> {
    const gone = await this.db
      .delete(kit)
      .where(and(eq(kit.id, id), eq(kit.classId, classId)))
      .returning({ id: kit.id });
    return gone.length > 0;
  }
}
