import { expect, type Page } from './test';

/** What is said of the last answer. */
export const told = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /\.|Next/ })
    .last();
export const score = (page: Page, right: number, asked: number) =>
  expect(page.getByText(new RegExp(`^${right} of ${asked} right`))).toBeVisible();
/** Every drill begins with a question of its own choosing: there is nothing to be told yet. */
export const openDrill = async (page: Page, drill: string, on = 'trumpet') => {
  await page.goto(`/drills?on=${on}&drill=${drill}`);
  await score(page, 0, 0);
};
