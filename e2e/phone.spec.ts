import type { Locator } from '@playwright/test';
import { seriousFindings } from './axe';
import { openPhone } from './teacher';
import { expect, test } from './test';

test('from the link to the third clean run without a word of help, at every size', async ({
  page,
  browser,
  baseURL,
}) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Paper Boats', 'Trumpet');
  const part = phone.getByRole('region', { name: 'The part' });
  const address = phone.url();
  let taps = 0;
  // Nothing has to be looked for: what is pressed is whole on the screen, and large enough for a thumb.
  const press = async (what: Locator): Promise<void> => {
    await expect(what).toBeInViewport({ ratio: 0.99 });
    const box = await what.boundingBox();
    expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(44);
    await what.tap();
    taps += 1;
  };
  for (const [width, height] of [
    [360, 640],
    [390, 844],
    [768, 1024],
    [844, 390],
  ] as const) {
    await phone.evaluate(() => localStorage.clear());
    await phone.setViewportSize({ width, height });
    await phone.goto(address);
    taps = 0;
    await press(phone.getByRole('button', { name: /^Count it aloud/ }));
    await expect(part.locator('g.note').first()).toBeInViewport();
    for (let run = 1; run <= 3; run++) {
      await press(phone.getByRole('button', { name: 'Play', exact: true }));
      await expect(part.locator('.chosen').first()).toBeInViewport();
      // A tap on the music stops.
      await part.locator('.cell').nth(1).tap();
      taps += 1;
      await press(phone.getByRole('button', { name: 'Clean', exact: true }));
    }
    expect(taps).toBeLessThan(12);
    // The music has the screen.
    const box = await part.boundingBox();
    if (height > width) expect((box?.height ?? 0) / height).toBeGreaterThan(0.6);
    // A foot pedal starts and stops it.
    await part.focus();
    await phone.keyboard.press('PageDown');
    await expect(phone.getByRole('button', { name: 'Stop' })).toBeVisible();
    await phone.keyboard.press('PageDown');
    await expect(phone.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  }
  await phone.context().close();
});

test('every drill is asked, answered and gone on with on a phone without a scroll', async ({
  page,
  browser,
  baseURL,
}) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Paper Boats', 'Trumpet');
  await phone.setViewportSize({ width: 360, height: 640 });
  await phone.getByRole('button', { name: /^A drill/ }).tap();
  const next = phone.getByRole('button', { name: 'Next', exact: true });
  const seen = async (what: Locator): Promise<void> => {
    await expect(what).toBeInViewport({ ratio: 0.99 });
    expect((await what.boundingBox())?.height).toBeGreaterThanOrEqual(44);
  };
  const open = (drill: string) => phone.getByRole('tab', { name: drill }).tap();
  for (const [drill, answer] of [
    ['Figures', 'It is open'],
    ['Reading', 'B'],
  ] as const) {
    await open(drill);
    for (let i = 0; i < 2; i++) {
      const button = phone.getByRole('button', { name: answer, exact: true });
      await seen(button);
      await button.tap();
      await seen(next);
      await next.tap();
    }
  }
  await open('Rhythm');
  await seen(phone.getByRole('button', { name: /^Count me in/ }));
  await open('By ear');
  await seen(phone.getByRole('button', { name: 'Hear the notes' }));
  await seen(phone.getByRole('region', { name: 'By ear' }).locator('button[title]').last());
  await open('Signatures');
  const signatures = phone.getByRole('region', { name: 'Signatures' });
  await seen(signatures.getByRole('button').last());
  // What is asked is chosen behind one button.
  await phone.getByRole('tab', { name: 'Reading' }).tap();
  await expect(phone.getByLabel('A round')).toBeHidden();
  await phone.getByRole('button', { name: 'Choose what is asked' }).tap();
  await expect(phone.getByLabel('A round')).toBeVisible();
  // Drone and tuner are one tap away, from a drill and from practice, also where the panel was closed.
  const tune = phone.getByRole('button', { name: 'Tune', exact: true });
  const tuner = phone.getByRole('region', { name: 'Tuner and drone' });
  await seen(tune);
  await tune.tap();
  await expect(tuner).toBeVisible();
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  await expect(tuner).toBeHidden();
  await tune.tap();
  await expect(tuner).toBeVisible();
  await phone.context().close();
});

