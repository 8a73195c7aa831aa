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

/** Runs a command to its end; what it printed is kept and shown when it fails. */
export function run(command, args, options = {}) {
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
        : reject(new Stop(`${command} ${args.join(' ')} ended with ${code}\n${output.slice(-6000)}`)),
    );
  });
}

export const isRoot = () => process.getuid?.() === 0;

/** Ends a script with its message and without a stack, unless it is a bug. */
export function fail(error) {
  process.stderr.write(`\n${error instanceof Stop ? error.message : (error?.stack ?? error)}\n`);
  process.exitCode = 1;
}
