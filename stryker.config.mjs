// npm run mutate: changes the core's theory, parts and figures in small ways and counts which changes a test notices.
const folders = process.env.MUTATE?.split(',') ?? ['rational', 'pitch', 'key', 'meter', 'fingering', 'part'];

export default {
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'jest.mutate.cjs' },
  coverageAnalysis: 'perTest',
  mutate: [
    ...folders.map((f) => `packages/core/src/${f}/**/*.ts`), '!**/*.test.ts',
    // The woodwinds' figures are text, one string each: their laws stand in woodwind.test.ts.
    '!packages/core/src/fingering/woodwind/*.data.ts',
  ],
  // Words of messages to programmers, and freezing, change no result.
  mutator: { excludedMutations: ['StringLiteral'] },
  thresholds: { high: 95, low: 85, break: 85 },
  concurrency: 2,
  timeoutMS: 4000,
  reporters: ['clear-text', 'json', 'progress'],
  clearTextReporter: { logTests: false, allowColor: false, reportTests: false },
  jsonReporter: { fileName: process.env.MUTATE_REPORT ?? '.mutation/report.json' },
  tempDirName: '.mutation/work',
  checkers: [],
};
