import type { ClassView, ExerciseView, LinkView } from '@cifra/contract';
import type { Settings } from '../settings';
import { openShelf } from './openShelf';
import { startTestServer, type TestServer } from './testServer';

/** A test server with the demo teacher signed in, one of the demo's exercises, and the class. */
export async function openDemoClass(
  title: string,
  change: Partial<Settings> = {},
): Promise<{
  readonly server: TestServer;
  readonly mara: ReturnType<TestServer['agent']>;
  readonly exercise: ExerciseView;
  readonly group: ClassView;
  /** Makes a link to that exercise, to the trumpet's part for a week if nothing else is said. */
  readonly makeLink: (more?: object) => Promise<LinkView>;
}> {
  const server = await startTestServer(change);
  const mara = server.agent();
  await mara.post('/api/session/demo').expect(200);
  const exercise = (await openShelf(mara)).find((e) => e.title === title);
  const [group] = (await mara.get('/api/classes')).body as ClassView[];
  if (exercise === undefined || group === undefined) throw new Error(`the demo has no ${title} or no class`);
  const makeLink = async (more: object = {}): Promise<LinkView> =>
    (
      await mara
        .post('/api/links')
        .send({ exerciseId: exercise.id, classId: group.id, instrument: 'trumpet', days: 7, ...more })
        .expect(201)
    ).body as LinkView;
  return { server, mara, exercise, group, makeLink };
}
