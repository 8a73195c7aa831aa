import 'reflect-metadata';
import type { TermDto, ClassView, ExerciseView, MetView, PupilView } from '@cifra/contract';
import { openDemoClass } from '../testing/demoClass';
import { reportOn } from '../testing/fetchPages';
import type { TestServer } from '../testing/testServer';
import { RetentionService } from '../retention/retention.service';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let group: ClassView;
let line: ExerciseView;
let pupils: PupilView[];
beforeAll(async () => {
  ({ server, mara, group, exercise: line } = await openDemoClass('Harbour Steps'));
  pupils = (await mara.get(`/api/classes/${group.id}/pupils`)).body as PupilView[];
});
afterAll(() => server.stop());

const of = (what: string): string => `/api/classes/${group.id}/${what}`;
const known = async (instrument: string): Promise<string[] | undefined> =>
  ((await mara.get('/api/classes')).body as ClassView[])[0]?.known?.find((k) => k.instrument === instrument)?.notes;
const pupilsKnown = async (name: string): Promise<PupilView['known']> =>
  ((await mara.get(of('pupils'))).body as PupilView[]).find((p) => p.name === name)?.known;

describe('the plan of a class', () => {
  it('is empty at first, keeps what is saved, and refuses what ends before it begins', async () => {
    expect((await mara.get(of('term')).expect(200)).body).toEqual({ holidays: [], schedule: [], version: 1 });
    const plan: TermDto = {
      from: '2026-09-07',
      to: '2026-12-18',
      holidays: [{ from: '2026-10-26', to: '2026-10-30', name: 'half term' }],
      rubric: { criteria: ['Sound'], levels: ['not yet', 'there'] },
      schedule: [{ instrument: 'flute', week: 3, notes: ['Eb5'] }],
    };
    await mara.put(of('term')).send(plan).expect(200);
    expect((await mara.get(of('term')).expect(200)).body).toEqual({ ...plan, version: 2 });
    expect(
      (
        await mara
          .put(of('term'))
          .send({ ...plan, to: '2026-09-01' })
          .expect(400)
      ).body.detail,
    ).toMatch(/ends before it begins/);
    expect(
      (
        await mara
          .put(of('term'))
          .send({ ...plan, holidays: [{ from: '2026-10-30', to: '2026-10-26', name: 'half term' }] })
          .expect(400)
      ).body.detail,
    ).toMatch(/“half term”/);
    for (const wrong of [
      { from: '2026-13-01' },
      { schedule: [{ instrument: 'flute', week: 0, notes: [] }] },
      { schedule: [{ instrument: 'flute', week: 1, notes: ['H4'] }] },
      { rubric: { criteria: [], levels: ['one'] } },
    ])
      await mara
        .put(of('term'))
        .send({ ...plan, ...wrong })
        .expect(400);
  });
});