test('a small key is enlarged under the finger, which presses what it lies on when it is lifted', async ({
  page,
  browser,
  baseURL,
}) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Paper Boats', 'Flute');
  await phone.setViewportSize({ width: 360, height: 640 });
  await phone.getByRole('button', { name: /^A drill/ }).tap();
  const middle = async (key: string) => {
    const box = await phone.locator(`[data-key="${key}"]`).boundingBox();
    return { x: (box?.x ?? 0) + (box?.width ?? 0) / 2, y: (box?.y ?? 0) + (box?.height ?? 0) / 2 };
  };
  await expect(phone.locator('[data-key="right:Cs"]')).toBeVisible();
  const finger = await phone.context().newCDPSession(phone);
  const touch = async (type: 'touchStart' | 'touchMove' | 'touchEnd', key?: string) =>
    finger.send('Input.dispatchTouchEvent', { type, touchPoints: key === undefined ? [] : [await middle(key)] });
  const lens = phone.locator('[data-lens]');
  await touch('touchStart', 'right:Cs');
  await expect(lens).toHaveAttribute('data-lens', 'right:Cs');
  // What is ringed is as large as a finger.
  const ring = await lens.locator('svg > rect').last().boundingBox();
  expect(Math.min(ring?.width ?? 0, ring?.height ?? 0)).toBeGreaterThanOrEqual(40);
  await touch('touchMove', 'right:C');
  await expect(lens).toHaveAttribute('data-lens', 'right:C');
  await touch('touchEnd');
  await expect(lens).toHaveCount(0);
  await expect(phone.locator('[data-key][aria-pressed=true]')).toHaveCount(1);
  await expect(phone.locator('[data-key="right:C"]')).toHaveAttribute('aria-pressed', 'true');
  // A plain tap presses too, once.
  await phone.locator('[data-key="left:1"]').tap();
  await expect(phone.locator('[data-key][aria-pressed=true]')).toHaveCount(2);
  await phone.context().close();
});

test('the first notes and the day’s work are there before the engraving library is', async ({
  page,
  browser,
  baseURL,
}) => {
  const made = await openPhone(page, browser, baseURL ?? '', 'Lantern Walk', 'Trumpet');
  const address = made.url();
  await made.context().close();
  const context = await browser.newContext({
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    userAgent: 'Mozilla/5.0 (Linux; Android 10; K) Chrome/130.0.0.0 Mobile Safari/537.36',
    serviceWorkers: 'block',
  });
  // So slow a network that the application itself comes late, and the library never.
  await context.route(/assets\/.*\.js/, async (route) => {
    if (/engraveWorker/.test(route.request().url())) return route.abort();
    await new Promise((later) => setTimeout(later, 800));
    return route.continue();
  });
  // What the page shows is asked again, and answered when the first run goes on already.
  let answer = () => undefined as void;
  const plays = new Promise<void>((resolve) => (answer = resolve));
  await context.route(/api\/links\/open\/[\w-]+$/, async (route) => {
    await plays;
    return route.continue();
  });
  const phone = await context.newPage();
  await phone.goto(address, { waitUntil: 'commit' });
  const came = phone.locator('#first-view');
  await expect(came.locator('g.note').first()).toBeVisible({ timeout: 5000 });
  await expect(came.getByRole('heading', { name: 'Lantern Walk' })).toBeVisible();
  await expect(phone.getByRole('button', { name: /^Count it aloud/ })).toBeVisible();
  await expect(came).toHaveCount(0);
  // The same drawing goes on, and can be asked.
  const cells = phone.locator('.sheet .cell');
  await expect(cells.first()).toHaveAttribute('aria-label', /^bar 1, beat 1, C, open/);
  await cells.nth(1).tap();
  await expect(phone.getByRole('status').filter({ hasText: 'D' })).toContainText(/valve/);
  expect(await seriousFindings(phone)).toEqual([]);
  // What is begun is drawn otherwise, and played: the server draws it.
  await phone.getByRole('button', { name: /^Count it aloud/ }).tap();
  const part = phone.getByRole('region', { name: 'The part' });
  await expect(part.locator('.count').first()).toBeVisible();
  await expect(part.locator('.name')).toHaveCount(0);
  await phone.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(part.locator('.chosen').first()).toBeVisible();
  const answered = phone.waitForResponse(/api\/links\/open\/[\w-]+$/);
  answer();
  await answered;
  // It breaks nothing off: the run goes on, and is asked about.
  await expect(phone.getByRole('button', { name: 'Stop' })).toBeVisible();
  await part.locator('.cell').nth(1).tap();
  await expect(phone.getByRole('button', { name: 'Clean', exact: true })).toBeVisible();
  await context.close();
});
