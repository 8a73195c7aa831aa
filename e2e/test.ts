import { type BrowserContext, type ConsoleMessage, type Request, test as base, type WebError } from '@playwright/test';
import { KEPT_DATA } from '../apps/web/src/api/keptCopies';

export { type Browser, expect, type Page } from '@playwright/test';

const MOST_WORDS = 600;

/** A test in a browser of its own, as on the first visit, of which, when it fails, is written down what the browser
 * said, what it waited for, and what stood on its pages. */
export const firstVisitTest = base.extend<{ witness: void }, { visited: BrowserContext }>({
  visited: [
    async ({ browser }, use, info) => {
      const { baseURL, viewport, contextOptions } = info.project.use;
      const context = await browser.newContext({ ...contextOptions, baseURL, viewport });
      await use(context);
      await context.close();
    },
    { scope: 'worker' },
  ],
  witness: [
    async ({ context }, use, info) => {
      const said: string[] = [];
      const waiting = new Map<Request, string>();
      const onConsole = (m: ConsoleMessage) => {
        if (m.type() === 'error' || m.type() === 'warning') said.push(`${m.type()}: ${m.text()}`);
      };
      const onError = (e: WebError) => said.push(`thrown: ${String(e.error())}`);
      const onRequest = (r: Request) => waiting.set(r, `${r.method()} ${r.url()}`);
      const onFinished = (r: Request) => waiting.delete(r);
      const onFailed = (r: Request) => {
        waiting.delete(r);
        said.push(`failed: ${r.method()} ${r.url()} ${r.failure()?.errorText ?? ''}`);
      };
      context.on('console', onConsole).on('weberror', onError).on('request', onRequest);
      context.on('requestfinished', onFinished).on('requestfailed', onFailed);
      await use();
      context.off('console', onConsole).off('weberror', onError).off('request', onRequest);
      context.off('requestfinished', onFinished).off('requestfailed', onFailed);
      if (info.status === info.expectedStatus) return;
      const pages = await Promise.all(context.pages().map(async (p) => `${p.url()}: ${await wordsOf(p)}`));
      process.stdout.write(
        `\n${info.title}\n${[...said, ...[...waiting.values()].map((r) => `no answer: ${r}`), ...pages].join('\n')}\n`,
      );
    },
    { auto: true },
  ],
});
const wordsOf = (page: ReturnType<BrowserContext['pages']>[number]): Promise<string> =>
  page
    .locator('body')
    .innerText({ timeout: 2000 })
    .then(
      (t) => t.slice(0, MOST_WORDS),
      (e: unknown) => String(e),
    );

/** A test in a browser that has been here before, as on every later visit: the application's files and its worker are
 * there; whoever was signed in, and all that was kept of them, is gone. */
export const test = firstVisitTest.extend({
  context: async ({ visited, baseURL }, use) => {
    await use(visited);
    await forget(visited, baseURL ?? '');
  },
});

/** Closes every page and forgets what they kept, but not the application's own files. */
async function forget(context: BrowserContext, origin: string): Promise<void> {
  await context.setOffline(false);
  await context.clearPermissions();
  const [last, ...others] = context.pages();
  for (const page of others) await page.close();
  if (last === undefined) return;
  await last.unrouteAll({ behavior: 'ignoreErrors' });
  // An answer of the same origin, with nothing of the application on it, lets go of the databases before they are taken
  // away.
  await last.goto(`${origin}/api/session`);
  await last.evaluate((cache) => caches.delete(cache), KEPT_DATA);
  const devTools = await context.newCDPSession(last);
  await devTools.send('Storage.clearDataForOrigin', { origin, storageTypes: 'local_storage,indexeddb' });
  await context.clearCookies();
  await last.close();
}
