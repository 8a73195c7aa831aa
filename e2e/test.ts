import { test as base } from '@playwright/test';

export { type Browser, expect, type Page } from '@playwright/test';

const MOST_WORDS = 600;

/** A test of which, when it fails, is written down what the browser said, what it waited for, and what stood on its pages. */
export const test = base.extend<{ witness: void }>({
  witness: [
    async ({ context }, use, info) => {
      const said: string[] = [];
      const waiting = new Map<object, string>();
      context.on('console', (m) => {
        if (m.type() === 'error' || m.type() === 'warning') said.push(`${m.type()}: ${m.text()}`);
      });
      context.on('weberror', (e) => said.push(`thrown: ${e.error().message}`));
      context.on('request', (r) => waiting.set(r, `${r.method()} ${r.url()}`));
      context.on('requestfinished', (r) => waiting.delete(r));
      context.on('requestfailed', (r) => {
        waiting.delete(r);
        said.push(`failed: ${r.method()} ${r.url()} ${r.failure()?.errorText ?? ''}`);
      });
      await use();
      if (info.status === info.expectedStatus) return;
      const pages = await Promise.all(
        context.pages().map(
          async (p) =>
            `${p.url()}: ${await p
              .locator('body')
              .innerText({ timeout: 2000 })
              .then(
                (t) => t.slice(0, MOST_WORDS),
                (e: unknown) => String(e),
              )}`,
        ),
      );
      process.stdout.write(
        `\n${info.title}\n${[...said, ...[...waiting.values()].map((r) => `no answer: ${r}`), ...pages].join('\n')}\n`,
      );
    },
    { auto: true },
  ],
});
