// npm run mutate: changes the core's theory, figures and parts in small ways and counts which changes a test notices.
// Names of groups as arguments run only those.
import { mkdirSync, readFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureNpmPackages } from './lib/packages.mjs';
import { fail, ROOT, Stop } from './lib/steps.mjs';

/** What is changed, and the tests that have to notice it: a subset of all, so that the share is a lower bound. */
const GROUPS = {
  theory: { mutate: ['rational', 'pitch', 'key', 'meter'], tests: ['rational', 'pitch', 'key', 'meter', 'score'] },
  fingering: { mutate: ['fingering'], tests: ['fingering', 'part/context'] },
  part: { mutate: ['part'], tests: ['part', 'instrument/instrument'] },
};
const WANTED_PERCENT = 85;
const NOTICED = new Set(['Killed', 'Timeout', 'RuntimeError', 'CompileError']);

async function mutate() {
  await ensureNpmPackages();
  mkdirSync(join(ROOT, '.mutation'), { recursive: true });
  const wanted = process.argv.slice(2);
  let noticed = 0;
  let all = 0;
  for (const [name, { mutate: folders, tests }] of Object.entries(GROUPS)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    const report = join(ROOT, `.mutation/${name}.json`);
    spawnSync(join(ROOT, 'node_modules/.bin/stryker'), ['run'], {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, MUTATE: folders.join(), MUTATE_TESTS: tests.join(), MUTATE_REPORT: report },
    });
    const { files } = JSON.parse(readFileSync(report, 'utf8'));
    const mutants = Object.values(files)
      .flatMap((f) => f.mutants)
      .filter((m) => m.status !== 'Ignored');
    const here = mutants.filter((m) => NOTICED.has(m.status)).length;
    process.stdout.write(
      `\n${name}: ${here} of ${mutants.length} noticed, ${((100 * here) / mutants.length).toFixed(1)} %\n`,
    );
    noticed += here;
    all += mutants.length;
  }
  const percent = (100 * noticed) / all;
  process.stdout.write(`\nall: ${noticed} of ${all} noticed, ${percent.toFixed(1)} %\n`);
  if (percent < WANTED_PERCENT) throw new Stop(`Fewer than ${WANTED_PERCENT} % of the changes were noticed.`);
}

mutate().catch(fail);
