import { spawn } from 'node:child_process';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { ROOT, run, Stop } from './steps.mjs';

const MAIN = join(ROOT, 'apps/server/dist/main.js');

/** Why an address cannot be listened on; undefined where it can. */
const whyNot = (port, host) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.on('error', resolve);
    probe.listen(port, host, () => probe.close(() => resolve(undefined)));
  });

/** The first free port from the one wished for. @throws Stop where nobody can listen there, in the server's words */
export async function findPort(wished, host = '127.0.0.1') {
  for (let port = wished; port < wished + 50 && port < 65_536; port++) {
    const error = await whyNot(port, host);
    if (error === undefined) return port;
    if (error.code !== 'EADDRINUSE') {
      const { startRefusal } = await import(join(ROOT, 'apps/server/dist/startRefusal.js'));
      throw new Stop(startRefusal(error));
    }
  }
  throw new Stop(`No free port from ${wished} to ${wished + 49}. Set PORT to another one.`);
}

/** Brings the database up to date, and loads the demo when asked for. @param env everything that the server is told */
export async function prepare(env) {
  // Its own last words are the sentence.
  await run('node', [join(ROOT, 'apps/server/dist/prepare.js')], { env, words: (said) => said });
}

/** Prepares and serves. @returns the child and a promise of its end */
export async function startServer({ databaseUrl, port, demo, log, env = {} }) {
  const all = { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), CIFRA_DEMO: demo ? '1' : '0', ...env };
  await prepare(all);
  return serve(all, log);
}

/** How a process ends, in words. */
const endOf = (child) =>
  new Promise((resolve) => child.once('exit', (code, signal) => resolve(signal ?? `exit code ${code}`)));

async function stop(child, ended) {
  if (child.exitCode !== null || child.signalCode !== null) return;
  child.kill('SIGTERM');
  await ended;
}

/** Its own process group: the starter alone decides when it stops, so that requests in flight can end. */
function spawnServer(args, env, log, stdio) {
  const child = spawn('node', args, { cwd: ROOT, env, detached: true, stdio });
  if (log !== undefined) for (const stream of [child.stdout, child.stderr]) stream.pipe(log, { end: false });
  // What nobody wants is read all the same: a full pipe would hold the server.
  else child.stdout.resume();
  return child;
}

/**
 * Serves, and starts anew when what is compiled changes. Node.js keeps the server's word to itself: it is asked
 * instead.
 */
export async function serveWatching(env, log) {
  const child = spawnServer(['--watch', '--watch-preserve-output', MAIN], env, log, ['ignore', 'pipe', 'pipe']);
  const ended = endOf(child);
  const answers = () =>
    fetch(`http://127.0.0.1:${env.PORT}/health`).then(
      () => true,
      () => false,
    );
  while (!(await answers())) {
    if (child.exitCode !== null) throw new Stop('The server ended at once. See .cifra/server.log.');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return { child, ended, stop: () => stop(child, ended) };
}

/** Serves from a database that is ready. @param env everything that the server is told; @param log a stream, or none */
export async function serve(env, log) {
  const child = spawnServer([MAIN], env, log, ['ignore', 'pipe', 'pipe', 'ipc']);
  let errors = '';
  child.stderr.on('data', (chunk) => {
    errors = (errors + chunk).slice(-4000);
  });
  const ended = endOf(child);
  await Promise.race([
    new Promise((resolve) => child.on('message', (m) => m === 'listening' && resolve())),
    ended.then((how) => {
      throw new Stop(errors.trim() === '' ? `The server ended at once (${how}).` : errors.trim());
    }),
  ]);
  return { child, ended, errors: () => errors, stop: () => stop(child, ended) };
}
