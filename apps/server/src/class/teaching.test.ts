import type { ClassView, ExerciseView, TeacherView } from '@cifra/contract';
import { notesOf } from '@cifra/core';
import { readAbc, readMusicXml } from '@cifra/formats';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, fetchPdf } from '../testing/fetchPages';
import type { TestServer } from '../testing/testServer';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let harbour: ExerciseView;
let group: ClassView;
beforeAll(async () => {
  ({ server, mara, exercise: harbour, group } = await openDemoClass('Harbour Steps'));
});
afterAll(() => server.stop());

const pdfText = async (path: string): Promise<string> =>
  (await fetchPdf(mara, path)).text.replace(/ ♭/g, '♭').replace(/\s+/g, ' ');
const text = async (path: string): Promise<string> => (await fetchFile(mara, path)).bytes.toString('utf8');
const saveClass = async (change: object): Promise<ClassView> => {
  const { id, ...before } = group;
  group = (
    await mara
      .put(`/api/classes/${id}`)
      .send({ ...before, ...change })
      .expect(200)
  ).body as ClassView;
  return group;
};

describe("a teacher's profile", () => {
  it('is empty at first, keeps what was chosen, and refuses what is no choice', async () => {
    expect(((await mara.get('/api/session').expect(200)).body as TeacherView).conventions).toEqual({});
    expect(
      (
        await mara
          .put('/api/session/profile')
          .send({ conventions: { horn: 'double', counting: 'ta' } })
          .expect(200)
      ).body,
    ).toMatchObject({ conventions: { horn: 'double', counting: 'ta' } });
    expect(((await mara.get('/api/session').expect(200)).body as TeacherView).conventions).toEqual({
      horn: 'double',
      counting: 'ta',
    });
    const sentences = { treble: { lines: 'Eager geese bring Dad figs' }, bass: { spaces: 'All Cats Eat Grass' } };
    expect(
      (
        await mara
          .put('/api/session/profile')
          .send({ conventions: { horn: 'double', counting: 'ta' }, sentences })
          .expect(200)
      ).body,
    ).toMatchObject({ sentences });
    // Left out they stay; one that does not spell the staff is refused, and so is a clef that is none.
    expect(
      (
        await mara
          .put('/api/session/profile')
          .send({ conventions: { horn: 'double', counting: 'ta' } })
          .expect(200)
      ).body,
    ).toMatchObject({ sentences });
    await mara
      .put('/api/session/profile')
      .send({ conventions: {}, sentences: { treble: { lines: 'Eager dogs bring Dad figs' } } })
      .expect(400);
    await mara
      .put('/api/session/profile')
      .send({ conventions: {}, sentences: { treble: 'Eager geese bring Dad figs' } })
      .expect(400);
    await mara
      .put('/api/session/profile')
      .send({ conventions: {}, sentences: { soprano: { lines: 'x' } } })
      .expect(400);
    expect(((await mara.get('/api/session').expect(200)).body as TeacherView).sentences).toEqual(sentences);
    await mara
      .put('/api/session/profile')
      .send({ conventions: { horn: 'triple' } })
      .expect(400);
    await mara
      .put('/api/session/profile')
      .send({ conventions: { harmonica: 'blues' } })
      .expect(400);
    await server.agent().put('/api/session/profile').send({ conventions: {} }).expect(401);
  });

  it('changes the figures of every class, and a class may do otherwise', async () => {
    await saveClass({
      page: {
        ...group.page,
        rows: { woodwind: [{ row: 'figure' }, { row: 'name' }], brass: [{ row: 'figure' }, { row: 'name' }] },
      },
    });
    const horn = `/api/exercises/${harbour.id}/parts/horn.pdf?class=${group.id}`;
    expect(await pdfText(horn)).toMatch(/T12|T0|T1/);
    await saveClass({ conventions: { horn: 'single-f' } });
    expect(await pdfText(horn)).not.toMatch(/\bT\d/);
    await saveClass({ conventions: { figures: 'none' } });
    expect(await pdfText(horn)).not.toMatch(/\bT?12\b/);
    await saveClass({ conventions: {} });
  });
});

