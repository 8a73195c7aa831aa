import { expect, test } from './test';
import { openDemo } from './teacher';

test('whoever is not signed in is led to the door and back again', async ({ page }) => {
  await page.goto('/bring');
  await expect(page).toHaveURL(/sign-in/);
  await page.getByRole('button', { name: 'Open the demo as Mara' }).click();
  await expect(page.getByRole('heading', { name: 'Bring in a line' })).toBeVisible();
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

test('signing out closes the door', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
  await page.goto('/shelf');
  await expect(page).toHaveURL(/sign-in/);
});

test('the sign-in page works by keyboard alone', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByLabel('E-mail').focus();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: /Open the demo/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible();
});
