import { KEEP_TAKEN_BACK_DAYS } from '@cifra/contract';
import { Inject, Injectable, Module, type OnApplicationBootstrap } from '@nestjs/common';
import { sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { JobQueue } from '../jobs/jobQueue';
import { THIN_SAVES } from './thinSaves';

const QUEUE = 'retention';
export const KEEP_DELETED_DAYS = 30;
/** When a school sleeps. */
const HOUR = 3;
const MINUTE = 17;

/** Deletes what is kept no longer: every night, by one of the servers. */
@Injectable()
export class RetentionService implements OnApplicationBootstrap {
  constructor(
    @Inject(DATABASE) private readonly db: Database,
    private readonly queue: JobQueue,
  ) {}

  async onApplicationBootstrap(): Promise<void> {
    await this.sweep();
    await this.queue.daily(QUEUE, MINUTE, HOUR, () => this.sweep());
  }

  /** Exercises, pupils and set work that were taken away long ago, saves that are one of many, records of pupils. */
  async sweep(): Promise<void> {
    await this.db.execute(
      sql`delete from exercises where deleted_at < now() - make_interval(days => ${KEEP_DELETED_DAYS})`,
    );
    await this.db.execute(
      sql`delete from pupils where removed_at < now() - make_interval(days => ${KEEP_TAKEN_BACK_DAYS})`,
    );
    await this.db.execute(
      sql`delete from assignments where removed_at < now() - make_interval(days => ${KEEP_TAKEN_BACK_DAYS})`,
    );
    await this.db.execute(THIN_SAVES);
    await this.sweepRecords();
  }

  /**
   * What happened, what was practised and handed in, what is set and settled; what pupils know stays, since the next
   * page needs it.
   */
  private async sweepRecords(): Promise<void> {
    const limit = sql`(current_date - make_interval(months => t.keep_months))::date`;
    const own = (table: string): ReturnType<typeof sql> =>
      sql`from classes c join teachers t on t.id = c.teacher_id where c.id = ${sql.identifier(table)}.class_id and t.keep_months > 0`;
    await this.db.transaction(async (tx) => {
      await tx.execute(
        sql`delete from lesson_log where exists (select 1 ${own('lesson_log')} and lesson_log.day < ${limit})`,
      );
      // An assignment that was written of since is kept, since that goes with it.
      await tx.execute(
        sql`delete from assignments where not exists (select 1 from lesson_log l where l.assignment_id = assignments.id) and exists (select 1 ${own('assignments')} and assignments.due < ${limit})`,
      );
      await tx.execute(sql`delete from kit where exists (select 1 ${own('kit')} and kit.settled < ${limit})`);
      await tx.execute(
        sql`delete from hand_ins using teachers t where t.id = hand_ins.teacher_id and t.keep_months > 0 and hand_ins.created_at < ${limit}`,
      );
      await tx.execute(
        sql`delete from practice using teachers t where t.id = practice.teacher_id and t.keep_months > 0 and practice.updated_at < ${limit}`,
      );
      await tx.execute(
        sql`delete from practice_days d using pupils p, classes c, teachers t where p.id = d.pupil_id and c.id = p.class_id and t.id = c.teacher_id and t.keep_months > 0 and d.day < ${limit}`,
      );
    });
  }
}

@Module({ providers: [RetentionService] })
export class RetentionModule {}
