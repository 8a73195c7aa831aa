import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { ROOT, run, Stop } from './steps.mjs';

const MAIN = join(ROOT, 'apps/server/dist/main.js');

const isFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.on('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });

/** The first free port from the one wished for. */
export async function findPort(wished) {
  for (let port = wished; port < wished + 50; port++) if (await isFree(port)) return port;
  throw new Stop(`No free port from ${wished} to ${wished + 49}. Set PORT to another one.`);
}

/** Migrates, loads the demo when asked for, and serves. @returns the child and a promise of its end */
export async function startServer({ databaseUrl, port, demo, watch = false, logTo = 'ignore', env = {} }) {
  const all = { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), CIFRA_DEMO: demo ? '1' : '0', ...env };
  await run('node', [join(ROOT, 'apps/server/dist/prepare.js')], { env: all });
  return watch ? serveWatching(all, logTo) : serve(all, logTo);
}

/**
 * Serves, and starts anew when what is compiled changes. Node.js keeps the server's word to itself: it is asked
 * instead.
 */
async function serveWatching(env, logTo) {
  const child = spawn('node', ['--watch', '--watch-preserve-output', MAIN], {
    cwd: ROOT,
    env,
    detached: true,
    stdio: ['ignore', logTo, logTo],
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const answers = () =>
    fetch(`http://127.0.0.1:${env.PORT}/health`).then(
      () => true,
      () => false,
    );
  while (!(await answers())) {
    if (child.exitCode !== null) throw new Stop('The server ended at once. See .cifra/server.log.');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return { child, ended, stop: () => endOf(child, ended) };
}

async function endOf(child, ended) {
  if (child.exitCode === null) {
    child.kill('SIGTERM');
    await ended;
  }
}

/** Serves from a database that is ready. @param env everything that the server is told */
export async function serve(env, logTo = 'ignore') {
  // Its own process group: the starter alone decides when it stops, so that requests in flight can end.
  const child = spawn('node', [MAIN], {
    cwd: ROOT,
    env,
    detached: true,
    stdio: ['ignore', logTo, 'pipe', 'ipc'],
  });
  let errors = '';
  child.stderr.on('data', (chunk) => {
    errors = (errors + chunk).slice(-4000);
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  await Promise.race([
    new Promise((resolve) => child.on('message', (m) => m === 'listening' && resolve())),
    ended.then(() => {
      throw new Stop(`The server ended at once:\n${errors}`);
    }),
  ]);
  return {
    child,
    ended,
    errors: () => errors,
    stop: () => endOf(child, ended),
  };
}
