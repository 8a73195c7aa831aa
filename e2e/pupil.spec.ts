import { expect, type Page, test } from './test';
import { openLine, openPhone, ownTeacher } from './teacher';

const wide = (phone: Page) => phone.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth);

test("a pupil does the week's practice on a phone, and the teacher sees it", async ({ page, browser, baseURL }) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Paper Boats', 'Trumpet');
  const part = phone.getByRole('region', { name: 'The part' });
  await phone.getByRole('button', { name: /^The piece/ }).tap();
  await expect(part.locator('g.note').first()).toBeVisible();
  expect(await wide(phone)).toBe(true);
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  await phone.getByRole('checkbox', { name: 'Done: Count it aloud' }).tap();
  await phone.getByRole('button', { name: 'Play it without slurs' }).tap();
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  for (let i = 0; i < 2; i++) {
    await phone.getByRole('button', { name: 'Play', exact: true }).tap();
    await expect(part.locator('.chosen').first()).toBeVisible();
    await phone.getByRole('button', { name: 'Stop' }).tap();
    await phone.getByRole('button', { name: 'Clean', exact: true }).tap();
  }
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  // What the computer plays is for trying: it is neither counted nor handed in.
  await phone.getByRole('tab', { name: 'Listen' }).tap();
  await phone.getByLabel('Who plays').selectOption({ label: 'the simulated player, to try it out' });
  await phone.getByRole('button', { name: 'Let it play a take' }).tap();
  await expect(phone.getByText('The simulated player played this: it does not count.')).toBeVisible();
  await expect(phone.getByRole('button', { name: /^Hand in/ })).toHaveCount(0);
  // And a drill.
  await phone.getByRole('button', { name: 'Today' }).tap();
  await expect(phone.getByText(/^1 of 7 steps done/)).toBeVisible();
  await phone.getByRole('button', { name: /^A drill/ }).tap();
  await phone.getByRole('tab', { name: 'Reading' }).tap();
  await phone.getByRole('button', { name: 'C', exact: true }).tap();
  await expect(phone.getByText(/^\d of 1 right/)).toBeVisible();
  expect(await wide(phone)).toBe(true);

  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Practise' }).click();
  await page.getByRole('tab', { name: 'Listen' }).click();
  const home = page.getByRole('region', { name: 'From home' });
  await expect(async () => {
    await page.reload();
    await expect(home.getByText(/1 steps? done.* 2 clean runs/).first()).toBeVisible();
  }).toPass();
  await phone.context().close();
});

test('what is to be looked at is shown in the music, and the line is learned in pieces', async ({
  page,
  browser,
  baseURL,
}) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Lantern Walk', 'Trumpet');
  const before = phone.getByRole('region', { name: 'Before you play' });
  await expect(before.getByText('3 counts in a bar; a quarter gets one count.')).toBeVisible();
  // What comes again is shown where it stands.
  const again = before.getByRole('listitem').filter({ hasText: 'Bars 13 to 15: bars 1 to 3 again.' });
  await again.getByRole('button', { name: 'Show me' }).tap();
  await expect(phone.locator('.sheet .cell.chosen')).toBeInViewport();
  await expect(phone.locator('.sheet .cell.chosen')).toHaveAttribute('aria-label', /^bar 13, beat 1/);
  // A piece is gone over slowly, again and again; then the next.
  await phone
    .getByRole('region', { name: 'Learn it in pieces' })
    .getByRole('button', { name: /^Bars 1 to 3/ })
    .tap();
  await expect(phone.locator('[data-looped]').first()).toBeVisible();
  await expect(phone.locator('output')).toHaveText(/^60 %/);
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  await phone.getByRole('tab', { name: 'Pieces' }).tap();
  await phone.getByRole('button', { name: 'The next 3 bars' }).tap();
  await expect(phone.getByLabel('From', { exact: true })).toHaveValue('3');
  await expect(phone.getByLabel('To', { exact: true })).toHaveValue('5');
  // An address with bars that the line has not got opens the whole of it.
  await phone.goto(`${phone.url().split('?')[0] ?? ''}?at=practise&bars=2-99999`);
  await expect(phone.locator('.sheet .note').first()).toBeVisible();
  await expect(phone.locator('[data-looped]')).toHaveCount(0);
  await phone.context().close();
});

