import { spawn } from 'node:child_process';
import { chmodSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { findPort } from '../lib/server.mjs';
import { ROOT } from '../lib/steps.mjs';
import { clientOf, FIRST_PORT, healthy, people } from './world.mjs';

const TIMES = 20;
const BETWEEN_MS = 3000;

/**
 * Cifra as a school runs it, its database killed under people at work: the starter brings it back by itself.
 * @returns how long each time took, and what people wrote
 */
export async function starterTrial(folder) {
  const home = join(folder, 'home');
  mkdirSync(home);
  chmodSync(home, 0o755);
  const port = await findPort(FIRST_PORT);
  const child = spawn('node', [join(ROOT, 'scripts/start.mjs')], {
    env: {
      ...process.env,
      CIFRA_FOLDER: home,
      PORT: String(port),
      CIFRA_LINK_REQUESTS: '1000000',
      LOG_LEVEL: 'silent',
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (said += chunk));
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const at = { base: `http://127.0.0.1:${port}`, lastWords: () => said };
  try {
    await healthy(at, 120);
    const writers = await people(at.base);
    writers.start();
    const back = [];
    for (let i = 0; i < TIMES; i++) {
      await pause(BETWEEN_MS);
      process.kill(Number.parseInt(readFileSync(join(home, 'postgres/postmaster.pid'), 'utf8'), 10), 'SIGKILL');
      const start = Date.now();
      // What is connected hears of it at once; only then it can be back.
      await pause(200);
      await healthy(at);
      back.push(Date.now() - start);
    }
    await writers.stop();
    const { databaseUrl } = JSON.parse(readFileSync(join(home, 'running.json'), 'utf8'));
    const client = await clientOf(databaseUrl);
    const seen = await writers.check(client);
    await client.end();
    return { back, seen, counts: writers.counts };
  } finally {
    child.kill('SIGTERM');
    await ended;
  }
}
