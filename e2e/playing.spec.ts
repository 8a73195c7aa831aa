import { openPractise, part, setTempo, sounding } from './practising';
import { openPhone, signInDemo } from './teacher';
import { expect, test } from './test';

test.beforeEach(async ({ page }) => signInDemo(page));

test('the space bar counts in and plays; the playhead goes from note to note; again stops it', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'trumpet');
  await setTempo(page, 'Home');
  await expect(page.getByText(/^40 %/)).toBeVisible();
  // What is counted and marked is written down as it comes: a test may look too late.
  await part(page).evaluate((region) => {
    const come: string[] = [];
    new MutationObserver(() => {
      const now =
        region.querySelector('.cell.chosen')?.getAttribute('data-note') ??
        region.querySelector('p[aria-hidden]')?.textContent;
      if (typeof now === 'string' && now !== come.at(-1)) come.push(now);
      region.setAttribute('data-come', come.join(' '));
    }).observe(region, { subtree: true, childList: true, characterData: true, attributeFilter: ['class'] });
  });
  await part(page).focus();
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  // Three counts before a bar of three quarters, then note by note; a busy machine may show one too late to be seen.
  await expect(part(page)).toHaveAttribute('data-come', /^(1 )?(2 )?(3 )?(n1 )?n2/);
  await expect(part(page)).toHaveAttribute('data-come', /^[123] /);
  await page.keyboard.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await expect(sounding(page)).toHaveCount(0);
});

test('what is stopped and started again at once begins with the count, not where it was', async ({ page }) => {
  await openPractise(page, 'Lantern Walk', 'trumpet');
  await setTempo(page, 'End');
  await part(page).evaluate((region) => {
    const come: string[] = [];
    region.addEventListener('keydown', () => come.push('|'));
    new MutationObserver(() => {
      const now = region.querySelector('.cell.chosen')?.getAttribute('data-note');
      if (typeof now === 'string') come.push(now);
      else if (region.querySelector('p[aria-hidden]') !== null) come.push('count');
      region.setAttribute('data-come', come.join(' '));
    }).observe(region, { subtree: true, childList: true, characterData: true, attributeFilter: ['class'] });
  });
  await part(page).focus();
  await page.keyboard.press('Space');
  for (let times = 0; times < 6; times++) {
    // In the middle of the last run; a busy machine may be looked at when that note is over already.
    await expect(part(page)).toHaveAttribute('data-come', /(^|\|)[^|]* n\d[^|]*$/);
    await page.keyboard.press('Space');
    await page.keyboard.press('Space');
    await expect(part(page)).toHaveAttribute('data-come', /\|( count)*$/);
  }
  await expect(part(page)).toHaveAttribute('data-come', /\| count[^|]* n\d[^|]*$/);
  const runs = ((await part(page).getAttribute('data-come')) ?? '').split('|');
  // After each start the first thing that is shown is the count.
  const begun = runs.map((r) => r.trim()).filter((r) => r !== '');
  expect(begun.length).toBeGreaterThan(6);
  for (const r of begun) expect(r).toMatch(/^count/);
});

test('piano, bass and drums play under the part from chords that are shown, in a style that fits', async ({ page }) => {
  const sounds: string[] = [];
  page.on(
    'response',
    (r) => r.url().endsWith('.flac') && sounds.push(r.url().replace(/.*\/([a-z-]+?)-[\w-]{8}\.flac/, '$1')),
  );
  await openPractise(page, 'Paper Boats', 'trumpet', 'Sound');
  const under = page.getByRole('region', { name: 'Under it' });
  await under.getByRole('switch', { name: 'Piano, bass and drums' }).click();
  // What a line without chord symbols is given, as it sounds.
  await expect(under.getByText(/worked out from the notes/)).toBeVisible();
  await expect(under.locator('dl')).toHaveText(/^1B♭/);
  await setTempo(page, 'End');
  await part(page).focus();
  await page.keyboard.press('Space');
  await expect(sounding(page)).toHaveAttribute('data-note', /n\d/);
  await page.keyboard.press('Space');
  // Written ones are taken as they are.
  await openPractise(page, 'Lantern Walk', 'trumpet', 'Sound');
  await under.getByRole('switch', { name: 'Piano, bass and drums' }).click();
  await expect(under.getByText('Its chords by bar, as they sound.')).toBeVisible();
  await expect(under.getByLabel('In the style of a').locator('option')).toHaveText(['Waltz', 'Ballad']);
  await under.getByLabel('In the style of a').selectOption('Ballad');
  await part(page).focus();
  await page.keyboard.press('Space');
  await expect(sounding(page)).toHaveAttribute('data-note', /n\d/);
  for (const sound of ['piano', 'bass', 'drums', 'trumpet']) expect(sounds).toContain(sound);
});

test('a phone hears the whole class with its part', async ({ page, browser, baseURL }) => {
  const phone = await openPhone(page, browser, baseURL ?? '', 'Paper Boats', 'Trumpet');
  await phone.getByRole('button', { name: /^Count it aloud/ }).tap();
  await phone.getByRole('button', { name: 'How it is practised' }).tap();
  await phone.getByRole('tab', { name: 'Sound' }).tap();
  const along = phone.getByRole('region', { name: 'Playing along' });
  await along.getByRole('switch', { name: 'The whole class' }).tap();
  const everybody = along.getByRole('switch');
  await expect(everybody.and(phone.locator('[data-state=unchecked]'))).toHaveCount(0);
  await phone.getByRole('button', { name: 'Play', exact: true }).tap();
  await expect(part(phone).locator('.chosen').first()).toBeVisible();
  await phone.getByRole('button', { name: 'Stop' }).tap();
  await phone.context().close();
});
