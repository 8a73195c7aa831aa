import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ClassView, ExerciseView, ListedExerciseView } from '@cifra/contract';
import { type Exercise, INSTRUMENTS } from '../packages/core/src/index';
import { readAbc } from '../packages/formats/src/abc/readAbc';
import { type Browser, expect, type Page } from './test';

/** Signs in to the demo; no page is open yet. */
export const signInDemo = (page: Page): Promise<unknown> => page.request.post('/api/session/demo');

/** Signs in to the demo and lands on the shelf. */
export async function openDemo(page: Page): Promise<void> {
  await signInDemo(page);
  await page.goto('/shelf');
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
}

const ROOT = join(__dirname, '..');
const databaseUrl = (): string =>
  process.env.DATABASE_URL ??
  (JSON.parse(readFileSync(join(ROOT, '.cifra/running.json'), 'utf8')) as { databaseUrl: string }).databaseUrl;
export const OWN_PASSWORD = 'a term of thirty';

export async function signIn(page: Page, email: string, password: string): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill(email);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

/** A teacher of a test's own, so that the demo's shelf and classes stay as they are for the others. */
export async function ownTeacher(page: Page, email: string): Promise<void> {
  execFileSync('node', [join(ROOT, 'apps/server/dist/addTeacher.js'), email, 'Term'], {
    input: OWN_PASSWORD,
    env: { ...process.env, DATABASE_URL: databaseUrl() },
  });
  await page.context().clearCookies();
  await signIn(page, email, OWN_PASSWORD);
  await expect(page.getByRole('heading', { name: 'Shelf', exact: true })).toBeVisible();
}

/** Waits until the browser keeps what the server said at a path, for a time without the network. */
export const untilKept = (page: Page, path: string): Promise<void> =>
  expect.poll(() => page.evaluate(async (p) => (await caches.match(p)) !== undefined, path)).toBe(true);

/** Goes to an address as a link within the application does, without loading it anew. */
export const goWithin = (page: Page, path: string): Promise<void> =>
  page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);

/** The address of a line on the shelf, under which its places are. */
export async function addressOf(page: Page, title: string): Promise<string> {
  const all = (await (await page.request.get('/api/exercises')).json()) as ListedExerciseView[];
  const found = all.find((e) => e.title === title);
  if (found === undefined) throw new Error(`${title} is not on the shelf`);
  return `/exercises/${found.id}`;
}

/** The part of an instrument by its name, engraved. */
export async function openPart(page: Page, title: string, instrument: string): Promise<void> {
  const id = INSTRUMENTS.find((i) => i.name === instrument)?.id;
  if (id === undefined) throw new Error(`${instrument} is no instrument`);
  await page.goto(`${await addressOf(page, title)}/parts/${id}`);
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
}

/** What a note's cell says, by its place in the line. */
export const cell = (page: Page, at: number) => page.locator('.sheet .cell').nth(at);

/** Puts a line in ABC text on the shelf, and opens its parts. */
export async function openLine(page: Page, abc: string, owner: Exercise['owner'] = 'concert'): Promise<void> {
  const read = readAbc(abc);
  if (!read.ok || read.value.kind !== 'line') throw new Error('the text is no line');
  const { score: source } = read.value;
  const document: Exercise = { owner, source, partChoices: {} };
  const kept = await page.request.post('/api/exercises', { data: { title: source.title, document } });
  expect(kept.status()).toBe(201);
  await page.goto(`/exercises/${((await kept.json()) as { id: string }).id}/parts`);
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
}

/** Brings ABC text to the shelf through the interface and opens its parts. */
export async function bringIn(page: Page, abc: string, owner?: string): Promise<void> {
  await page.goto('/bring');
  await page.getByLabel('Or paste ABC text').fill(abc);
  await expect(page.locator('.sheet svg')).toBeVisible();
  if (owner !== undefined) await page.getByLabel('Whose page is it?').selectOption({ label: owner });
  await page.getByRole('button', { name: 'Keep it and make the parts' }).click();
  await expect(page).toHaveURL(/\/parts\//);
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
}

/**
 * Signs in a teacher who has one of the demo's lines, a class with the demo's instruments and one pupil: what is
 * practised there is nobody else's.
 */
async function ownPupil(page: Page, title: string, instrument: string): Promise<void> {
  await signInDemo(page);
  const asked = async <T>(method: 'GET' | 'POST' | 'PUT', path: string, data?: object): Promise<T> => {
    const answer = await page.request.fetch(`/api${path}`, { method, ...(data !== undefined && { data }) });
    expect([path, answer.ok()]).toEqual([path, true]);
    return (await answer.json()) as T;
  };
  const { document } = await asked<ExerciseView>('GET', await addressOf(page, title));
  const demo = (await asked<ClassView[]>('GET', '/classes')).find((c) => c.name === 'Year 5 winds');
  await ownTeacher(page, `${crypto.randomUUID()}@school.example`);
  await asked('POST', '/exercises', { title, document });
  const [own] = await asked<ClassView[]>('GET', '/classes');
  if (demo === undefined || own === undefined) throw new Error('there is no class');
  const { id, ...saved } = own;
  await asked('PUT', `/classes/${id}`, { ...saved, instruments: demo.instruments });
  const played = INSTRUMENTS.find((i) => i.name === instrument);
  await asked('PUT', `/classes/${id}/pupils`, { pupils: [{ name: 'Isla', instrument: played?.id }] });
}

/** A pupil's own link, made by the teacher, opened on a phone. */
export async function openPhone(
  page: Page,
  browser: Browser,
  baseURL: string,
  title: string,
  instrument: string,
  permissions: string[] = [],
): Promise<Page> {
  await ownPupil(page, title, instrument);
  await openPart(page, title, instrument);
  await page.getByLabel('These pages are for').selectOption({ index: 1 });
  await expect(page.locator('.sheet .player')).toBeVisible();
  await page.getByRole('button', { name: 'Link', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'A page for pupils’ phones' });
  await dialog.getByRole('button', { name: /^Make a link for / }).click();
  const address = (await dialog.getByText(`${baseURL}/p/`).first().textContent()) ?? '';
  await page.keyboard.press('Escape');
  const context = await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true, permissions });
  const phone = await context.newPage();
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: title })).toBeVisible();
  return phone;
}