describe('notes that were met', () => {
  it('are known to the class from then on, once, and taken back together', async () => {
    const before = await known('flute');
    const made = (
      await mara
        .post(of('met'))
        .send({
          day: '2026-10-05',
          exerciseId: line.id,
          entries: [
            { instrument: 'flute', notes: ['A6', 'B6'] },
            { instrument: 'tuba', notes: ['C3'] },
          ],
        })
        .expect(201)
    ).body as MetView[];
    expect(await known('flute')).toEqual([...(before ?? []), 'A6', 'B6']);
    // Met again, nothing is new, and nothing is written.
    expect(
      (
        await mara
          .post(of('met'))
          .send({ day: '2026-10-06', entries: [{ instrument: 'flute', notes: ['A6'] }] })
          .expect(201)
      ).body,
    ).toEqual([]);
    await mara.delete(of(`met/${made[0]?.batch ?? ''}`)).expect(204);
    expect(await known('flute')).toEqual(before);
    await mara.delete(of(`met/${made[0]?.batch ?? ''}`)).expect(404);
  });

  it("by one pupil stand on that pupil's own list, which begins with the class's and grows with it", async () => {
    const flute = pupils.find((p) => p.instrument === 'flute') as PupilView;
    const before = await known('flute');
    const made = (
      await mara
        .post(of('met'))
        .send({ day: '2026-10-05', entries: [{ pupilId: flute.id, instrument: 'flute', notes: ['C7'] }] })
        .expect(201)
    ).body as MetView[];
    expect(await pupilsKnown(flute.name)).toEqual([{ instrument: 'flute', notes: [...(before ?? []), 'C7'] }]);
    expect(await known('flute')).toEqual(before);
    const whole = (
      await mara
        .post(of('met'))
        .send({ day: '2026-10-12', entries: [{ instrument: 'flute', notes: ['A6'] }] })
        .expect(201)
    ).body as MetView[];
    expect(whole.map((m) => m.pupilId ?? 'class').sort()).toEqual(['class', flute.id].sort());
    expect((await pupilsKnown(flute.name))?.[0]?.notes).toContain('A6');
    for (const m of [whole, made]) await mara.delete(of(`met/${m[0]?.batch ?? ''}`)).expect(204);
    expect((await pupilsKnown(flute.name))?.[0]?.notes).toEqual(before);
    expect((await mara.get(of('met'))).body).toEqual([]);
  });

  it("what one pupil knows decides what is new on that pupil's page", async () => {
    const trumpet = pupils.find((p) => p.instrument === 'trumpet') as PupilView;
    const { token } = (
      await mara
        .post('/api/links')
        .send({ exerciseId: line.id, classId: group.id, pupilId: trumpet.id, instrument: 'trumpet', days: 7 })
        .expect(201)
    ).body as { token: string };
    const made = (
      await mara
        .post(of('met'))
        .send({ day: '2026-10-05', entries: [{ pupilId: trumpet.id, instrument: 'trumpet', notes: ['C6'] }] })
        .expect(201)
    ).body as MetView[];
    expect(
      ((await server.agent().get(`/api/links/open/${token}`).expect(200)).body as { known: string[] }).known,
    ).toContain('C6');
    await mara.delete(of(`met/${made[0]?.batch ?? ''}`)).expect(204);
  });
});

describe('a pupil of their own ways', () => {
  it('is taught at their own stage and by their own convention', async () => {
    const [first, ...rest] = pupils;
    const plain = (p: PupilView): object => ({ id: p.id, name: p.name, instrument: p.instrument });
    const saved = (
      await mara
        .put(of('pupils'))
        .send({
          pupils: [
            { ...plain(first as PupilView), instrument: 'horn', stage: 'first-notes', conventions: { horn: 'double' } },
            ...rest.map(plain),
          ],
        })
        .expect(200)
    ).body as PupilView[];
    expect(saved[0]).toMatchObject({ stage: 'first-notes', conventions: { horn: 'double' } });
    const { token } = (
      await mara
        .post('/api/links')
        .send({ exerciseId: line.id, classId: group.id, pupilId: saved[0]?.id, instrument: 'horn', days: 7 })
        .expect(201)
    ).body as { token: string };
    expect((await server.agent().get(`/api/links/open/${token}`).expect(200)).body).toMatchObject({
      teaching: { stage: 'first-notes', conventions: { horn: 'double' } },
    });
    await mara
      .put(of('pupils'))
      .send({ pupils: [{ ...plain(first as PupilView), conventions: { horn: 'triple' } }, ...rest.map(plain)] })
      .expect(400);
    await mara
      .put(of('pupils'))
      .send({ pupils: pupils.map(plain) })
      .expect(200);
  });
});

