import { expect, firstVisitTest, type Page, test } from './test';
import { signInDemo } from './teacher';

test.beforeEach(async ({ page }) => {
  await signInDemo(page);
});

/** Valves of the trumpet's first notes. Common practice, no source. */
const TRUMPET: Readonly<Record<string, string>> = {
  C4: '',
  D4: '13',
  E4: '12',
  F4: '1',
  G4: '',
  A4: '12',
  'B♭4': '1',
  B4: '2',
  C5: '',
  'F♯4': '2',
  'E♭4': '23',
  'C♯4': '123',
  'G♯4': '23',
  'C♯5': '12',
  D5: '1',
  'E♭5': '2',
  E5: '',
  F5: '1',
  'F♯5': '2',
  G5: '',
  'G♯3': '23',
  'B♭3': '1',
  A3: '12',
  B3: '2',
  'F♯3': '123',
  G3: '13',
};
const told = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /\.|Next/ })
    .last();
const score = (page: Page, right: number, asked: number) =>
  expect(page.getByText(new RegExp(`^${right} of ${asked} right`))).toBeVisible();
/** Every drill begins with a question of its own choosing: there is nothing to be told yet. */
const open = async (page: Page, drill: string, on = 'trumpet') => {
  await page.goto(`/drills?on=${on}&drill=${drill}`);
  await score(page, 0, 0);
};

test('figures are pressed with the keyboard, judged, and a wrong one is shown right', async ({ page }) => {
  await open(page, 'figures');
  await page.getByLabel('Ask for').selectOption({ label: 'a note by name' });
  for (let i = 1; i <= 4; i++) {
    const name = (await page.getByRole('region', { name: 'Figures' }).locator('p.font-serif').textContent()) ?? '';
    const valves = TRUMPET[name];
    if (valves === undefined) throw new Error(`the trumpet's ${name} is not in the test's table`);
    await page.locator('body').press('Escape');
    for (const v of valves) await page.keyboard.press(v);
    await page.keyboard.press('Enter');
    await expect(told(page)).toContainText('Right');
    await score(page, i, i);
    await page.getByRole('button', { name: 'Next' }).click();
  }
  // Three valves and none are wrong for what is open, or pressed.
  const name = (await page.getByRole('region', { name: 'Figures' }).locator('p.font-serif').textContent()) ?? '';
  for (const v of TRUMPET[name] === '123' ? '' : '123') await page.keyboard.press(v);
  await page.keyboard.press('Enter');
  await score(page, 4, 5);
  const pressed = await page.locator('[data-key][aria-pressed=true]').count();
  expect(pressed).toBe(TRUMPET[name]?.length);
});

