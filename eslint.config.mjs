import js from '@eslint/js';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';
import { readRooms, roomFaults, roomZones } from './scripts/lib/rooms.mjs';

/** Imports run one way: the tables of docs/architecture.md say which room may use which. */
const rooms = readRooms();
const faults = roomFaults(rooms);
if (rooms.length === 0 || faults.length > 0)
  throw new Error(`docs/architecture.md: ${faults.join('; ') || 'no rooms'}`);
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
            ...roomZones(rooms),
            zone('./packages/xml', './packages/core'),
            zone('./packages/core', './packages/xml'),
            zone('./packages/formats', './packages/engrave'),
            zone('./packages/engrave', './packages/formats'),
            zone('./packages/scan', './packages/engrave'),
            zone('./packages', './apps'),
            zone('./apps/web', './apps/server'),
            zone('./apps/server', './apps/web'),
          ],
        },
      ],
      'no-restricted-syntax': ['error', { selector: 'ExportAllDeclaration', message: 'Name what is exported.' }],
      // A sentence is not broken for its length: it could not be found any more.
      'max-len': [
        'error',
        { code: 120, ignoreStrings: true, ignoreTemplateLiterals: true, ignoreRegExpLiterals: true },
      ],
      'max-lines': ['error', 300],
    },
  },
  {
    // Packages are reached by their public index only, and in one direction.
    files: ['packages/core/**'],
    rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/*'] }] },
  },
  { files: ['packages/xml/**'], rules: { 'no-restricted-imports': ['error', { patterns: ['@cifra/*'] }] } },
  {
    files: ['packages/formats/**', 'packages/engrave/**', 'packages/scan/**'],
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
  // What is looked up, not read.
  { files: ['**/*.data.ts', 'packages/core/src/index.ts'], rules: { 'max-len': 'off', 'max-lines': 'off' } },
  // A test may look at what its subject serves.
  { files: ['**/*.test.ts', '**/testing/**'], rules: { 'import-x/no-restricted-paths': 'off' } },
  {
    files: ['*.cjs'],
    languageOptions: { globals: { require: 'readonly', __dirname: 'readonly' } },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },

  {
    files: ['scripts/**/*.cjs'],
    languageOptions: { globals: { globalThis: 'writable', require: 'readonly' } },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
  {
    files: [
      'scripts/bench/{typing,parts,playing,scanning}.mjs',
      'scripts/bench/scanning/*.mjs',
      'scripts/reader/*.mjs',
      'scripts/firefox.mjs',
    ],
    languageOptions: {
      globals: {
        window: 'readonly',
        document: 'readonly',
        FontFace: 'readonly',
        NodeFilter: 'readonly',
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
        AbortController: 'readonly',
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
