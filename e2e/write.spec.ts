import { expect, type Page, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { musicXmlFacts } from './musicXmlFacts';
import { openDemo } from './teacher';

interface Head {
  readonly title: string;
  readonly owner?: string;
  readonly signature: string;
  readonly meter?: string;
}

/** Starts a line from the shelf and gives its id. */
async function startLine(page: Page, { title, owner = 'concert', signature, meter = '4/4' }: Head): Promise<string> {
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'Write a line' }).click();
  await page.getByLabel('Title').fill(title);
  await page.getByLabel('Whose page is it?').selectOption(owner);
  await page.getByLabel('Signature').selectOption(signature);
  await page.getByLabel('Meter').selectOption({ label: meter });
  await page.getByRole('button', { name: 'Start writing' }).click();
  await expect(page.getByTestId('caret')).toBeVisible({ timeout: 30_000 });
  return /exercises\/([^/]+)\/write/.exec(page.url())?.[1] ?? '';
}

const NAMED: Readonly<Record<string, string>> = { '^': 'Shift+ArrowUp', v: 'Shift+ArrowDown', '①': 'Alt+1', '②': 'Alt+2' };

/** Presses keys as a teacher would: plain characters, `^` and `v` for an octave, `①` `②` for endings, `{name}` for a command from the list. */
async function play(page: Page, keys: string): Promise<void> {
  for (const token of keys.replace(/\s+/g, '').match(/\{[^}]+\}|./gu) ?? []) {
    if (token.startsWith('{')) {
      await page.keyboard.press('/');
      await page.getByPlaceholder(/What shall be done/).fill(token.slice(1, -1));
      await page.keyboard.press('Enter');
      await expect(page.getByPlaceholder(/What shall be done/)).toBeHidden();
      await expect(page.getByTestId('desk')).toBeFocused();
    } else await page.keyboard.press(NAMED[token] ?? (token === '|' ? '|' : token));
  }
}

const saved = (page: Page) => expect(page.getByText('Saved', { exact: true })).toBeVisible({ timeout: 15_000 });
const fixture = (name: string): unknown => musicXmlFacts(readFileSync(join(__dirname, 'fixtures', name), 'utf8'));
const musicXml = async (page: Page, id: string): Promise<unknown> => musicXmlFacts(await (await page.request.get(`/api/exercises/${id}/line.musicxml`)).text());

test.beforeEach(async ({ page }) => openDemo(page));

const TUNES: readonly (readonly [string, Head, string])[] = [
  ['lantern-walk.musicxml', { title: 'Lantern Walk', signature: '-1' }, 'c v | [ ffga 2b 4ag 1c - 4cb=ca gbag 2.f4c ①] 2.f ②'],
  ['two-bridges.musicxml', { title: 'Two Bridges', owner: 'trumpet', signature: '1', meter: '3/4' }, '8de | [ 4g {mf} 2f 4ec#d 2.b - 4bra 4.gs 8a 4bs 2c4d 2a8de ①] 2g v ②'],
  ['mill-pond.musicxml', { title: 'Mill Pond', owner: 'trombone', signature: '-2', meter: '6/8' }, '8f | [ 4b v 8b 4c8d 4.ed - d8cba 4b8a_4.g 4a8b4c8e= 4.ff 4.b v 4b8f ^ ①] 4.b v 4b ②'],
];

for (const [file, head, keys] of TUNES) {
  test(`${head.title}: typed by keyboard alone it is the line that was written by hand`, async ({ page }) => {
    const id = await startLine(page, head);
    await play(page, keys);
    await saved(page);
    await expect.poll(() => musicXml(page, id)).toEqual(fixture(file));
    await expect(page.getByRole('complementary', { name: 'Proof' }).getByText('To be mended')).toHaveCount(0);
  });
}

