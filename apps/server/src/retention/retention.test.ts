import type { ExerciseView, ListedExerciseView, RevisionListView, RevisionView } from '@cifra/contract';
import { DATABASE, type Database } from '../db/database.module';
import { exercises, revisions } from '../db/schema/index';
import { putOnShelf, startTestServer, type TestServer } from '../testing/testServer';
import { eq } from 'drizzle-orm';
import { RetentionService } from './retention.service';

let server: TestServer;
let mara: Awaited<ReturnType<TestServer['teacher']>>;
let db: Database;
beforeAll(async () => {
  server = await startTestServer({ demo: false });
  mara = await server.teacher('mara@school.example');
  db = server.app.get<Database>(DATABASE);
});
afterAll(() => server.stop());

const HOUR = 3600_000;
const DAY = 24 * HOUR;
const sweep = (): Promise<void> => server.app.get(RetentionService).sweep();

/** The saves of an exercise as the list shows them, page by page. */
async function savesOf(id: string): Promise<RevisionView[]> {
  const all: RevisionView[] = [];
  for (let more = true; more;) {
    const after = all.at(-1)?.id;
    const path = `/api/exercises/${id}/revisions${after === undefined ? '' : `?after=${after}`}`;
    const page = (await mara.get(path).expect(200)).body as RevisionListView;
    all.push(...page.revisions);
    more = page.more;
  }
  return all;
}

/** Puts saves of long ago beside the exercise's own. */
async function saveBefore(
  { id, document }: ExerciseView,
  ages: readonly number[],
  more: { readonly refused?: boolean; readonly name?: string } = {},
): Promise<void> {
  await db.insert(revisions).values(
    ages.map((age, i) => ({
      exerciseId: id,
      version: more.refused === true ? null : -1 - i,
      title: `${age / HOUR} hours ago`,
      document,
      createdAt: new Date(Date.now() - age),
      ...more,
    })),
  );
}
const titles = async (id: string): Promise<string[]> => (await savesOf(id)).map((r) => r.title);
const hoursAgo = (...hours: number[]): string[] => hours.map((h) => `${h} hours ago`);
/** The middle of an hour, so many days ago: what lies minutes beside it is of the same hour. */
const middleOfHour = (days: number): number => {
  const then = new Date(Date.now() - days * DAY);
  then.setUTCHours(12, 30, 0, 0);
  return Date.now() - then.getTime();
};

describe('saves', () => {
  it('of the last day all stay, and the list shows them all', async () => {
    const made = await putOnShelf(mara, 'Today');
    const ages = Array.from({ length: 120 }, (_u, i) => (i + 1) * 10 * 60_000);
    await saveBefore(made, ages);
    await sweep();
    expect(await savesOf(made.id)).toHaveLength(121);
  });

  it('of the last week stay one an hour, the last of it', async () => {
    const made = await putOnShelf(mara, 'This week');
    const noon = middleOfHour(3);
    await saveBefore(made, [noon, noon + 60_000, noon + 120_000, noon + HOUR]);
    await sweep();
    expect(await titles(made.id)).toEqual([
      'This week',
      `${noon / HOUR} hours ago`,
      `${(noon + HOUR) / HOUR} hours ago`,
    ]);
  });

  it('of the last year stay one a day, and older ones go', async () => {
    const made = await putOnShelf(mara, 'This year');
    const noon = middleOfHour(40);
    await saveBefore(made, [noon, noon + HOUR, noon + 5 * HOUR, noon + DAY, 380 * DAY]);
    await sweep();
    expect(await titles(made.id)).toEqual([
      'This year',
      `${noon / HOUR} hours ago`,
      `${(noon + DAY) / HOUR} hours ago`,
    ]);
  });

  it('with a name stay for ever, until the name is taken away', async () => {
    const made = await putOnShelf(mara, 'Named');
    await saveBefore(made, [500 * DAY, 501 * DAY]);
    const [, first, second] = await savesOf(made.id);
    const path = `/api/exercises/${made.id}/revisions`;
    await mara.put(`${path}/${first?.id}`).send({ name: ' As we played it ' }).expect(200);
    await sweep();
    expect((await savesOf(made.id)).map((r) => r.name)).toEqual([undefined, 'As we played it']);
    await mara.put(`${path}/${second?.id}`).send({ name: 'Too late' }).expect(404);
    await mara.put(`${path}/${first?.id}`).send({ name: '' }).expect(200);
    await sweep();
    expect(await titles(made.id)).toEqual(['Named']);
  });

  it('that were refused push out none that were taken', async () => {
    const made = await putOnShelf(mara, 'Two windows');
    const noon = middleOfHour(3);
    await saveBefore(made, [noon]);
    await saveBefore(made, [noon - 60_000], { refused: true });
    await sweep();
    expect((await savesOf(made.id)).map((r) => r.refused)).toEqual([false, true, false]);
  });

  it('say what changed since the one before that is still there', async () => {
    const made = await putOnShelf(mara, 'Thinned');
    const noon = middleOfHour(3);
    await saveBefore(made, [noon, noon + 60_000]);
    await db
      .update(revisions)
      .set({ version: 0 })
      .where(eq(revisions.title, hoursAgo(noon / HOUR)[0] ?? ''));
    await db.update(revisions).set({ baseVersion: 0 }).where(eq(revisions.title, 'Thinned'));
    await sweep();
    const [newest, oldest] = await savesOf(made.id);
    expect([newest?.changes, oldest?.changes].map((c) => c !== undefined)).toEqual([true, false]);
  });
});

describe('an exercise that was taken off the shelf', () => {
  it('can be put back for thirty days, and is gone after', async () => {
    const [kept, gone] = [await putOnShelf(mara, 'Kept'), await putOnShelf(mara, 'Gone')];
    const since = (days: number) => ({ deletedAt: new Date(Date.now() - days * DAY) });
    await db.update(exercises).set(since(29)).where(eq(exercises.id, kept.id));
    await db.update(exercises).set(since(31)).where(eq(exercises.id, gone.id));
    await sweep();
    await mara.post(`/api/exercises/${kept.id}/restore`).expect(200);
    await mara.post(`/api/exercises/${gone.id}/restore`).expect(404);
  });
});

describe('the shelf', () => {
  it('sums up what was stored before there were summaries', async () => {
    const made = await putOnShelf(mara, 'From before');
    const listed = async (): Promise<ListedExerciseView | undefined> =>
      ((await mara.get('/api/exercises').expect(200)).body as ListedExerciseView[]).find((e) => e.id === made.id);
    const before = await listed();
    await db.update(exercises).set({ summary: null }).where(eq(exercises.id, made.id));
    expect(await listed()).toEqual(before);
    expect(before?.summary.opening.measures.length).toBeGreaterThan(0);
    expect(Object.keys(before ?? {})).not.toContain('document');
  });
});
