import { PASSWORD, startTestServer, type TestServer } from '../testing/testServer';
import { MAX_FAILURES } from './failureLimit';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

describe('signing in', () => {
  it('opens a session in an HttpOnly, SameSite=Lax cookie; signing out closes it', async () => {
    const agent = await server.teacher('anna@school.example');
    const signedIn = await agent
      .post('/api/session')
      .send({ email: 'ANNA@school.example', password: PASSWORD })
      .expect(200);
    const cookie = String(signedIn.headers['set-cookie']);
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/);
    expect(cookie).not.toMatch(/Secure/);
    expect(signedIn.body).not.toHaveProperty('passwordHash');
    await agent.get('/api/session').expect(200);
    await agent.delete('/api/session').expect(204);
    await agent.get('/api/session').expect(401);
  });

  it('marks the cookie Secure behind TLS', async () => {
    const tls = await startTestServer({ tls: true });
    const response = await tls.agent().post('/api/session/demo').expect(200);
    expect(String(response.headers['set-cookie'])).toMatch(/Secure/);
    expect(response.headers['strict-transport-security']).toBeDefined();
    await tls.stop();
  });

  it('stores neither password nor token', async () => {
    await server.teacher('berta@school.example');
    const [teacher] = await server.sql('select * from teachers where email = $1', ['berta@school.example']);
    expect(teacher?.password_hash).toMatch(/^\$argon2id\$/);
    const sessions = await server.sql('select token_hash from sessions');
    expect(sessions.every((s) => /^[0-9a-f]{64}$/.test(String(s.token_hash)))).toBe(true);
  });

  it('says the same for a wrong password and an unknown address', async () => {
    await server.teacher('carl@school.example');
    const wrong = await server
      .agent()
      .post('/api/session')
      .send({ email: 'carl@school.example', password: 'wrong' })
      .expect(401);
    const unknown = await server
      .agent()
      .post('/api/session')
      .send({ email: 'nobody@school.example', password: 'wrong' })
      .expect(401);
    expect(wrong.body).toEqual(unknown.body);
    expect(wrong.body.code).toBe('wrong-sign-in');
  });

  it('refuses an address with half a letter in it, and does not fail', async () => {
    for (const email of ['\ud83d@school.example', 'mara@school.example\udc00'])
      await server.agent().post('/api/session').send({ email, password: 'wrong words' }).expect(400);
  });

  it('stops after too many attempts, also with the right password', async () => {
    const fresh = await startTestServer();
    await fresh.teacher('dora@school.example');
    for (let i = 0; i < MAX_FAILURES.email; i++)
      await fresh.agent().post('/api/session').send({ email: 'dora@school.example', password: 'wrong' }).expect(401);
    const stopped = await fresh
      .agent()
      .post('/api/session')
      .send({ email: 'dora@school.example', password: PASSWORD })
      .expect(429);
    expect(stopped.body.detail).toMatch(/Wait 15 minutes/);
    // A colleague behind the same address is not locked out with her, until the address itself tries too often.
    await fresh.teacher('egon@school.example');
    await fresh.sql(`update request_counts set points = ${MAX_FAILURES.address} where key like 'failed address%'`);
    await fresh.agent().post('/api/session').send({ email: 'egon@school.example', password: PASSWORD }).expect(429);
    await fresh.sql('update request_counts set expire = expire - 16 * 60 * 1000');
    await fresh.agent().post('/api/session').send({ email: 'dora@school.example', password: PASSWORD }).expect(200);
    await fresh.stop();
  });

  it('counts attempts before it knows how they end: twenty at one moment are no way around', async () => {
    await server.teacher('fritz@school.example');
    const all = await Promise.all(
      Array.from({ length: 20 }, (_u, i) =>
        server
          .agent()
          .post('/api/session')
          .send({ email: 'fritz@school.example', password: `guess ${i}` }),
      ),
    );
    expect(all.filter((r) => r.status === 401)).toHaveLength(MAX_FAILURES.email);
    expect(all.filter((r) => r.status === 429)).toHaveLength(20 - MAX_FAILURES.email);
    await server.sql('delete from request_counts');
  });

  it('locks nobody out by an address that waits, and no address by an e-mail that does', async () => {
    await server.teacher('gerd@school.example');
    const guess = (password = 'wrong') =>
      server.agent().post('/api/session').send({ email: 'gerd@school.example', password });
    const ofAddress = (points: number) =>
      server.sql('update request_counts set points = $1 where key like $2', [points, 'failed address%']);
    await guess().expect(401);
    await ofAddress(MAX_FAILURES.address);
    for (let i = 0; i < 2 * MAX_FAILURES.email; i++) await guess().expect(429);
    await ofAddress(0);
    await guess(PASSWORD).expect(200);
    for (let i = 0; i < MAX_FAILURES.email; i++) await guess().expect(401);
    for (let i = 0; i < MAX_FAILURES.email; i++) await guess().expect(429);
    const [counted] = await server.sql('select points from request_counts where key like $1', ['failed address%']);
    expect(counted).toEqual({ points: MAX_FAILURES.email });
    await server.sql('delete from request_counts');
  });

  it('refuses a session that has run out and a token that was made up', async () => {
    const agent = await server.teacher('emil@school.example');
    await server.sql("update sessions set expires_at = now() - interval '1 second'");
    await agent.get('/api/exercises').expect(401);
    await server.agent().get('/api/exercises').set('Cookie', 'cifra_session=guess').expect(401);
  });

  it('refuses a form that another site sends', async () => {
    await server.agent().post('/api/session/demo').set('Sec-Fetch-Site', 'cross-site').expect(403);
    await server.agent().post('/api/session/demo').set('Sec-Fetch-Site', 'same-origin').expect(200);
  });

  it('checks the form with sentences', async () => {
    const response = await server.agent().post('/api/session').send({ email: 'no mail', password: '' }).expect(400);
    expect(response.body.detail).toMatch(/whole e-mail address/);
    await server.agent().post('/api/session').send({ email: 'a@b.example', password: 'x', admin: true }).expect(400);
  });
});

