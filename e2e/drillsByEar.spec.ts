import { openDrill as open, score, told } from './drilling';
import { signInDemo } from './teacher';
import { expect, test } from './test';

test.beforeEach(async ({ page }) => signInDemo(page));

test('a line is tapped against the beat, and every tap is judged', async ({ page }) => {
  await open(page, 'rhythm');
  await page.getByLabel('Rhythm of').selectOption({ label: 'a line in 6/8' });
  await expect(page.getByRole('img', { name: 'a line of rhythm in 6/8' })).toBeVisible();
  await page.locator('body').press('Space');
  const pad = page.getByRole('button', { name: /^(Tap|\d)$/ });
  await expect(pad).toHaveText('Tap');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Space');
  await expect(told(page)).toContainText(/\d+ of \d+ on time/);
  await score(page, 0, 1);
});

test('a line at sight is the same from the same number; looked at first, played once', async ({ page }) => {
  await page.goto('/drills?on=alto-saxophone&drill=sight');
  const strip = page.getByRole('region', { name: 'The part' });
  await page.getByLabel('Number').fill('321');
  await expect(page.getByText(/\d+ seconds to look/)).toBeVisible();
  await expect(strip.locator('g.note').first()).toBeVisible();
  const heads = () => strip.locator('g.note').evaluateAll((all) => all.map((n) => n.id).join());
  const shapes = () =>
    strip
      .locator('svg')
      .first()
      .evaluate((svg) => svg.querySelectorAll('use').length);
  const [first, drawn] = [await heads(), await shapes()];
  await page.getByLabel('Number').fill('322');
  await page.getByLabel('Number').fill('321');
  await expect.poll(heads).toBe(first);
  expect(await shapes()).toBe(drawn);
  await page.getByRole('button', { name: 'Show the answers' }).click();
  await page.getByRole('button', { name: 'I have looked' }).click();
  // Without a microphone: counted in, the beat alone, and then it is asked whether it was played on.
  await page.getByRole('button', { name: 'Count in, then I play' }).click();
  await expect(strip.locator('.chosen').first()).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'To the end' }).click();
  await expect(page.getByText('Did you play on to the end?')).toHaveCount(0);
  // What was only heard is not asked about, not even afterwards.
  await page.getByRole('switch', { name: 'The part is heard' }).click();
  await page.getByRole('button', { name: 'Hear it played' }).click();
  await expect(strip.locator('.chosen').first()).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('switch', { name: 'The part is heard' }).click();
  await expect(page.getByRole('button', { name: 'Count in, then I play' })).toBeVisible();
  await expect(page.getByText('Did you play on to the end?')).toHaveCount(0);
  await page.getByLabel('Bars').selectOption('2');
  await expect.poll(async () => (await heads()).split(',').length).toBeLessThan(first.split(',').length);
  await page.getByRole('button', { name: 'I have looked' }).click();
  await page.getByLabel('Who plays').selectOption({ label: 'the simulated player, to try it out' });
  await page.getByRole('button', { name: 'Let it play a take' }).click();
  await expect(page.getByText(/notes right and in time/)).toBeVisible();
});

test('a line at sight is put on the board, and is on the shelf', async ({ page }) => {
  await page.goto('/drills?on=trumpet&drill=sight');
  await page.getByLabel('Number').fill('4711');
  await page.getByRole('button', { name: 'Put it on the board' }).click();
  await expect(page).toHaveURL(/\/exercises\/[^/]+\/board/);
  await expect(page.getByRole('heading', { name: 'Bar 1', exact: true })).toBeVisible();
  const listed = (await (await page.request.get('/api/exercises')).json()) as { id: string; title: string }[];
  const made = listed.filter((e) => e.title === 'At sight 4711');
  expect(made).toHaveLength(1);
  await page.request.delete(`/api/exercises/${made[0]?.id ?? ''}`);
});

test('notes are heard and found again; the caller shows every section its own letter', async ({ page }) => {
  await open(page, 'ear');
  await page.getByRole('button', { name: 'Hear the notes' }).click();
  const notes = page.getByRole('region', { name: 'By ear' }).locator('button[title]');
  for (let i = 0; i < 3; i++) await notes.nth(i % 2).click();
  await expect(told(page)).toContainText(/Right|It was/);
  await page.getByRole('tab', { name: 'Caller' }).click();
  const caller = page.getByRole('region', { name: 'Caller' });
  // Concert B flat: the trumpet's C, the horn's F, the alto saxophone's G.
  for (const [section, letter] of [
    ['Tpt.', 'C'],
    ['Hn.', 'F'],
    ['A. Sax', 'G'],
    ['Fl.', 'B♭'],
  ] as const)
    await expect(caller.locator('li').filter({ hasText: section })).toContainText(letter);
  await caller.getByRole('button', { name: 'Call', exact: true }).click();
  await expect(caller.getByText(/^50 beats a minute/)).toBeVisible();
  await expect(caller.getByText(/^55 beats a minute/)).toBeVisible();
  await caller.getByRole('button', { name: 'Stop' }).click();
  // For one instrument its own letters are called: concert B flat is the horn's F.
  await page.reload();
  await caller.getByLabel('Call for').selectOption({ label: 'the horn' });
  await expect(caller.getByRole('status').first()).toHaveText('F');
});
