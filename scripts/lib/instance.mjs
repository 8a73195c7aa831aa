// A Cifra of this folder: its database, its server, and an orderly end of both.
import { existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureNpmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { findPort, startServer } from './server.mjs';
import { fail, ROOT, step, Stop } from './steps.mjs';

const FOLDER = join(ROOT, '.cifra');
const RUNNING = join(FOLDER, 'running.json');
const DEFAULT_PORT = 4173;

const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    // No such process: what the file says is old.
    return false;
  }
};

function refuseSecond() {
  if (!existsSync(RUNNING)) return;
  const { pid, url } = JSON.parse(readFileSync(RUNNING, 'utf8'));
  if (alive(pid)) throw new Stop(`Cifra is running already: ${url}`);
}

/**
 * Runs until it is told to stop.
 * @param build makes what is run
 * @param watch whether the server starts anew when what it is compiled to changes
 * @param beside starts what runs beside the server, each in a process group of its own; @returns {url, children}
 */
export async function runInstance({ build, watch = false, beside = ({ url }) => ({ url, children: [] }) }) {
  checkNode();
  mkdirSync(FOLDER, { recursive: true });
  refuseSecond();
  await ensureNpmPackages();
  await build();
  let postgres;
  let server;
  let children = [];
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    process.stdout.write('\nStopping … ');
    for (const child of children.filter((c) => c.exitCode === null)) process.kill(-child.pid, 'SIGTERM');
    await server?.stop();
    await postgres?.stop();
    rmSync(RUNNING, { force: true });
    process.stdout.write('done.\n');
    process.exit();
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
  try {
    postgres = await step('Starting the database', () => startPostgres());
    await postgres.ensureDatabase('cifra');
    const databaseUrl = postgres.urlOf('cifra');
    const port = await findPort(Number(process.env.PORT ?? DEFAULT_PORT));
    const demo = process.env.CIFRA_DEMO !== '0';
    const logTo = openSync(join(FOLDER, 'server.log'), 'a');
    server = await step('Starting the server', () => startServer({ databaseUrl, port, demo, watch, logTo }));
    const started = beside({ url: `http://127.0.0.1:${port}`, port });
    children = started.children;
    writeFileSync(RUNNING, JSON.stringify({ pid: process.pid, url: started.url, databaseUrl }), { mode: 0o600 });
    process.stdout.write(`\nCifra is ready: ${started.url}\n(Ctrl+C stops it; the log is .cifra/server.log)\n`);
    const code = await server.ended;
    if (!stopping) throw new Stop(`The server ended by itself (${code}). See .cifra/server.log.`);
  } catch (e) {
    if (stopping) return;
    fail(e);
    await stop();
  }
}
