import 'reflect-metadata';
import type { ClassView, ExerciseView, PupilView } from '@cifra/contract';
import { type About, askRoute } from '../testing/askRoute';
import { openDemoClass } from '../testing/demoClass';
import { makeOwned, type OwnedThings } from '../testing/ownedThings';
import { queriesOfRequest } from '../testing/queriesOfRequest';
import { DAY, type Ids, type Kind, KIT, NEVER, NOWHERE, RULES, WORK } from '../testing/routeRules';
import { putOnShelf, type TestServer } from '../testing/testServer';

/*
 * Every route, as everybody: nobody, another teacher, a pupil's link, one that is over, one that was closed, the owner.
 * Who may not is told the same whether the thing is there or not.
 */

let server: TestServer;
let owner: ReturnType<TestServer['agent']>;
let other: ReturnType<TestServer['agent']>;
/** Ids of the owner's, by the parameter that takes them. */
let own: Ids;
let tokens: OwnedThings['tokens'];
let paths: readonly { readonly method: string; readonly path: string }[];

/** What nobody but the owner may read anywhere. */
let secrets: readonly string[];

let group: ClassView;
let line: ExerciseView;
const owned = (ids: Ids): About => ({ ids, token: tokens.open, group, line });

const rules = (kind: Kind): (readonly [string, string])[] =>
  Object.entries(RULES)
    .filter(([, r]) => r.for === kind)
    .map(([name]) => name.split(' ') as [string, string]);
/** What an answer says, with headers that could tell. */
const said = (r: { status: number; body: unknown; headers: Record<string, string | undefined> }): object => ({
  status: r.status,
  body: r.body,
  disposition: r.headers['content-disposition'],
  cache: r.headers['cache-control'],
});

beforeAll(async () => {
  const demo = await openDemoClass('Harbour Steps');
  ({ server, group } = demo);
  owner = demo.mara;
  ({ own, tokens, line } = await makeOwned(server, owner, group));
  secrets = ['Secret Harbour', 'Secret Sunniva', 'secret note', 'secret take', 'secret work', ...Object.values(own)];
  other = await server.teacher('other@school.example');
  const api = (await owner.get('/api/docs/json').expect(200)).body as {
    paths: Record<string, Record<string, unknown>>;
  };
  paths = Object.entries(api.paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => ({ method, path })),
  );
});
afterAll(() => server.stop());

it('the table has every route, and no other', () => {
  expect(paths.map(({ method, path }) => `${method} ${path}`).sort()).toEqual(Object.keys(RULES).sort());
});

