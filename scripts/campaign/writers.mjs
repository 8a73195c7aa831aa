import { setTimeout as pause } from 'node:timers/promises';

const SECOND = 1000;
const BUSY_PAUSE_MS = 30;

/**
 * People who write all the time: each keeps a record of what was acknowledged, to be held against the database.
 * @param base where the server answers
 */
export class Writers {
  constructor(base, headers, { group, pupils, exercises, token, pupil }) {
    Object.assign(this, { base, headers, group, pupils, token, pupil, exercises });
    this.acknowledged = { lines: new Map(), practice: 0, lessons: new Map(), kit: new Set(), last: new Map() };
    this.counts = { acknowledged: 0, refused: 0, broken: 0 };
    this.statuses = new Map();
    this.stopped = false;
    this.n = 0;
  }

  /** One request: what came back, or undefined where nothing did. */
  async send(method, path, body, headers = this.headers) {
    let response;
    try {
      response = await fetch(`${this.base}${path}`, {
        method,
        headers,
        ...(body !== undefined && { body: JSON.stringify(body) }),
        signal: globalThis.AbortSignal.timeout(20 * SECOND),
      });
      const text = await response.text();
      if (response.ok) {
        this.counts.acknowledged += 1;
        return { ok: true, body: text === '' ? undefined : JSON.parse(text) };
      }
      this.statuses.set(response.status, (this.statuses.get(response.status) ?? 0) + 1);
      this.counts.refused += 1;
      return { ok: false, status: response.status, body: text };
    } catch {
      // Killed in the middle: whether it was written is not known, and both are right.
      this.counts.broken += 1;
      return undefined;
    }
  }

  async repeat(step) {
    while (!this.stopped) {
      this.n += 1;
      const done = await step(this.n);
      if (!done) await pause(BUSY_PAUSE_MS);
    }
  }

  start() {
    const { group } = this;
    const line = async (at, n) => {
      const mine = this.exercises[at];
      const title = `Line ${at} of ${n}`;
      const answer = await this.send('PUT', `/api/exercises/${mine.id}`, {
        version: mine.version,
        title,
        document: mine.document,
      });
      if (answer?.ok) {
        mine.version = answer.body.version;
        this.acknowledged.lines.set(`${mine.id} ${answer.body.version}`, title);
        return true;
      }
      if (answer?.status === 409) mine.version = JSON.parse(answer.body).current.version;
      return false;
    };
    // One more each time: a count that nobody reaches would be refused after so many tries.
    let runs = 0;
    const practice = async () => {
      const n = runs + 1;
      const answer = await this.send(
        'PUT',
        `/api/links/open/${this.token}/practice`,
        { rungs: ['count'], bestPercent: 60, cleanRuns: n, peeks: 0, minutes: n },
        { 'content-type': 'application/json' },
      );
      if (answer?.ok) this.acknowledged.practice = runs = n;
      return answer?.ok === true;
    };
    // A whole class in one request: all of it or nothing.
    const lesson = async (n) => {
      const day = new Date(Date.UTC(2020, 0, 1) + (n % 2000) * 24 * 3600 * SECOND).toISOString().slice(0, 10);
      const remark = `lesson ${n}`;
      const answer = await this.send('PUT', `/api/classes/${group.id}/log`, {
        day,
        entries: this.pupils.map((p) => ({ pupilId: p.id, done: true, remark })),
      });
      if (answer?.ok) this.acknowledged.lessons.set(day, remark);
      return answer?.ok === true;
    };
    const kit = async (n) => {
      const answer = await this.send('POST', `/api/classes/${group.id}/kit`, {
        kind: 'supply',
        what: `reed ${n}`,
        from: '2026-09-01',
      });
      if (answer?.ok) this.acknowledged.kit.add(answer.body.id);
      return answer?.ok === true;
    };
    // The newest acknowledged of each counts: what stands may be later, never earlier.
    const last = (what, n, answer) => {
      if (answer?.ok) this.acknowledged.last.set(what, n);
      return answer?.ok === true;
    };
    const plan = async (n) =>
      last(
        'plan',
        n,
        await this.send('PUT', `/api/classes/${group.id}/term`, {
          holidays: [{ from: '2026-10-05', to: '2026-10-09', name: `plan ${n}` }],
          schedule: [],
        }),
      );
    const seat = async (n) => {
      const { id, name, instrument } = this.pupils[1];
      const pupils = [{ id, name, instrument, seat: `seat ${n}` }];
      return last('seat', n, await this.send('PUT', `/api/classes/${group.id}/pupils`, { pupils }));
    };
    const work = async (n) =>
      last(
        'work',
        n,
        await this.send('POST', `/api/classes/${group.id}/assignments`, {
          exerciseId: this.exercises[0].id,
          for: 'class',
          rungs: [],
          due: '2026-09-01',
          note: `work ${n}`,
        }),
      );
    const take = async (n) => {
      const path = `/api/links/open/${this.token}/hand-ins?percent=50&summary=take%20${n}`;
      const answer = await this.send('POST', path, undefined, {});
      // There is room for so many: the teacher clears them.
      if (answer?.status === 409)
        for (const { id } of (await this.send('GET', `/api/classes/${group.id}/hand-ins`))?.body ?? [])
          await this.send('DELETE', `/api/hand-ins/${id}`);
      if (answer?.status === 409) this.acknowledged.last.delete('take');
      return last('take', n, answer);
    };
    // Met, taken back, met again: what is known is what is written down.
    const met = async (n) => {
      const answer = await this.send('POST', `/api/classes/${group.id}/met`, {
        day: '2026-09-01',
        entries: [{ instrument: 'flute', notes: ['B6'] }],
      });
      if (answer?.ok && answer.body.length > 0)
        await this.send('DELETE', `/api/classes/${group.id}/met/${answer.body[0].batch}`);
      return answer?.ok === true && n > 0;
    };
    this.running = Promise.all([
      ...[plan, seat, work, take, met].map((step) => this.repeat(step)),
      ...this.exercises.map((_e, at) => this.repeat((n) => line(at, n))),
      this.repeat(practice),
      this.repeat(lesson),
      this.repeat(kit),
    ]);
  }