describe('a class', () => {
  it('keeps stage, conventions, page and known notes, and refuses what is none', async () => {
    const page = { ...group.page, strip: true, size: 'large', fades: [{ from: '2026-09-01', step: 'new' }] };
    const known = [{ instrument: 'flute', notes: ['Bb4', 'F#5'] }];
    expect(await saveClass({ stage: 'second-year', conventions: { recorder: 'german' }, page, known })).toMatchObject({
      stage: 'second-year',
      conventions: { recorder: 'german' },
      page,
      known,
    });
    const { id, ...before } = group;
    await mara
      .put(`/api/classes/${id}`)
      .send({ ...before, stage: 'tenth-year' })
      .expect(400);
    expect(await saveClass({ usualFifths: -3 })).toMatchObject({ usualFifths: -3 });
    await mara
      .put(`/api/classes/${id}`)
      .send({ ...before, usualFifths: 9 })
      .expect(400);
    await mara
      .put(`/api/classes/${id}`)
      .send({ ...before, conventions: { recorder: 'plastic' } })
      .expect(400);
    expect(await pdfText(`/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${id}`)).toMatch(/Harbour Steps/);
    await mara
      .put(`/api/classes/${id}`)
      .send({ ...before, page: { ...before.page, size: 'vast' } })
      .expect(400);
    await mara
      .put(`/api/classes/${id}`)
      .send({ ...before, known: [{ instrument: 'flute', notes: ['H9'] }] })
      .expect(400);
    await saveClass({
      stage: 'first-year',
      conventions: {},
      page: { ...group.page, strip: false, size: 'medium', fades: [] },
      known: [],
    });
  });
});

describe('a fingering chart as PDF', () => {
  it('has the notes of its stage, the other figures and their reasons', async () => {
    const chart = await pdfText('/api/charts/alto-saxophone.pdf?stage=first-year&paper=letter');
    expect(chart).toMatch(/Fingering chart/);
    expect(chart).toMatch(/Alto saxophone in E♭/);
    expect(chart).toMatch(/between its chromatic neighbours/);
    expect(chart).toMatch(/in flat keys, where no B natural follows/);
  });

  it('has the notes of one exercise alone', async () => {
    expect(await pdfText(`/api/charts/trumpet.pdf?exercise=${harbour.id}&class=${group.id}`)).toMatch(
      /The notes of Harbour Steps/,
    );
  });

  it('follows the convention of its teacher and class', async () => {
    const figures = async (): Promise<string> => pdfText(`/api/charts/horn.pdf?stage=full&class=${group.id}`);
    expect(await figures()).toMatch(/T12/);
    await saveClass({ conventions: { horn: 'single-f' } });
    expect(await figures()).not.toMatch(/T12/);
    expect(await pdfText(`/api/charts/horn.pdf?stage=full&class=${group.id}&convention=double`)).toMatch(/T12/);
    await saveClass({ conventions: {} });
  });

  it('refuses instruments, stages, papers and exercises that do not exist', async () => {
    await mara.get('/api/charts/kazoo.pdf').expect(404);
    await mara.get('/api/charts/flute.pdf?stage=tenth-year').expect(400);
    await mara.get('/api/charts/flute.pdf?paper=napkin').expect(400);
    await mara.get('/api/charts/flute.pdf?convention=double').expect(400);
    await mara.get('/api/charts/flute.pdf?exercise=00000000-0000-4000-8000-000000000000').expect(404);
    await mara.get('/api/charts/flute.pdf?class=nonsense').expect(404);
    await server.agent().get('/api/charts/flute.pdf').expect(401);
  });

  it("knows an instrument of a teacher's own by its id, and refuses one that cannot be", async () => {
    const inA = 'own.clarinet.A3.C4.treble.E3-F6.all.Clarinet_in_A';
    const chart = await mara.get(`/api/charts/${inA}.pdf`).expect(200);
    expect(chart.headers['content-disposition']).toContain('Chart - Clarinet in A.pdf');
    const before = group.instruments;
    await saveClass({ instruments: ['flute', inA] });
    const page = readMusicXml(await text(`/api/exercises/${harbour.id}/parts/${inA}.musicxml?class=${group.id}`));
    if (!page.ok || page.value.kind !== 'line') throw new Error('not a line');
    expect(page.value.suggestedOwner).toMatch(/^own\.clarinet\.A3\./);
    for (const bad of [inA.replace('A3', 'A9'), inA.replace('F6', 'F9'), `${inA}~110000~`, 'own.', 'own.kazoo'])
      await mara.get(`/api/charts/${encodeURIComponent(bad)}.pdf`).expect(404);
    await saveClass({ instruments: before });
  });
});

describe('a part as text', () => {
  it('is the same page as ABC and as MusicXML', async () => {
    const [abc, xml] = [
      readAbc(await text(`/api/exercises/${harbour.id}/parts/horn.abc?class=${group.id}`)),
      readMusicXml(await text(`/api/exercises/${harbour.id}/parts/horn.musicxml?class=${group.id}`)),
    ];
    if (!abc.ok || abc.value.kind !== 'line' || !xml.ok || xml.value.kind !== 'line') throw new Error('not a line');
    expect(abc.problems).toEqual([]);
    expect(notesOf(abc.value.score).map((n) => n.pitch)).toEqual(notesOf(xml.value.score).map((n) => n.pitch));
    await mara.get(`/api/exercises/${harbour.id}/parts/kazoo.abc`).expect(404);
    await mara
      .get(`/api/exercises/${harbour.id}/parts/horn.abc?class=00000000-0000-4000-8000-000000000000`)
      .expect(404);
  });
});
