import type { ClassView, ExerciseView, OpenedLinkView, PupilView } from '@cifra/contract';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, fetchPdf } from '../testing/fetchPages';
import { openShelf } from '../testing/openShelf';
import type { TestServer } from '../testing/testServer';

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

it('holds what is said for one pupil on their own link alone, and on their printed page', async () => {
  const players = ((await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[]).filter(
    (p) => p.instrument === 'trumpet',
  );
  const [one, two] = players as [PupilView, PupilView];
  const document = { ...kite.document, partChoices: {}, pupilChoices: { [one.id]: { octaves: -1 } } };
  kite = (
    await mara.put(`/api/exercises/${kite.id}`).send({ version: kite.version, title: kite.title, document }).expect(200)
  ).body as ExerciseView;
  const choices = async (to: object): Promise<unknown> =>
    ((await open((await make(to)).token).expect(200)).body as OpenedLinkView).exercise;
  expect(await choices({ pupilId: one.id })).toMatchObject({ partChoices: { trumpet: { octaves: -1 } } });
  for (const to of [{ pupilId: two.id }, {}]) {
    expect(await choices(to)).toMatchObject({ partChoices: {} });
    expect(JSON.stringify(await choices(to))).not.toContain(one.id);
  }
  const page = async (pupil: string): Promise<string> =>
    (await fetchPdf(mara, `/api/exercises/${kite.id}/parts/trumpet.pdf?class=${group.id}${pupil}`)).text;
  const letters = (text: string): string => text.replace(/\s+/g, ' ').replace(/^.*Tidewater School/, '');
  expect(letters(await page(`&pupil=${two.id}`))).toBe(letters(await page('')));
  expect(letters(await page(`&pupil=${one.id}`))).not.toBe(letters(await page('')));
  // The same with the file that is taken away and brought back to another account.
  const { bytes } = await fetchFile(mara, '/api/account/file');
  const fresh = await server.teacher('brought@school.example');
  await fresh.post('/api/account/file').set('Content-Type', 'application/octet-stream').send(bytes).expect(200);
  const brought = (await openShelf(fresh)).find((e) => e.title === kite.title);
  const [there] = (await fresh.get('/api/classes')).body as ClassView[];
  const same = ((await fresh.get(`/api/classes/${there?.id ?? ''}/pupils`)).body as PupilView[]).find(
    (p) => p.name === one.name,
  );
  expect(brought?.document.pupilChoices).toEqual({ [same?.id ?? '']: { octaves: -1 } });
});
