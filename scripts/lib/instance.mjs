// A Cifra of this folder: its database and its server, kept running, and an orderly end of both.
import { Kept } from './keep.mjs';
import { checkNode, ensureNpmPackages } from './packages.mjs';
import { startPostgres } from './postgres.mjs';
import { FOLDER, forgetRunning, holdFolder, writeRunning } from './running.mjs';
import { findPort, prepare, serve, serveWatching } from './server.mjs';
import { fail, step, Stop } from './steps.mjs';

const DEFAULT_PORT = 4173;
const LOG_FILES = 5;
const LOOPBACK = /^(localhost|127\.\d+\.\d+\.\d+|::1)$/;

/** Where the server listens, and as whom. @throws Stop for a port that is none */
async function listening({ PORT, HOST = '127.0.0.1', CIFRA_TLS, CIFRA_DEMO }) {
  const wished = PORT === undefined || PORT === '' ? DEFAULT_PORT : Number(PORT);
  if (!Number.isInteger(wished) || wished < 1 || wished > 65_535)
    throw new Stop(`PORT is “${PORT}”. Set it to a whole number from 1 to 65535.`);
  const port = await findPort(wished, HOST);
  const name = /^(0\.0\.0\.0|::)$/.test(HOST) ? '127.0.0.1' : HOST.includes(':') ? `[${HOST}]` : HOST;
  // Where others can reach it, nobody gets in by one button unless somebody said so.
  const isOpen = !LOOPBACK.test(HOST) || CIFRA_TLS === '1';
  return { port, url: `http://${name}:${port}`, demo: CIFRA_DEMO === undefined ? !isOpen : CIFRA_DEMO === '1' };
}

/** The server's log: its own alone to read, and begun anew before it fills the disk. */
async function openLog() {
  const { createStream } = await import('rotating-file-stream');
  return createStream('server.log', { path: FOLDER, size: '10M', maxFiles: LOG_FILES, mode: 0o600 });
}

/**
 * Runs until it is told to stop.
 * @param build makes what is run
 * @param watch whether the server starts anew when what it is compiled to changes
 * @param beside starts what runs beside the server, each in a process group of its own; @returns {url, children}
 */
export async function runInstance({ build, watch = false, beside = ({ url }) => ({ url, children: [] }) }) {
  checkNode();
  await holdFolder();
  forgetRunning();
  await ensureNpmPackages();
  await build();
  const log = await openLog();
  const say = (words) => {
    process.stdout.write(`${new Date().toTimeString().slice(0, 8)} ${words}\n`);
    log.write(`${JSON.stringify({ time: Date.now(), msg: words })}\n`);
  };
  let database;
  let server;
  let children = [];
  let stopping = false;
  const stop = async () => {
    if (stopping) return;
    stopping = true;
    process.stdout.write('\nStopping … ');
    for (const child of children.filter((c) => c.exitCode === null)) process.kill(-child.pid, 'SIGTERM');
    await server?.stop();
    await database?.stop();
    forgetRunning();
    process.stdout.write('done.\n');
    process.exit();
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, stop);
  try {
    const { port, url, demo } = await listening(process.env);
    let databasePort;
    database = new Kept('The database', () => startPostgres({ port: databasePort }), say);
    const postgres = await step('Starting the database', () => database.begin());
    // Whoever is connected finds it again where it was.
    databasePort = postgres.port;
    await postgres.ensureDatabase('cifra');
    const databaseUrl = postgres.urlOf('cifra');
    const env = { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), CIFRA_DEMO: demo ? '1' : '0' };
    server = new Kept('The server', () => (watch ? serveWatching(env, log) : serve(env, log)), say);
    await step('Starting the server', async () => {
      await prepare(env);
      await server.begin();
    });
    const started = beside({ url, port });
    children = started.children;
    writeRunning({ pid: process.pid, url: started.url, databaseUrl });
    process.stdout.write(`\nCifra is ready: ${started.url}\n(Ctrl+C stops it; the log is .cifra/server.log)\n`);
  } catch (e) {
    if (stopping) return;
    fail(e);
    await stop();
  }
}
