import {
  annotate,
  type BandRow,
  derivePart,
  firstBars,
  type Exercise,
  figureText,
  type InstrumentId,
  instrumentOf,
  letterName,
  midi,
  notesOf,
  realize,
  semitones,
} from '@cifra/core';
import { arbitraryExercise, midiNotes, SHARE_OF_INSTRUMENTS } from '@cifra/core/testing';
import { childrenNamed, descendants, textOf, type XmlElement } from '@cifra/xml';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { layOut } from './engine/engine';
import { engraveLine } from './engraveLine';
import { engravePart, layOutPart } from './engravePart';
import { writeMei } from './mei/writeMei';
import { MARGIN, PAPER_SIZE } from './page/paper';
import { measureText } from './text/measureText';
import { cellReach, layOutBand } from './band/bandRows';
import { loadEngine } from './testing/loadEngine';
import { parsePage, withClass } from './testing/readPage';
import { plansFor, rowsOf } from './testing/pagesFor';

/** Figure drawn and as text, name and sound: what the band has held from the beginning. */
const ROWS: readonly BandRow[] = ['diagram', 'figure', 'name', 'sounds', 'count'];

type Loaded = Awaited<ReturnType<typeof loadEngine>>;
let engine: Loaded;
beforeAll(async () => {
  engine = await loadEngine();
});

const exercises = fc.sample(arbitraryExercise(10), { seed: 11, numRuns: 6 });
const partOf = (exercise: Exercise, id: InstrumentId) => {
  const part = derivePart(realize(exercise), instrumentOf(id), exercise.owner);
  return { part, annotations: annotate(part) };
};
const pages = (exercise: Exercise, id: InstrumentId, rows: readonly BandRow[], paper: 'a4' | 'letter' = 'a4') =>
  engravePart(engine, plansFor(exercise, id, { rows: rowsOf(...rows) }), { paper });

describe('an engraved part', () => {
  it.each(SHARE_OF_INSTRUMENTS.map((i) => i.id))(
    'of the %s shows figure and name over every struck note, in order, and the concert pitch where it is another letter',
    (id) => {
      const { part, annotations } = partOf(exercises[0] as Exercise, id);
      // Second source: an instrument that is moved by octaves alone reads the letters that sound.
      const isInC = semitones(part.instrument.toWritten) % 12 === 0;
      const cells = pages(exercises[0] as Exercise, id, ['diagram', 'figure', 'name', 'sounds']).flatMap((p) =>
        withClass(parsePage(p.svg), 'cell'),
      );
      const struck = [...annotations.values()].filter((n) => n.tiedFrom === undefined);
      expect(cells.map((c) => c.attributes['data-note'])).toEqual(struck.map((n) => n.id));
      cells.forEach((cell, i) => {
        const note = struck[i];
        if (note === undefined) throw new Error('a cell without a note');
        expect(textOf(withClass(cell, 'name')[0])).toBe(letterName(note.written));
        expect(withClass(cell, 'sounds').map(textOf)).toEqual(isInC ? [] : [letterName(note.concert)]);
        if (note.fingering.kind === 'playable' && note.fingering.figure.kind !== 'keys')
          expect(textOf(withClass(cell, 'figure')[0])).toBe(figureText(note.fingering.figure));
      });
    },
  );

  it("names the title, the player's instrument and what the signature does", () => {
    const page = pages(exercises[1] as Exercise, 'trumpet', ['name'], 'letter')[0];
    const words = withClass(parsePage(page?.svg ?? ''), 'instrument')
      .concat(withClass(parsePage(page?.svg ?? ''), 'title'), withClass(parsePage(page?.svg ?? ''), 'advice'))
      .map(textOf);
    expect(words[0]).toBe('Trumpet in B♭');
    expect(words[1]).toBe('Generated');
    expect(words[2]).toMatch(/^(Every|No sharps)/);
    expect([page?.width, page?.height]).toEqual([PAPER_SIZE.letter.width, PAPER_SIZE.letter.height]);
  });

  it('has no band when every row is off', () => {
    const { part } = partOf(exercises[0] as Exercise, 'flute');
    const root = parsePage(pages(exercises[0] as Exercise, 'flute', [])[0]?.svg ?? '');
    expect(withClass(root, 'cell')).toEqual([]);
    expect(withClass(root, 'note').length).toBe(notesOf(part.score).length);
  });

  it('carries no inline style and no script, whatever the title says', () => {
    const base = exercises[0] as Exercise;
    const hostile: Exercise = {
      ...base,
      source: { ...base.source, title: '"><script>alert(1)</script><img src=x onerror=alert(1)>' },
    };
    const { svg } = pages(hostile, 'tuba', ROWS)[0] ?? { svg: '' };
    const names = new Set([...descendants(parsePage(svg))].map((e) => e.name));
    expect(names.has('script') || names.has('img') || names.has('style')).toBe(false);
    expect([...descendants(parsePage(svg))].every((e) => e.attributes.style === undefined)).toBe(true);
    expect(textOf(withClass(parsePage(svg), 'title')[0])).toContain('<script>');
  });
});

