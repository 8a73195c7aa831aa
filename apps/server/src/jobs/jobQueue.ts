import { Inject, Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common';
import PgBoss from 'pg-boss';
import { DatabasePool } from '../db/database.module';
import { SETTINGS, type Settings } from '../settings';

const SCHEMA = 'jobs';
const CONNECTIONS = 3;
const POLL_SECONDS = 1;
/** A job that has been begun so often ends for good: what stops a server is not begun for ever. */
const RETRIES = 3;
const LONGEST_SECONDS = 15 * 60;
const STOP_MS = 5000;
/** How often jobs of servers that are gone are looked for. */
const LOOK_AGAIN_MS = 10_000;

export interface Job {
  readonly id: string;
  readonly state: 'waiting' | 'active' | 'over';
}

/**
 * Jobs in PostgreSQL, for every server on the database: each is done by one of them, and by another where that one
 * stops.
 *
 * Whoever does a job holds a lock of the database's for as long; a job that is begun and held by nobody was left by a
 * server that is gone.
 */
@Injectable()
export class JobQueue implements OnModuleInit, OnApplicationShutdown {
  private readonly log = new Logger(JobQueue.name);
  private readonly boss: PgBoss;
  private readonly timers: NodeJS.Timeout[] = [];

  constructor(
    @Inject(SETTINGS) settings: Settings,
    private readonly pool: DatabasePool,
  ) {
    this.boss = new PgBoss({
      connectionString: settings.databaseUrl,
      schema: SCHEMA,
      max: CONNECTIONS,
      application_name: 'cifra-jobs',
      retryLimit: RETRIES,
      expireInSeconds: LONGEST_SECONDS,
    });
    // A database that is away is heard of by requests and by the health of the server; the queue tries again by itself.
    this.boss.on('error', (e) => this.log.warn({ err: e }, 'the queue cannot reach the database'));
  }

  async onModuleInit(): Promise<void> {
    await this.boss.start();
  }

  /**
   * Takes on one kind of job, one at a time.
   * @param work does it; where it throws, the job is begun again later, as often as is allowed
   */
  async takeOn(name: string, work: (id: string) => Promise<void>): Promise<() => void> {
    await this.boss.createQueue(name);
    const worker = await this.boss.work<{ readonly id: string }>(
      name,
      { batchSize: 1, pollingIntervalSeconds: POLL_SECONDS },
      async ([job]) => {
        if (job !== undefined) await this.holding(job.id, () => work(job.id));
      },
    );
    return () => this.boss.notifyWorker(worker);
  }

  /** Every so often, and at once. */
  async watch(run: () => Promise<void>): Promise<void> {
    const attempt = (): Promise<void> =>
      run().catch((e: unknown) => this.log.warn({ err: e }, 'jobs could not be looked through'));
    await attempt();
    this.timers.push(setInterval(() => void attempt(), LOOK_AGAIN_MS).unref());
  }

  /** Puts a job in line; the higher its priority, the sooner. The same id is put in line once. */
  async add(name: string, id: string, priority: number): Promise<void> {
    await this.boss.send(name, { id }, { id, priority });
  }

  /** Once a day, by one of the servers. */
  async daily(name: string, minute: number, hour: number, work: () => Promise<void>): Promise<void> {
    await this.boss.createQueue(name);
    await this.boss.work(name, { batchSize: 1, pollingIntervalSeconds: 60 }, async () => work());
    await this.boss.schedule(name, `${minute} ${hour} * * *`);
  }

  async find(name: string, id: string): Promise<Job | undefined> {
    const job = await this.boss.getJobById(name, id);
    if (job === null) return undefined;
    return {
      id,
      state: job.state === 'active' ? 'active' : job.state === 'created' || job.state === 'retry' ? 'waiting' : 'over',
    };
  }

  /**
   * Gives up a job that is begun and held by nobody, so that it is begun again.
   * @returns false where somebody holds it
   */
  async release(name: string, id: string): Promise<boolean> {
    return this.ifFree(id, async () => {
      await this.boss.fail(name, id);
    });
  }

  /** Does something while the job's lock is held; it goes with the connection, however that ends. */
  private async holding(id: string, work: () => Promise<void>): Promise<void> {
    let done: Promise<void> | undefined;
    const free = await this.ifFree(id, () => (done = work()));
    if (!free) throw new Error('this job is held by another server');
    await done;
  }

  private async ifFree(id: string, work: () => Promise<void>): Promise<boolean> {
    const client = await this.pool.pool.connect();
    let broken: Error | undefined;
    const onError = (e: Error): void => {
      broken = e;
    };
    client.on('error', onError);
    try {
      const { rows } = await client.query<{ got: boolean }>(
        'select pg_try_advisory_lock(hashtextextended($1, 0)) as got',
        [id],
      );
      if (rows[0]?.got !== true) return false;
      try {
        await work();
      } finally {
        if (broken === undefined)
          await client.query('select pg_advisory_unlock(hashtextextended($1, 0))', [id]).catch(onError);
      }
      return true;
    } finally {
      client.off('error', onError);
      // A broken connection is thrown away with its locks.
      client.release(broken);
    }
  }

  async onApplicationShutdown(): Promise<void> {
    for (const t of this.timers) clearInterval(t);
    await this.boss.stop({ graceful: true, wait: true, timeout: STOP_MS });
  }
}
