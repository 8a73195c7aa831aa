import { callSheet, DEFAULT_TEACHING, type Exercise, INSTRUMENTS, instrumentOf, notesOf, realize } from '@cifra/core';
import { line } from '@cifra/core/testing';
import { textOf, type XmlElement } from '@cifra/xml';
import type { Page } from '../page/composePages';
import { PAPER_SIZE } from '../page/paper';
import { loadEngine } from '../testing/loadEngine';
import { parsePage, withClass } from '../testing/readPage';
import { engraveCallSheet } from './engraveCallSheet';

let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  engine = await loadEngine();
});

const parse = (page: Page | undefined): XmlElement => parsePage(page?.svg ?? '');
const exerciseOf = (text: string): Exercise => ({ owner: 'trumpet', source: line(text), partChoices: {} });

describe('a call sheet', () => {
  it('sets sixteen bars for a class of sixteen: letters and figures under their notes, new ones marked, nothing under eight points', () => {
    const sixteen = exerciseOf(
      Array.from({ length: 16 }, (_u, i) => (i % 3 === 0 ? 'G4:e A4:e B4 C5:h' : 'C4 D4 E4 F4')).join(' | '),
    );
    const sheet = callSheet(
      sixteen,
      INSTRUMENTS.filter((i) => !i.id.endsWith('recorder'))
        .slice(0, 16)
        .map((i) => i.id),
      DEFAULT_TEACHING,
      {},
      {},
      { together: false, woodwindFigures: true },
    );
    const pages = engraveCallSheet(engine, sheet, 'a4');
    const everything = (name: string) => pages.flatMap((p) => withClass(parse(p), name));
    for (const p of pages) expect([p.width, p.height]).toEqual([PAPER_SIZE.a4.height, PAPER_SIZE.a4.width]);
    // Eight points are 282 hundredths of a millimetre.
    for (const p of pages) {
      const scale = Number(/scale\(([\d.]+)\)/.exec(p.svg)?.[1]);
      const sizes = [...p.svg.matchAll(/font-size="([\d.]+)"[^>]*class="(?:name|figure|row-name)/g)].map((m) =>
        Number(m[1]),
      );
      expect(sizes.length).toBeGreaterThan(20);
      expect(Math.min(...sizes) * scale).toBeGreaterThan(282);
    }
    const calls = everything('call');
    expect(calls).toHaveLength(16 * notesOf(realize(sixteen)).length);
    const trumpet = sheet.rows.find((r) => r.part.instrument === instrumentOf('trumpet'));
    const fresh = sheet.rows.reduce((n, r) => n + r.newNotes.size, 0);
    expect(everything('new')).toHaveLength(fresh);
    expect(trumpet?.annotations.get('n1')?.name).toBe('G');
  });

  it('says where players sit, cut where there is no room, and without a word where nobody has a seat', () => {
    const four = exerciseOf('C4 D4 E4 F4 | G4 F4 E4 D4');
    const seatsOn = (seats: Parameters<typeof callSheet>[4]): string[] =>
      withClass(
        parse(engraveCallSheet(engine, callSheet(four, ['trumpet', 'tuba'], DEFAULT_TEACHING, {}, seats), 'a4')[0]),
        'row-seats',
      ).map(textOf);
    expect(seatsOn({ trumpet: 'row 2: 3, 4' })).toEqual(['row 2: 3, 4']);
    const [long] = seatsOn({ tuba: 'row 9: '.concat(Array.from({ length: 60 }, (_u, i) => i).join(', ')) });
    expect(long).toMatch(/^row 9: 0, 1, .*…$/);
    expect(seatsOn({})).toEqual([]);
  });
});
