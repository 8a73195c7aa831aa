import { seriousFindings } from './axe';
import { openDrill as open, score, told } from './drilling';
import { chooseNotes } from './practising';
import { expect, firstVisitTest, test } from './test';
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
  for (const kind of ['How many beats?', /^How long is the rest/, 'Complete the bar', /Where does the pickup/]) {
    const label = await page
      .getByLabel('Ask', { exact: true })
      .locator('option')
      .filter({ hasText: kind })
      .textContent();
    await page.getByLabel('Ask', { exact: true }).selectOption({ label: label ?? '' });
    await score(page, 0, 0);
    await page.getByRole('region', { name: 'Rhythm' }).getByRole('button').first().click();
    await expect(told(page)).toContainText(/Right|lasts|silent|It is a|beats? left/);
  }
  // Two bars are heard before one is chosen.
  await page.getByLabel('Ask', { exact: true }).selectOption({ label: 'How did it go on?' });
  const heard = page.getByRole('region', { name: 'Rhythm' });
  await heard.getByRole('button', { name: 'Hear both bars' }).click();
  await expect(heard.getByRole('img', { name: /^the first bar: / })).toBeVisible();
  await heard.getByRole('button').nth(1).click();
  await expect(told(page)).toContainText(/Right|It went on: /);
});

test('a note is read as the signature has it, by its sign and its letter', async ({ page }) => {
  await open(page, 'reading');
  await page.getByLabel('Signature').selectOption({ label: 'two flats' });
  const asked = page.getByRole('region', { name: 'Reading' });
  expect(await seriousFindings(page)).toEqual([]);
  // By what is right it is learned: a wrong answer says it, and its letter has the sign that two flats give it.
  for (let i = 0; i < 4; i++) {
    await asked.getByRole('radio', { name: 'sharp' }).click();
    await asked.getByRole('button', { name: 'C', exact: true }).click();
    const [, letter, sign] = /It is ([A-G])([♭♯]?)/.exec((await told(page).textContent()) ?? '') ?? [];
    expect(sign).toBe(letter === 'B' || letter === 'E' ? '♭' : '');
    await page.getByRole('button', { name: 'Next' }).click();
  }
});

test('chosen notes alone are asked for, and how quick the answers were is kept', async ({ page }) => {
  await open(page, 'figures');
  await page.getByLabel('Ask for').selectOption({ label: 'a note by name' });
  await page.getByLabel('Notes of').selectOption({ label: 'those I choose' });
  const chosen = page.getByRole('toolbar', { name: 'Chosen notes' });
  await chooseNotes(page, []);
  await expect(page.getByText('No note is chosen. Choose other notes.')).toBeVisible();
  await chooseNotes(page, ['C 4', 'D 4']);
  const name = page.getByRole('region', { name: 'Figures' }).locator('p.font-serif');
  for (let i = 1; i <= 4; i++) {
    const asked = (await name.textContent()) ?? '';
    expect(['C4', 'D4']).toContain(asked);
    await page.locator('body').press('Escape');
    for (const v of TRUMPET[asked] ?? '') await page.keyboard.press(v);
    await page.keyboard.press('Enter');
    await expect(told(page)).toContainText(/Right\..*\d s/);
    await page.getByRole('button', { name: 'Next' }).click();
  }
  await page.getByRole('button', { name: 'How quick' }).click();
  await expect(page.getByRole('dialog', { name: 'How quick your answers are' })).toContainText(/[CD]4, \d+\.\d s/);
  expect(await seriousFindings(page)).toEqual([]);
  await page.reload();
  await page.getByLabel('Notes of').selectOption({ label: 'those I choose' });
  await expect(chosen.getByRole('button', { pressed: true })).toHaveText(['C4', 'D4']);
  await expect(page.getByRole('button', { name: 'How quick' })).toBeVisible();
});

test('a phrase is heard, and played back without a microphone', async ({ page }) => {
  await open(page, 'ear');
  await page.getByLabel('Answer by').selectOption({ label: 'playing them' });
  const echo = page.getByRole('region', { name: 'By ear' });
  await echo.getByRole('button', { name: 'Hear it' }).click();
  await expect(echo.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(echo.getByRole('button', { name: 'Hear it' })).toBeVisible();
  // It is not shown before it was heard for; then the player says how it went.
  await expect(echo.getByRole('img', { name: /the phrase/ })).toHaveCount(0);
  await echo.getByRole('button', { name: /^Show it/ }).click();
  await expect(echo.getByRole('img', { name: /the phrase/ })).toBeVisible();
  expect(await seriousFindings(page)).toEqual([]);
  await echo.getByRole('button', { name: 'I had it' }).click();
  await expect(told(page)).toContainText('Well heard.');
  await score(page, 1, 1);
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