describe('who is not the owner', () => {
  it('nobody is told to sign in, whatever they ask for', async () => {
    for (const kind of ['own', 'anybody'] as const)
      for (const [method, path] of rules(kind)) {
        const answer = await askRoute(server.agent(), method, path, owned(own));
        expect([method, path, answer.status, answer.body]).toEqual([
          method,
          path,
          401,
          { code: 'not-signed-in', detail: 'Sign in first.' },
        ]);
      }
  });

  it("a pupil's link opens no route but its own, as a cookie or as a header", async () => {
    for (const token of Object.values(tokens))
      for (const kind of ['own', 'anybody'] as const)
        for (const [method, path] of rules(kind)) {
          const answer = await askRoute(server.agent(), method, path, owned(own))
            .set('Cookie', `cifra_session=${token}`)
            .set('Authorization', `Bearer ${token}`);
          expect([method, path, answer.status]).toEqual([method, path, 401]);
        }
  });

  it("another teacher hears the same of what is the owner's as of what never was, and no word of it", async () => {
    for (const [method, path] of rules('own')) {
      const theirs = await askRoute(other, method, path, owned(own));
      const never = await askRoute(other, method, path, owned(NOWHERE));
      expect([method, path, theirs.status]).toEqual([method, path, 404]);
      expect([method, path, said(theirs)]).toEqual([method, path, said(never)]);
      const text = `${JSON.stringify(theirs.body)} ${JSON.stringify(theirs.headers)}`;
      expect([method, path, secrets.filter((s) => text.includes(s))]).toEqual([method, path, []]);
    }
  });

  it("ids of the owner inside a body or a query of another teacher's own open nothing", async () => {
    const [mine] = (await other.get('/api/classes')).body as ClassView[];
    const theirs = { ...own, class: mine?.id ?? '' };
    const lines = await putOnShelf(other, 'Theirs');
    await other.post(`/api/classes/${theirs.class}/assignments`).send(WORK(own)).expect(404);
    await other
      .put(`/api/classes/${theirs.class}/log`)
      .send({ day: DAY, entries: [{ pupilId: own.pupil, done: true }] })
      .expect(404);
    await other
      .put(`/api/classes/${theirs.class}/log`)
      .send({ day: DAY, entries: [{ pupilId: own.pupil, assignmentId: own.work, done: true }] })
      .expect(404);
    await other
      .post(`/api/classes/${theirs.class}/kit`)
      .send({ ...KIT, pupilId: own.pupil })
      .expect(404);
    await other
      .post(`/api/classes/${theirs.class}/met`)
      .send({ day: DAY, exerciseId: own.exercise, entries: [{ instrument: 'flute', notes: ['A6'] }] })
      .expect(404);
    await other
      .post(`/api/classes/${theirs.class}/met`)
      .send({ day: DAY, entries: [{ pupilId: own.pupil, instrument: 'flute', notes: ['A6'] }] })
      .expect(404);
    await other
      .post('/api/links')
      .send({ exerciseId: lines.id, classId: own.class, instrument: 'flute', days: 7 })
      .expect(404);
    await other
      .post('/api/links')
      .send({ exerciseId: lines.id, classId: theirs.class, pupilId: own.pupil, instrument: 'flute', days: 7 })
      .expect(404);
    await other.post(`/api/exercises/${lines.id}/print-sets`).send({ classId: own.class, kind: 'book' }).expect(404);
    await other.get(`/api/exercises/${lines.id}/parts/flute.pdf?class=${own.class ?? ''}`).expect(404);
    await other.get(`/api/exercises/${lines.id}/revisions/${own.revision ?? ''}`).expect(404);
    await other
      .put(`/api/classes/${theirs.class}/pupils`)
      .send({ pupils: [{ id: own.pupil, name: 'Taken', instrument: 'horn' }] });
    const names = ((await owner.get(`/api/classes/${group.id}/pupils`)).body as PupilView[]).map((p) => p.name);
    expect([names.includes('Secret Sunniva'), names.includes('Taken')]).toEqual([true, false]);
  });

  it('asks the database the same, in as many steps, to refuse what is there as what is not', async () => {
    const steps = (id: string) =>
      queriesOfRequest(server, () => other.get(`/api/exercises/${id}`).expect(404) as unknown as Promise<unknown>);
    // The line itself is never read for another teacher, so that the time of the answer tells nothing.
    const there = await steps(own.exercise ?? '');
    expect(there.length).toBeGreaterThan(0);
    expect(there).toEqual(await steps(NEVER));
  });
});

describe("pupils' links", () => {
  it('one that is over, one that was closed and one that never was are told the same', async () => {
    for (const [method, path] of rules('link')) {
      const answers = [];
      for (const token of [tokens.over, tokens.closed, 'A'.repeat(24)])
        answers.push(said(await askRoute(server.agent(), method, path, { ...owned(own), token })));
      expect([method, path, answers[0]]).toMatchObject([method, path, { status: 404 }]);
      expect(answers[1]).toEqual(answers[0]);
      expect(answers[2]).toEqual(answers[0]);
    }
  });

  it('an open one shows its own part and no word of the class, and is kept by nobody on the way', async () => {
    const answer = await server.agent().get(`/api/links/open/${tokens.open}`).expect(200);
    expect(answer.headers['cache-control']).toBe('private, no-store');
    expect(answer.headers['referrer-policy']).toBe('no-referrer');
    const text = JSON.stringify(answer.body);
    expect(
      ['Secret Sunniva', 'secret note', group.name, 'mara@', own.pupil ?? '', own.class ?? ''].filter((s) =>
        text.includes(s),
      ),
    ).toEqual([]);
  });
});

describe('the owner', () => {
  it('is answered on every route, in a form that is kept by nobody on the way', async () => {
    for (const [name, rule] of Object.entries(RULES)) {
      const [method = '', path = ''] = name.split(' ');
      const answer = await askRoute(
        rule.for === 'open' || rule.for === 'link' ? server.agent() : owner,
        method,
        path,
        owned(own),
      );
      expect([name, answer.status]).toEqual([name, rule.answers ?? 200]);
      expect([name, answer.headers['x-content-type-options']]).toEqual([name, 'nosniff']);
      if (rule.for !== 'open')
        expect([name, /no-store/.test(answer.headers['cache-control'] ?? '')]).toEqual([name, true]);
    }
  });
});
