import { expect, firstVisitTest, test } from './test';
import { openDemo, untilKept } from './teacher';

test('the shelf shows six exercises, each drawn with its real first bars', async ({ page }) => {
  await openDemo(page);
  const strips = page.locator('li').filter({ has: page.locator('h2') });
  for (const title of [
    'Harbour Steps',
    'Lantern Walk',
    'Paper Boats',
    'Gate and Garden',
    'Slow Ferry',
    'Kite Weather',
  ]) {
    const strip = strips.filter({ hasText: title });
    await strip.scrollIntoViewIfNeeded();
    await expect(strip.locator('svg .note').first()).toBeVisible();
  }
  await expect(strips.filter({ hasText: 'Lantern Walk' })).toContainText(
    'from a trumpet in B♭ page · C major · 3/4 · 16 bars',
  );
  // Other tests change who sits in the class meanwhile.
  await expect(strips.filter({ hasText: 'Lantern Walk' })).toContainText(/ready for|new for/);
});

test('rename, copy, take off and put back; all of it is there after a reload', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'More about Slow Ferry' }).click();
  await page.getByRole('menuitem', { name: 'Make a copy' }).click();
  await expect(page.getByRole('link', { name: 'Slow Ferry (copy)' })).toBeVisible();

  await page.getByRole('button', { name: 'More about Slow Ferry (copy)' }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByLabel('Title').fill('');
  await page.getByRole('button', { name: 'Rename', exact: true }).click();
  await expect(page.getByText('Give the exercise a title.')).toBeVisible();
  await page.getByLabel('Title').fill('Night Ferry');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Night Ferry' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('link', { name: 'Night Ferry' })).toBeVisible();

  await page.getByRole('button', { name: 'More about Night Ferry' }).click();
  await page.getByRole('menuitem', { name: 'Take off the shelf' }).click();
  await expect(page.getByRole('link', { name: 'Night Ferry' })).toBeHidden();
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByRole('link', { name: 'Night Ferry' })).toBeVisible();

  await page.getByRole('button', { name: 'More about Night Ferry' }).click();
  await page.getByRole('menuitem', { name: 'Take off the shelf' }).click();
  await expect(page.getByRole('link', { name: 'Night Ferry' })).toBeHidden();
  await page.reload();
  await expect(page.getByRole('link', { name: 'Slow Ferry', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Night Ferry' })).toBeHidden();
});

test('a warm-up is made for every instrument at once, and can be written on like any line', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Write a line' }).click();
  await page.getByLabel('Begin with').selectOption({ label: 'Five notes, by step and in thirds' });
  await expect(page.getByLabel('Whose page is it?')).toHaveCount(0);
  await page.getByLabel('Sounds in').selectOption('F major');
  await page.getByRole('button', { name: 'Make the warm-up' }).click();
  await expect(page.getByRole('heading', { name: 'Five notes, by step and in thirds' })).toBeVisible();
  await page
    .getByRole('navigation', { name: 'Instruments' })
    .getByRole('button', { name: /^Trumpet/ })
    .click();
  // As it sounds F; a trumpet reads G.
  await expect(page.locator('.sheet .cell').first()).toHaveAttribute('aria-label', /^bar 1, beat 1, G/);
  const id = /exercises\/([\w-]+)/.exec(page.url())?.[1] ?? '';
  await page.goto(`/exercises/${id}/write`);
  await expect(page.locator('.desk .note').first()).toBeVisible();
  await page.request.delete(`/api/exercises/${id}`);
});

firstVisitTest.describe('without anything kept from before', () => {
  firstVisitTest.use({ serviceWorkers: 'block' });

  firstVisitTest('a server that does not answer is said, and trying again works', async ({ page }) => {
    await openDemo(page);
    await page.route('**/api/exercises', (route) => route.abort());
    await page.reload();
    await expect(page.getByRole('alert')).toContainText('The server does not answer');
    await page.unroute('**/api/exercises');
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.getByRole('link', { name: 'Harbour Steps' })).toBeVisible();
  });
});

