import { expect, type Page, test } from './test';
import { openDemo, OWN_PASSWORD, ownTeacher, signIn, untilKept } from './teacher';

/** What this browser keeps of what the server said. */
const kept = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const paths: string[] = [];
    for (const name of await caches.keys())
      for (const { url } of await (await caches.open(name)).keys()) paths.push(new URL(url).pathname);
    return paths.filter((path) => path.startsWith('/api/'));
  });

test('whoever is not signed in is led to the door and back again', async ({ page }) => {
  await page.goto('/bring');
  await expect(page).toHaveURL(/sign-in/);
  await page.getByRole('button', { name: 'Open the demo as Mara' }).click();
  await expect(page.getByRole('heading', { name: 'Bring in a line' })).toBeVisible();
});

test('the door offers the same while whoever was here before is still being forgotten', async ({ page }) => {
  await page.addInitScript(() => {
    const slow = caches.delete.bind(caches);
    caches.delete = async (name) => {
      await new Promise((later) => setTimeout(later, 1500));
      const is = await slow(name);
      document.documentElement.dataset.forgotten = 'yes';
      return is;
    };
  });
  await page.goto('/shelf');
  await expect(page).toHaveURL(/sign-in/);
  await page.locator('[data-forgotten]').waitFor();
  await page.getByRole('button', { name: 'Open the demo as Mara' }).click();
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
});

test('a wrong password is refused with a sentence, an unfinished form with another', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').fill('somebody');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Write a whole e-mail address')).toBeVisible();
  await page.getByLabel('E-mail').fill('somebody@school.example');
  await page.getByLabel('Password').fill('not this one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toContainText('do not belong together');
});

test('signing out closes the door, and leaves nothing of the teacher behind', async ({ page }) => {
  await openDemo(page);
  await untilKept(page, '/api/exercises');
  expect(await kept(page)).toContain('/api/exercises');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
  await expect.poll(() => kept(page)).toEqual([]);
  await page.goto('/shelf');
  await expect(page).toHaveURL(/sign-in/);
});

for (const how of ['the server says that it is over', 'its days are over and no server is there to say so'])
  test(`a session that ends by itself leaves nothing of the teacher: ${how}`, async ({ page, context }) => {
    await openDemo(page);
    await page.goto('/class');
    await expect(page.getByLabel('Name of pupil 1', { exact: true })).toHaveValue('Isla');
    await expect.poll(() => kept(page)).toContain('/api/classes');
    if (how.startsWith('the server')) {
      await context.clearCookies();
      // No page is loaded anew: the next thing that is asked for tells it.
      await page.getByRole('link', { name: 'Shelf', exact: true }).click();
    } else {
      await page.evaluate(() => localStorage.setItem('cifra.signedInUntil', '1'));
      await context.setOffline(true);
      await page.reload();
    }
    await expect(page).toHaveURL(/sign-in/);
    await expect(page.getByLabel('Name of pupil 1', { exact: true })).toHaveCount(0);
    await expect.poll(() => kept(page)).toEqual([]);
    await context.setOffline(false);
  });

test('the sign-in page works by keyboard alone', async ({ page }) => {
  await page.goto('/sign-in');
  // It comes when the server has said that there is a demo.
  await expect(page.getByRole('button', { name: /Open the demo/ })).toBeVisible();
  await page.getByLabel('E-mail').focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: /Open the demo/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
});

test('a teacher changes the password, which signs them out elsewhere, and comes in with the new one', async ({
  page,
  browser,
}) => {
  const email = `door-${Date.now()}@school.example`;
  const next = 'kettle orbit plank seven';
  await ownTeacher(page, email);
  const machine = await browser.newContext();
  const other = await machine.newPage();
  await signIn(other, email, OWN_PASSWORD);
  await expect(other.getByRole('heading', { name: 'Shelf', exact: true })).toBeVisible();
  await page.goto('/class?see=kept');
  const door = page.getByRole('region', { name: 'Signing in' });
  await expect(door.getByText(/here and in one other place, since/)).toBeVisible();
  await door.getByLabel('Password now').fill(OWN_PASSWORD);
  await door.getByLabel('New password').fill('short');
  await door.getByRole('button', { name: 'Change the password' }).click();
  await expect(door.getByText(/Write at least 10 characters/)).toBeVisible();
  await door.getByLabel('New password').fill('password1234');
  await door.getByRole('button', { name: 'Change the password' }).click();
  await expect(door.getByRole('alert')).toContainText('among the first that are tried');
  await door.getByLabel('New password').fill(next);
  await door.getByRole('button', { name: 'Change the password' }).click();
  await expect(
    page.getByText('The password is changed. Everywhere else you have been signed out.', { exact: true }),
  ).toBeVisible();
  await expect(door.getByText('You are signed in here and nowhere else.')).toBeVisible();
  await other.reload();
  await expect(other).toHaveURL(/sign-in/);
  await signIn(other, email, OWN_PASSWORD);
  await expect(other.getByRole('alert')).toContainText('do not belong together');
  await signIn(other, email, next);
  await expect(other.getByRole('heading', { name: 'Shelf', exact: true })).toBeVisible();
  await machine.close();
});
