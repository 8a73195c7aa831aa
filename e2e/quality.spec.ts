import { expect, test } from './test';
import { seriousFindings } from './axe';
import { addressOf, goWithin, openDemo, openPart } from './teacher';

test('axe finds nothing serious on any place, and the console stays quiet', async ({ page }) => {
  // Every place is looked at in one visit.
  const noise: string[] = [];
  page.on('console', (m) => m.type() === 'error' && !/401/.test(m.text()) && noise.push(m.text()));
  page.on('pageerror', (e) => noise.push(e.message));
  await page.goto('/sign-in');
  await expect(page.getByRole('button', { name: /Open the demo/ })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await openDemo(page);
  await expect(page.locator('svg .note').first()).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await goWithin(page, '/bring');
  await expect(page.getByRole('heading', { name: 'Bring in a line' })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await goWithin(page, '/shelf');
  await openPart(page, 'Harbour Steps', 'Flute');
  await page.locator('.sheet .cell').nth(3).click();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Change class' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('tab', { name: 'How it is taught' }).click();
  expect(await seriousFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await goWithin(page, '/charts/horn/A4');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.locator('.sheet .cell').first()).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  expect(noise).toEqual([]);
});

test('axe finds nothing serious on what stands around the pages', async ({ page }) => {
  await openDemo(page);
  await openPart(page, 'Harbour Steps', 'Clarinet');
  await page.getByRole('button', { name: 'On the page' }).click();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByRole('button', { name: 'Figure, drawn: order, size and help' }).click();
  expect(await seriousFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  for (const [button, dialog] of [
    ['Plan it', 'How the help fades'],
    ['Link', 'A page for pupils’ phones'],
    [/Get \d+ parts/, 'Pages for the class'],
  ] as const) {
    await page.getByRole('button', { name: button }).click();
    await expect(page.getByRole('dialog', { name: dialog })).toBeVisible();
    expect(await seriousFindings(page)).toEqual([]);
    await page.keyboard.press('Escape');
  }
  await page.getByRole('button', { name: 'Change class' }).click();
  await page.getByRole('tab', { name: /^Pupils/ }).click();
  expect(await seriousFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  const { pathname } = new URL(page.url());
  for (const [path, ready] of [
    ['read', 'table'],
    ['read/flute', 'dl'],
    ['read/flute?see=again', 'table'],
    ['read/class?see=wrong', 'svg'],
    ['read/flute?see=wrong', '.sheet .note'],
    ['read/flute?see=breaths', 'table'],
    ['read/class?see=keys', 'table'],
    ['read/flute?see=easier', '.sheet .note'],
    ['practise/flute', '.sheet .note'],
    ['practise/flute?do=pieces', '.sheet .note'],
    ['practise/flute?do=sound', '.sheet .note'],
    ['practise/flute?do=listen', '.sheet .note'],
    ['practise/flute?do=tune', '.sheet .note'],
    ['practise/flute?do=free', '.sheet .note'],
    ['parts/call-sheet', '.sheet .call'],
    ['parts/score', '.sheet .note'],
    ['parts/handouts', '.sheet .box'],
    ['board', '.sheet .note'],
    ['board?bars=4&dark=yes', 'table'],
  ] as const) {
    await goWithin(page, pathname.replace(/parts.*/, path));
    await expect(page.locator(ready).first()).toBeVisible();
    expect(await seriousFindings(page)).toEqual([]);
  }
});

test('axe finds nothing serious in the drills', async ({ page }) => {
  await openDemo(page);
  for (const drill of ['figures', 'reading', 'signatures', 'rhythm', 'sight', 'ear', 'caller']) {
    await goWithin(page, `/drills?on=flute&drill=${drill}`);
    await expect(page.getByRole('tabpanel').locator('svg').first()).toBeVisible();
    expect([drill, await seriousFindings(page)]).toEqual([drill, []]);
  }
});

test('axe finds nothing serious about the class', async ({ page }) => {
  await openDemo(page);
  for (const see of [
    'pupils',
    'links',
    'assignments',
    'term',
    'notes',
    'lesson',
    'record',
    'next',
    'charts',
    'kit',
    'kept',
  ]) {
    await goWithin(page, `/class?see=${see}`);
    await expect(page.getByRole('tabpanel').locator('p, h2, table').first()).toBeVisible();
    expect([see, await seriousFindings(page)]).toEqual([see, []]);
  }
});

test('axe finds nothing serious in the writing place and its dialogs', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Write a line' }).click();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByLabel('Title').fill('Looked at');
  await page.getByRole('button', { name: 'Start writing' }).click();
  await expect(page.getByTestId('caret')).toBeVisible();
  await page.keyboard.type('gab|c#c');
  await expect(page.getByRole('complementary', { name: 'Proof' }).getByText('Worth a look')).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByTestId('desk')).toBeFocused();
  await page.keyboard.press('/');
  await expect(page.getByPlaceholder(/What shall be done/)).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await page.getByPlaceholder(/What shall be done/).fill('abc text');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'The line as ABC text' })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
});

test('every place fits a phone of 360 pixels', async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await openDemo(page);
  const line = await addressOf(page, 'Harbour Steps');
  const wide: string[] = [];
  for (const [path, ready] of [
    ['/shelf', '.sheet .note'],
    ['/bring', 'textarea'],
    ...['pupils', 'assignments', 'term', 'kit', 'links', 'kept', 'charts', 'next'].map((see) => [
      `/class?see=${see}`,
      'h1',
    ]),
    [`${line}/write`, '.staff-drawing .note'],
    [`${line}/read`, 'table'],
    [`${line}/parts`, '.sheet .cell'],
    [`${line}/parts/call-sheet`, '.sheet .call'],
    [`${line}/parts/score`, '.sheet .note'],
    [`${line}/parts/handouts`, '.sheet .box'],
    [`${line}/board`, 'table'],
    [`${line}/practise`, '.sheet .note'],
    ...['figures', 'reading', 'signatures', 'rhythm', 'sight', 'ear', 'caller'].map((drill) => [
      `/drills?on=flute&drill=${drill}`,
      '[role=tabpanel] svg',
    ]),
    ['/charts/flute', '.sheet .cell'],
  ] as const) {
    await goWithin(page, path ?? '');
    await expect(page.locator(ready ?? '').first()).toBeVisible();
    const width = await page.evaluate(() => document.documentElement.scrollWidth);
    if (width > 360) wide.push(`${path ?? ''}: ${width}`);
  }
  expect(wide).toEqual([]);
});
