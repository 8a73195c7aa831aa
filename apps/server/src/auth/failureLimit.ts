import { createHash } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { DatabasePool } from '../db/database.module';
import { requestCountsIn } from '../db/requestCounts';
import { Refusal } from '../refusal/refusal';

export const FAILURE_WINDOW_MINUTES = 15;
/** Failures allowed for one e-mail; for one address, which a whole school may share; and of links from one address. */
export const MAX_FAILURES = { email: 8, address: 60, link: 40 } as const;
export type FailureKind = keyof typeof MAX_FAILURES;

/** Counts what failed, for all servers, and refuses what failed too often. */
@Injectable()
export class FailureLimit {
  private readonly limits: Readonly<Record<FailureKind, RateLimiterPostgres>>;

  constructor(pool: DatabasePool) {
    const of = (kind: FailureKind): RateLimiterPostgres =>
      new RateLimiterPostgres({
        ...requestCountsIn(pool),
        keyPrefix: `failed ${kind}`,
        points: MAX_FAILURES[kind],
        duration: FAILURE_WINDOW_MINUTES * 60,
      });
    this.limits = { email: of('email'), address: of('address'), link: of('link') };
  }

  /**
   * Counts an attempt before it is known how it ends, so that many at one moment are no way around.
   * @throws Refusal too-many-attempts
   */
  async begin(kind: FailureKind, subject: string): Promise<void> {
    try {
      await this.limits[kind].consume(keyOf(subject));
    } catch (e) {
      if (e instanceof RateLimiterRes) throw tooMany(kind);
      throw e;
    }
  }

  /** Takes one attempt back: it did not fail. */
  async takeBack(kind: FailureKind, subject: string): Promise<void> {
    await this.limits[kind].reward(keyOf(subject));
  }

  /** Forgets every failure: whoever tried has shown who they are. */
  async forget(kind: FailureKind, subject: string): Promise<void> {
    await this.limits[kind].delete(keyOf(subject));
  }

  /**
   * Refuses what failed too often already, and counts nothing.
   * @throws Refusal too-many-attempts
   */
  async check(kind: FailureKind, subject: string): Promise<void> {
    const counted = await this.limits[kind].get(keyOf(subject));
    if (counted !== null && counted.consumedPoints >= MAX_FAILURES[kind]) throw tooMany(kind);
  }

  /** Counts one that failed. */
  async failed(kind: FailureKind, subject: string): Promise<void> {
    await this.limits[kind].penalty(keyOf(subject));
  }
}

/** An address may be longer than a key; and it is nobody's business. */
const keyOf = (subject: string): string => createHash('sha256').update(subject.toLowerCase()).digest('hex');
const tooMany = (kind: FailureKind): Refusal =>
  new Refusal(
    'too-many-attempts',
    kind === 'email'
      ? `Somebody tried wrong passwords for this e-mail address too often. Wait ${FAILURE_WINDOW_MINUTES} minutes and try again. If it was not you, whoever runs Cifra can let you in at once.`
      : `Too many attempts from here. Wait ${FAILURE_WINDOW_MINUTES} minutes and try again.`,
  );

/** What has to be forgotten so that somebody is let in: their own failures, by the key of their row. */
export const failuresKey = (email: string): string => `failed email:${keyOf(email)}`;
