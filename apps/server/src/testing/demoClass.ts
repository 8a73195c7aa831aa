import type { ClassView, ExerciseView } from '@cifra/contract';
import { openShelf } from './openShelf';
import { startTestServer, type TestServer } from './testServer';

/** A test server with the demo teacher signed in, one of the demo's exercises, and the class. */
export async function openDemoClass(title: string): Promise<{
  readonly server: TestServer;
  readonly mara: ReturnType<TestServer['agent']>;
  readonly exercise: ExerciseView;
  readonly group: ClassView;
}> {
  const server = await startTestServer();
  const mara = server.agent();
  await mara.post('/api/session/demo').expect(200);
  const exercise = (await openShelf(mara)).find((e) => e.title === title);
  const [group] = (await mara.get('/api/classes')).body as ClassView[];
  if (exercise === undefined || group === undefined) throw new Error(`the demo has no ${title} or no class`);
  return { server, mara, exercise, group };
}