firstVisitTest.describe('on the way to a place', () => {
  firstVisitTest.use({ serviceWorkers: 'block' });

  firstVisitTest('files that do not come once are fetched again; that they never come is said', async ({ page }) => {
    await openDemo(page);
    let asked = 0;
    await page.route('**/assets/Charts-*.js', (route) => (asked++ === 0 ? route.abort() : route.continue()));
    await page.getByRole('link', { name: 'Charts' }).click();
    await expect(page.locator('.sheet .cell').first()).toBeVisible();
    expect(asked).toBeGreaterThan(1);
    await page.route('**/assets/ClassPlace-*.js', (route) => route.abort());
    await page.getByRole('link', { name: 'Class', exact: true }).click();
    await expect(page.getByText('This place could not be fetched')).toBeVisible();
    await page.unroute('**/assets/ClassPlace-*.js');
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.getByRole('tab', { name: 'Pupils' })).toBeVisible();
  });

  firstVisitTest('a place that breaks says so, and leaves the way to the others', async ({ page }) => {
    await openDemo(page);
    await page.route('**/api/exercises', (route) =>
      route.fulfill({ json: [{ id: 'x', title: 'No line', version: 1 }] }),
    );
    await page.reload();
    await expect(page.getByText('This place cannot be shown')).toBeVisible();
    await page.getByRole('link', { name: 'Charts' }).click();
    await expect(page.locator('.sheet .cell').first()).toBeVisible();
  });
});

firstVisitTest('whatever was opened by its address last, Cifra opens without a network', async ({ page, context }) => {
  await openDemo(page);
  await untilKept(page, '/api/exercises');
  for (const other of ['/health', '/mark.svg']) await page.goto(other);
  await context.setOffline(true);
  await page.goto('/shelf');
  await expect(page.getByRole('link', { name: 'Harbour Steps', exact: true })).toBeVisible();
  await context.setOffline(false);
});

firstVisitTest(
  'a newer version that comes under an open page is said, stays said, and is loaded with one press',
  async ({ page }) => {
    await page.clock.install();
    const ahead = page.waitForResponse('**/assets/teacher.json');
    await page.goto('/sign-in');
    await page.getByRole('button', { name: 'Open the demo as Mara' }).click();
    await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null, undefined);
    await expect(page.getByText('A newer version of Cifra is here.', { exact: true })).toBeHidden();
    // It comes while files are fetched ahead: whatever the first worker still has to answer must come to an end.
    await page.clock.fastForward('00:05');
    await ahead;
    // A worker at another address takes the place of the first, as one with other words in it would.
    await page.evaluate(() => navigator.serviceWorker.register('/serviceWorker.js?newer').then(() => undefined));
    await expect(page.getByText('A newer version of Cifra is here.', { exact: true }).first()).toBeVisible();
    await page.clock.fastForward('01:00');
    // The page is asked for anew. What comes is not waited for: with the browser's inspector on the workers one answer
    // in twelve hung behind their change, without it none of 29 did.
    await Promise.all([
      page.waitForRequest((r) => r.isNavigationRequest() && r.url().endsWith('/shelf')),
      page.getByRole('button', { name: 'Load it' }).click({ noWaitAfter: true }),
    ]);
  },
);

test('the shelf is searched by title, meter and sign, and put in order', async ({ page }) => {
  await openDemo(page);
  const titles = page.getByRole('heading', { level: 2 });
  await page.getByRole('searchbox', { name: 'Find a line' }).fill('walk lantern');
  await expect(titles.filter({ hasText: 'Paper Boats' })).toBeHidden();
  await expect(titles.filter({ hasText: 'Lantern Walk' }).first()).toBeVisible();
  await page.getByLabel('Counted in').selectOption('6/8');
  await expect(page.getByRole('heading', { name: 'No line like that' })).toBeVisible();
  await page.getByRole('button', { name: 'Show all', exact: true }).click();
  await page.getByLabel('Counted in').selectOption('6/8');
  // Other tests put lines on the shelf meanwhile.
  await expect(titles.filter({ hasText: 'Paper Boats' })).toBeVisible();
  await expect(titles.filter({ hasText: 'Harbour Steps' })).toBeHidden();
  await page.getByLabel('Counted in').selectOption('');
  await page.getByLabel('What it practises').selectOption('triplets');
  await expect(titles.filter({ hasText: 'Kite Weather' })).toBeVisible();
  await expect(titles.filter({ hasText: 'Lantern Walk' })).toBeHidden();
  await page.getByLabel('What it practises').selectOption('');
  await page.getByLabel('Order').selectOption('title');
  const all = await titles.allTextContents();
  expect(all.length).toBeGreaterThanOrEqual(6);
  expect(all).toEqual([...all].sort((a, b) => a.localeCompare(b)));
});