test('pulling the plug in the middle of typing loses nothing: not the notes, not the steps, not over a reload', async ({ page, context }) => {
  const id = await startLine(page, { title: 'Storm Glass', signature: '0' });
  await play(page, 'g a');
  await saved(page);
  // The second visit is under the worker that keeps the application for such times.
  await page.reload();
  await expect(page.getByTestId('caret')).toBeVisible({ timeout: 30_000 });
  await page.waitForFunction(() => navigator.serviceWorker.controller !== null);
  await page.reload();
  await expect(page.getByTestId('caret')).toBeVisible({ timeout: 30_000 });
  await context.setOffline(true);
  await page.getByTestId('desk').focus();
  await play(page, 'b c 2 d');
  await expect(page.getByText('Kept here until the server is back')).toBeVisible({ timeout: 15_000 });
  await page.reload();
  await expect(page.getByTestId('caret')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByTestId('system').getByText('1 + 1 + 1 + 1')).toBeVisible();
  await page.getByTestId('desk').focus();
  await play(page, '4 e');
  await context.setOffline(false);
  await saved(page);
  const letters = async (): Promise<string> => {
    const { document } = await (await page.request.get(`/api/exercises/${id}`)).json() as { document: { source: { measures: { events: { pitch?: { step: string } }[] }[] } } };
    return document.source.measures.map((m) => m.events.map((e) => e.pitch?.step ?? 'R').join('')).join('|');
  };
  await expect.poll(letters).toBe('GABC|DE');
  // Every step since the line was begun can be taken back, also those before the reloads.
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+z');
  await expect.poll(async () => (await letters()).replace('|', '')).toBe('');
  for (let i = 0; i < 6; i++) await page.keyboard.press('Control+y');
  await expect.poll(letters).toBe('GABC|DE');
});

test('two windows: changes of different bars come together, changes of one bar are shown side by side', async ({ page, context }) => {
  const id = await startLine(page, { title: 'Two Desks', signature: '0' });
  await play(page, '1 g a b');
  await saved(page);
  const other = await context.newPage();
  await other.goto(`/exercises/${id}/write`);
  await expect(other.getByTestId('caret')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('Also open in another window')).toBeVisible();

  // Typed there, it is here a moment later.
  await play(other, 'c');
  await saved(other);
  await expect(page.getByText('This exercise was changed elsewhere').first()).toBeVisible({ timeout: 15_000 });
  await expect(page.getByTestId('system').first().locator('.note')).toHaveCount(4);

  // Different bars at the same time: both stand.
  await page.bringToFront();
  await page.getByTestId('desk').focus();
  await context.setOffline(true);
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('#');
  await other.getByTestId('desk').focus();
  await other.keyboard.press('_');
  await context.setOffline(false);
  await saved(page);
  await saved(other);
  const pitches = async (): Promise<string> => {
    const { document } = await (await page.request.get(`/api/exercises/${id}`)).json() as { document: { source: { measures: { events: { pitch?: { step: string; alter: number } }[] }[] } } };
    return document.source.measures.map((m) => m.events.map((e) => `${e.pitch?.step}${e.pitch?.alter}`).join('')).join('|');
  };
  await expect.poll(pitches).toBe('G1|A0|B0|C-1');
  await expect(page.getByTestId('system').first().locator('.accid')).toHaveCount(2);

  // The same bar, differently: the teacher is asked, sees both, and says which stands.
  await context.setOffline(true);
  await page.keyboard.press('_');
  await other.keyboard.press('Control+Home');
  await other.keyboard.press('ArrowRight');
  await other.keyboard.press('=');
  await context.setOffline(false);
  const asked = [page, other].map((p) => p.getByRole('dialog', { name: 'Changed here and elsewhere' }));
  await expect.poll(async () => (await asked[0]?.count() ?? 0) + (await asked[1]?.count() ?? 0), { timeout: 20_000 }).toBe(1);
  const at = (await asked[0]?.count() ?? 0) > 0 ? page : other;
  await expect(at.getByRole('dialog')).toContainText('Bar 1 was changed in both places');
  await at.getByRole('button', { name: 'Keep mine', exact: true }).click();
  await saved(at);
  await expect.poll(pitches).toBe(at === page ? 'G-1|A0|B0|C-1' : 'G0|A0|B0|C-1');
});
