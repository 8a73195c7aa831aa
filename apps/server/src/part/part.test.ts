import type { ClassView, ExerciseView, PupilView } from '@cifra/contract';
import { annotate, letterName, notesOf, partOf, pitchText, conventionsOf } from '@cifra/core';
import { readFile, readMusicXml } from '@cifra/formats';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, fetchPdf } from '../testing/fetchPages';
import type { TestServer } from '../testing/testServer';
import { attachment } from '../web/attachment';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let harbour: ExerciseView;
let group: ClassView;
beforeAll(async () => {
  ({ server, mara, exercise: harbour, group } = await openDemoClass('Harbour Steps'));
});
afterAll(() => server.stop());

const pdf = (path: string) => fetchPdf(mara, path);

describe('a PDF of one part', () => {
  it('holds title, player, letters with their signs and figures, on the paper asked for', async () => {
    const { text, info, fonts, disposition } = await pdf(
      `/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&paper=a4`,
    );
    expect(text).toMatch(/Harbour Steps/);
    expect(text).toMatch(/Trumpet in B ?♭/);
    expect(text).toMatch(/Every F is F♯\./);
    expect(text).toMatch(/G♯/);
    expect(text.replace(/\s+/g, ' ')).toMatch(/13 0 12 2/);
    expect(info).toMatch(/Title:\s+Harbour Steps/);
    expect(info).toMatch(/Page size:\s+595\.2\d* x 841\.8\d*.*A4/);
    expect(
      fonts
        .split('\n')
        .slice(2)
        .filter((l) => l !== '')
        .every((l) => /\byes\b/.test(l)),
    ).toBe(true);
    expect(disposition).toBe('attachment; filename="Harbour Steps - Trumpet.pdf"');
    expect((await pdf(`/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&paper=letter`)).info).toMatch(
      /612 x 792|letter/,
    );
  });

  it('refuses an instrument or a paper that does not exist', async () => {
    await mara.get(`/api/exercises/${harbour.id}/parts/kazoo.pdf?class=${group.id}`).expect(404);
    await mara.get(`/api/exercises/${harbour.id}/parts/flute.pdf?class=${group.id}&paper=napkin`).expect(400);
  });
});

describe('a page', () => {
  it('says which class is missing', async () => {
    const { body } = await mara.get(`/api/exercises/${harbour.id}/parts/trumpet.pdf`).expect(400);
    expect((body as { detail: string }).detail).toBe('Say which: “class” is missing from the address.');
  });
});

describe('a tagged PDF', () => {
  it('says title and language, keeps its words in reading order, and opens without a warning', async () => {
    const { info, plain, warnings, structure } = await pdf(
      `/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&paper=a4`,
    );
    expect(info).toMatch(/Tagged:\s+yes/);
    expect(structure).toMatch(/Sect/);
    expect(warnings).toBe('');
    const words = plain.replace(/\s+/g, ' ');
    const order = ['Harbour Steps', 'Trumpet in B♭', 'Every F is F♯.', 'Moderato'].map((w) => words.indexOf(w));
    expect(order.every((at) => at >= 0)).toBe(true);
    expect([...order].sort((x, y) => x - y)).toEqual(order);
    // Every sign beside a letter is text, not a drawing.
    const part = partOf(harbour.document, 'trumpet', { conventions: conventionsOf(), stage: 'first-year' });
    const signs = [...annotate(part).values()].filter((n) => n.tiedFrom === undefined);
    const sharps =
      signs.filter((n) => n.name.includes('♯')).length +
      signs.filter((n) => letterName(n.concert).includes('♯')).length;
    expect((words.match(/♯/g) ?? []).length).toBe(sharps + 1);
  });
});