test('figures are pressed by touch on the drawing, and named', async ({ page }) => {
  await open(page, 'figures', 'clarinet');
  await page.getByRole('button', { name: 'left hand, thumb', exact: true }).click();
  await expect(page.getByRole('button', { name: 'left hand, thumb', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.getByRole('button', { name: 'This is it' }).click();
  // The score is what the words say.
  const wasRight = /^Right/.test((await told(page).textContent()) ?? '');
  await score(page, wasRight ? 1 : 0, 1);
  await page.getByLabel('Ask for').selectOption({ label: 'a figure, to be named' });
  await expect(page.getByText('Which note is this?')).toBeVisible();
  const choices = page
    .getByRole('region', { name: 'Figures' })
    .locator('button:not([role])')
    .filter({ hasText: /^[A-G][♭♯]?\d$/ });
  await choices.first().click();
  await expect(told(page)).toContainText(/Right|It is [A-G]/);
});

test('letters are read in a clef by the keyboard; tenor clef has its steps', async ({ page }) => {
  await open(page, 'reading');
  await page.locator('body').press('c');
  await expect(told(page)).toContainText(/Right|It is [A-G]/);
  const words = (await told(page).textContent()) ?? '';
  // What it says is the right one is the one that is marked.
  const right = /It is ([A-G])/.exec(words)?.[1] ?? 'C';
  await expect(page.getByRole('button', { name: right, exact: true })).toHaveClass(/border-accent/);
  await page.getByLabel('Clef', { exact: true }).selectOption('tenor');
  await expect(page.getByText(/^See it two (lines|spaces) higher/)).toBeVisible();
});

test('signs are dragged onto their lines and spaces; the order counts', async ({ page }) => {
  await open(page, 'signatures');
  await page.getByLabel('Ask', { exact: true }).selectOption({ label: 'Set the signs' });
  const asked = page.getByText(/^Set \w+ (sharps?|flats?) on the staff/);
  await expect(asked).toBeVisible();
  const [, count, kind] = /Set (\w+) (sharp|flat)/.exec((await asked.textContent()) ?? '') ?? [];
  // Treble places from the bottom line up, in order. Common practice, no source.
  const places = kind === 'sharp' ? [8, 5, 9, 6, 3] : [4, 7, 3, 6, 2];
  const most = ['none', 'one', 'two', 'three', 'four', 'five'].indexOf(count ?? '');
  expect(most).toBeGreaterThan(0);
  for (const place of places.slice(0, most)) {
    const sign = await page.getByRole('button', { name: new RegExp(`^A ${kind ?? ''}: take it`) }).boundingBox();
    const target = await page.locator(`[data-place="${place}"]`).boundingBox();
    if (sign === null || target === null) throw new Error('nothing to drag');
    await page.mouse.move(sign.x + sign.width / 2, sign.y + sign.height / 2);
    await page.mouse.down();
    await page.mouse.move(target.x + 200, target.y + target.height / 2, { steps: 6 });
    // The line or space under the hand is lit: it is let go there.
    await expect(page.locator(`[data-place="${place}"]`)).toHaveClass(/bg-accent\/25/);
    await page.mouse.up();
  }
  // What drags takes the click that may follow at once, so that none is meant for what lies under it.
  await expect(async () => {
    const check = page.getByRole('button', { name: 'Check' });
    if (await check.isVisible()) await check.click();
    await expect(told(page)).toContainText('Right, in order and in place.', { timeout: 500 });
  }).toPass();
  await page.getByRole('button', { name: 'Next' }).click();
  // By keyboard and without dragging, on the wrong line.
  await page.locator('select[name=place]').selectOption({ label: 'first line' });
  await page.getByRole('button', { name: 'Set it', exact: true }).click();
  await page.getByRole('button', { name: 'Check' }).click();
  await expect(told(page)).toContainText('Not yet');
  await score(page, 1, 2);
});

test('every other question on signatures and lengths takes an answer and says what is right', async ({ page }) => {
  await open(page, 'signatures');
  for (const [kind, answer] of [
    ['Which is well formed?', 'the first'],
    ['From the notes', /sharps?$|flats?$/],
    ['Sharp, flat or natural?', 'natural'],
  ] as const) {
    await page.getByLabel('Ask', { exact: true }).selectOption({ label: kind });
    const asked = page.getByRole('region', { name: 'Signatures' });
    await asked.getByRole('button', { name: answer }).first().click();
    await expect(told(page)).toContainText(/Right|No:|It is/);
  }
  await open(page, 'rhythm');
  for (const kind of ['How many beats?', 'Complete the bar', /Where does the pickup/]) {
    const label = await page
      .getByLabel('Ask', { exact: true })
      .locator('option')
      .filter({ hasText: kind })
      .textContent();
    await page.getByLabel('Ask', { exact: true }).selectOption({ label: label ?? '' });
    await score(page, 0, 0);
    await page.getByRole('region', { name: 'Rhythm' }).getByRole('button').first().click();
    await expect(told(page)).toContainText(/Right|lasts|It is a|are left/);
  }
});

test('a line is tapped against the beat, and every tap is judged', async ({ page }) => {
  await open(page, 'rhythm');
  await expect(page.getByRole('img', { name: /^a line of rhythm/ })).toBeVisible({ timeout: 30_000 });
  await page.locator('body').press('Space');
  const pad = page.getByRole('button', { name: /^(Tap|\d)$/ });
  await expect(pad).toHaveText('Tap', { timeout: 15_000 });
  for (let i = 0; i < 3; i++) await page.keyboard.press('Space');
  await expect(told(page)).toContainText(/\d+ of \d+ on time/, { timeout: 40_000 });
  await score(page, 0, 1);
});

test('a line at sight is the same from the same number; looked at first, played once', async ({ page }) => {
  test.setTimeout(120_000);
  await page.goto('/drills?on=alto-saxophone&drill=sight');
  const strip = page.getByRole('region', { name: 'The part' });
  await page.getByLabel('Number').fill('321');
  await expect(page.getByText(/\d+ seconds to look/)).toBeVisible();
  await expect(strip.locator('g.note').first()).toBeVisible({ timeout: 30_000 });
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
  await expect(strip.locator('.chosen').first()).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('button', { name: 'To the end' }).click();
  await expect(page.getByText('Did you play on to the end?')).toHaveCount(0);
  // What was only heard is not asked about, not even afterwards.
  await page.getByRole('switch', { name: 'The part is heard' }).click();
  await page.getByRole('button', { name: 'Hear it played' }).click();
  await expect(strip.locator('.chosen').first()).toBeVisible({ timeout: 30_000 });
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByRole('switch', { name: 'The part is heard' }).click();
  await expect(page.getByRole('button', { name: 'Count in, then I play' })).toBeVisible();
  await expect(page.getByText('Did you play on to the end?')).toHaveCount(0);
  await page.getByLabel('Bars').selectOption('2');
  await expect.poll(async () => (await heads()).split(',').length).toBeLessThan(first.split(',').length);
  await page.getByRole('button', { name: 'I have looked' }).click();
  await page.getByLabel('Who plays').selectOption({ label: 'the simulated player, to try it out' });
  await page.getByRole('button', { name: 'Let it play a take' }).click();
  await expect(page.getByText(/notes right and in time/)).toBeVisible({ timeout: 60_000 });
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
  await expect(caller.getByText(/^55 beats a minute/)).toBeVisible({ timeout: 40_000 });
  await caller.getByRole('button', { name: 'Stop' }).click();
});

firstVisitTest.describe('while something is still being fetched', () => {
  firstVisitTest.use({ serviceWorkers: 'block' });

  firstVisitTest('what arrives late leaves the question and what is pressed as they are', async ({ page }) => {
    let arrive = (): void => undefined;
    const late = new Promise<void>((resolve) => {
      arrive = resolve;
    });
    await page.route('**/api/exercises', async (route) => {
      await late;
      await route.continue();
    });
    await open(page, 'figures');
    await page.getByLabel('Ask for').selectOption({ label: 'a note by name' });
    const name = page.getByRole('region', { name: 'Figures' }).locator('p.font-serif');
    const asked = await name.textContent();
    // Digits press valves unless they are typed into a field.
    await page.getByLabel('Ask for').blur();
    await page.keyboard.press('1');
    await expect(page.locator('[data-key][aria-pressed=true]')).toHaveCount(1);
    arrive();
    await expect(page.getByRole('option', { name: 'from Harbour Steps' })).toBeAttached();
    await expect(page.locator('[data-key][aria-pressed=true]')).toHaveCount(1);
    await expect(name).toHaveText(asked ?? '');
  });
});
