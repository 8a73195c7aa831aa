import type { ClassView, ExerciseView, LinkView, OpenedLinkView, PupilView, RefusalView } from '@cifra/contract';
import { MAX_FAILURES } from '../auth/failureLimit';
import { LINK_REQUESTS } from '../settings';
import { openDemoClass } from '../testing/demoClass';
import { putOnShelf, type TestServer } from '../testing/testServer';
import { openShelf } from '../testing/openShelf';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let kite: ExerciseView;
let group: ClassView;
beforeAll(async () => {
  ({ server, mara, exercise: kite, group, makeLink: make } = await openDemoClass('Kite Weather'));
});
afterAll(() => server.stop());

let make: Awaited<ReturnType<typeof openDemoClass>>['makeLink'];
const open = (token: string) => server.agent().get(`/api/links/open/${token}`);

describe("a pupil's link", () => {
  it('opens one part without signing in, and nothing of the class with it', async () => {
    const { token } = await make();
    expect(token.length).toBeGreaterThanOrEqual(24);
    const response = await open(token).expect(200);
    const opened = response.body as OpenedLinkView;
    expect([opened.title, opened.instrument]).toEqual(['Kite Weather', 'trumpet']);
    expect(response.headers['cache-control']).toContain('no-store');
    const said = JSON.stringify(opened);
    for (const word of [group.name, group.id, kite.id, 'mara', 'Isla', 'Saskia']) expect(said).not.toContain(word);
    // Of the class only what can be heard with it.
    expect(opened.along).toEqual(group.instruments.filter((i) => i !== 'trumpet'));
    // It opens nothing else.
    await server.agent().get(`/api/exercises/${kite.id}`).expect(401);
  });

  it('holds of the choices for parts its own and those of the class that can be heard with it', async () => {
    const saved = (
      await mara
        .put(`/api/exercises/${kite.id}`)
        .send({
          version: kite.version,
          title: kite.title,
          document: {
            ...kite.document,
            partChoices: { trumpet: { octaves: 0 }, tuba: { octaves: -1 }, piccolo: { octaves: 1 } },
          },
        })
        .expect(200)
    ).body as ExerciseView;
    kite = saved;
    const { token } = await make();
    expect(((await open(token).expect(200)).body as OpenedLinkView).exercise.partChoices).toEqual({
      trumpet: { octaves: 0 },
      ...(group.instruments.includes('tuba') && { tuba: { octaves: -1 } }),
    });
    expect(group.instruments).not.toContain('piccolo');
  });

  it('shows a pupil their own page', async () => {
    const pupil = ((await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[]).find(
      (p) => p.instrument === 'trumpet',
    );
    await mara.put(`/api/classes/${group.id}/pupils/${pupil?.id}/page`).send({ size: 'large' }).expect(200);
    const own = await make({ pupilId: pupil?.id });
    expect(((await open(own.token).expect(200)).body as OpenedLinkView).page.size).toBe('large');
    expect(((await open((await make()).token).expect(200)).body as OpenedLinkView).page.size).toBe('medium');
  });

  it('is closed for good, is over after its days, and goes with its exercise: all alike to whoever has it', async () => {
    const [closed, over, gone] = [await make(), await make(), await make()];
    await mara.delete(`/api/links/${closed.id}`).expect(204);
    await server.sql(`update links set expires_at = now() - interval '1 second' where id = $1`, [over.id]);
    const refusals = [];
    for (const token of [closed.token, over.token, 'never-was-a-link'])
      refusals.push((await open(token).expect(404)).body as unknown);
    await mara.delete(`/api/exercises/${kite.id}`).expect(204);
    refusals.push((await open(gone.token).expect(404)).body as unknown);
    await mara.post(`/api/exercises/${kite.id}/restore`).expect(200);
    expect(new Set(refusals.map((r) => JSON.stringify(r))).size).toBe(1);
    await open(gone.token).expect(200);
  });

  it('that is over or closed is no guess, and guesses of others shut out nobody who has a link', async () => {
    const [closed, over, good] = [await make(), await make(), await make()];
    await mara.delete(`/api/links/${closed.id}`).expect(204);
    await server.sql(`update links set expires_at = now() - interval '1 second' where id = $1`, [over.id]);
    // A class whose links are over, each pupil trying twice: nobody is taken for a guesser.
    for (let i = 0; i < MAX_FAILURES.link + 5; i++) await open(i % 2 === 0 ? closed.token : over.token).expect(404);
    await open('never-was-one').expect(404);
    for (let i = 0; i < MAX_FAILURES.link; i++) await open(`guess-${i}`);
    await open('one-guess-more').expect(429);
    await open(good.token).expect(200);
    await open(closed.token).expect(404);
    await server.sql('update request_counts set expire = 0');
  });

  it("is nobody else's to list, make or close", async () => {
    const link = await make();
    const other = await server.teacher('other@school.example');
    await other.get(`/api/links?exercise=${kite.id}`).expect(404);
    await other.delete(`/api/links/${link.id}`).expect(404);
    await other
      .post('/api/links')
      .send({ exerciseId: kite.id, classId: group.id, instrument: 'trumpet', days: 7 })
      .expect(404);
    await mara
      .post('/api/links')
      .send({ exerciseId: kite.id, classId: group.id, instrument: 'trumpet', days: 8 })
      .expect(400);
    await mara
      .post('/api/links')
      .send({ exerciseId: kite.id, classId: group.id, instrument: 'trumpet', days: 7, pupilId: kite.id })
      .expect(404);
    expect(
      ((await mara.get(`/api/links?exercise=${kite.id}`).expect(200)).body as LinkView[]).map((l) => l.id),
    ).toContain(link.id);
    await open(link.token).expect(200);
  });

  it("of one pupil opens every line that is set for them, and no other; a class's opens its own alone", async () => {
    const pupils = (await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[];
    const pupil = pupils.find((p) => p.instrument === 'trumpet');
    const [ferry, boats, lantern] = (await openShelf(mara)).filter((e) => e.id !== kite.id);
    const set = (exercise: ExerciseView | undefined, due: string, more: object) =>
      mara
        .post(`/api/classes/${group.id}/assignments`)
        .send({ exerciseId: exercise?.id, rungs: [], due, ...more })
        .expect(201);
    const inDays = (days: number): string => new Date(Date.now() + days * 24 * 3600_000).toISOString().slice(0, 10);
    await set(ferry, inDays(6), { for: 'class' });
    await set(boats, inDays(2), { for: 'pupils', pupilIds: [pupil?.id] });
    await set(lantern, inDays(2), { for: 'pupils', pupilIds: [pupils.find((p) => p.id !== pupil?.id)?.id] });
    await set(lantern, inDays(-40), { for: 'class' });
    const [own, ofClass] = [await make({ pupilId: pupil?.id }), await make()];
    const view = async (line?: ExerciseView): Promise<OpenedLinkView> =>
      (
        await server
          .agent()
          .get(`/api/links/open/${own.token}${line === undefined ? '' : `?line=${line.id}`}`)
          .expect(200)
      ).body as OpenedLinkView;
    expect((await view()).lines.map((l) => [l.title, l.line, l.here])).toEqual([
      [boats?.title, boats?.id, false],
      [ferry?.title, ferry?.id, false],
      ['Kite Weather', kite.id, true],
    ]);
    const other = await view(boats);
    expect([other.title, other.own, other.lines.map((l) => l.here)]).toEqual([
      boats?.title,
      true,
      [true, false, false],
    ]);
    expect(((await open(ofClass.token).expect(200)).body as OpenedLinkView).lines).toEqual([]);
    // What is not set for them, for long past, or by a class's link, is not there.
    for (const path of [
      `${own.token}?line=${lantern?.id ?? ''}`,
      `${ofClass.token}?line=${boats?.id ?? ''}`,
      `${own.token}?line=${group.id}`,
      `${own.token}?line=1`,
    ])
      await server.agent().get(`/api/links/open/${path}`).expect(404);
    // What is practised and handed in goes to the line that was open.
    await server
      .agent()
      .put(`/api/links/open/${own.token}/practice?line=${boats?.id ?? ''}`)
      .send({ rungs: ['count'], bestPercent: 70, cleanRuns: 1, peeks: 0, minutes: 3 })
      .expect(204);
    await server
      .agent()
      .post(`/api/links/open/${own.token}/hand-ins?percent=70&summary=told&line=${boats?.id ?? ''}`)
      .expect(204);
    await server
      .agent()
      .put(`/api/links/open/${own.token}/practice?line=${lantern?.id ?? ''}`)
      .send({ rungs: ['count'], bestPercent: 70, cleanRuns: 1, peeks: 0, minutes: 3 })
      .expect(404);
    await server
      .agent()
      .post(`/api/links/open/${own.token}/hand-ins?percent=70&summary=told&line=${lantern?.id ?? ''}`)
      .expect(404);
    expect((await view(boats)).handedIn.map((h) => h.percent)).toEqual([70]);
    expect((await view()).handedIn).toEqual([]);
    expect((await mara.get(`/api/exercises/${boats?.id ?? ''}/practice`)).body).toMatchObject([
      { pupilId: pupil?.id, bestPercent: 70 },
    ]);
    // A line that is taken off the shelf is off the list too, and closing the link closes all of them.
    await mara.delete(`/api/exercises/${ferry?.id ?? ''}`).expect(204);
    expect((await view()).lines.map((l) => l.title)).toEqual([boats?.title, 'Kite Weather']);
    // Without the line that it was made for it goes on with the next; a class's link ends with its line.
    await mara.delete(`/api/exercises/${kite.id}`).expect(204);
    const goesOn = await view();
    expect([goesOn.title, goesOn.lines.map((l) => [l.title, l.line, l.here])]).toEqual([
      boats?.title,
      [[boats?.title, boats?.id, true]],
    ]);
    await open(ofClass.token).expect(404);
    await mara.post(`/api/exercises/${kite.id}/restore`).expect(200);
    await open(ofClass.token).expect(200);
    expect((await view()).title).toBe(boats?.title);
    await mara.delete(`/api/links/${own.id}`).expect(204);
    await server
      .agent()
      .get(`/api/links/open/${own.token}?line=${boats?.id ?? ''}`)
      .expect(404);
  });

  it('is made for everybody at once who has none, to what is due next for them; who has nothing set gets none', async () => {
    const own = await server.teacher('everybody@school.example');
    const [mine] = (await own.get('/api/classes')).body as ClassView[];
    const path = `/api/classes/${mine?.id ?? ''}`;
    const pupils = (
      await own
        .put(`${path}/pupils`)
        .send({
          pupils: [
            { name: 'Isla', instrument: 'trumpet' },
            { name: 'Tove', instrument: 'flute' },
            { name: 'Udo', instrument: 'flute' },
          ],
        })
        .expect(200)
    ).body as PupilView[];
    const [first, second] = [await putOnShelf(own, 'First'), await putOnShelf(own, 'Second')];
    const inDays = (days: number): string => new Date(Date.now() + days * 24 * 3600_000).toISOString().slice(0, 10);
    const [isla, tove] = pupils;
    await own
      .post(`${path}/assignments`)
      .send({ exerciseId: first.id, for: 'pupils', pupilIds: [isla?.id, tove?.id], rungs: [], due: inDays(-3) })
      .expect(201);
    await own
      .post(`${path}/assignments`)
      .send({ exerciseId: second.id, for: 'pupils', pupilIds: [isla?.id], rungs: [], due: inDays(3) })
      .expect(201);
    const made = (await own.post(`${path}/links`).send({ days: 90 }).expect(201)).body as LinkView[];
    const told = (links: LinkView[]): string[] =>
      links
        .map(
          (l) =>
            `${pupils.find((p) => p.id === l.pupilId)?.name ?? ''} ${l.exerciseId === first.id ? 'First' : 'Second'}`,
        )
        .sort();
    expect(told(made)).toEqual(['Isla Second', 'Tove First']);
    // Pressed again nobody gets a second one; who lost theirs gets a new one.
    expect((await own.post(`${path}/links`).send({ days: 90 }).expect(201)).body).toHaveLength(2);
    const lost = made.find((l) => l.pupilId === isla?.id);
    await own.delete(`/api/links/${lost?.id ?? ''}`).expect(204);
    const again = (await own.post(`${path}/links`).send({ days: 90 }).expect(201)).body as LinkView[];
    expect(told(again)).toEqual(['Isla Second', 'Tove First']);
    expect(again.map((l) => l.token)).not.toContain(lost?.token);
    expect((await own.get(`${path}/links`).expect(200)).body).toEqual(again);
    await own.post(`${path}/links`).send({ days: 8 }).expect(400);
  });

  it("can be asked for as often as a pupil needs it, and a class's more often; no other link suffers", async () => {
    const pupil = ((await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[]).find(
      (p) => p.instrument === 'trumpet',
    );
    const [own, ofClass] = [await make({ pupilId: pupil?.id }), await make()];
    const asked = async (token: string, times: number): Promise<number[]> =>
      (await Promise.all(Array.from({ length: times }, () => open(token)))).map((r) => r.status);
    expect(new Set(await asked(own.token, LINK_REQUESTS))).toEqual(new Set([200]));
    const refused = await open(own.token).expect(429);
    expect((refused.body as RefusalView).detail).toBe(
      'This link is asked for too often. Wait a minute, then open it again.',
    );
    await server
      .agent()
      .put(`/api/links/open/${own.token}/practice`)
      .send({ rungs: [], bestPercent: 0, cleanRuns: 0, peeks: 0, minutes: 0 })
      .expect(429);
    expect(new Set(await asked(ofClass.token, LINK_REQUESTS + 1))).toEqual(new Set([200]));
    // When its minute is over it opens again.
    await server.sql('update request_counts set expire = 0');
    await open(own.token).expect(200);
  });

  it('cannot be tried at will', async () => {
    const { token } = await make();
    let status = 404;
    for (let i = 0; i < 60 && status === 404; i++) status = (await open(`guess-${i}`)).status;
    expect(status).toBe(429);
    await open(token).expect(200);
  });
});
