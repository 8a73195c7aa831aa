// npm start: from a fresh clone to a running Cifra, in one command.
import { existsSync, mkdirSync, openSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { checkNode, ensureNpmPackages } from './lib/packages.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { findPort, startServer } from './lib/server.mjs';
import { fail, ROOT, step, Stop } from './lib/steps.mjs';

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

async function start() {
  checkNode();
  mkdirSync(FOLDER, { recursive: true });
  refuseSecond();
  await ensureNpmPackages();
  await ensureBuilt();
  let postgres;
  let server;
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    process.stdout.write('\nStopping … ');
    await server?.stop();
    await postgres?.stop();
    rmSync(RUNNING, { force: true });
    process.stdout.write('done.\n');
    process.exit();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  process.on('SIGHUP', stop);
  try {
    postgres = await step('Starting the database', () => startPostgres());
    await postgres.ensureDatabase('cifra');
    const port = await findPort(Number(process.env.PORT ?? DEFAULT_PORT));
    const demo = process.env.CIFRA_DEMO !== '0';
    server = await step('Starting the server', () =>
      startServer({
        databaseUrl: postgres.urlOf('cifra'),
        port,
        demo,
        logTo: openSync(join(FOLDER, 'server.log'), 'a'),
      }),
    );
    const url = `http://127.0.0.1:${port}`;
    writeFileSync(RUNNING, JSON.stringify({ pid: process.pid, url, databaseUrl: postgres.urlOf('cifra') }), {
      mode: 0o600,
    });
    process.stdout.write(`\nCifra is ready: ${url}\n(Ctrl+C stops it; the log is .cifra/server.log)\n`);
    const code = await server.ended;
    if (!stopping) throw new Stop(`The server ended by itself (${code}). See .cifra/server.log.`);
  } catch (e) {
    if (stopping) return;
    fail(e);
    await stop();
  }
}

start().catch(fail);
