import { randomBytes } from 'node:crypto';
import type { ExerciseView } from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { Client } from 'pg';
import request from 'supertest';
import { createServer } from '../createServer';
import { migrateDatabase } from '../db/migrate';
import { hashPassword } from '../auth/password';
import { demoExercise, seedDemo } from '../demo/seed';
import { DEMO_TUNES } from '../demo/tunes.data';
import { LINK_REQUESTS, type Settings } from '../settings';

export const PASSWORD = 'a quiet slow ferry';

/** A server of its own on a database of its own, on the PostgreSQL that the tests are given. */
export interface TestServer {
  readonly app: NestExpressApplication;
  readonly databaseUrl: string;
  readonly agent: () => ReturnType<typeof request.agent>;
  /** A signed-in agent for a new teacher. */
  readonly teacher: (email: string) => Promise<ReturnType<typeof request.agent>>;
  readonly sql: (text: string, values?: unknown[]) => Promise<Record<string, unknown>[]>;
  /** Ends the server and leaves its database, for servers of another kind. */
  readonly close: () => Promise<void>;
  readonly stop: () => Promise<void>;
}

export async function startTestServer(change: Partial<Settings> = {}): Promise<TestServer> {
  const base = process.env.TEST_DATABASE_URL;
  if (base === undefined) throw new Error('TEST_DATABASE_URL is not set: run the tests with npm test');
  const name = `test_${randomBytes(6).toString('hex')}`;
  const admin = new Client({ connectionString: base });
  await admin.connect();
  const urlOf = (database: string): string => base.replace(/\/[^/]*$/, `/${database}`);
  const databaseUrl = urlOf(name);
  const settings: Settings = {
    databaseUrl,
    port: 0,
    host: '127.0.0.1',
    demo: true,
    tls: false,
    hosts: [],
    webFolder: '/nowhere',
    logLevel: 'silent',
    linkRequests: LINK_REQUESTS,
    ...change,
  };
  await copyPrepared(admin, urlOf, name, settings.demo);
  const app = await createServer(settings);
  const sql = async (text: string, values: unknown[] = []) => {
    const client = new Client({ connectionString: databaseUrl });
    await client.connect();
    const { rows } = await client.query(text, values);
    await client.end();
    return rows as Record<string, unknown>[];
  };
  const agent = () => request.agent(app.getHttpServer());
  let closed = false;
  const close = async (): Promise<void> => {
    if (closed) return;
    closed = true;
    await app.close();
  };
  return {
    app,
    databaseUrl,
    agent,
    sql,
    async teacher(email) {
      await sql('insert into teachers (email, name, password_hash) values ($1, $2, $3)', [
        email,
        'Test',
        await hashPassword(PASSWORD),
      ]);
      const signedIn = agent();
      await signedIn.post('/api/session').send({ email, password: PASSWORD }).expect(200);
      return signedIn;
    },
    close,
    async stop() {
      await close();
      await admin.query(`drop database ${name} with (force)`);
      await admin.end();
    },
  };
}

/**
 * Makes a database as a copy of one that was brought up to date, with the demo or without it, by whoever came first.
 */
async function copyPrepared(
  admin: Client,
  urlOf: (database: string) => string,
  name: string,
  demo: boolean,
): Promise<void> {
  const prepared = demo ? 'prepared_demo' : 'prepared';
  // One at a time: nothing is copied while it is being made.
  await admin.query("select pg_advisory_lock(hashtext('prepared'))");
  const { rowCount } = await admin.query('select 1 from pg_database where datname = $1', [prepared]);
  if (rowCount === 0) {
    await admin.query(`create database ${prepared}_making`);
    await migrateDatabase(urlOf(`${prepared}_making`));
    if (demo) await seedDemo(urlOf(`${prepared}_making`));
    await admin.query(`alter database ${prepared}_making rename to ${prepared}`);
  }
  await admin.query(`create database ${name} template ${prepared}`);
  await admin.query("select pg_advisory_unlock(hashtext('prepared'))");
}

/** A demo line as a document. */
export const demoDocument = (at = 0): Exercise => demoExercise(DEMO_TUNES[at] as (typeof DEMO_TUNES)[number]);

export async function putOnShelf(agent: ReturnType<typeof request.agent>, title = 'A line'): Promise<ExerciseView> {
  const response = await agent.post('/api/exercises').send({ title, document: demoDocument() }).expect(201);
  return response.body as ExerciseView;
}
