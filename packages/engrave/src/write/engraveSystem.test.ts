import { notesOf, placeMeasures, accidentalsInForce, type Score, type Written } from '@cifra/core';
import { arbitraryScore, line } from '@cifra/core/testing';
import { descendants, hasClass, readXml } from '@cifra/xml';
import fc from 'fast-check';
import { loadEngine } from '../testing/loadEngine';
import { breakForWriting, estimateWidth } from './breakForWriting';
import { type EngravedSystem, engraveSystem, type SystemRequest } from './engraveSystem';
import { sliceLine } from './sliceLine';

let engine: Awaited<ReturnType<typeof loadEngine>>;
beforeAll(async () => {
  engine = await loadEngine();
});

const request = (scores: readonly Score<Written>[], rest: Partial<SystemRequest> = {}): SystemRequest => ({
  lines: scores.map((score) => ({ score, signs: [...accidentalsInForce(score)] })),
  widthMm100: 16000,
  spread: false,
  opens: true,
  closes: true,
  ...rest,
});
const engrave = (scores: readonly Score<Written>[], rest: Partial<SystemRequest> = {}): EngravedSystem =>
  engraveSystem(engine, request(scores, rest));
const classes = (svg: string, name: string): number => {
  const read = readXml(svg);
  if (!read.ok) throw new Error('no SVG');
  return [...descendants(read.root)].filter((e) => hasClass(e, name)).length;
};

