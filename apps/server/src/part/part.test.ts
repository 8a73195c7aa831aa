import type { ClassView, ExerciseView } from '@cifra/contract';
import { notesOf, pitchText } from '@cifra/core';
import { readFile, readMusicXml } from '@cifra/formats';
import { unzipSync } from 'fflate';
import { openDemoClass } from '../testing/demoClass';
import { fetchFile, fetchPdf } from '../testing/fetchPages';
import type { TestServer } from '../testing/testServer';
import { attachment } from './attachment';

let server: TestServer;
let mara: ReturnType<TestServer['agent']>;
let harbour: ExerciseView;
let group: ClassView;
beforeAll(async () => { ({ server, mara, exercise: harbour, group } = await openDemoClass('Harbour Steps')); });
afterAll(() => server.stop());

const pdf = (path: string) => fetchPdf(mara, path);

describe('a PDF of one part', () => {
  it('holds title, player, letters with their signs and figures, on the paper asked for', async () => {
    const { text, info, fonts, disposition } = await pdf(`/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&paper=a4`);
    expect(text).toMatch(/Harbour Steps/);
    expect(text).toMatch(/Trumpet in B ?♭/);
    expect(text).toMatch(/Every F is F♯\./);
    expect(text).toMatch(/G♯/);
    expect(text.replace(/\s+/g, ' ')).toMatch(/13 0 12 2/);
    expect(info).toMatch(/Title:\s+Harbour Steps/);
    expect(info).toMatch(/Page size:\s+595\.2\d* x 841\.8\d*.*A4/);
    expect(fonts.split('\n').slice(2).filter((l) => l !== '').every((l) => /\byes\b/.test(l))).toBe(true);
    expect(disposition).toBe("attachment; filename=\"Harbour Steps - Trumpet.pdf\"; filename*=UTF-8''Harbour%20Steps%20-%20Trumpet.pdf");
    expect((await pdf(`/api/exercises/${harbour.id}/parts/trumpet.pdf?class=${group.id}&paper=letter`)).info).toMatch(/612 x 792|letter/);
  });

  it('refuses an instrument or a paper that does not exist', async () => {
    await mara.get(`/api/exercises/${harbour.id}/parts/kazoo.pdf?class=${group.id}`).expect(404);
    await mara.get(`/api/exercises/${harbour.id}/parts/flute.pdf?class=${group.id}&paper=napkin`).expect(400);
  });
});

describe('the class\'s book', () => {
  it('has every instrument of the class in score order', async () => {
    const { text, info } = await pdf(`/api/exercises/${harbour.id}/book.pdf?class=${group.id}`);
    const order = ['Flute', 'Oboe', 'Bassoon', 'Clarinet in B♭', 'Alto saxophone in E♭', 'Tenor saxophone in B♭', 'Trumpet in B♭', 'Horn in F', 'Trombone', 'Euphonium', 'Tuba'];
    const plain = text.replace(/ ♭/g, '♭');
    const places = order.map((name) => plain.indexOf(name));
    expect(places.every((p) => p >= 0)).toBe(true);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
    expect(Number(/Pages:\s+(\d+)/.exec(info)?.[1])).toBeGreaterThanOrEqual(order.length);
  });
});

describe('a part as MusicXML', () => {
  it('reads back as the written page, and says the transposition', async () => {
    const xml = (await fetchFile(mara, `/api/exercises/${harbour.id}/parts/horn.musicxml`)).bytes.toString('utf8');
    const read = readMusicXml(xml);
    if (!read.ok || read.value.kind !== 'line') throw new Error('not a line');
    expect(read.value.suggestedOwner).toBe('horn');
    expect(read.problems).toEqual([]);
    expect(notesOf(read.value.score).slice(0, 3).map((n) => pitchText(n.pitch))).toEqual(['G3', 'C4', 'D4']);
    await mara.get(`/api/exercises/${harbour.id}/parts/kazoo.musicxml`).expect(404);
  });
});

describe('files for other programs', () => {
  it('carry the figures where they are asked for: numbers as fingerings, others as words', async () => {
    const xml = async (instrument: string, query: string): Promise<string> => (await fetchFile(mara, `/api/exercises/${harbour.id}/parts/${instrument}.musicxml${query}`)).bytes.toString('utf8');
    expect(await xml('trumpet', '')).not.toContain('<fingering>');
    expect(await xml('trumpet', '?figures=yes')).toContain('<fingering>13</fingering>');
    expect(await xml('flute', '?figures=yes')).toMatch(/<words>T 1/);
  });

  it('give the line as it was read and as it sounds, in each format', async () => {
    const line = async (format: string, query = ''): Promise<Buffer> => (await fetchFile(mara, `/api/exercises/${harbour.id}/line.${format}${query}`)).bytes;
    for (const format of ['musicxml', 'mxl', 'abc', 'mid', 'json']) {
      const read = readFile(new Uint8Array(await line(format)));
      expect([format, read.ok]).toEqual([format, true]);
    }
    const concert = readFile(new Uint8Array(await line('musicxml', '?pitch=concert')));
    expect(concert.ok && concert.value.kind === 'line' && concert.value.suggestedOwner).toBe('concert');
    await mara.get(`/api/exercises/${harbour.id}/line.doc`).expect(404);
    await mara.get(`/api/exercises/${harbour.id}/line.abc?pitch=loud`).expect(400);
  });

  it('come as one zip for the class: a page and a file of each part, and the line', async () => {
    const { bytes, disposition } = await fetchFile(mara, `/api/exercises/${harbour.id}/class.zip?class=${group.id}`);
    expect(disposition).toContain('.zip');
    const names = Object.keys(unzipSync(new Uint8Array(bytes)));
    expect(names.filter((n) => n.endsWith('.pdf'))).toHaveLength(group.instruments.length);
    expect(names.filter((n) => /^\d\d .*\.musicxml$/.test(n))).toHaveLength(group.instruments.length);
    expect(names).toEqual(expect.arrayContaining(['line.musicxml', 'line.abc', 'line.mid', 'line.json']));
    await mara.get(`/api/exercises/${harbour.id}/class.zip`).expect(404);
  });
});

describe('the name of a download', () => {
  it('keeps letters of every script and nothing that ends a header or walks a path', () => {
    expect(attachment('Dvořák "Étude"\r\nSet-Cookie: a=b/../x.pdf')).toBe("attachment; filename=\"Dvorak Etude Set-Cookie a=b .. x.pdf\"; filename*=UTF-8''Dvo%C5%99%C3%A1k%20%C3%89tude%20Set-Cookie%20a%3Db%20..%20x.pdf");
  });
});
