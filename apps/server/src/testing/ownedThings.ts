import type {
  AssignmentView,
  ClassView,
  ExerciseView,
  HandInView,
  KitView,
  LinkView,
  MetView,
  PrintSetView,
  PupilView,
  RevisionListView,
} from '@cifra/contract';
import { DAY, type Ids, KIT } from './routeRules';
import { putOnShelf, type TestServer } from './testServer';

/** One of everything that a teacher can have, under words that nobody else may read. */
export interface OwnedThings {
  readonly own: Ids;
  readonly line: ExerciseView;
  readonly tokens: { readonly open: string; readonly over: string; readonly closed: string };
}

/**
 * Makes one of everything in a class of a signed-in teacher's.
 * @param pages whether its set of pages is waited for
 */
export async function makeOwned(
  server: TestServer,
  owner: ReturnType<TestServer['agent']>,
  group: ClassView,
  pages: 'made' | 'stopped' = 'made',
): Promise<OwnedThings> {
  const line = await putOnShelf(owner, 'Secret Harbour');
  const pupils = (
    await owner
      .put(`/api/classes/${group.id}/pupils`)
      .send({ pupils: [{ name: 'Secret Sunniva', instrument: 'flute', note: 'secret note' }] })
      .expect(200)
  ).body as PupilView[];
  const pupil = pupils.find((p) => p.name === 'Secret Sunniva')?.id ?? '';
  const link = async (): Promise<LinkView> =>
    (
      await owner
        .post('/api/links')
        .send({ exerciseId: line.id, classId: group.id, instrument: 'flute', pupilId: pupil, days: 7 })
        .expect(201)
    ).body as LinkView;
  const [open, over, closed] = [await link(), await link(), await link()];
  await server.sql("update links set expires_at = now() - interval '1 minute' where id = $1", [over.id]);
  await owner.delete(`/api/links/${closed.id}`).expect(204);
  const webm = Buffer.concat([Buffer.from([0x1a, 0x45, 0xdf, 0xa3]), Buffer.alloc(100)]);
  await server
    .agent()
    .post(`/api/links/open/${open.token}/hand-ins`)
    .query({ percent: 60, summary: 'secret take', type: 'audio/webm' })
    .set('Content-Type', 'application/octet-stream')
    .send(webm)
    .expect(204);
  const [handIn] = (await owner.get(`/api/exercises/${line.id}/hand-ins`)).body as HandInView[];
  const work = (
    await owner
      .post(`/api/classes/${group.id}/assignments`)
      .send({ exerciseId: line.id, for: 'class', rungs: [], due: DAY, note: 'secret work' })
      .expect(201)
  ).body as AssignmentView;
  const item = (await owner.post(`/api/classes/${group.id}/kit`).send(KIT).expect(201)).body as KitView;
  const [met] = (
    await owner
      .post(`/api/classes/${group.id}/met`)
      .send({ day: DAY, entries: [{ instrument: 'flute', notes: ['B6'] }] })
      .expect(201)
  ).body as MetView[];
  const [revision] = ((await owner.get(`/api/exercises/${line.id}/revisions`)).body as RevisionListView).revisions;
  const set = (
    await owner.post(`/api/exercises/${line.id}/print-sets`).send({ classId: group.id, kind: 'book' }).expect(201)
  ).body as PrintSetView;
  if (pages === 'stopped') await owner.delete(`/api/print-sets/${set.id}`).expect(200);
  for (let i = 0; i < 200; i++) {
    if (((await owner.get(`/api/print-sets/${set.id}`)).body as PrintSetView).state !== 'working') break;
    await new Promise((r) => setTimeout(r, 100));
  }
  const own = {
    exercise: line.id,
    class: group.id,
    pupil,
    link: open.id,
    handIn: handIn?.id ?? '',
    assignment: work.id,
    item: item.id,
    batch: met?.batch ?? '',
    revision: revision?.id ?? '',
    set: set.id,
  };
  return { own, line, tokens: { open: open.token, over: over.token, closed: closed.token } };
}
