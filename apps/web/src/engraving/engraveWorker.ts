import { annotate, derivePart, type Exercise, type InstrumentId, realize, type Score, taughtAs, type Teaching, type Written } from '@cifra/core';
import { type BandRow, type Engine, engraveLine, engravePart, firstBars, type Page, type Paper } from '@cifra/engrave';
import { expose } from 'comlink';
import { VerovioToolkit } from 'verovio/esm';
import createModule from 'verovio/wasm';
import { loadFigures } from '../figures/loadFigures';
import { noteLabels } from '../words/noteLabel';

let engine: Promise<Engine> | undefined;
const load = (): Promise<Engine> => (engine ??= createModule().then((m) => new VerovioToolkit(m)));

export interface PartRequest {
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly rows: readonly BandRow[];
  readonly paper: Paper;
}

const api = {
  async part(r: PartRequest): Promise<Page[]> {
    await loadFigures([r.instrument]);
    const part = derivePart(realize(r.exercise), taughtAs(r.instrument, r.teaching.schools), r.exercise.owner, r.exercise.partChoices[r.instrument] ?? {}, r.teaching);
    const annotations = annotate(part);
    const labels = noteLabels(part, annotations);
    return engravePart(await load(), part, annotations, { rows: r.rows, paper: r.paper, label: (id) => labels.get(id) ?? '' });
  },
  /** The first bars as one strip. */
  async strip(score: Score<Written>, bars: number): Promise<Page> {
    return engraveLine(await load(), firstBars(score, bars), undefined, score.measures.length <= bars);
  },
  /** The whole line, broken to a width. */
  async line(score: Score<Written>, widthMm100: number): Promise<Page> {
    return engraveLine(await load(), score, widthMm100);
  },
};

export type EngraveApi = typeof api;
expose(api);
