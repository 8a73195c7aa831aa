import {
  chartNotes,
  DEFAULT_CONVENTIONS,
  figureText,
  finger,
  INSTRUMENTS,
  instrumentOf,
  type KeyFigure,
  TOUCHES,
  WOODWINDS,
} from '@cifra/core';
import { descendants, type XmlElement } from '@cifra/xml';
import pathBounds from 'svg-path-bounds';
import { drawKeyDiagram, keyDiagramHeight, keyDiagramReach, keysUsed } from './keyDiagram';
import { KEY_LAYOUTS } from './keys.data';
import { drawLegend } from './legend';

const INK_FILL = '#000000';
const filled = (e: XmlElement): XmlElement[] =>
  [...descendants(e)].filter((c) => c.name === 'path' && c.attributes.fill === INK_FILL);
/** Closed outlines in a drawing's path data. */
const outlines = (paths: readonly XmlElement[]): number =>
  paths.reduce((n, p) => n + (p.attributes.d?.match(/Z/g) ?? []).length, 0);

describe('key diagrams', () => {
  it.each(WOODWINDS)('%s: every touch that a figure can name has its hole or key, on its own hand', (woodwind) => {
    const { holes, keys } = KEY_LAYOUTS[woodwind];
    const drawn = new Set([...holes.map((h) => h.name), ...keys.map((k) => `${k.hand} ${k.name}`)]);
    const missing = TOUCHES[woodwind]
      .filter((t) => !drawn.has(t.name) && !drawn.has(`${t.hand} ${t.name}`))
      .map((t) => `${t.hand} ${t.name}`);
    expect(missing).toEqual([]);
  });

  it.each(WOODWINDS)('%s: no two holes or keys lie on each other, and all keep within the drawing', (woodwind) => {
    const { holes, keys, height } = KEY_LAYOUTS[woodwind];
    const boxes = [
      ...holes.map((h) => ({
        name: h.name,
        left: h.twin === true ? -66 : -50,
        right: h.twin === true ? 66 : 50,
        top: h.y - 50,
        bottom: h.y + 50,
      })),
      ...keys.map((k) => ({
        name: k.name,
        left: k.x - k.width / 2,
        right: k.x + k.width / 2,
        top: k.y - k.height / 2,
        bottom: k.y + k.height / 2,
      })),
    ];
    const clashes = boxes.flatMap((a, i) =>
      boxes
        .slice(i + 1)
        .filter((b) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)
        .map((b) => `${a.name} ${b.name}`),
    );
    expect(clashes).toEqual([]);
    expect(boxes.filter((b) => b.top < 0 || b.bottom > height).map((b) => b.name)).toEqual([]);
  });

  const woodwinds = INSTRUMENTS.filter((i) => i.system.kind === 'woodwind');
  it.each(woodwinds.map((i) => i.id))('%s: each figure fills exactly what it presses', (id) => {
    const instrument = instrumentOf(id);
    const { system } = instrument;
    if (system.kind !== 'woodwind') throw new Error('no woodwind');
    for (const p of chartNotes(instrument, 'full')) {
      const f = finger(instrument, p, DEFAULT_CONVENTIONS);
      if (f.kind !== 'playable' || f.figure.kind !== 'keys') continue;
      const figure: KeyFigure = f.figure;
      const keys = keysUsed(system.woodwind, [figure]);
      const pressed = [...figure.left, ...figure.right].filter((t) => !/h$/.test(t)).length;
      const halves = [...figure.left, ...figure.right].filter((t) => /h$/.test(t));
      const twins = KEY_LAYOUTS[system.woodwind].holes.filter((h) => h.twin === true).map((h) => h.name);
      const twice = [...figure.left, ...figure.right].filter((t) => twins.includes(t)).length;
      // A half hole is half filled; of a twin hole one of the two is.
      expect([figureText(figure), outlines(filled(drawKeyDiagram(figure, system.woodwind, keys)))]).toEqual([
        figureText(figure),
        pressed + halves.length + twice,
      ]);
    }
  });

  it('draws only the keys that the page needs, always with the thumb where it has one', () => {
    expect(keysUsed('clarinet', [{ kind: 'keys', left: ['T', '1'], right: [] }]).map((k) => k.name)).toEqual([
      'R',
      'T',
    ]);
    expect(keysUsed('clarinet', [{ kind: 'keys', left: ['A'], right: [] }]).map((k) => k.name)).toEqual(
      expect.arrayContaining(['A', 'Gs']),
    );
    expect(keysUsed('flute', [{ kind: 'keys', left: ['T', '1'], right: ['Eb'] }]).map((k) => k.name)).toEqual([
      'T',
      'Eb',
      'Cs',
      'C',
    ]);
    expect(keysUsed('flute', [{ kind: 'keys', left: ['Tb', '1'], right: [] }]).map((k) => k.name)).toContain('Tb');
    expect(keysUsed('recorder', []).map((k) => k.name)).toEqual(['T']);
  });

  it('reach as far as what they draw', () => {
    for (const woodwind of WOODWINDS) {
      const keys = KEY_LAYOUTS[woodwind].keys;
      const reach = keyDiagramReach(woodwind, keys);
      for (const path of [...descendants(drawKeyDiagram({ kind: 'keys', left: [], right: [] }, woodwind, keys))].filter(
        (e) => e.name === 'path',
      )) {
        const [left, top, right, bottom] = pathBounds(path.attributes.d ?? '');
        expect(left).toBeGreaterThanOrEqual(-reach.left - 1);
        expect(right).toBeLessThanOrEqual(reach.right + 1);
        expect(top).toBeGreaterThanOrEqual(-8);
        expect(bottom).toBeLessThanOrEqual(keyDiagramHeight(woodwind) + 8);
      }
    }
  });
});

describe('the legend', () => {
  const words = (e: XmlElement): string => JSON.stringify(e);
  it('names every key that it draws, and what filled means', () => {
    const clarinet = instrumentOf('clarinet');
    const keys = KEY_LAYOUTS.clarinet.keys;
    const text = words(drawLegend(clarinet, keys, false).drawing);
    for (const name of ['register', 'thumb', 'pressed', 'open', 'left hand above the bar,'])
      expect(text).toContain(name);
    expect(words(drawLegend(instrumentOf('descant-recorder'), KEY_LAYOUTS.recorder.keys, false).drawing)).toContain(
      'half shut',
    );
  });

  it('numbers the slide, and says how many valves there are', () => {
    expect(words(drawLegend(instrumentOf('trombone'), [], false).drawing)).toContain('furthest out');
    expect(words(drawLegend(instrumentOf('f-trombone'), [], false).drawing)).toContain('thumb');
    expect(words(drawLegend(instrumentOf('tuba'), [], true).drawing)).toContain('valves 1 to 4');
    expect(words(drawLegend(instrumentOf('double-horn'), [], false).drawing)).toContain('thumb, then valves 1 to 3');
    for (const i of INSTRUMENTS)
      expect(
        drawLegend(i, i.system.kind === 'woodwind' ? KEY_LAYOUTS[i.system.woodwind].keys : [], true).height,
      ).toBeLessThan(2700);
  });
});
