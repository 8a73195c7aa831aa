import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { line, require, withDemoServer } from './measuring.mjs';

const TRIES = 9;
const WANTED_MS = 50;
const SAVES = 50;
const LINES = 100;
const DAYS = 10_000;
const KB = 1024;

/** The longest line that may be, and what somebody would send who wants a server to stand still. */
function bodies(core) {
  const notes = Array.from({ length: core.MAX_NOTES }, (_, i) => ({
    kind: 'note',
    id: `n${i}`,
    duration: { value: 'eighth', dots: 0 },
    pitch: { step: 'CDEFGAB'[i % 7], alter: 0, octave: 4 },
    articulations: ['staccato'],
    syllable: { text: 'la', hyphen: true },
  }));
  const measures = Array.from({ length: notes.length / 8 }, (_, b) => ({
    id: `m${b}`,
    events: notes.slice(8 * b, 8 * b + 8),
  }));
  const document = { owner: 'concert', source: { title: 'Long', measures, slurs: [], hairpins: [] }, partChoices: {} };
  const many = (n) => new Array(n).fill({});
  const named = (n) => Object.fromEntries(Array.from({ length: n }, (_, i) => [`n${i}`, 1]));
  const of = (change) => JSON.stringify({ title: 'Long', document: { ...document, ...change } });
  const source = (change) => of({ source: { ...document.source, ...change } });
  return {
    longest: of({}),
    lines: [
      ['the most notes that may be', of({})],
      ['100,000 bars', source({ measures: many(100_000) })],
      ['60,000 notes in one bar', source({ measures: [{ id: 'm', events: many(60_000) }] })],
      [
        '2,048 notes that are none',
        source({ measures: Array.from({ length: 64 }, (_, i) => ({ id: `m${i}`, events: many(32) })) }),
      ],
      ['60,000 slurs', source({ slurs: many(60_000) })],
      ['40,000 fields that nobody asked for', of(named(40_000))],
      [
        'figures chosen for 500 pupils',
        of({
          pupilChoices: Object.fromEntries(
            Array.from({ length: 500 }, (_, i) => [
              `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
              { alternatives: named(100) },
            ]),
          ),
        }),
      ],
    ],
    practice: [
      ['1,400 wrong steps', JSON.stringify({ rungs: new Array(1400).fill('nonsense') })],
      ['7,000 lists in each other', `{"rungs":${'['.repeat(7000)}${']'.repeat(7000)}}`],
      ['3 MB of one string', JSON.stringify({ rungs: ['a'.repeat(3 * KB * KB)] })],
      ['100,000 wrong steps', JSON.stringify({ rungs: new Array(100_000).fill('x') })],
    ],
    pupils: [
      ['40,000 empty pupils', JSON.stringify({ pupils: many(40_000) })],
      [
        '120 pupils with 20 rows each',
        JSON.stringify({ pupils: new Array(120).fill({ page: { rows: { brass: many(19) } } }) }),
      ],
    ],
  };
}

/** An account with a line of every length and ten thousand days of practice. */
async function largeAccount(headers, base, pack) {
  const { unzipSync, strFromU8 } = require('fflate');
  const bytes = new Uint8Array(await (await fetch(`${base}/api/account/file`, { headers })).arrayBuffer());
  const files = unzipSync(bytes);
  const json = (path) => JSON.parse(strFromU8(files[path]));
  const main = json('account.json');
  const [first] = main.classes.map(json);
  const exercise = main.exercises.map(({ id, title, file }) => ({ id, title, document: json(file) })).at(-1);
  const exercises = Array.from({ length: LINES }, (_, i) => ({ ...exercise, id: `line ${i}` }));
  const practiceDays = Array.from({ length: DAYS }, (_, i) => {
    const { id: pupilId, instrument } = first.pupils[i % first.pupils.length];
    const day = Math.floor(i / first.pupils.length / exercises.length);
    const exerciseId = exercises[Math.floor(i / first.pupils.length) % exercises.length].id;
    return {
      pupilId,
      exerciseId,
      instrument,
      day: `2026-01-${String(1 + day).padStart(2, '0')}`,
      bestPercent: 90,
      cleanRuns: 2,
      minutes: 5,
    };
  });
  return pack({
    ...main,
    exercises,
    classes: [{ ...first, assignments: [], log: [], met: [], handIns: [], practice: [], practiceDays }],
  });
}

/** How long the server's event loop is held by the worst that may be sent of each kind, by its own monitor. */
export async function benchHolding() {
  const core = require('@cifra/core');
  require('reflect-metadata');
  const { accountEntries, outlineOf, zipped } = require('../../apps/server/dist/account/accountFile.js');
  const folder = mkdtempSync(join(tmpdir(), 'cifra-loop-'));
  const file = join(folder, 'longest');
  const preload = fileURLToPath(new URL('./loopDelay.cjs', import.meta.url));
  await withDemoServer(
    async ({ base, headers, pid }) => {
      const longest = async () => {
        rmSync(file, { force: true });
        process.kill(pid, 'SIGWINCH');
        for (let i = 0; i < 1000; i++) {
          await pause(5);
          try {
            return Number(readFileSync(file, 'utf8'));
          } catch {
            // Not written yet.
          }
        }
        throw new Error('the server says nothing of its event loop');
      };
      const measured = async (what, send) => {
        const held = [];
        let status = 0;
        for (let i = 0; i < TRIES; i++) {
          await longest();
          status = await send();
          await pause(20);
          held.push(await longest());
        }
        held.sort((a, b) => a - b);
        const median = held[Math.floor(TRIES / 2)];
        line(what, `${median.toFixed(0)} ms`, `${held.at(-1).toFixed(0)} ms at most`, `${status}`);
        if (median > WANTED_MS) process.exitCode = 1;
      };
      const post = (path, body, { method = 'POST', type = 'application/json', as = headers } = {}) =>
        fetch(`${base}${path}`, { method, body, headers: { ...as, 'content-type': type } }).then(
          async (r) => (await r.arrayBuffer(), r.status),
          () => 'closed',
        );
      const get = async (path) => {
        const answer = await fetch(`${base}${path}`, { headers });
        await answer.arrayBuffer();
        return answer.status;
      };
      const [group] = await (await fetch(`${base}/api/classes`, { headers })).json();
      const sent = bodies(core);
      line('the event loop, held by', 'median', '', 'answer');
      for (const [what, body] of sent.practice)
        await measured(`nobody: ${what}`, () =>
          post(`/api/links/open/${'x'.repeat(24)}/practice`, body, { method: 'PUT', as: {} }),
        );
      for (const [what, body] of sent.pupils)
        await measured(`a teacher: ${what}`, () => post(`/api/classes/${group.id}/pupils`, body, { method: 'PUT' }));
      for (const [what, body] of sent.lines) await measured(`a line: ${what}`, () => post('/api/exercises', body));
      const made = await (await fetch(`${base}/api/exercises`, { method: 'POST', headers, body: sent.longest })).json();
      for (let version = 1; version < SAVES; version++)
        await post(
          `/api/exercises/${made.id}`,
          JSON.stringify({ version, title: `Long ${version}`, document: made.document }),
          { method: 'PUT' },
        );
      await measured(`${SAVES} saves of the longest line, listed`, () => get(`/api/exercises/${made.id}/revisions`));
      await measured('the shelf', () => get('/api/exercises'));
      for (const format of ['musicxml', 'abc', 'mid'])
        await measured(`the longest line as ${format}`, () => get(`/api/exercises/${made.id}/line.${format}`));
      const zip = await largeAccount(headers, base, (account) => buffer(zipped(accountEntries(outlineOf(account)))));
      await measured(`${LINES} lines and ${DAYS} days of practice, brought in`, () =>
        post('/api/account/file', zip, { type: 'application/octet-stream' }),
      );
      await measured('a shelf of nine such accounts', () => get('/api/exercises'));
      await measured('all of it, taken away', () => get('/api/account/file'));
    },
    { env: { NODE_OPTIONS: `--require ${preload}`, CIFRA_LOOP_FILE: file } },
  );
  rmSync(folder, { recursive: true, force: true });
}