describe('the geometry of the band', () => {
  const settings: readonly (readonly BandRow[])[] = [ROWS, ['diagram', 'name'], ['figure', 'sounds']];
  const width = PAPER_SIZE.a4.width - MARGIN.left - MARGIN.right;

  /** Pairs of neighbouring cells that touch, in hundredths of a millimetre of overlap. */
  function overlaps(id: InstrumentId, exercise: Exercise, rows: readonly BandRow[], shrink = 0): string[] {
    const [plan] = plansFor(exercise, id, { rows: rowsOf(...rows) });
    if (plan === undefined) throw new Error('no page');
    const { annotations } = plan;
    const band = layOutBand(plan);
    const found: string[] = [];
    // A bar too full for a line is set smaller: the line is as much longer before that.
    const { systems, shrink: smaller } = layOutPart(engine, plan, width);
    for (const system of systems) {
      const cells = system.heads.flatMap((h) => {
        const note = annotations.get(h.note);
        if (note === undefined || note.tiedFrom !== undefined) return [];
        const reach = cellReach(note, band, plan);
        return [{ id: h.id, left: h.x - reach.left - shrink, right: h.x + reach.right + shrink }];
      });
      cells.forEach((c, i) => {
        const next = cells[i + 1];
        if (next !== undefined && next.left < c.right)
          found.push(`${id} ${c.id}-${next.id}: ${Math.round(c.right - next.left)}`);
        if (c.right > width / smaller || c.left < 0) found.push(`${id} ${c.id} leaves the line`);
      });
      const [place] = system.bands;
      if (place === undefined || place.bottom > system.staffTop) found.push(`${id}: the band is not above the staff`);
    }
    return found;
  }

  it.each(SHARE_OF_INSTRUMENTS.map((i) => i.id))('%s: no cell touches its neighbour or leaves the line', (id) => {
    for (const rows of settings) for (const e of exercises.slice(0, 3)) expect(overlaps(id, e, rows)).toEqual([]);
  });

  it('would notice cells that touch', () => {
    expect(overlaps('trumpet', exercises[0] as Exercise, ROWS, 600).length).toBeGreaterThan(0);
  });

  it.each(SHARE_OF_INSTRUMENTS.map((i) => i.id))('%s: every cell is centred on its notehead within 0.3 mm', (id) => {
    for (const page of pages(exercises[2] as Exercise, id, ['diagram', 'figure', 'name', 'count'])) {
      for (const placed of withClass(parsePage(page.svg), 'placed')) {
        for (const cell of withClass(placed, 'cell')) {
          const x = Number(/translate\(([\d.]+)/.exec(cell.attributes.transform ?? '')?.[1]);
          const note = withClass(placed, 'note').find((n) => n.attributes.id === `c-${cell.attributes['data-note']}`);
          const use = [...descendants(note as XmlElement)].find((e) => e.name === 'use');
          const head = Number(/translate\(([\d.]+)/.exec(use?.attributes.transform ?? '')?.[1]);
          // Black and half noteheads of the engraving font are 1.18 to 1.26 staff spaces wide, whole ones 1.69.
          expect(x - head).toBeGreaterThan(1.18 * 90 - 30);
          expect(x - head).toBeLessThan(1.69 * 90 + 30);
        }
      }
    }
  });
});

describe("against the engraving library's own MIDI", () => {
  // Source: the MIDI that the library itself renders from the written page: an independent reading of its pitches.
  it.each(SHARE_OF_INSTRUMENTS.map((i) => [i.id, i] as const))(
    '%s: the written page sounds as written',
    (id, instrument) => {
      for (const exercise of exercises) {
        const { part } = partOf(exercise, id);
        // Repeats are taken away: the library plays them out, and the order of playing is not what is held here.
        const straight = {
          ...part.score,
          measures: part.score.measures.map(({ repeatStart: _s, repeatEnd: _e, ending: _n, ...m }) => m),
        };
        layOut(
          engine,
          writeMei(straight, {
            bandLines: 0,
            cellWidth: () => 0,
            breakBefore: new Set(),
            idPrefix: 'x-',
            slurs: true,
            finalBar: true,
          }),
          18000,
          'auto',
        );
        const heard = midiNotes(new Uint8Array(Buffer.from(engine.renderToMIDI(), 'base64')));
        const struck = notesOf(part.score).filter((_n, i, all) => all[i - 1]?.tie !== true);
        const written = struck.map((n) => midi(n.pitch));
        expect(heard).toEqual(written);
        const concert = notesOf(realize(exercise))
          .filter((_n, i, all) => all[i - 1]?.tie !== true)
          .map((n) => midi(n.pitch));
        const move = midi({ step: 'C', alter: 0, octave: 4 }) - 60 + 12 * part.decisions.octave.octaves;
        const up = { fifths: instrument.toWritten.fifths, octaves: instrument.toWritten.octaves };
        expect(written).toEqual(concert.map((n) => n + move + 7 * up.fifths + 12 * up.octaves));
      }
    },
  );
});

describe('lines for the screen', () => {
  it('cut whole bars and drop what leads out of them', () => {
    const { source } = exercises[3] as Exercise;
    const cut = firstBars(source, 1);
    expect(cut.measures.length).toBeLessThanOrEqual(2);
    const ids = new Set(cut.measures.flatMap((m) => m.events.map((e) => e.id)));
    expect(cut.slurs.every((s) => ids.has(s.from) && ids.has(s.to))).toBe(true);
    const page = engraveLine(engine, cut);
    expect(withClass(parsePage(page.svg), 'note').length).toBe(notesOf(cut).length);
  });

  it('measure text as the shipped face does', () => {
    // The same file that the page uses, read by fontkit.
    // eslint-disable-next-line @typescript-eslint/no-require-imports -- fontkit ships no types
    const fontkit = require('fontkit') as {
      create: (b: Buffer) => { layout: (t: string) => { glyphs: { advanceWidth: number }[] }; unitsPerEm: number };
    };
    const font = fontkit.create(
      readFileSync(require.resolve('@fontsource/archivo-narrow/files/archivo-narrow-latin-600-normal.woff')),
    );
    const wide = font.layout('T123 456').glyphs.reduce((w, g) => w + g.advanceWidth, 0) / font.unitsPerEm;
    expect(measureText('T123 456', 1000, 'semibold')).toBeCloseTo(wide * 1000, -1.3);
  });

  it('refuse an engine that refuses', () => {
    expect(() =>
      layOut(
        { ...engine, setOptions: () => undefined, loadData: () => false, getPageCount: () => 1, renderToSVG: () => '' },
        '',
        1000,
        'auto',
      ),
    ).toThrow('refused');
    expect(childrenNamed({ name: 'a', attributes: {}, children: [] }, 'b')).toEqual([]);
  });
});
