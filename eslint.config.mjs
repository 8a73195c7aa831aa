import js from '@eslint/js';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

/** Imports run one way: each layer may use only what stands before it. */
const LAYERS = [
  ['problem', []],
  ['school', []],
  ['rational', []],
  ['pitch', []],
  ['key', ['pitch', 'school']],
  ['meter', ['rational', 'school']],
  ['score', ['rational', 'pitch', 'key', 'meter', 'problem', 'school']],
  ['fingering', ['pitch', 'school']],
  ['figures', ['fingering']],
  ['instrument', ['pitch', 'key', 'fingering', 'school']],
  ['exercise', ['rational', 'pitch', 'key', 'meter', 'problem', 'score', 'instrument']],
  ['edit', ['rational', 'pitch', 'key', 'meter', 'problem', 'score', 'exercise']],
  [
    'part',
    [
      'rational',
      'pitch',
      'key',
      'meter',
      'problem',
      'school',
      'score',
      'fingering',
      'instrument',
      'exercise',
    ],
  ],
  ['performance', ['rational', 'pitch', 'key', 'meter', 'score', 'exercise', 'random']],
  ['trouble', ['performance', 'rational', 'pitch', 'score', 'exercise', 'fingering', 'instrument', 'part']],
  [
    'page',
    [
      'performance',
      'pitch',
      'key',
      'meter',
      'rational',
      'school',
      'score',
      'fingering',
      'instrument',
      'exercise',
      'part',
      'trouble',
      'reading',
    ],
  ],
  ['reading', ['performance', 'rational', 'pitch', 'key', 'meter', 'score', 'instrument', 'exercise']],
  [
    'fit',
    [
      'rational',
      'pitch',
      'key',
      'meter',
      'school',
      'score',
      'fingering',
      'instrument',
      'exercise',
      'part',
      'performance',
      'trouble',
      'reading',
      'page',
    ],
  ],
  ['random', []],
  ['practice', ['instrument']],
  ['plan', ['pitch', 'score', 'instrument', 'exercise', 'part', 'page', 'trouble', 'practice']],
  [
    'listen',
    ['random', 'rational', 'pitch', 'key', 'meter', 'score', 'fingering', 'instrument', 'part', 'performance'],
  ],
  [
    'drill',
    [
      'random',
      'rational',
      'pitch',
      'key',
      'meter',
      'school',
      'score',
      'fingering',
      'instrument',
      'exercise',
      'part',
      'performance',
      'listen',
    ],
  ],
  [
    'proof',
    [
      'performance',
      'reading',
      'rational',
      'pitch',
      'key',
      'meter',
      'problem',
      'school',
      'score',
      'instrument',
      'exercise',
      'edit',
      'part',
    ],
  ],
];
const core = './packages/core/src';
const coreZones = LAYERS.map(([layer, may]) => ({
  target: `${core}/${layer}`,
  from: core,
  except: [layer, ...may].map((l) => `./${l}`),
  message: `${layer} may use only: ${may.join(', ') || 'nothing'}.`,
}));
const zone = (target, from) => ({ target, from, message: `${target} may not use ${from}.` });

export default ts.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.cifra/**',
      'coverage/**',
      'apps/server/drizzle/**',
      'test-results/**',
      '.mutation/**',
    ],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver': { node: { extensions: ['.ts', '.tsx', '.js'] } } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'error',
      'no-control-regex': 'off',
      'import-x/no-default-export': 'error',
      'import-x/no-restricted-paths': [
        'error',
        {
          zones: [
            ...coreZones,
            zone('./packages/xml', './packages/core'),
            zone('./packages/core', './packages/xml'),
            zone('./packages/formats', './packages/engrave'),
            zone('./packages/engrave', './packages/formats'),
            zone('./packages', './apps'),
            zone('./apps/web', './apps/server'),
            zone('./apps/server', './apps/web'),
          ],
        },
      ],
      'no-restricted-syntax': ['error', { selector: 'ExportAllDeclaration', message: 'Name what is exported.' }],
    },
  },
  {
    // Packages are reached by their public index only, and in one direction.
    files: ['packages/core/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/*'] }] },
  },
  { files: ['packages/xml/**'], rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/*'] }] } },
  {
    files: ['packages/formats/**', 'packages/engrave/**'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['@cifra/contract', '@cifra/server', '@cifra/web', '@cifra/*/src/*'] },
      ],
    },
  },
  {
    files: ['packages/formats/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/engrave', '@cifra/contract'] }] },
  },
  {
    files: ['packages/engrave/src/**'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/formats', '@cifra/contract'] }] },
  },
  {
    files: ['packages/contract/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/formats', '@cifra/engrave'] }] },
  },
  {
    files: ['apps/web/**'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      'react-hooks/refs': 'off',
      'react-hooks/set-state-in-effect': 'off',
      'no-restricted-imports': ['error', { paths: ['@cifra/formats'], patterns: ['@cifra/server'] }],
    },
  },
  // Reading what somebody else wrote is heavy: only workers do it.
  {
    files: ['apps/web/src/**/*Worker.ts'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/server'] }] },
  },
  {
    files: ['**/*.config.{ts,mjs}', 'scripts/**', 'apps/server/src/worker/musicWorker.ts', '**/*.d.ts', 'e2e/*.ts'],
    rules: { 'import-x/no-default-export': 'off' },
  },
  // A test may look at what its subject serves.
  { files: ['**/*.test.ts', '**/testing/**'], rules: { 'import-x/no-restricted-paths': 'off' } },
  {
    files: ['*.cjs'],
    languageOptions: { globals: { require: 'readonly', __dirname: 'readonly' } },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },

  { files: ['scripts/**/*.cjs'], languageOptions: { globals: { globalThis: 'writable' } } },
  {
    files: ['scripts/bench/typing.mjs', 'scripts/bench/playing.mjs'],
    languageOptions: {
      globals: {
        window: 'readonly',
        document: 'readonly',
        MutationObserver: 'readonly',
        MessageChannel: 'readonly',
        requestAnimationFrame: 'readonly',
      },
    },
  },
  {
    files: ['scripts/**', '*.mjs', '*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        fetch: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
        module: 'writable',
      },
    },
  },
);
