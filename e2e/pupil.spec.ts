import { type Browser, expect, type Page, test } from './test';
import { openDemo, openPart } from './teacher';

/** A pupil's own link, made by the teacher, opened on a phone. */
async function openPhone(page: Page, browser: Browser, baseURL: string, title: string, instrument: string): Promise<Page> {
  await openDemo(page);
  await openPart(page, title, instrument);
  await page.getByLabel('These pages are for').selectOption({ index: 1 });
  await expect(page.locator('.sheet .player')).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Link', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'A page for pupils’ phones' });
  await dialog.getByRole('button', { name: /^Make a link for / }).click();
  const address = (await dialog.getByText(`${baseURL}/p/`).first().textContent()) ?? '';
  await page.keyboard.press('Escape');
  const phone = await (await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true })).newPage();
  await phone.goto(address);
  await expect(phone.getByRole('heading', { name: title })).toBeVisible({ timeout: 30_000 });
  return phone;
}
const wide = (phone: Page) => phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth);

test('a pupil does the week\'s practice on a phone, and the teacher sees it', async ({ page, browser, baseURL }) => {
  test.setTimeout(150_000);
  const phone = await openPhone(page, browser, baseURL ?? '', 'Paper Boats', 'Trumpet');
  await phone.getByRole('button', { name: 'Practise' }).tap();
  await expect(phone.getByRole('region', { name: 'The part' }).locator('g.note').first()).toBeVisible({ timeout: 30_000 });
  expect(await wide(phone)).toBe(true);
  await phone.getByRole('checkbox', { name: 'Done: Count it aloud' }).tap();
  await phone.getByRole('button', { name: 'Play it without slurs' }).tap();
  await phone.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(phone.getByRole('region', { name: 'The part' }).locator('.chosen').first()).toBeVisible({ timeout: 20_000 });
  await phone.getByRole('button', { name: 'Stop' }).tap();
  for (let i = 0; i < 2; i++) await phone.getByRole('button', { name: 'It was clean' }).tap();
  // A take is heard, and its result handed in.
  await phone.getByRole('tab', { name: 'Listen' }).tap();
  await phone.getByLabel('Who plays').selectOption({ label: 'the simulated player, to try it out' });
  await phone.getByRole('button', { name: 'Let it play a take' }).tap();
  await phone.getByRole('button', { name: 'Hand in the result' }).tap({ timeout: 60_000 });
  await expect(phone.getByText('Handed in. Your teacher can see it now.', { exact: true })).toBeVisible();
  // And a drill.
  await phone.getByRole('button', { name: 'Drills' }).tap();
  await phone.getByRole('tab', { name: 'Reading' }).tap();
  await phone.getByRole('button', { name: 'C', exact: true }).tap();
  await expect(phone.getByText(/^\d of 1 right/)).toBeVisible();
  expect(await wide(phone)).toBe(true);

  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Practise' }).click();
  await page.getByRole('tab', { name: 'Listen' }).click();
  const home = page.getByRole('region', { name: 'From home' });
  await expect(async () => {
    await page.reload();
    await expect(home.getByText(/1 steps? done.* 2 clean runs/).first()).toBeVisible({ timeout: 2000 });
  }).toPass({ timeout: 30_000 });
  await expect(home.getByText(/notes right and in time.* At 60 %/).first()).toBeVisible();
  await phone.context().close();
});

test('what was opened once works without a network, and nothing done is lost', async ({ page, browser, baseURL }) => {
  test.setTimeout(150_000);
  const phone = await openPhone(page, browser, baseURL ?? '', 'Slow Ferry', 'Flute');
  await phone.getByRole('button', { name: 'Practise' }).tap();
  await expect(phone.getByRole('region', { name: 'The part' }).locator('g.note').first()).toBeVisible({ timeout: 30_000 });
  // The worker has taken over, and has everything ahead.
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await phone.reload();
  await expect(phone.getByRole('region', { name: 'The part' }).locator('g.note').first()).toBeVisible({ timeout: 30_000 });
  await phone.waitForLoadState('networkidle');
  await phone.context().setOffline(true);
  await phone.reload();
  await expect(phone.getByRole('region', { name: 'The part' }).locator('g.note').first()).toBeVisible({ timeout: 30_000 });
  await phone.getByRole('checkbox', { name: 'Done: Sing it' }).tap();
  await phone.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(phone.getByRole('region', { name: 'The part' }).locator('.chosen').first()).toBeVisible({ timeout: 20_000 });
  await phone.getByRole('button', { name: 'Stop' }).tap();
  await phone.getByRole('button', { name: 'Drills' }).tap();
  await expect(phone.getByText('Press its figure.')).toBeVisible();
  await phone.getByRole('button', { name: 'Practise' }).tap();
  await phone.reload();
  await expect(phone.getByRole('checkbox', { name: 'Done: Sing it' })).toBeChecked();
  await phone.context().setOffline(false);
  await phone.context().close();
});
