import 'reflect-metadata';
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import type { ClassView, PupilView } from '@cifra/contract';
import request from 'supertest';
import { askRoute } from '../testing/askRoute';
import { makeOwned } from '../testing/ownedThings';
import { RULES } from '../testing/routeRules';
import { PASSWORD, startTestServer, type TestServer } from '../testing/testServer';

/* What a server writes down while everything is asked for, and while its database fails under it. */

let world: TestServer;
beforeAll(async () => {
  world = await startTestServer({ demo: false });
});
afterAll(() => world.stop());

it('holds no token, name, word, id or parameter, whatever is asked for and whatever fails', async () => {
  const child = spawn('node', [join(__dirname, '../../dist/main.js')], {
    env: { ...process.env, DATABASE_URL: world.databaseUrl, PORT: '0', CIFRA_DEMO: '0', LOG_LEVEL: 'trace' },
    stdio: ['ignore', 'pipe', 'pipe', 'ipc'],
  });
  const said: string[] = [];
  for (const stream of [child.stdout, child.stderr]) stream?.on('data', (c: Buffer) => said.push(c.toString()));
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  await new Promise<void>((resolve, reject) => {
    child.once('message', () => resolve());
    child.once('exit', () => reject(new Error(said.join(''))));
  });
  try {
    const address = /listening on (\S+)/.exec(said.join(''))?.[1] ?? '';
    const mara = await world.teacher('mara@school.example');
    const [group] = (await mara.get('/api/classes').expect(200)).body as [ClassView];
    const { own, line, tokens } = await makeOwned(world, mara, group, 'stopped');
    const about = { ids: own, token: tokens.open, group, line };
    const agent = request.agent(address);
    const signedIn = await agent
      .post('/api/session')
      .send({ email: 'mara@school.example', password: PASSWORD })
      .expect(200);
    const cookie = /=([^;]+)/.exec(String(signedIn.headers['set-cookie']))?.[1] ?? '';
    const all = async (): Promise<number[]> => {
      const statuses: number[] = [];
      for (const [name, rule] of Object.entries(RULES)) {
        const [method = '', path = ''] = name.split(' ');
        if (method === 'delete' || path === '/api/session') continue;
        const asked = askRoute(rule.for === 'link' ? request.agent(address) : agent, method, path, about);
        // A file that is sent as it is made can only break off.
        const status = await asked.then(
          (r) => r.status,
          (e: Error) => (e.message === 'aborted' ? 500 : Promise.reject(e)),
        );
        statuses.push(status);
      }
      return statuses;
    };
    const pupils = (await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[];
    expect((await all()).filter((s) => s >= 500)).toEqual([]);
    // A table that is gone lets a statement fail with everything that was to be written.
    await world.sql('alter table revisions rename column document to other');
    await world.sql('alter table hand_ins rename column summary to other');
    await world.sql('alter table pupils rename column seat to other');
    await world.sql('alter table kit rename column what to other');
    expect((await all()).filter((s) => s === 500).length).toBeGreaterThan(5);
    await new Promise((resolve) => setTimeout(resolve, 300));
    const log = said.join('');
    expect(log).toContain('a request failed');
    expect(log).toContain('"route":"/api/classes/:id/pupils"');
    const never = [
      ...Object.values(tokens),
      ...Object.values(own),
      ...pupils.map((p) => p.name),
      cookie,
      PASSWORD,
      'mara@school.example',
      'Secret',
      'secret',
      'told',
      'Harbour',
      'a horn',
      'params:',
    ];
    expect(never.filter((word) => word.length > 0 && log.includes(word))).toEqual([]);
  } finally {
    child.kill('SIGTERM');
    await ended;
  }
});
