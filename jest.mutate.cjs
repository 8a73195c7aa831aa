// Some of the core's tests alone, for npm run mutate: MUTATE_TESTS names folders or files.
const { join } = require('node:path');
const { projects } = require('./jest.config.cjs');

const core = projects.find((p) => p.displayName === 'core');
const tests = (process.env.MUTATE_TESTS ?? '').split(',');

module.exports = {
  ...core,
  displayName: undefined,
  testTimeout: 15000,
  setupFiles: [...core.setupFiles, join(__dirname, 'packages/core/src/testing/unshrunk.ts')],
  testMatch: tests.map((t) => (t.includes('/') ? `<rootDir>/src/${t}*.test.ts` : `<rootDir>/src/${t}/**/*.test.ts`)),
};