describe('a line of music on the desk', () => {
  it('says where every note and rest stands, in order and inside its bar', () => {
    for (const score of fc.sample(arbitraryScore(3), { seed: 5, numRuns: 12 })) {
      const system = engrave([score]);
      const events = score.measures.flatMap((m) => m.events);
      const xs = new Map(system.signs.map((s) => [s.id, s.x]));
      expect([...xs.keys()].sort()).toEqual(events.map((e) => e.id).sort());
      const inOrder = events.map((e) => xs.get(e.id) ?? NaN);
      expect(inOrder).toEqual([...inOrder].sort((a, b) => a - b));
      score.measures.forEach((m, i) => {
        const box = system.measures[i];
        for (const e of m.events) {
          expect(xs.get(e.id)).toBeGreaterThan(box?.left ?? Infinity);
          expect(xs.get(e.id)).toBeLessThan((box?.right ?? 0) + 1);
        }
      });
      expect(system.staves).toHaveLength(1);
    }
  });

  it('draws the bracket before several lines whole', () => {
    const read = readXml(engrave([line<Written>('C4 D4 E4 F4'), line<Written>('G4:w')]).svg);
    if (!read.ok) throw new Error('no SVG');
    const all = [...descendants(read.root)];
    const bar = all
      .find((e) => e.attributes.class === 'grpSym')
      ?.children.find((c) => typeof c !== 'string' && c.name === 'rect');
    const indent = all
      .map((e) => /^translate\((\d+) /.exec(e.attributes.transform ?? '')?.[1])
      .find((x) => x !== undefined);
    expect(typeof bar === 'object' && Number(bar.attributes.x) + Number(indent)).toBeGreaterThan(0);
  });

  it('keeps room for a bar that is yet empty, and hangs an open tie in the air', () => {
    const empty = {
      ...line<Written>('G4 A4'),
      measures: [...line<Written>('G4 A4').measures, { id: 'm2', events: [] }],
    };
    const [, second] = engrave([empty]).measures;
    expect((second?.right ?? 0) - (second?.left ?? 0)).toBeGreaterThan(500);
    expect(classes(engrave([line<Written>('G4:h R:h')]).svg, 'lv')).toBe(0);
    expect(classes(engrave([line<Written>('G4:h~ R:h')]).svg, 'lv')).toBe(1);
  });

  it('stands under another, bar under bar, each note told by its line', () => {
    const system = engrave([line<Written>('G4 A4 B4 C5 | D5:w'), line<Written>('E4:h F4:h | G4:w')]);
    expect(system.staves).toHaveLength(2);
    expect(system.signs.filter((s) => s.line === 1).map((s) => s.id)).toEqual(['n1', 'n2', 'n3']);
    const x = (l: number, id: string): number => system.signs.find((s) => s.line === l && s.id === id)?.x ?? 0;
    expect(Math.abs(x(0, 'n1') - x(1, 'n1'))).toBeLessThan(20);
    expect(Math.abs(x(0, 'n5') - x(1, 'n3'))).toBeLessThan(20);
    const [upper, lower] = system.staves;
    expect((lower?.top ?? 0) - (upper?.bottom ?? 0)).toBeGreaterThan(500);
  });

  it('is as wide as the desk when it is spread', () => {
    const score = line<Written>('G4 A4 B4 C5 | D5 C5 B4 A4 | G4 A4 B4 C5');
    expect(engrave([score], { spread: true }).width).toBeGreaterThan(15800);
    expect(engrave([score]).width).toBeLessThan(13000);
  });

  it('repeats no meter, but clef and signature; what leads over its edges stays inside', () => {
    const score = {
      ...line<Written>('F#4 G4 A4 B4 | C5:w~ | C5 D5:h. | E5:w', { fifths: 1 }),
      slurs: [
        { from: 'n1', to: 'n6' },
        { from: 'n7', to: 'n8' },
      ],
    };
    const opening = placeMeasures(score)[2];
    if (opening === undefined) throw new Error('no bar');
    const slice = sliceLine(score, 2, 4, opening);
    expect(slice.measures[0]).toMatchObject({ key: { fifths: 1 }, clef: 'treble' });
    expect(slice.slurs).toEqual([
      { from: 'n6', to: 'n6' },
      { from: 'n7', to: 'n8' },
    ]);
    const system = engrave([slice], { opens: false });
    expect(classes(system.svg, 'meterSig')).toBe(0);
    expect(classes(system.svg, 'keyAccid')).toBe(1);
  });
});

describe('the breaks of lines while writing', () => {
  it('guess widths within a fifth of what is drawn, a tenth on the whole', () => {
    let off = 0;
    let bars = 0;
    for (const score of fc.sample(arbitraryScore(5), { seed: 9, numRuns: 12 })) {
      const signs = accidentalsInForce(score);
      const system = engrave([score]);
      score.measures.forEach((m, i) => {
        const box = system.measures[i];
        if (i === 0 || m.key !== undefined || box === undefined) return;
        const guess = estimateWidth(m, m.events.filter((e) => signs.get(e.id)?.sign !== undefined).length);
        off += Math.abs(guess - (box.right - box.left)) / (box.right - box.left);
        bars += 1;
      });
    }
    expect(off / bars).toBeLessThan(0.1);
  });

  it('stand after every fourth bar where there is room, earlier where bars are wide, and lose none', () => {
    const four = breakForWriting(
      Array.from({ length: 9 }, () => 3000),
      Array.from({ length: 9 }, () => 0),
      new Set(),
      16000,
    );
    expect(four.map((l) => [l.from, l.to])).toEqual([
      [0, 4],
      [4, 8],
      [8, 9],
    ]);
    expect(
      breakForWriting([1000, ...Array.from({ length: 4 }, () => 3000)], [0, 0, 0, 0, 0], new Set([0]), 16000).map(
        (l) => l.to,
      ),
    ).toEqual([5]);
    expect(breakForWriting([9000, 9000, 9000], [0, 0, 0], new Set(), 16000).map((l) => l.to)).toEqual([1, 2, 3]);
    expect(breakForWriting([40000], [0], new Set(), 16000).map((l) => l.to)).toEqual([1]);
  });

  it('a line of notes only is drawn whole', () => {
    const score = line<Written>('G4 A4 B4 C5');
    expect(engrave([score]).signs).toHaveLength(notesOf(score).length);
  });
});