test('a phone that opened its link once works at home without a network, and says that it does', async ({
  page,
  browser,
  baseURL,
}) => {
  test.setTimeout(300_000);
  const phone = await openPhone(page, browser, baseURL ?? '', 'Slow Ferry', 'Flute');
  await expect(phone.getByText('Works at home without a network.')).toBeVisible({ timeout: 150_000 });
  // Another day, at home: nothing but the first page was opened at school.
  const address = phone.url();
  const context = phone.context();
  await phone.close();
  await context.setOffline(true);
  const home = await context.newPage();
  await home.goto(address);
  await expect(home.getByRole('heading', { name: 'Slow Ferry' })).toBeVisible();
  await home.getByRole('button', { name: /^The piece/ }).tap();
  const part = home.getByRole('region', { name: 'The part' });
  await expect(part.locator('g.note').first()).toBeVisible();
  await home.getByRole('button', { name: 'How it is practised' }).tap();
  await home.getByRole('checkbox', { name: 'Done: Sing it' }).tap();
  await home.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(part.locator('.chosen').first()).toBeVisible();
  await home.getByRole('button', { name: 'Stop' }).tap();
  await home.getByRole('button', { name: 'Today' }).tap();
  await home.getByRole('checkbox', { name: 'Done today: The piece' }).tap();
  await home.getByRole('button', { name: /^A drill/ }).tap();
  await expect(home.getByText('Press its figure.')).toBeVisible();
  await home.getByRole('button', { name: 'Today' }).tap();
  // Nothing that was done is lost.
  await home.reload();
  await expect(home.getByRole('checkbox', { name: 'Done today: The piece' })).toBeChecked();
  await expect(home.getByRole('list', { name: 'Steps' }).getByText('Sing it').locator('svg')).toBeVisible();
  await context.close();
});

