import { createHash, randomBytes } from 'node:crypto';
import { line, withDemoServer } from './measuring.mjs';

/**
 * So many people at once, for so long; a pupil looks at the page and tells of practice, each time when a run of a line
 * is over, a teacher looks and saves.
 */
const PUPILS = Number(process.env.CIFRA_BENCH_PUPILS ?? 1000);
const TEACHERS = Math.ceil(PUPILS / 10);
/** On each teacher's shelf. */
const LINES = 12;
const MINUTES = Number(process.env.CIFRA_BENCH_MINUTES ?? 10);
const PUPIL_PAUSE_MS = Number(process.env.CIFRA_BENCH_RUN_SECONDS ?? 20) * 1000;
const TEACHER_PAUSE_MS = 2500;
const WANTED_READ_MS = 250;
const WANTED_SAVE_MS = 400;
const SECOND = 1000;

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0;
const pause = (ms) =>
  new Promise((r) => {
    setTimeout(r, ms * (0.5 + Math.random()));
  });

/** Teachers who are signed in, each with a shelf of their own. @returns how they ask, and the line that each writes */
async function shelves(base, databaseUrl, document) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const made = [];
  for (let i = 0; i < TEACHERS; i++) {
    const token = randomBytes(32).toString('base64url');
    const { rows } = await client.query(
      "insert into teachers (email, name, password_hash) values ($1, 'Load', 'none') returning id",
      [`load-${i}@school.example`],
    );
    await client.query("insert into sessions (token_hash, teacher_id, expires_at) values ($1, $2, now() + '1 day')", [
      createHash('sha256').update(token).digest('hex'),
      rows[0].id,
    ]);
    const headers = { cookie: `cifra_session=${token}`, 'content-type': 'application/json' };
    let line;
    for (let n = 0; n < LINES; n++) {
      const body = JSON.stringify({ title: `Load ${n}`, document });
      line = await (await fetch(`${base}/api/exercises`, { method: 'POST', headers, body })).json();
    }
    made.push({ headers, line });
  }
  await client.end();
  return made;
}

/** Pupils on their links and teachers at their desks, all against one server on this machine. */
export async function benchLoad() {
  await withDemoServer(
    async ({ base, headers, pid, databaseUrl }) => {
      const json = async (path, init = {}) =>
        (await fetch(`${base}${path}`, { ...init, headers: { ...headers, ...init.headers } })).json();
      const [group] = await json('/api/classes');
      const pupils = await json(`/api/classes/${group.id}/pupils`);
      const exercises = await json('/api/exercises');
      const { document } = await json(`/api/exercises/${exercises[0].id}`);
      const links = [];
      for (let i = 0; i < PUPILS; i++) {
        const pupil = pupils[i % pupils.length];
        links.push(
          (
            await json('/api/links', {
              method: 'POST',
              body: JSON.stringify({
                exerciseId: exercises[Math.floor(i / pupils.length) % exercises.length].id,
                classId: group.id,
                instrument: pupil.instrument,
                pupilId: pupil.id,
                days: 7,
              }),
            })
          ).token,
        );
      }
      const own = await shelves(base, databaseUrl, document);
      const times = { read: [], save: [] };
      const failures = new Map();
      const end = Date.now() + MINUTES * 60 * SECOND;
      const timed = async (kind, path, init) => {
        const start = performance.now();
        try {
          const response = await fetch(`${base}${path}`, init);
          const body = await response.text();
          if (!response.ok) failures.set(response.status, (failures.get(response.status) ?? 0) + 1);
          times[kind].push(performance.now() - start);
          return response.ok && body !== '' ? JSON.parse(body) : undefined;
        } catch (e) {
          failures.set(e.message, (failures.get(e.message) ?? 0) + 1);
          return undefined;
        }
      };
      const plain = { 'Content-Type': 'application/json' };
      const pupil = async (i) => {
        await pause(PUPIL_PAUSE_MS);
        for (let n = 1; Date.now() < end; n++) {
          const token = links[i % links.length];
          await timed('read', `/api/links/open/${token}`, {});
          await pause(PUPIL_PAUSE_MS);
          await timed('save', `/api/links/open/${token}/practice`, {
            method: 'PUT',
            headers: plain,
            body: JSON.stringify({ rungs: ['count'], bestPercent: 60, cleanRuns: n, peeks: 0, minutes: n }),
          });
          await pause(PUPIL_PAUSE_MS);
        }
      };
      const teacher = async (i) => {
        await pause(TEACHER_PAUSE_MS);
        const { headers } = own[i];
        let { line } = own[i];
        while (Date.now() < end) {
          await timed('read', '/api/exercises', { headers });
          await pause(TEACHER_PAUSE_MS);
          line =
            (await timed('save', `/api/exercises/${line.id}`, {
              method: 'PUT',
              headers,
              body: JSON.stringify({ version: line.version, title: line.title, document: line.document }),
            })) ?? line;
          await pause(TEACHER_PAUSE_MS);
        }
      };
      const { readFileSync } = await import('node:fs');
      const memory = [];
      const watch = setInterval(() => {
        const kb = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
        if (kb !== undefined) memory.push(Number(kb) / 1024);
      }, 5 * SECOND);
      await Promise.all([
        ...Array.from({ length: PUPILS }, (_u, i) => pupil(i)),
        ...Array.from({ length: TEACHERS }, (_u, i) => teacher(i)),
      ]);
      clearInterval(watch);
      line(
        `${PUPILS} pupils and ${TEACHERS} teachers for ${MINUTES} minutes, in milliseconds`,
        'how many',
        '50 %',
        '95 %',
        '99 %',
        'worst',
        'asked',
      );
      for (const [kind, wanted] of [
        ['read', WANTED_READ_MS],
        ['save', WANTED_SAVE_MS],
      ]) {
        const sorted = times[kind].sort((a, b) => a - b);
        line(
          `  ${kind === 'read' ? 'reading' : 'saving'}`,
          sorted.length,
          at(sorted, 0.5).toFixed(0),
          at(sorted, 0.95).toFixed(0),
          at(sorted, 0.99).toFixed(0),
          (sorted.at(-1) ?? 0).toFixed(0),
          `99 % < ${wanted}`,
        );
      }
      line('  failures', [...failures].map(([what, n]) => `${what}: ${n}`).join(', ') || 'none');
      const third = Math.max(1, Math.floor(memory.length / 3));
      const mean = (part) => part.reduce((a, b) => a + b, 0) / part.length;
      line(
        '  memory of the server, MB: first third, last third, most',
        mean(memory.slice(0, third)).toFixed(0),
        mean(memory.slice(-third)).toFixed(0),
        Math.max(...memory).toFixed(0),
      );
    },
    { careful: true },
  );
}
