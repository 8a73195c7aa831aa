import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/*
 * Cifra in a cupboard: started by its own starter, killed in parts, and started where it cannot be. Every start that
 * cannot succeed ends in one sentence.
 */

const STARTER = join(__dirname, '../../../../scripts/lib');
const LINES = `import { runInstance } from '${STARTER}/instance.mjs';
import { fail } from '${STARTER}/steps.mjs';
runInstance({ build: async () => {} }).catch(fail);`;
const PORT = 4750;

const world = mkdtempSync(join(tmpdir(), 'cifra-starter-'));
// The database runs as an account of its own, which has to reach its folder.
chmodSync(world, 0o755);
const folder = join(world, 'home');
const data = join(folder, 'postgres');

interface Run {
  readonly child: ChildProcess;
  readonly said: () => string;
  readonly ended: Promise<number | null>;
}
const left: Run[] = [];
function start(env: Record<string, string> = {}): Run {
  const child = spawn('node', ['--input-type=module', '-e', LINES], {
    env: { ...process.env, CIFRA_FOLDER: folder, PORT: String(PORT), CIFRA_DEMO: undefined, HOST: undefined, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (c: Buffer) => (said += c.toString()));
  const ended = new Promise<number | null>((resolve) => child.once('close', (code) => resolve(code)));
  const run = { child, said: () => said, ended };
  left.push(run);
  return run;
}
async function until(holds: () => boolean | Promise<boolean>, words: () => string, ms = 60_000): Promise<void> {
  for (const end = Date.now() + ms; Date.now() < end;) {
    if (await holds()) return;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`not within ${ms} ms:\n${words()}`);
}
const ready = (run: Run): Promise<void> => until(() => run.said().includes('Cifra is ready'), run.said);
async function stop({ child, ended }: Run): Promise<number | null> {
  child.kill('SIGTERM');
  return ended;
}
/** What a start that cannot succeed says at its end. */
async function refusal(env: Record<string, string> = {}): Promise<string> {
  const run = start(env);
  const before = Date.now();
  expect(await run.ended).toBe(1);
  expect(Date.now() - before).toBeLessThan(20_000);
  expect(run.said()).not.toMatch(/\n {4}at /);
  return run.said();
}
const health = (): Promise<number> =>
  fetch(`http://127.0.0.1:${PORT}/health`).then(
    (r) => r.status,
    () => 0,
  );
const databasePid = (): number => Number.parseInt(readFileSync(join(data, 'postmaster.pid'), 'utf8'), 10);
const isThere = (pid: number): boolean => existsSync(`/proc/${pid}`);

afterAll(async () => {
  await Promise.all(left.filter((r) => r.child.exitCode === null).map(stop));
  rmSync(world, { recursive: true, force: true });
});

// One that failed leaves the folder to the next.
afterEach(async () => {
  await Promise.all(left.filter((r) => r.child.exitCode === null && r.child.signalCode === null).map(stop));
});

it('starts once, whoever starts at the same moment, and says where it runs', async () => {
  // A lost power left a database that was just being set up: it is thrown away.
  const half = join(folder, 'postgres.making');
  mkdirSync(join(half, 'base'), { recursive: true });
  chmodSync(folder, 0o755);
  const [one, two] = [start(), start()];
  await Promise.race([ready(one), ready(two)]);
  const [runs, other] = one.said().includes('Cifra is ready') ? [one, two] : [two, one];
  expect(await other.ended).toBe(1);
  expect(other.said()).toMatch(/Cifra is running already/);
  expect(existsSync(half)).toBe(false);
  expect(await refusal()).toContain(`Cifra is running already: http://127.0.0.1:${PORT}`);
  expect(statSync(join(folder, 'server.log')).mode & 0o777).toBe(0o600);
  expect(statSync(join(folder, 'running.json')).mode & 0o777).toBe(0o600);
  const options = await (await fetch(`http://127.0.0.1:${PORT}/api/session/options`)).json();
  expect(options).toEqual({ demo: true });

  // The database and the server are killed in turn: each comes back, and it is said.
  process.kill(databasePid(), 'SIGKILL');
  await until(() => runs.said().includes('The database is running again.'), runs.said);
  await until(async () => (await health()) === 200, runs.said);
  const server = execFileSync('pgrep', ['-P', String(runs.child.pid), 'node'], { encoding: 'utf8' }).trim();
  process.kill(Number(server), 'SIGKILL');
  await until(() => runs.said().includes('The server is running again.'), runs.said);
  expect(await health()).toBe(200);
  expect(runs.said()).toMatch(/The database ended by itself \(SIGKILL\)\. It is started again in 1 s\./);

  const pid = databasePid();
  expect(await stop(runs)).toBe(0);
  expect([isThere(pid), await health(), existsSync(join(folder, 'running.json'))]).toEqual([false, 0, false]);
}, 240_000);

it('takes no stranger for its own: numbers of processes that a lost power left in its files', async () => {
  const stranger = spawn('sleep', ['60']);
  writeFileSync(join(folder, 'running.json'), `{"pid":${String(stranger.pid)},"url":"http://127.0.0.1:1"`);
  writeFileSync(
    join(data, 'postmaster.pid'),
    `${String(stranger.pid)}\n${data}\n1\n${PORT}\n\n127.0.0.1\n  1 1\nready\n`,
  );
  const run = start({ HOST: '0.0.0.0' });
  await ready(run);
  expect(isThere(stranger.pid ?? 0)).toBe(true);
  // Where others can reach it the demo is closed, though it was opened at home before.
  const options = await (await fetch(`http://127.0.0.1:${PORT}/api/session/options`)).json();
  expect(options).toEqual({ demo: false });
  // A starter that is killed takes the server with it, and the next start ends the database that it left.
  run.child.kill('SIGKILL');
  const again = start();
  await ready(again);
  expect(await stop(again)).toBe(0);
  stranger.kill('SIGKILL');
}, 240_000);

describe('a start that cannot succeed says what to do', () => {
  const moved = (path: string): (() => void) => {
    renameSync(path, `${path}.away`);
    return () => {
      rmSync(path, { recursive: true, force: true });
      renameSync(`${path}.away`, path);
    };
  };

  it('for a port that is none, and an address that this machine has not', async () => {
    expect(await refusal({ PORT: 'tomorrow' })).toMatch(/PORT is “tomorrow”\. Set it to a whole number/);
    expect(await refusal({ PORT: '0' })).toMatch(/PORT is “0”/);
    expect(await refusal({ HOST: '192.0.2.77' })).toMatch(/192\.0\.2\.77:\d+ is no address of this machine\. Set HOST/);
    expect(await refusal({ HOST: 'nowhere.invalid' })).toMatch(/nowhere\.invalid.*Set HOST/);
    expect(await refusal({ CIFRA_TLS: '1' })).toMatch(/CIFRA_HOSTS/);
  });

  it('for a folder that is a file', async () => {
    const back = moved(folder);
    writeFileSync(folder, '');
    expect(await refusal()).toMatch(/is in the way/);
    back();
  });

  it('for a password that is gone, empty or another one', async () => {
    const file = `${data}.password`;
    const back = moved(file);
    expect(await refusal()).toMatch(/password is gone from .*Put that file back/);
    writeFileSync(file, '');
    expect(await refusal()).toMatch(/password is gone from/);
    writeFileSync(file, 'another');
    expect(await refusal()).toMatch(/password is another one.*Put that file back/);
    back();
  });

  it('for a database of another version, or something else in its place', async () => {
    const version = join(data, 'PG_VERSION');
    const back = moved(version);
    writeFileSync(version, '9\n');
    expect(await refusal()).toMatch(/made by PostgreSQL 9.*Install postgresql-9, or restore a backup/);
    rmSync(version);
    expect(await refusal()).toMatch(/There is something else in .*Move it away/);
    back();
  });
});
