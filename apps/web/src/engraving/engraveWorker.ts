import { chartWords } from '@cifra/contract/words';
import { annotate, chartPart, type Clef, derivePart, type Exercise, type InstrumentId, pitch, realize, type Score, taughtAs, type Teaching, type Written } from '@cifra/core';
import { BAND_ROWS, type BandRow, type Engine, engraveChart, engraveSystem, type EngravedSystem, type SystemRequest, engraveLine, engravePart, firstBars, type Page, type Paper } from '@cifra/engrave';
import { expose } from 'comlink';
import { VerovioToolkit } from 'verovio/esm';
import createModule from 'verovio/wasm';
import { loadFigures } from '../figures/loadFigures';
import { chartLabel, noteLabels } from '../words/noteLabel';

let engine: Promise<Engine> | undefined;
const load = (): Promise<Engine> => (engine ??= createModule().then((m) => new VerovioToolkit(m)));

export interface PartRequest {
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly rows: readonly BandRow[];
  readonly paper: Paper;
  readonly strip: boolean;
}

export interface ChartRequest {
  readonly instrument: InstrumentId;
  readonly notes: readonly Written[];
  readonly clef: Clef | undefined;
  readonly teaching: Teaching;
  readonly paper: Paper;
  readonly of: Parameters<typeof chartWords>[0];
}

/** So many drawings until the engine runs at full speed. */
const WARMING = 25;

const CHART_ROWS = BAND_ROWS.filter((r) => r !== 'count');

const api = {
  async part(r: PartRequest): Promise<Page[]> {
    await loadFigures([r.instrument]);
    const part = derivePart(realize(r.exercise, r.exercise.partChoices[r.instrument]?.line), taughtAs(r.instrument, r.teaching.schools), r.exercise.owner, r.exercise.partChoices[r.instrument] ?? {}, r.teaching);
    const annotations = annotate(part);
    const labels = noteLabels(part, annotations);
    return engravePart(await load(), part, annotations, { rows: r.rows, paper: r.paper, strip: r.strip, label: (id) => labels.get(id) ?? '' });
  },
  /** Notes that stand for themselves, with their figures and the others of each. */
  async chart(r: ChartRequest): Promise<Page[]> {
    await loadFigures([r.instrument]);
    const part = chartPart(taughtAs(r.instrument, r.teaching.schools), r.notes.map((p) => pitch<Written>(p.step, p.alter, p.octave)), r.teaching, r.clef);
    const annotations = annotate(part, { alone: true });
    const label = (id: string): string => {
      const note = annotations.get(id);
      return note === undefined ? '' : chartLabel(note, r.teaching.schools);
    };
    return engraveChart(await load(), part, annotations, { rows: CHART_ROWS, paper: r.paper, words: chartWords(r.of), label });
  },
  /** The first bars as one strip. */
  async strip(score: Score<Written>, bars: number): Promise<Page> {
    return engraveLine(await load(), firstBars(score, bars), undefined, score.measures.length <= bars);
  },
  /** Makes the engine quick before the first key: the browser compiles well what has run a few times. */
  async warmUp(request: SystemRequest): Promise<void> {
    const loaded = await load();
    for (let i = 0; i < WARMING; i++) engraveSystem(loaded, request);
  },
  /** One line of music of the writing place. */
  async system(request: SystemRequest): Promise<EngravedSystem> {
    return engraveSystem(await load(), request);
  },
  /** The whole line, broken to a width. */
  async line(score: Score<Written>, widthMm100: number): Promise<Page> {
    return engraveLine(await load(), score, widthMm100);
  },
};

export type EngraveApi = typeof api;
expose(api);
