import 'reflect-metadata';
import type { AccountFile, AssignmentView, ClassView, PupilView } from '@cifra/contract';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { openDemoClass } from '../testing/demoClass';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let other: ReturnType<TestServer['agent']>;
let group: ClassView;
let pupils: PupilView[];

beforeAll(async () => {
  const demo = await openDemoClass('Kite Weather');
  ({ server, mara, group } = demo);
  const at = (what: string): string => `/api/classes/${group.id}/${what}`;
  pupils = (await mara.get(at('pupils'))).body as PupilView[];
  const work = { exerciseId: demo.exercise.id, for: 'class', rungs: ['count'], due: '2026-12-01', goalPercent: 80 };
  const set = (await mara.post(at('assignments')).send(work).expect(201)).body as AssignmentView;
  const [first, second] = pupils.map((p) => p.id);
  const entries = [
    { pupilId: first, done: true, remark: 'leads the section', assignmentId: set.id },
    { pupilId: second, done: false },
  ];
  await mara.put(at('log')).send({ day: '2026-11-27', entries }).expect(200);
  await mara.post(at('kit')).send({ kind: 'loan', what: 'a horn', from: '2026-09-01', pupilId: first }).expect(201);
  other = await server.teacher('other@school.example');
});
afterAll(() => server.stop());

/** A binary answer as it is. */
const bytesOf = async (agent: typeof mara): Promise<Buffer> =>
  (
    await agent
      .get('/api/account/file')
      .buffer(true)
      .parse((response, done) => {
        const parts: Buffer[] = [];
        response.on('data', (c: Buffer) => parts.push(c));
        response.on('end', () => done(null, Buffer.concat(parts)));
      })
      .expect(200)
  ).body as Buffer;
const bring = (agent: typeof mara, bytes: Uint8Array) =>
  agent.post('/api/account/file').set('Content-Type', 'application/octet-stream').send(Buffer.from(bytes));
const accountIn = (bytes: Uint8Array): AccountFile =>
  JSON.parse(strFromU8(unzipSync(bytes)['account.json'] ?? new Uint8Array())) as AccountFile;

describe('an account as a whole', () => {
  it('is taken away, and brought back into another account with all that hangs together', async () => {
    const bytes = await bytesOf(mara);
    const account = accountIn(bytes);
    expect(account.exercises.map((e) => e.title)).toContain('Kite Weather');
    // No address, no password, no link.
    expect(JSON.stringify(account)).not.toMatch(/argon2|mara@|token/i);
    const { body } = await bring(other, bytes).expect(200);
    expect(body).toEqual({ exercises: account.exercises.length, classes: 1, pupils: pupils.length });
    const again = accountIn(await bytesOf(other));
    const copy = again.classes.find((c) => c.settings.name === group.name);
    const [from] = account.classes;
    expect(copy?.pupils.map((p) => [p.name, p.instrument])).toEqual(from?.pupils.map((p) => [p.name, p.instrument]));
    expect(copy?.assignments.map((w) => [w.due, w.title])).toEqual(from?.assignments.map((w) => [w.due, w.title]));
    const nameIn = (c: AccountFile['classes'][number] | undefined) => (id: string) =>
      c?.pupils.find((p) => p.id === id)?.name;
    const said = (c: AccountFile['classes'][number] | undefined) =>
      c?.log
        .map(
          (l) =>
            `${l.day} ${nameIn(c)(l.pupilId) ?? ''} ${String(l.done)} ${l.remark ?? ''} ${l.assignmentId === undefined ? '' : (c.assignments.find((w) => w.id === l.assignmentId)?.title ?? '')}`,
        )
        .sort();
    expect(said(copy)).toEqual(said(from));
    expect(copy?.kit.map((k) => k.what)).toEqual(from?.kit.map((k) => k.what));
    expect(again.exercises.find((e) => e.title === 'Kite Weather')?.document).toEqual(
      account.exercises.find((e) => e.title === 'Kite Weather')?.document,
    );
  });

  it('takes nothing from a file that is something else, and says what is wrong', async () => {
    const good = accountIn(await bytesOf(mara));
    const pack = (account: object): Uint8Array => zipSync({ 'account.json': strToU8(JSON.stringify(account)) });
    const before = ((await mara.get('/api/exercises')).body as unknown[]).length;
    const wrong: readonly Uint8Array[] = [
      strToU8('no zip'),
      zipSync({ '../account.json': strToU8('{}') }),
      zipSync({ 'account.json': strToU8('{') }),
      pack({}),
      pack({ ...good, exercises: [{ id: 'x', title: 'x', document: {} }] }),
      pack({ ...good, classes: [{ ...good.classes[0], pupils: [{ name: '', instrument: 'kazoo' }] }] }),
      pack({ ...good, classes: [{ ...good.classes[0], log: [{ pupilId: pupils[0]?.id, done: true, day: 'x' }] }] }),
      pack({ ...good, classes: 'many' }),
    ];
    for (const bytes of wrong)
      expect(((await bring(mara, bytes).expect(422)).body as { detail: string }).detail).toMatch(
        /cannot be brought back/,
      );
    expect(((await mara.get('/api/exercises')).body as unknown[]).length).toBe(before);
    await bring(server.agent(), pack(good)).expect(401);
  });

  it('is deleted only by whoever writes its address, and everything goes with it', async () => {
    await other.delete('/api/account').send({ email: 'somebody@school.example' }).expect(400);
    await other.delete('/api/account').send({ email: 'Other@school.example' }).expect(204);
    await other.get('/api/session').expect(401);
    const left = await server.sql(
      'select count(*)::int as n from exercises e left join teachers t on t.id = e.teacher_id where t.id is null',
      [],
    );
    expect(left).toEqual([{ n: 0 }]);
    expect(((await mara.get('/api/classes')).body as ClassView[]).length).toBe(1);
  });
});
