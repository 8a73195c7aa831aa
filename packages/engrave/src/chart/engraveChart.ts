import { type Annotations, type BandRow, type NoteAnnotation, type Part, pitchText, saysSomething } from '@cifra/core';
import { element, type XmlElement } from '@cifra/xml';
import { fullBand } from '../band/bandRows';
import type { CellLabel } from '../band/drawBand';
import { figureLines } from '../diagram/figureLines';
import { INK } from '../diagram/ink';
import type { Engine } from '../engine/engine';
import { composePages, type Page } from '../page/composePages';
import { blockOf, enlarge } from '../page/enlarge';
import { MARGIN, type Paper, PAPER_SIZE } from '../page/paper';
import { instrumentTitle } from '../page/pageWords';
import type { System } from '../system/readSystems';
import { drawText } from '../text/drawText';
import { measureText } from '../text/measureText';
import { chartDecorator, layOutChart } from './layOutChart';

type Playable = Extract<NoteAnnotation['fingering'], { kind: 'playable' }>;

/** What a chart says besides its notes; the words are the application's. */
export interface ChartWords {
  readonly title: string;
  /** Under the title: which notes these are, and which convention. */
  readonly notes: readonly string[];
  readonly othersTitle: string;
  readonly alternate: (a: Playable['alternates'][number]) => string;
  readonly tuning: (i: NonNullable<Playable['intonation']>) => string;
}

export interface ChartOptions {
  readonly rows: readonly BandRow[];
  readonly paper: Paper;
  readonly words: ChartWords;
  readonly label?: CellLabel;
}

const SIZE = 290;
const LINE = 395;
const TITLE = 340;
const COLUMNS = 2;
const NAME_WIDTH = 900;
const AFTER_FIGURE = 320;
/** Lines that are set as one block, so that a long list breaks over pages. */
const BLOCK = 22;

interface Row {
  readonly name: string;
  readonly figure: string;
  readonly text: string;
}

/** The name of a note with its octave, which tells two of one letter apart. */
const octaveName = (n: NoteAnnotation): string => `${n.name}${/-?\d+$/.exec(pitchText(n.written))?.[0] ?? ''}`;

/** Other figures and tunings, a line each, the note named on the first. */
function othersOf(part: Part, annotations: Annotations, words: ChartWords): Row[] {
  return [...annotations.values()].flatMap((n): Row[] => {
    if (n.fingering.kind !== 'playable') return [];
    const { alternates, intonation } = n.fingering;
    const rows = [
      ...alternates.map((a) => ({
        figure: figureLines(a.figure, part.teaching.conventions.fingerCount)
          .filter((l) => l !== '')
          .join(' | '),
        text: words.alternate(a),
      })),
      ...(intonation === undefined ? [] : [{ figure: '', text: words.tuning(intonation) }]),
    ];
    return rows.map((r, i) => ({ ...r, name: i === 0 ? octaveName(n) : '' }));
  });
}

function textBlocks(rows: readonly Row[], words: ChartWords, width: number): System[] {
  const blocks: System[] = [];
  const columnWidth = width / COLUMNS;
  const figureWidth = Math.max(0, ...rows.map((r) => measureText(r.figure, SIZE, 'semibold'))) + AFTER_FIGURE;
  for (let from = 0; from < rows.length; from += BLOCK * COLUMNS) {
    const here = rows.slice(from, from + BLOCK * COLUMNS);
    const high = Math.ceil(here.length / COLUMNS);
    const top = from === 0 ? 620 : 0;
    const drawn = here.flatMap((r, i): XmlElement[] => {
      const x = Math.floor(i / high) * columnWidth;
      const y = top + ((i % high) + 0.8) * LINE;
      const text = (t: string, at: number, weight: 'regular' | 'semibold'): XmlElement[] =>
        t === '' ? [] : [drawText(t, x + at, y, { size: SIZE, weight, fill: INK })];
      return [
        ...text(r.name, 0, 'semibold'),
        ...text(r.figure, NAME_WIDTH, 'semibold'),
        ...text(r.text, NAME_WIDTH + (r.figure === '' ? 0 : figureWidth), 'regular'),
      ];
    });
    const title =
      from === 0 ? [drawText(words.othersTitle, 0, 300, { size: TITLE, weight: 'semibold', fill: INK })] : [];
    blocks.push(blockOf(element('g', { class: 'others' }, [...title, ...drawn]), top + high * LINE, width));
  }
  return blocks;
}

/** A chart is looked things up in from a music stand: it is set larger than a part. */
const ENLARGED = 1.4;

/** Engraves a chart on paper: notes with their figures, then the other figures of each with the reason to use them. */
export function engraveChart(
  engine: Engine,
  part: Part,
  annotations: Annotations,
  { rows, paper, words, label }: ChartOptions,
): Page[] {
  const width = PAPER_SIZE[paper].width - MARGIN.left - MARGIN.right;
  const source = fullBand(
    part,
    annotations,
    rows.filter((row) => saysSomething(row, part, annotations)).map((row) => ({ row })),
  );
  const layout = layOutChart(engine, source, width / ENLARGED);
  const decorate = chartDecorator(source, label);
  const systems = [
    ...layout.systems.map((s, i) => enlarge(s, decorate(s, i), ENLARGED)),
    ...textBlocks(othersOf(part, annotations, words), words, width),
  ];
  const header = {
    title: words.title,
    instrument: instrumentTitle(part.instrument),
    nameLabel: 'Name',
    notes: words.notes,
  };
  return composePages({ systems, glyphs: layout.glyphs }, header, paper);
}
