import { randomUUID } from 'node:crypto';
import type { ExerciseView, PresenceView } from '@cifra/contract';
import { putOnShelf, startTestServer, type TestServer } from '../testing/testServer';

let server: TestServer;
let teacher: ReturnType<TestServer['agent']>;
let line: ExerciseView;
beforeAll(async () => {
  server = await startTestServer();
  teacher = await server.teacher('windows@school.example');
  line = await putOnShelf(teacher);
});
afterAll(() => server.stop());

const say = async (window: string, id = line.id, hidden = false): Promise<PresenceView> =>
  (await teacher.put(`/api/exercises/${id}/windows/${window}`).send({ hidden }).expect(200)).body as PresenceView;
const [desk, phone] = [randomUUID(), randomUUID()];

describe('windows in which a line is open', () => {
  it('hear of each other, and of the version that stands', async () => {
    expect(await say(desk)).toEqual({ others: 0, version: 1 });
    expect(await say(phone)).toEqual({ others: 1, version: 1 });
    await teacher
      .put(`/api/exercises/${line.id}`)
      .send({ version: 1, title: 'Again', document: line.document })
      .expect(200);
    expect(await say(desk)).toEqual({ others: 1, version: 2 });
  });

  it('are gone when they say so, and when nothing was heard of them for long', async () => {
    await teacher.delete(`/api/exercises/${line.id}/windows/${phone}`).expect(204);
    expect((await say(desk)).others).toBe(0);
    await say(phone);
    await server.sql(`update presence set until = until - interval '31 seconds' where window_id = $1`, [phone]);
    expect((await say(desk)).others).toBe(0);
    // One in the background is heard of less often, and waited for longer.
    await say(phone, line.id, true);
    await server.sql(`update presence set until = until - interval '31 seconds' where window_id = $1`, [phone]);
    expect((await say(desk)).others).toBe(1);
    await server.sql(`update presence set until = until - interval '70 seconds' where window_id = $1`, [phone]);
    expect((await say(desk)).others).toBe(0);
    expect(await server.sql('select window_id from presence')).toEqual([{ window_id: desk }]);
  });

  it('are of one line: another line, one that is gone and no window at all are told apart', async () => {
    const second = await putOnShelf(teacher, 'Another');
    expect(await say(phone, second.id)).toEqual({ others: 0, version: 1 });
    await teacher.delete(`/api/exercises/${second.id}`).expect(204);
    await teacher.put(`/api/exercises/${second.id}/windows/${phone}`).send({ hidden: false }).expect(404);
    await teacher.put(`/api/exercises/${line.id}/windows/me`).send({ hidden: false }).expect(404);
    await teacher.put(`/api/exercises/${line.id}/windows/${phone}`).send({}).expect(400);
  });

  it('are no more than anybody has', async () => {
    for (let i = 0; i < 60; i++) await say(randomUUID());
    expect(
      (await server.sql('select count(*)::int as n from presence where exercise_id = $1', [line.id]))[0]?.n,
    ).toBeLessThanOrEqual(51);
  });
});