test('one link of a pupil opens every line that is set for them, each with its own practice', async ({
  page,
  browser,
  baseURL,
}) => {
  await ownTeacher(page, `lines-${Date.now()}@school.example`);
  const ids: string[] = [];
  for (const [title, notes] of [
    ['First Gate', 'C2 D2 E2 F2|G4 G4|'],
    ['Second Gate', 'G2 F2 E2 D2|C8|'],
  ] as const) {
    await openLine(page, `X:1\nT:${title}\nM:4/4\nL:1/8\nK:C\n${notes}`);
    ids.push(/exercises\/([^/]+)\//.exec(page.url())?.[1] ?? '');
  }
  // The class, the pupil and what is set, as the teacher's pages would save them.
  const sent = async <T>(method: 'GET' | 'POST' | 'PUT', path: string, data?: object): Promise<T> => {
    const answer = await page.request.fetch(path, {
      method,
      headers: { origin: baseURL ?? '' },
      ...(data !== undefined && { data }),
    });
    expect([path, answer.ok()]).toEqual([path, true]);
    return (await answer.json()) as T;
  };
  const [group] = await sent<{ id: string }[]>('GET', '/api/classes');
  const [pupil] = await sent<{ id: string }[]>('PUT', `/api/classes/${group?.id}/pupils`, {
    pupils: [{ name: 'Isla', instrument: 'trumpet' }],
  });
  const inDays = (days: number): string => new Date(Date.now() + days * 24 * 3600_000).toISOString().slice(0, 10);
  await sent('POST', `/api/classes/${group?.id}/assignments`, {
    exerciseId: ids[0],
    for: 'class',
    rungs: [],
    due: inDays(7),
  });
  await sent('POST', `/api/classes/${group?.id}/assignments`, {
    exerciseId: ids[1],
    for: 'pupils',
    pupilIds: [pupil?.id],
    rungs: [],
    due: inDays(2),
    note: 'Slowly.',
  });
  // What was due is still told, after what is to come.
  await sent('POST', `/api/classes/${group?.id}/assignments`, {
    exerciseId: ids[1],
    for: 'class',
    rungs: [],
    due: inDays(-1),
    note: 'Long ago.',
  });
  await page.goto('/class?see=links');
  await page.getByRole('button', { name: 'Make a link for everybody' }).click();
  await expect(page.getByText('One link is made.', { exact: true })).toBeVisible();
  await expect(page.getByText(/^begins with Second Gate; open until/)).toBeVisible();
  const [link] = await sent<{ token: string }[]>('GET', `/api/classes/${group?.id}/links`);

  const phone = await (await browser.newContext({ viewport: { width: 360, height: 740 }, hasTouch: true })).newPage();
  await phone.goto(`${baseURL}/p/${link?.token}`);
  await expect(phone.getByRole('heading', { name: 'Second Gate' })).toBeVisible();
  const lines = phone.getByRole('navigation', { name: 'Your lines' });
  await expect(lines.getByRole('button')).toHaveText(['Second Gatedue in 2 days', 'First Gatedue in 7 days']);
  const tick = async (step: string): Promise<void> => {
    await phone.getByRole('button', { name: /^The piece/ }).tap();
    await phone.getByRole('button', { name: 'How it is practised' }).tap();
    await phone.getByRole('checkbox', { name: `Done: ${step}` }).tap();
    await phone.getByRole('button', { name: 'Today' }).tap();
  };
  const done = phone.getByRole('list', { name: 'Steps' }).locator('li:has(svg)');
  await expect(phone.getByText('Slowly.')).toBeVisible();
  await expect(phone.getByText('Due in 2 days: the whole line.')).toBeVisible();
  await expect(phone.getByText(/^1 day late: the whole line\. Long ago\.$/)).toBeVisible();
  await tick('Count it aloud');
  await expect(done).toHaveText(['Count it aloud']);
  // The next step is begun now.
  await expect(phone.getByRole('button', { name: /^Say the names in rhythm/ })).toBeVisible();
  await lines.getByRole('button', { name: /First Gate/ }).tap();
  await expect(phone.getByRole('heading', { name: 'First Gate' })).toBeVisible();
  await expect(done).toHaveCount(0);
  await tick('Sing it');
  expect(await wide(phone)).toBe(true);
  await expect(phone.getByText('Slowly.')).toBeHidden();
  await expect(phone.locator('.sheet .cell').first()).toBeVisible();
  // The address keeps which line is open; the first one's practice is as it was.
  await phone.reload();
  await expect(phone.getByRole('heading', { name: 'First Gate' })).toBeVisible();
  // A drill that is told after a reload takes no step away.
  await phone.getByRole('button', { name: /^A drill/ }).tap();
  await phone.getByRole('tab', { name: 'Reading' }).tap();
  await phone.getByRole('button', { name: 'C', exact: true }).tap();
  await expect(phone.getByText(/^\d of 1 right/)).toBeVisible();
  await phone.getByRole('button', { name: 'Today' }).tap();
  await lines.getByRole('button', { name: /Second Gate/ }).tap();
  await expect(phone.getByText('Slowly.')).toBeVisible();
  await expect(done).toHaveText(['Count it aloud']);
  const told = async (): Promise<string[]> =>
    (
      await sent<{ exerciseId: string; rungs: string[]; drills: unknown[] }[]>(
        'GET',
        `/api/classes/${group?.id}/practice`,
      )
    )
      .map((p) => `${p.exerciseId === ids[0] ? 'first' : 'second'} ${p.rungs.join()} ${p.drills.length}`)
      .sort();
  await expect.poll(told).toEqual(['first sing 1', 'second count 0']);
  // What is not set any more leads to what is.
  await phone.goto(`${baseURL}/p/${link?.token}?line=${group?.id}`);
  await expect(phone.getByRole('heading', { name: 'Second Gate' })).toBeVisible();
  // Closed it is closed for all of them.
  await page.getByRole('button', { name: 'Close the link of Isla' }).click();
  await expect(page.getByText('no link', { exact: true })).toBeVisible();
  await phone.reload();
  await expect(phone.getByRole('heading', { name: 'This link is closed' })).toBeVisible();
  await phone.context().close();
});
