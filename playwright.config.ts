import { defineConfig } from '@playwright/test';
import { BROWSER } from './scripts/lib/browser.mjs';

/** What moves for the eye only keeps still. */
const STILL = { reducedMotion: 'reduce' } as const;

export default defineConfig({
  testDir: 'e2e',
  // A busy machine is slow, which is no fault: only what hangs is ended.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  fullyParallel: false,
  // Much of a test is waiting for music to be over.
  workers: 3,
  reporter: [['list'], ['json', { outputFile: 'test-results/e2e.json' }]],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:4173',
    viewport: { width: 1280, height: 800 },
    contextOptions: STILL,
    launchOptions: BROWSER,
    screenshot: 'off',
    trace: 'off',
  },
});
