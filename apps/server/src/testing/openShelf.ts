import type { ExerciseView, ListedExerciseView } from '@cifra/contract';
import type { TestServer } from './testServer';

type Agent = ReturnType<TestServer['agent']>;

/** What a teacher's shelf lists. */
export const listShelf = async (agent: Agent): Promise<ListedExerciseView[]> =>
  (await agent.get('/api/exercises').expect(200)).body as ListedExerciseView[];

/** Every exercise of a shelf with its document, in the order of the list. */
export async function openShelf(agent: Agent): Promise<ExerciseView[]> {
  const opened: ExerciseView[] = [];
  for (const { id } of await listShelf(agent))
    opened.push((await agent.get(`/api/exercises/${id}`).expect(200)).body as ExerciseView);
  return opened;
}