describe("a teacher's own password", () => {
  const NEXT = 'kettle orbit plank seven';
  beforeEach(() => server.sql('delete from request_counts'));
  it('is changed by whoever knows it, ends every other session, and is the only one from then on', async () => {
    const here = await server.teacher('change@school.example');
    const elsewhere = server.agent();
    await elsewhere.post('/api/session').send({ email: 'change@school.example', password: PASSWORD }).expect(200);
    expect(
      (await here.get('/api/session/everywhere').expect(200)).body.map((s: { here: boolean }) => s.here).sort(),
    ).toEqual([false, true]);
    await here.put('/api/session/password').send({ current: PASSWORD, next: NEXT }).expect(204);
    await here.get('/api/session').expect(200);
    await elsewhere.get('/api/session').expect(401);
    await server.agent().post('/api/session').send({ email: 'change@school.example', password: PASSWORD }).expect(401);
    await server.agent().post('/api/session').send({ email: 'change@school.example', password: NEXT }).expect(200);
  });

  it('is not changed with a wrong one, however often, nor to one that is easily guessed', async () => {
    const here = await server.teacher('guess@school.example');
    for (const next of ['password1234', 'qwertyuiop', 'guess@school.example', 'aaaaaaaaaaaa'])
      expect(
        (await here.put('/api/session/password').send({ current: PASSWORD, next }).expect(400)).body.detail,
      ).toMatch(/among the first/);
    await here.put('/api/session/password').send({ current: PASSWORD, next: 'short' }).expect(400);
    const statuses = [];
    for (let i = 0; i < 9; i++)
      statuses.push((await here.put('/api/session/password').send({ current: `wrong ${i}`, next: NEXT })).status);
    expect(statuses).toEqual([400, 400, 400, 400, 400, 400, 400, 400, 429]);
    await server.sql('delete from request_counts');
    await server.agent().post('/api/session').send({ email: 'guess@school.example', password: PASSWORD }).expect(200);
  });

  it('lets its owner sign out everywhere else', async () => {
    const here = await server.teacher('out@school.example');
    const elsewhere = server.agent();
    await elsewhere.post('/api/session').send({ email: 'out@school.example', password: PASSWORD }).expect(200);
    await here.delete('/api/session/elsewhere').expect(204);
    await elsewhere.get('/api/session').expect(401);
    expect((await here.get('/api/session/everywhere').expect(200)).body).toEqual([
      { since: expect.any(String), here: true },
    ]);
  });
});

describe('the demo teacher', () => {
  it('is there in demo mode only', async () => {
    expect((await server.agent().get('/api/session/options').expect(200)).body).toEqual({ demo: true });
    const closed = await startTestServer({ demo: false });
    expect((await closed.agent().get('/api/session/options').expect(200)).body).toEqual({ demo: false });
    await closed.agent().post('/api/session/demo').expect(404);
    await closed.stop();
  });

  it('has six exercises and a class', async () => {
    const agent = server.agent();
    await agent.post('/api/session/demo').expect(200);
    expect((await agent.get('/api/exercises').expect(200)).body).toHaveLength(6);
    expect((await agent.get('/api/classes').expect(200)).body[0].name).toBe('Year 5 winds');
  });
});

describe('closed by default', () => {
  it('every route of the application but sign-in and health needs a session', async () => {
    const response = await server.agent().post('/api/session/demo');
    const cookie = String(response.headers['set-cookie']).split(';')[0] ?? '';
    const api = (await server.agent().get('/api/docs/json').set('Cookie', cookie).expect(200)).body as {
      paths: Record<string, Record<string, unknown>>;
    };
    const open = [
      'get /health',
      'get /api/session/options',
      'post /api/session',
      'post /api/session/demo',
      'get /api/links/open/{token}',
      'get /api/links/open/{token}/strip',
      'put /api/links/open/{token}/practice',
      'post /api/links/open/{token}/hand-ins',
    ];
    const routes = Object.entries(api.paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((method) => [method, path] as const),
    );
    expect(routes.length).toBeGreaterThan(15);
    for (const [method, path] of routes) {
      const concrete = path.replace('{id}', '00000000-0000-4000-8000-000000000000').replace('{instrument}', 'flute');
      const { status } = await server.agent()[method as 'get'](concrete);
      expect([method, path, status === 401]).toEqual([method, path, !open.includes(`${method} ${path}`)]);
    }
    await server.agent().get('/api/docs').expect(401);
    await server.agent().get('/api/docs/json').expect(401);
  });
});
