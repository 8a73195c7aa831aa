import type { PresenceView } from '@cifra/contract';
import { Inject, Injectable } from '@nestjs/common';
import { and, eq, sql } from 'drizzle-orm';
import { DATABASE, type Database } from '../db/database.module';
import { presence } from '../db/schema/index';

/** A window speaks every twelve seconds; in the background its browser lets it speak once a minute. */
const SEEN_SECONDS = 30;
const HIDDEN_SECONDS = 100;
/** More windows of one line than anybody has. */
const MOST_WINDOWS = 50;

@Injectable()
export class PresenceRepository {
  constructor(@Inject(DATABASE) private readonly db: Database) {}

  /**
   * Writes down that a window has a teacher's line open; undefined where the line is not the teacher's or not there.
   */
  async seen(
    teacherId: string,
    exerciseId: string,
    windowId: string,
    hidden: boolean,
  ): Promise<PresenceView | undefined> {
    const until = sql`now() + make_interval(secs => ${hidden ? HIDDEN_SECONDS : SEEN_SECONDS})`;
    const { rows } = await this.db.execute<{ version: number; others: number }>(sql`
      with line as (select id, version from exercises where id = ${exerciseId} and teacher_id = ${teacherId} and deleted_at is null),
        there as (select p.window_id from presence p join line on p.exercise_id = line.id where p.window_id <> ${windowId} and p.until > now()),
        gone as (delete from presence p using line where p.exercise_id = line.id and p.window_id <> ${windowId} and p.until <= now()),
        here as (insert into presence (exercise_id, window_id, until) select id, ${windowId}, ${until} from line where (select count(*) from there) < ${MOST_WINDOWS} on conflict (exercise_id, window_id) do update set until = excluded.until)
      select line.version, (select count(*)::int from there) as others from line`);
    return rows[0];
  }

  async left(exerciseId: string, windowId: string): Promise<void> {
    await this.db.delete(presence).where(and(eq(presence.exerciseId, exerciseId), eq(presence.windowId, windowId)));
  }
}
