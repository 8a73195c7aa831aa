// npm run dev: Cifra for those who change it. What is saved in an editor is compiled; the server starts anew and the
// browser reloads by themselves.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { buildPackages, TSC } from './lib/build.mjs';
import { runInstance } from './lib/instance.mjs';
import { findPort } from './lib/server.mjs';
import { fail, ROOT } from './lib/steps.mjs';

const WEB = join(ROOT, 'apps/web');
const webPort = await findPort(5173);

/** In a process group of its own, so that what it starts ends with it. */
const watcher = (program, args, options) =>
  spawn(process.execPath, [program, ...args], { stdio: 'inherit', detached: true, ...options });

const beside = ({ port }) => ({
  url: `http://127.0.0.1:${webPort}`,
  children: [
    watcher(TSC, ['-b', '--watch', '--preserveWatchOutput'], { cwd: ROOT }),
    watcher(join(WEB, 'node_modules/vite/bin/vite.js'), ['--port', String(webPort), '--strictPort'], {
      cwd: WEB,
      env: { ...process.env, API_PORT: String(port) },
    }),
  ],
});

runInstance({ build: buildPackages, watch: true, beside }).catch(fail);
