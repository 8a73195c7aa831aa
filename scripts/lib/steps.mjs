import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

/** A sentence for the person at the terminal; no stack is shown for it. */
export class Stop extends Error {}

/** Runs a step and says how long it took. */
export async function step(words, run) {
  const start = Date.now();
  process.stdout.write(`${words} … `);
  if (!process.stdout.isTTY) process.stdout.write('\n');
  const value = await run();
  process.stdout.write(
    `${process.stdout.isTTY ? '' : `${words}: `}done in ${((Date.now() - start) / 1000).toFixed(1)} s\n`,
  );
  return value;
}

/**
 * Runs a command to its end; what it printed is kept and shown when it fails.
 * @param words what is said instead, made of what it printed
 */
export function run(command, args, { words = () => undefined, ...options } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'], ...options });
    let output = '';
    const keep = (chunk) => {
      output = (output + chunk).slice(-40000);
    };
    child.stdout?.on('data', keep);
    child.stderr?.on('data', keep);
    child.on('error', (e) => reject(new Stop(`${command} could not be started: ${e.message}`)));
    child.on('close', (code) =>
      code === 0
        ? resolve(output)
        : reject(
            new Stop(words(output.trim()) ?? `${command} ${args.join(' ')} ended with ${code}\n${output.slice(-6000)}`),
          ),
    );
  });
}

export const isRoot = () => process.getuid?.() === 0;

/** What the system says of a file or a folder, in a sentence that says what to do. */
const OF_A_FILE = {
  EACCES: (path) => `This user may not write ${path}. Start Cifra as the user whose folder it is.`,
  EPERM: (path) => `This user may not change ${path}. Start Cifra as the user whose folder it is.`,
  EROFS: (path) => `${path} is on a disk that is read only. Put Cifra's folder where it can be written.`,
  ENOSPC: (path) => `The disk is full: ${path} cannot be written. Make room, then start again.`,
  EEXIST: (path) => `${path} is in the way: move it away, then start again.`,
  ENOTDIR: (path) => `${path} is in the way: it should be a folder. Move it away, then start again.`,
  EISDIR: (path) => `${path} is in the way: it should be a file. Move it away, then start again.`,
};

/** What went wrong, for the person at the terminal; with its stack where it is a bug. */
export const wordsOf = (error) =>
  error instanceof Stop
    ? error.message
    : (error?.path !== undefined && OF_A_FILE[error.code]?.(error.path)) || (error?.stack ?? String(error));

/** Ends a script with its message and without a stack, unless it is a bug. */
export function fail(error) {
  process.stderr.write(`\n${wordsOf(error)}\n`);
  process.exitCode = 1;
}