  async stop() {
    this.stopped = true;
    await this.running;
  }

  /** What was acknowledged and is not there, and what is there by half. */
  async check(client) {
    const missing = [];
    const half = [];
    // People write on meanwhile: what was acknowledged before is held against one moment of the database.
    const acknowledged = globalThis.structuredClone(this.acknowledged);
    await client.query('begin isolation level repeatable read read only');
    const { rows: revisions } = await client.query(
      'select exercise_id, version, title from revisions where version is not null',
    );
    const have = new Map(revisions.map((r) => [`${r.exercise_id} ${r.version}`, r.title]));
    for (const [name, title] of acknowledged.lines)
      if (have.get(name) !== title) missing.push(`line ${name}: ${title}`);
    const { rows: exercises } = await client.query(
      'select e.id, e.version, e.title, r.title as revision from exercises e left join revisions r on r.exercise_id = e.id and r.version = e.version',
    );
    for (const e of exercises)
      if (e.title !== e.revision) half.push(`line ${e.id}: version ${e.version} without its revision`);
    const {
      rows: [told],
    } = await client.query('select max(clean_runs) as n, max(minutes) as m from practice where pupil_id = $1', [
      this.pupil.id,
    ]);
    if ((told?.n ?? 0) < acknowledged.practice) missing.push(`practice ${acknowledged.practice}`);
    const {
      rows: [days],
    } = await client.query('select max(clean_runs) as n from practice_days where pupil_id = $1', [this.pupil.id]);
    if ((told?.n ?? 0) !== (days?.n ?? 0)) half.push(`practice ${told?.n} without its day ${days?.n}`);
    const { rows: lessons } = await client.query(
      "select to_char(day, 'YYYY-MM-DD') as day, count(*)::int as n, count(distinct remark)::int as kinds, min(remark) as remark from lesson_log where class_id = $1 group by day",
      [this.group.id],
    );
    const byDay = new Map(lessons.map((l) => [l.day, l]));
    for (const l of lessons)
      if (l.n !== this.pupils.length || l.kinds !== 1)
        half.push(`lesson of ${l.day}: ${l.n} of ${this.pupils.length}, ${l.kinds} kinds`);
    for (const [day, remark] of acknowledged.lessons) {
      const there = byDay.get(day);
      // Written over later, perhaps without an answer: then it is a later lesson of that day.
      if (there === undefined || Number(there.remark.slice(7)) < Number(remark.slice(7)))
        missing.push(`lesson of ${day}`);
    }
    const { rows: kits } = await client.query('select id from kit where class_id = $1', [this.group.id]);
    const kitIds = new Set(kits.map((k) => k.id));
    for (const id of acknowledged.kit) if (!kitIds.has(id)) missing.push(`kit ${id}`);
    await this.checkLast(client, acknowledged, missing, half);
    await client.query('commit');
    return { missing, half };
  }

  /** What stands of each is the newest acknowledged or later; notes are known just where they are written down. */
  async checkLast(client, acknowledged, missing, half) {
    const number = async (sql, id) => Number((await client.query(sql, [id])).rows[0]?.n ?? 0);
    const stands = {
      plan: await number(
        "select substr(term->'holidays'->0->>'name', 6) as n from classes where id = $1",
        this.group.id,
      ),
      seat: await number('select substr(seat, 6) as n from pupils where id = $1', this.pupils[1].id),
      work: await number('select max(substr(note, 6)::int) as n from assignments where class_id = $1', this.group.id),
      take: await number('select max(substr(summary, 6)::int) as n from hand_ins where pupil_id = $1', this.pupil.id),
    };
    for (const [what, n] of acknowledged.last) if (stands[what] < n) missing.push(`${what} ${n}, not ${stands[what]}`);
    const known = await number(
      `select count(*)::int as n from classes c, jsonb_array_elements(c.known) k
       where c.id = $1 and k->>'instrument' = 'flute' and k->'notes' ? 'B6'`,
      this.group.id,
    );
    const written = await number(
      `select count(*)::int as n from met where class_id = $1 and pupil_id is null and notes ? 'B6'`,
      this.group.id,
    );
    if (known !== written) half.push(`a note known ${known} times and written down ${written} times`);
  }
}
