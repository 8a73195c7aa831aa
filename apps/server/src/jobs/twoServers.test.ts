import 'reflect-metadata';
import { type ChildProcess, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer, request as send, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { ClassView, ExerciseView, LinkView, PresenceView, PrintSetView } from '@cifra/contract';
import request from 'supertest';
import { LINK_REQUESTS } from '../settings';
import { startTestServer, type TestServer } from '../testing/testServer';
import { openShelf } from '../testing/openShelf';

/*
 * Two processes on one database behind a plain proxy that gives every request to the other one in turn: nothing may
 * live in one of them alone.
 */

interface Process {
  readonly child: ChildProcess;
  readonly port: number;
}

let world: TestServer;
let processes: Process[];
let proxy: Server;
let turn = 0;
const served: number[] = [];

const main = join(__dirname, '../../dist/main.js');
async function start(port: number): Promise<Process> {
  const child = spawn('node', [main], {
    env: { ...process.env, DATABASE_URL: world.databaseUrl, PORT: String(port), CIFRA_DEMO: '1', LOG_LEVEL: 'silent' },
    stdio: ['ignore', 'ignore', 'pipe', 'ipc'],
  });
  let errors = '';
  child.stderr?.on('data', (c: Buffer) => {
    errors += c.toString();
  });
  await new Promise<void>((resolve, reject) => {
    child.once('message', () => resolve());
    child.once('exit', (code) => reject(new Error(`ended with ${String(code)}: ${errors}`)));
  });
  return { child, port };
}
const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });
const stop = (p: Process, signal: NodeJS.Signals): Promise<void> =>
  new Promise((resolve) => {
    if (p.child.exitCode !== null || p.child.signalCode !== null) {
      resolve();
      return;
    }
    p.child.once('exit', () => resolve());
    p.child.kill(signal);
  });

beforeAll(async () => {
  world = await startTestServer();
  // The test's own server would take on jobs: only its database is wanted.
  await world.close();
  processes = await Promise.all([start(await freePort()), start(await freePort())]);
  proxy = createServer((from, to) => {
    const alive = processes.filter((p) => p.child.exitCode === null && p.child.signalCode === null);
    const next = alive[turn++ % alive.length] as Process;
    served.push(next.port);
    from.pipe(
      send(
        { port: next.port, host: '127.0.0.1', path: from.url, method: from.method, headers: from.headers },
        (answer) => {
          to.writeHead(answer.statusCode ?? 502, answer.headers);
          answer.pipe(to);
        },
      ).on('error', () => to.writeHead(502).end()),
    );
  }).listen(0, '127.0.0.1');
});
afterAll(async () => {
  await Promise.all(processes.map((p) => stop(p, 'SIGTERM')));
  await new Promise((r) => proxy.close(r));
  await world.stop();
});

const agent = (): ReturnType<typeof request.agent> => request.agent(proxy);
const until = async (mara: ReturnType<typeof agent>, id: string): Promise<PrintSetView> => {
  for (let i = 0; i < 600; i++) {
    const answer = await mara.get(`/api/print-sets/${id}`);
    if (answer.status === 200 && (answer.body as PrintSetView).state !== 'working') return answer.body as PrintSetView;
    await new Promise((r) => setTimeout(r, 100));
  }
  throw new Error('the pages were never made');
};

describe('two servers on one database', () => {
  it('share sessions, lines and their versions, links and limits', async () => {
    const mara = agent();
    await mara.post('/api/session/demo').expect(200);
    for (let i = 0; i < 4; i++) await mara.get('/api/session').expect(200);
    const [line] = await openShelf(mara);
    if (line === undefined) throw new Error('the demo has no line');
    let version = line.version;
    for (let i = 0; i < 4; i++)
      ({ version } = (
        await mara
          .put(`/api/exercises/${line.id}`)
          .send({ version, title: `Turn ${i}`, document: line.document })
          .expect(200)
      ).body as ExerciseView);
    await mara
      .put(`/api/exercises/${line.id}`)
      .send({ version: version - 1, title: 'Old', document: line.document })
      .expect(409);
    const [group] = (await mara.get('/api/classes')).body as ClassView[];
    const link = (
      await mara
        .post('/api/links')
        .send({ exerciseId: line.id, classId: group?.id, instrument: 'flute', days: 7 })
        .expect(201)
    ).body as LinkView;
    for (let i = 0; i < 2; i++) await agent().get(`/api/links/open/${link.token}`).expect(200);
    await mara.delete(`/api/links/${link.id}`).expect(204);
    for (let i = 0; i < 2; i++) await agent().get(`/api/links/open/${link.token}`).expect(404);
    // What is open where is known to both, and so is how often a link was asked for.
    const windows = [randomUUID(), randomUUID(), randomUUID()];
    const others = [];
    for (const w of windows)
      others.push(
        (
          (await mara.put(`/api/exercises/${line.id}/windows/${w}`).send({ hidden: false }).expect(200))
            .body as PresenceView
        ).others,
      );
    expect(others).toEqual([0, 1, 2]);
    const often = (
      await mara
        .post('/api/links')
        .send({ exerciseId: line.id, classId: group?.id, instrument: 'flute', days: 7 })
        .expect(201)
    ).body as LinkView;
    for (let i = 0; i < 2; i++) await agent().get(`/api/links/open/${often.token}`).expect(200);
    await world.sql(`update request_counts set points = $1 where key = $2`, [
      5 * LINK_REQUESTS,
      `class link:${often.id}`,
    ]);
    for (let i = 0; i < 2; i++) await agent().get(`/api/links/open/${often.token}`).expect(429);
    // Eight wrong passwords, four at each: the ninth has to wait at either.
    for (let i = 0; i < 8; i++)
      await agent().post('/api/session').send({ email: 'somebody@school.example', password: 'wrong' }).expect(401);
    for (let i = 0; i < 2; i++)
      await agent().post('/api/session').send({ email: 'somebody@school.example', password: 'wrong' }).expect(429);
    await mara.delete('/api/session').expect(204);
    for (let i = 0; i < 2; i++) await mara.get('/api/session').expect(401);
    expect(new Set(served).size).toBe(2);
  });

  it('make pages in turn, the first of everybody before the second of anybody, so many for each at once; and one takes up what the other leaves', async () => {
    const mara = agent();
    await mara.post('/api/session/demo').expect(200);
    const [line] = await openShelf(mara);
    const [group] = (await mara.get('/api/classes')).body as ClassView[];
    const make = async (kind: string): Promise<PrintSetView> =>
      (
        await mara
          .post(`/api/exercises/${line?.id ?? ''}/print-sets`)
          .send({ classId: group?.id, kind })
          .expect(201)
      ).body as PrintSetView;
    const sets = [await make('copies'), await make('copies'), await make('book')];
    await mara
      .post(`/api/exercises/${line?.id ?? ''}/print-sets`)
      .send({ classId: group?.id, kind: 'book' })
      .expect(503);
    // One of the two dies in the middle of its work.
    await new Promise((r) => setTimeout(r, 400));
    const [first] = processes as [Process];
    await stop(first, 'SIGKILL');
    for (const s of sets) expect(await until(mara, s.id)).toMatchObject({ state: 'done' });
    const priorities = await world.sql(
      "select priority from jobs.job where name = 'pages' union all select priority from jobs.archive where name = 'pages' order by priority desc",
    );
    expect(priorities.map((p) => p.priority)).toEqual([0, -1, -2]);
    processes[0] = await start(first.port);
    await mara.get('/api/session').expect(200);
  });
});
