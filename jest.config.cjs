const { existsSync, readdirSync } = require('node:fs');
const { join } = require('node:path');

/** ES-module packages that the tests load are turned into CommonJS like our own code. */
const ESM_PACKAGES = ['@tonaljs', 'comlink', 'pitchy', 'uuid'].join('|');

const project = (folder) => ({
  displayName: folder.split('/').pop(),
  rootDir: join(__dirname, folder),
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  setupFiles: [join(__dirname, 'packages/core/src/testing/seeded.ts')],
  transform: {
    '^.+\\.(t|j|mj)sx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true, decorators: true },
          transform: { legacyDecorator: true, decoratorMetadata: true, react: { runtime: 'automatic' } },
        },
        module: { type: 'commonjs', ignoreDynamic: true },
      },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${ESM_PACKAGES})/)`],
  moduleNameMapper: {
    '^@cifra/formats/write$': join(__dirname, 'packages/formats/src/write.ts'),
    '^@cifra/formats/assemble$': join(__dirname, 'packages/formats/src/assemble.ts'),
    '^@cifra/contract/words$': join(__dirname, 'packages/contract/src/words.ts'),
    '^@cifra/(core|xml|formats|engrave|contract|scan)/testing$': join(__dirname, 'packages/$1/src/testing/index.ts'),
    '^@cifra/(core|xml|formats|engrave|contract|scan)$': join(__dirname, 'packages/$1/src/index.ts'),
  },
});

const folders = ['packages', 'apps'].flatMap((top) =>
  readdirSync(join(__dirname, top)).map((name) => `${top}/${name}`),
);

module.exports = {
  // A busy machine is slow, which is no fault: only what hangs is ended.
  testTimeout: 180_000,
  projects: folders.filter((f) => existsSync(join(__dirname, f, 'src'))).map(project),
};