describe('a report', () => {
  it('has what was ticked and nothing else', async () => {
    const [pupil, other] = pupils as [PupilView, PupilView];
    const work = (
      await mara
        .post(of('assignments'))
        .send({ exerciseId: line.id, for: 'class', rungs: [], due: '2026-10-09' })
        .expect(201)
    ).body as { id: string };
    const entry = (p: PupilView, remark: string, level: number): object => ({
      pupilId: p.id,
      assignmentId: work.id,
      done: true,
      remark,
      marks: [{ criterion: 'Sound', level }],
    });
    await mara
      .put(of('log'))
      .send({ day: '2026-10-02', entries: [entry(pupil, 'first long tones', 0)] })
      .expect(200);
    await mara
      .put(of('log'))
      .send({ day: '2026-10-09', entries: [entry(pupil, 'a full sound now', 1), entry(other, "somebody else's", 0)] })
      .expect(200);
    await mara
      .post(of('kit'))
      .send({
        kind: 'loan',
        what: 'school flute',
        number: 'F-7',
        pupilId: pupil.id,
        from: '2026-09-07',
        due: '2026-12-18',
      })
      .expect(201);
    const make = async (parts: readonly string[], more: object = {}): Promise<string> => {
      const answer = await mara
        .post(of(`pupils/${pupil.id}/report`))
        .send({ parts, from: '2026-10-01', to: '2026-10-31', ...more })
        .expect(200);
      const { text, warnings, structure, fonts } = reportOn(answer.body as Buffer);
      expect(warnings).toBe('');
      expect(structure).toMatch(/H1/);
      // A flat is drawn from a face that has it.
      if (text.includes('♭')) expect(fonts).toMatch(/Symbols/);
      return text.replace(/\s+/g, ' ');
    };
    const whole = await make(
      ['notes', 'assignments', 'lessons', 'rubric', 'remarks', 'practice', 'drills', 'takes', 'kit'],
      {
        word: 'A good term.',
      },
    );
    for (const part of [
      pupil.name,
      'A good term.',
      'B♭4',
      'Harbour Steps, due 9 October 2026: there on 2 October 2026',
      'With everything that was asked in 2 of 2 lessons.',
      'Sound: there (at first: not yet)',
      'a full sound now',
      'school flute, F-7, since 7 September 2026, due back 18 December 2026',
    ])
      expect(whole).toContain(part);
    expect(whole).not.toContain('somebody else');
    // What there is nothing of is left out.
    expect(whole).not.toMatch(/Takes handed in|Drills/);
    const some = await make(['remarks']);
    expect(some).toContain('first long tones');
    expect(some).not.toMatch(/Harbour Steps|F-7|Sound:|Notes known/);
    await mara
      .post(of(`pupils/${pupil.id}/report`))
      .send({ parts: ['notes'], from: '2026-10-31', to: '2026-10-01' })
      .expect(400);
    await mara
      .post(of(`pupils/${pupil.id}/report`))
      .send({ parts: ['grades'], from: '2026-10-01', to: '2026-10-31' })
      .expect(400);
  });
});

describe('how long records are kept', () => {
  it('older ones go at night, younger ones and what is known stay; with no limit nothing goes', async () => {
    const ago = (days: number): string => new Date(Date.now() - days * 24 * 3600_000).toISOString().slice(0, 10);
    const [pupil] = pupils as [PupilView];
    await mara
      .post(of('met'))
      .send({ day: ago(400), entries: [{ instrument: 'oboe', notes: ['D6'] }] })
      .expect(201);
    for (const day of [ago(400), ago(20)])
      await mara
        .put(of('log'))
        .send({ day, entries: [{ pupilId: pupil.id, done: true, remark: `said ${day}` }] })
        .expect(200);
    const remarks = async (): Promise<string[]> =>
      ((await mara.get(of('log'))).body as { remark?: string }[]).flatMap((l) =>
        l.remark?.startsWith('said') === true ? [l.remark] : [],
      );
    const set = async (due: string, logged: string | undefined): Promise<string> => {
      const { id } = (
        await mara.post(of('assignments')).send({ exerciseId: line.id, for: 'class', rungs: [], due }).expect(201)
      ).body as { id: string };
      if (logged !== undefined)
        await mara
          .put(of('log'))
          .send({ day: logged, entries: [{ pupilId: pupil.id, assignmentId: id, done: true }] })
          .expect(200);
      return id;
    };
    const [old, late] = [await set(ago(400), ago(395)), await set(ago(400), ago(15))];
    const retention = server.app.get(RetentionService);
    await retention.sweep();
    expect(await remarks()).toHaveLength(2);
    await mara.put('/api/session/profile').send({ conventions: {}, keepMonths: 12 }).expect(200);
    await retention.sweep();
    expect(await remarks()).toEqual([`said ${ago(20)}`]);
    expect(await known('oboe')).toContain('D6');
    // Work of long ago that was there at last only lately stays with what was written of it.
    const kept = ((await mara.get(of('assignments'))).body as { id: string }[]).map((w) => w.id);
    expect([kept.includes(old), kept.includes(late)]).toEqual([false, true]);
    await mara.put('/api/session/profile').send({ conventions: {}, keepMonths: -1 }).expect(400);
  });
});
