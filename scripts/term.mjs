// npm run term -- file.zip [day] [seed]: an invented term of a class of thirty, to be brought in under Class, What is
// kept.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { fail, ROOT } from './lib/steps.mjs';

try {
  await ensureBuilt();
  const child = spawn('node', [join(ROOT, 'apps/server/dist/makeTerm.js'), ...process.argv.slice(2)], {
    stdio: 'inherit',
  });
  child.on('exit', (code) => {
    process.exitCode = code ?? 1;
  });
} catch (e) {
  fail(e);
}