describe('a page for one pupil', () => {
  it('carries the name and what is theirs alone, by a day of its own', async () => {
    const [pupil] = ((await mara.get(`/api/classes/${group.id}/pupils`).expect(200)).body as PupilView[]).filter(
      (p) => p.instrument === 'trumpet',
    );
    if (pupil === undefined) throw new Error('the demo has no trumpeter');
    await mara
      .put(`/api/classes/${group.id}/pupils/${pupil.id}/page`)
      .send({
        rows: { woodwind: [], brass: [{ row: 'count' }] },
        fades: [
          { from: '2026-01-01', step: 'every' },
          { from: '2026-06-01', step: 'none' },
        ],
      })
      .expect(200);
    const text = async (today: string): Promise<string> =>
      (
        await pdf(`/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&pupil=${pupil.id}&today=${today}`)
      ).plain.replace(/\s+/g, ' ');
    expect(await text('2026-05-31')).toMatch(new RegExp(`${pupil.name}.* 4 1 \\(2\\) & 3 \\(4\\)`));
    expect(await text('2026-06-01')).not.toMatch(/1 \(2/);
    await mara.put(`/api/classes/${group.id}/pupils/${pupil.id}/page`).send({}).expect(200);
    await mara.get(`/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&pupil=${group.id}`).expect(404);
    await mara.get(`/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&today=soon`).expect(400);
  });
});

describe('the call sheet', () => {
  it('names every instrument on landscape pages, those that share their letters in one row where it is wanted', async () => {
    const { plain, info } = await pdf(`/api/exercises/${harbour.id}/call-sheet.pdf?class=${group.id}&paper=a4`);
    for (const name of ['Fl.', 'Ob.', 'Cl.', 'A. Sax', 'Tpt.', 'Tuba']) expect(plain).toContain(name);
    expect(info).toMatch(/Page size:\s+841\.8\d* x 595\.2\d*/);
    await mara.get(`/api/exercises/${harbour.id}/call-sheet.pdf?class=${group.id}&paper=napkin`).expect(400);
    const together = await pdf(`/api/exercises/${harbour.id}/call-sheet.pdf?class=${group.id}&together=yes`);
    expect(together.plain).toMatch(/Cl\., T\. Sax, Tpt\./);
    expect(plain).not.toMatch(/Cl\., T\. Sax/);
  });
});

describe('a part as MusicXML', () => {
  it('reads back as the written page, and says the transposition', async () => {
    const xml = (await fetchFile(mara, `/api/exercises/${harbour.id}/parts/horn.musicxml`)).bytes.toString('utf8');
    const read = readMusicXml(xml);
    if (!read.ok || read.value.kind !== 'line') throw new Error('not a line');
    expect(read.value.suggestedOwner).toBe('horn');
    expect(read.problems).toEqual([]);
    expect(
      notesOf(read.value.score)
        .slice(0, 3)
        .map((n) => pitchText(n.pitch)),
    ).toEqual(['G3', 'C4', 'D4']);
    await mara.get(`/api/exercises/${harbour.id}/parts/kazoo.musicxml`).expect(404);
  });
});

describe('files for other programs', () => {
  it('carry the figures where they are asked for: numbers as fingerings, others as words', async () => {
    const xml = async (instrument: string, query: string): Promise<string> =>
      (await fetchFile(mara, `/api/exercises/${harbour.id}/parts/${instrument}.musicxml${query}`)).bytes.toString(
        'utf8',
      );
    expect(await xml('trumpet', '')).not.toContain('<fingering>');
    expect(await xml('trumpet', '?figures=yes')).toContain('<fingering>13</fingering>');
    expect(await xml('flute', '?figures=yes')).toMatch(/<words>T 1/);
  });

  it('give the line as it was read and as it sounds, in each format', async () => {
    const line = async (format: string, query = ''): Promise<Buffer> =>
      (await fetchFile(mara, `/api/exercises/${harbour.id}/line.${format}${query}`)).bytes;
    for (const format of ['musicxml', 'mxl', 'abc', 'mid', 'json']) {
      const read = readFile(new Uint8Array(await line(format)));
      expect([format, read.ok]).toEqual([format, true]);
    }
    const concert = readFile(new Uint8Array(await line('musicxml', '?pitch=concert')));
    expect(concert.ok && concert.value.kind === 'line' && concert.value.suggestedOwner).toBe('concert');
    await mara.get(`/api/exercises/${harbour.id}/line.doc`).expect(404);
    await mara.get(`/api/exercises/${harbour.id}/line.abc?pitch=loud`).expect(400);
  });
});

describe('the name of a download', () => {
  it('keeps letters of every script and nothing that ends a header or walks a path', () => {
    expect(attachment('Dvořák "Étude"\r\nSet-Cookie: a=b/../x.pdf')).toBe(
      'attachment; filename="Dvorak Etude Set-Cookie a=b .. x.pdf"; filename*=UTF-8\'\'Dvo%C5%99%C3%A1k%20%C3%89tude%20Set-Cookie%20a%3Db%20..%20x.pdf',
    );
  });
});
