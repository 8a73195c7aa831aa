import 'reflect-metadata';
import { execFileSync } from 'node:child_process';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { MOST_SESSIONS } from '../auth/auth.repository';
import { MAX_FAILURES } from '../auth/failureLimit';
import { DEMO_SIGN_INS } from '../demo/demo.controller';
import { PASSWORD, startTestServer, type TestServer } from '../testing/testServer';

/* What a stranger at the door meets before anything else: names, headers, what may be tried how often. */

let server: TestServer;
let tls: TestServer;
beforeAll(async () => {
  server = await startTestServer();
  tls = await startTestServer({ tls: true, hosts: ['cifra.school.example'] });
});
afterAll(async () => {
  await server.stop();
  await tls.stop();
});

describe('the name that is asked for', () => {
  const asking = (from: TestServer, host: string) => from.agent().get('/health').set('Host', host);

  it("is the machine's own, an address in numbers, or one that was named", async () => {
    for (const host of ['localhost:4173', '127.0.0.1:4173', '[::1]:4173', '192.168.1.7', hostname(), 'LOCALHOST'])
      expect([host, (await asking(server, host)).status]).toEqual([host, 200]);
    await asking(tls, 'Cifra.School.example').expect(200);
    await asking(tls, 'cifra.school.example:443').expect(200);
  });

  it("is no other: another site's name that leads here reads and writes nothing", async () => {
    for (const host of ['evil.example', 'cifra.school.example.evil.example', '127.0.0.1.evil.example', '', 'a:b:c'])
      expect([host, (await asking(server, host)).status]).toEqual([host, 421]);
    for (const path of ['/', '/p/whatever', '/api/session/options', '/api/docs', '/assets/x.js', '/sw.js'])
      expect([path, (await server.agent().get(path).set('Host', 'evil.example')).status]).toEqual([path, 421]);
    const refused = await server.agent().post('/api/session/demo').set('Host', 'evil.example').expect(421);
    expect(refused.headers['set-cookie']).toBeUndefined();
    expect(JSON.stringify(refused.body)).not.toContain('evil');
  });
});

describe('what everybody is told', () => {
  it('lets the page use what it uses and nothing else', async () => {
    const said = String((await server.agent().get('/health')).headers['permissions-policy']);
    for (const used of ['microphone', 'midi', 'clipboard-write']) expect(said).toContain(`${used}=(self)`);
    for (const other of ['camera', 'geolocation', 'payment', 'usb', 'display-capture'])
      expect(said).toContain(`${other}=()`);
  });

  it('shows the API to nobody who is not signed in, in whatever form', async () => {
    for (const path of ['', '/', '-json', '-yaml', '/json', '/yaml', '/swagger-ui-init.js', '/index.html'])
      expect([path, [401, 404]]).toEqual([
        path,
        expect.arrayContaining([(await server.agent().get(`/api/docs${path}`)).status]),
      ]);
    const teacher = await server.teacher('docs@school.example');
    for (const path of ['/json', '/yaml', '']) await teacher.get(`/api/docs${path}`).redirects(1).expect(200);
  });

  it('behind TLS has a cookie that no other host can have set, and takes no other', async () => {
    const response = await tls.agent().post('/api/session/demo').expect(200);
    const cookie = String(response.headers['set-cookie']);
    expect(cookie).toMatch(/^__Host-cifra_session=/);
    expect(cookie).toMatch(/Path=\//);
    expect(cookie).toMatch(/Secure/);
    expect(cookie).not.toMatch(/Domain/);
    const token = /=([^;]+)/.exec(cookie)?.[1] ?? '';
    await tls.agent().get('/api/session').set('Cookie', `__Host-cifra_session=${token}`).expect(200);
    await tls.agent().get('/api/session').set('Cookie', `cifra_session=${token}`).expect(401);
  });
});

describe('what may be tried how often', () => {
  it('the demo, so that nobody fills the table of sessions', async () => {
    const open = () => server.agent().post('/api/session/demo');
    const statuses = (await Promise.all(Array.from({ length: DEMO_SIGN_INS + 5 }, open))).map((r) => r.status);
    expect(statuses.filter((s) => s === 200)).toHaveLength(DEMO_SIGN_INS);
    expect((await open().expect(429)).body.detail).toMatch(/Wait a minute/);
    await server.sql('delete from request_counts');
  });

  it('in how many browsers a teacher is signed in: the oldest is signed out', async () => {
    const first = await server.teacher('many@school.example');
    await server.sql(
      `insert into sessions (token_hash, teacher_id, created_at, expires_at)
       select md5(n::text), (select id from teachers where email = 'many@school.example'), now() + n * interval '1 ms', now() + interval '1 day'
       from generate_series(1, $1::int) as n`,
      [MOST_SESSIONS - 1],
    );
    await first.get('/api/session').expect(200);
    const last = server.agent();
    await last.post('/api/session').send({ email: 'many@school.example', password: PASSWORD }).expect(200);
    await first.get('/api/session').expect(401);
    await last.get('/api/session').expect(200);
    await server.agent().post('/api/session').send({ email: 'many@school.example', password: PASSWORD }).expect(200);
    const [{ n } = { n: 0 }] = await server.sql(
      "select count(*)::int as n from sessions where teacher_id = (select id from teachers where email = 'many@school.example')",
    );
    expect(n).toBe(MOST_SESSIONS);
  });

  it('who is locked out by the guesses of others is told, and let in by whoever runs the server', async () => {
    await server.teacher('hanna@school.example');
    const enter = (password: string) =>
      server.agent().post('/api/session').send({ email: 'Hanna@school.example', password });
    for (let i = 0; i < MAX_FAILURES.email; i++) await enter(`guess ${i}`).expect(401);
    expect((await enter(PASSWORD).expect(429)).body.detail).toMatch(
      /Somebody tried wrong passwords.*whoever runs Cifra can let you in/,
    );
    const run = (...args: string[]): string =>
      execFileSync('node', [join(__dirname, '../../dist/addTeacher.js'), ...args], {
        env: { ...process.env, DATABASE_URL: server.databaseUrl },
        encoding: 'utf8',
        stdio: 'pipe',
      });
    expect(run('let-in', 'hanna@school.example')).toBe('hanna@school.example can try again at once.\n');
    await enter(PASSWORD).expect(200);
    expect(() => run('let-in', 'nobody@school.example')).toThrow(/There is no teacher nobody@school\.example/);
    expect(() => run('let-in', 'nobody')).toThrow(/Usage: npm run teacher/);
  });
});
