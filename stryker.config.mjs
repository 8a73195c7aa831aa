// Set by scripts/mutate.mjs, which runs this for one group of folders after the other.
const folders = (process.env.MUTATE ?? 'rational').split(',');

export default {
  testRunner: 'jest',
  jest: { projectType: 'custom', configFile: 'jest.mutate.cjs' },
  // Figures are worked out once and kept: which test comes first says nothing of which tests depend on a line.
  coverageAnalysis: 'all',
  mutate: [
    ...folders.map((f) => `packages/core/src/${f}/**/*.ts`),
    '!**/*.test.ts',
    // The woodwinds' figures are text, one string each: their laws stand in woodwind.test.ts.
    '!packages/core/src/fingering/woodwind/*.data.ts',
  ],
  concurrency: 2,
  timeoutMS: 4000,
  reporters: ['json', 'progress'],
  jsonReporter: { fileName: process.env.MUTATE_REPORT ?? '.mutation/report.json' },
  tempDirName: '.mutation/work',
};
