// The folder of a Cifra: who runs from it, and where it answers.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { ROOT, Stop } from './steps.mjs';

export const FOLDER = resolve(process.env.CIFRA_FOLDER ?? join(ROOT, '.cifra'));
const RUNNING = join(FOLDER, 'running.json');
const HELD = 75;

/**
 * Holds the folder for this process alone, as long as it lives: the lock is the kernel's, so that none is left behind
 * by a process that was killed or a machine that lost its power.
 * @throws Stop where another one holds it
 */
export async function holdFolder() {
  mkdirSync(FOLDER, { recursive: true });
  // Held by a program that waits for words from here: it ends with this process, whatever ends that.
  const args = ['--nonblock', '--conflict-exit-code', String(HELD), join(FOLDER, 'lock'), 'cat'];
  const holder = spawn('flock', args, { detached: true, stdio: ['pipe', 'pipe', 'pipe'] });
  holder.stdin.on('error', () => undefined);
  let words = '';
  holder.stderr.on('data', (chunk) => (words += chunk));
  await new Promise((resolve, reject) => {
    holder.once('error', () => reject(new Stop('flock is missing. Install it: apt-get install util-linux')));
    holder.stdout.once('data', resolve);
    holder.once('close', (code) => {
      const running = readRunning();
      reject(
        new Stop(
          code === HELD
            ? `Cifra is running already${running === undefined ? ', or just starting' : `: ${running.url}`}`
            : `This folder cannot be held: ${words.trim()}`,
        ),
      );
    });
    holder.stdin.write('held\n');
  });
  for (const part of [holder, holder.stdin, holder.stdout, holder.stderr]) part.unref();
}

/** Writes down where the one that runs answers. */
export const writeRunning = (running) => writeFileSync(RUNNING, JSON.stringify(running), { mode: 0o600 });
export const forgetRunning = () => rmSync(RUNNING, { force: true });

/** Where the Cifra of this folder answers; undefined where none was written down, or only half of it. */
export function readRunning() {
  try {
    const { pid, url, databaseUrl } = JSON.parse(readFileSync(RUNNING, 'utf8'));
    return typeof url === 'string' && typeof databaseUrl === 'string' ? { pid, url, databaseUrl } : undefined;
  } catch {
    return undefined;
  }
}
