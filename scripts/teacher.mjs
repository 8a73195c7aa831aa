// npm run teacher -- e-mail name: adds a teacher while Cifra runs; asks for the password.
// npm run teacher -- let-in e-mail: lets in who is locked out by wrong passwords.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { readRunning } from './lib/running.mjs';
import { fail, ROOT, Stop } from './lib/steps.mjs';

try {
  const databaseUrl = process.env.DATABASE_URL ?? readRunning()?.databaseUrl;
  if (databaseUrl === undefined)
    throw new Stop('Start Cifra first with npm start, then add the teacher from a second terminal.');
  if (process.stdin.isTTY && process.argv[2] !== 'let-in')
    process.stdout.write('Password (at least 10 characters), then Enter and Ctrl+D: ');
  const child = spawn('node', [join(ROOT, 'apps/server/dist/addTeacher.js'), ...process.argv.slice(2)], {
    stdio: 'inherit',
    env: { ...process.env, DATABASE_URL: databaseUrl },
  });
  child.on('exit', (code) => {
    process.exitCode = code ?? 1;
  });
} catch (e) {
  fail(e);
}
