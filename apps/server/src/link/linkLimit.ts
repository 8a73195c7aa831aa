import { Inject, Injectable } from '@nestjs/common';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { DatabasePool } from '../db/database.module';
import { requestCountsIn } from '../db/requestCounts';
import { Refusal } from '../refusal/refusal';
import { SETTINGS, type Settings } from '../settings';
import type { LinkRow } from './link.repository';

const MINUTE_SECONDS = 60;
/** A class's link is opened by a room full of players at once. */
const CLASS_TIMES = 5;

/** Lets each link be asked for so many times a minute, whichever server is asked. */
@Injectable()
export class LinkLimit {
  private readonly own: RateLimiterPostgres;
  private readonly ofClass: RateLimiterPostgres;

  constructor(pool: DatabasePool, @Inject(SETTINGS) { linkRequests }: Settings) {
    const table = { ...requestCountsIn(pool), duration: MINUTE_SECONDS };
    this.own = new RateLimiterPostgres({ ...table, keyPrefix: 'link', points: linkRequests });
    this.ofClass = new RateLimiterPostgres({ ...table, keyPrefix: 'class link', points: linkRequests * CLASS_TIMES });
  }

  /** @throws Refusal too-many-attempts for a link that is asked for more often than people can */
  async count({ id, pupilId }: LinkRow): Promise<void> {
    try {
      await (pupilId === null ? this.ofClass : this.own).consume(id);
    } catch (e) {
      if (e instanceof RateLimiterRes)
        throw new Refusal('too-many-attempts', 'This link is asked for too often. Wait a minute, then open it again.');
      throw e;
    }
  }
}
