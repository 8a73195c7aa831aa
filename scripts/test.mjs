// npm test: every check on a fresh machine, in one command. `npm test -- unit link.test` or `npm test -- e2e -g "two
// windows"` runs one of its phases, with the rest of the line handed to Jest or Playwright.
import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BROWSER_PACKAGE } from './lib/browser.mjs';
import { buildPackages, buildWeb, checkTypes } from './lib/build.mjs';
import { checkNode, ensureNpmPackages, ensurePrograms } from './lib/packages.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { findPort, startServer } from './lib/server.mjs';
import { fail, ROOT, Stop } from './lib/steps.mjs';

const PROGRAMS = [
  [BROWSER_PACKAGE, BROWSER_PACKAGE],
  ['pdftotext', 'poppler-utils'],
  ['xmllint', 'libxml2-utils'],
  ['abc2midi', 'abcmidi'],
];
const E2E_PORT = 4310;
const PHASES = ['check', 'unit', 'e2e'];
const [asked, ...rest] = process.argv.slice(2);
if (asked !== undefined && !PHASES.includes(asked)) {
  fail(new Stop(`There is no phase ${asked}: say one of ${PHASES.join(', ')}, or none for all of them.`));
  process.exit();
}
const runs = (phase) => asked === undefined || asked === phase;
const results = join(ROOT, 'test-results');

/** Who ends this early ends what it runs, and nothing more is begun; the database is stopped on the way out. */
const running = new Set();
let isEnded = false;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => {
    isEnded = true;
    for (const child of running) child.kill('SIGTERM');
  });

/** Runs a program to its end, its words on the terminal. @returns whether it ended well */
function show(command, args, env = {}) {
  if (isEnded) return Promise.resolve(false);
  process.stdout.write(`\n> ${command} ${args.join(' ')}\n`);
  const start = Date.now();
  return new Promise((resolve) => {
    const child = spawn(join(ROOT, 'node_modules/.bin', command), args, {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, ...env },
    });
    running.add(child);
    child.on('exit', (code) => {
      running.delete(child);
      process.stdout.write(`\n> ${command}: ${((Date.now() - start) / 1000).toFixed(0)} s\n`);
      resolve(code === 0);
    });
    child.on('error', () => resolve(false));
  });
}

const counts = { passed: 0, failed: 0 };
const count = (ok) => {
  counts[ok ? 'passed' : 'failed'] += 1;
};
/** Adds a runner's own counts; a report that is missing or empty, and a runner that failed besides, are failures. */
function add(ok, read) {
  try {
    const { passed, failed } = read();
    counts.passed += passed;
    counts.failed += failed;
    if (passed + failed === 0 || (!ok && failed === 0)) counts.failed += 1;
  } catch (e) {
    process.stdout.write(`no report: ${e.message}\n`);
    counts.failed += 1;
  }
}
const report = (name) => JSON.parse(readFileSync(join(results, name), 'utf8'));

async function unit(postgres) {
  const json = ['--json', `--outputFile=${join(results, 'unit.json')}`];
  const ok = await show('jest', ['--silent', '--maxWorkers=100%', ...json, ...rest], {
    TEST_DATABASE_URL: postgres.urlOf('postgres'),
  });
  add(ok, () => {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = report('unit.json');
    return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites) };
  });
}

async function e2e(postgres) {
  await postgres.ensureDatabase('e2e');
  const port = await findPort(E2E_PORT);
  const server = await startServer({ databaseUrl: postgres.urlOf('e2e'), port, demo: true });
  const ok = await show('playwright', ['test', ...rest], {
    BASE_URL: `http://127.0.0.1:${port}`,
    DATABASE_URL: postgres.urlOf('e2e'),
    SERVER_PID: String(server.child.pid),
  });
  await server.stop();
  add(ok, () => {
    const { stats } = report('e2e.json');
    return { passed: stats.expected, failed: stats.unexpected + stats.flaky };
  });
}

async function test() {
  checkNode();
  await ensureNpmPackages();
  await ensurePrograms(PROGRAMS);
  rmSync(results, { recursive: true, force: true });
  mkdirSync(results, { recursive: true });
  await buildPackages();
  // Lint is slow and works on one core: what else is to be made ready, and the unit tests, go on beside it.
  const lint = runs('check') ? show('eslint', ['.', '--cache', '--max-warnings', '0']) : undefined;
  if (runs('check')) {
    count(await checkTypes());
    count(await show('prettier', ['--check', '.', '--cache', '--log-level', 'warn']));
  }
  if (runs('e2e')) await buildWeb();
  if (asked === 'check') return count(await lint);
  const folder = mkdtempSync(join(tmpdir(), 'cifra-test-'));
  const postgres = await startPostgres({ folder: join(folder, 'data'), throwaway: true });
  try {
    if (runs('unit')) await unit(postgres);
    if (runs('check')) count(await lint);
    if (runs('e2e')) await e2e(postgres);
  } finally {
    await postgres.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

test()
  .catch((e) => {
    fail(e);
    counts.failed += 1;
  })
  .finally(() => {
    process.stdout.write(`\n${counts.passed} passed, ${counts.failed} failed\n`);
    process.exitCode = counts.failed === 0 && counts.passed > 0 ? 0 : 1;
  });
