import { chartWords } from '@cifra/contract/words';
import {
  annotate,
  buildUpPage,
  type CallChoices,
  callSheet,
  CHART_ROWS,
  chartPart,
  type Clef,
  type Exercise,
  type ByInstrument,
  type Handout,
  type InstrumentId,
  type KnownNotes,
  type PagePlan,
  type PageSetup,
  pitch,
  planPages,
  type Score,
  type ScoreLine,
  taughtAs,
  type Teaching,
  type Written,
} from '@cifra/core';
import {
  type Engine,
  engraveCallSheet,
  engraveChart,
  engraveHandout,
  engraveScore,
  engraveScorePages,
  type EngravedScore,
  engraveScroll,
  engraveSystem,
  type EngravedSystem,
  type SystemRequest,
  engraveLine,
  engravePart,
  type Page,
  type Paper,
} from '@cifra/engrave';
import { expose } from 'comlink';
import { VerovioToolkit } from 'verovio/esm';
import createModule from 'verovio/wasm';
import { chartLabel, pageLabels } from '../words/noteLabel';
import { buildUpWords } from '../words/troubleWords';

let engine: Promise<Engine> | undefined;
const load = (): Promise<Engine> => (engine ??= createModule().then((m) => new VerovioToolkit(m)));

export interface PartRequest {
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly page: PageSetup;
  /** Written notes that the players have met; without it the instrument's first notes. */
  readonly known?: readonly string[] | undefined;
  /** ISO date on which the page is used. */
  readonly today: string;
  readonly paper: Paper;
  readonly name?: string | undefined;
}

export interface ScrollRequest extends PartRequest {
  /** Width of the screen's strip, and of what stands on it. */
  readonly widthMm100: number;
}

export interface BuildUpRequest extends PartRequest {
  /** So many hard places are taken apart. */
  readonly spots: number;
}

export interface HandoutRequest {
  readonly handout: Handout;
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly known?: readonly string[] | undefined;
  readonly today: string;
  readonly paper: Paper;
}

export interface CallSheetRequest {
  readonly exercise: Exercise;
  readonly instruments: readonly InstrumentId[];
  readonly teaching: Teaching;
  readonly known: KnownNotes;
  readonly seats: ByInstrument<string>;
  readonly choices: CallChoices;
  readonly paper: Paper;
}

/** A page's lines as its players see them. */
const plansOf = ({ exercise, instrument, teaching, page, known, today }: PartRequest): PagePlan[] =>
  planPages(exercise, instrument, teaching, page, { today, known });

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

const api = {
  async load(): Promise<void> {
    await load();
  },
  async part(r: PartRequest): Promise<Page[]> {
    const plans = plansOf(r);
    const labels = pageLabels(plans);
    return engravePart(await load(), plans, {
      paper: r.paper,
      name: r.name,
      note: r.exercise.note,
      label: (name) => labels.get(name) ?? '',
    });
  },
  /** Hard places taken apart, a line for each. */
  async buildUps(r: BuildUpRequest): Promise<Page[]> {
    const [plan] = plansOf(r);
    const drill = plan === undefined ? undefined : buildUpPage(plan, r.exercise, r.spots, buildUpWords(plan));
    if (drill === undefined) return [];
    const labels = pageLabels([drill.plan]);
    return engravePart(await load(), [drill.plan], {
      paper: r.paper,
      hideMeter: true,
      label: (name) => labels.get(name) ?? '',
    });
  },
  /** A part as one long strip for a narrow screen. */
  async scroll(r: ScrollRequest): Promise<Page> {
    const plans = plansOf(r);
    const labels = pageLabels(plans);
    return engraveScroll(await load(), plans, r.widthMm100, (name) => labels.get(name) ?? '');
  },
  async callSheet({
    exercise,
    instruments,
    teaching,
    known,
    seats,
    choices,
    paper,
  }: CallSheetRequest): Promise<Page[]> {
    return engraveCallSheet(await load(), callSheet(exercise, instruments, teaching, known, seats, choices), paper);
  },
  async handout({ handout, ...of }: HandoutRequest): Promise<Page[]> {
    return engraveHandout(await load(), handout, of);
  },
  /** All parts under each other, on paper. */
  async scorePages(title: string, lines: readonly ScoreLine[], paper: Paper): Promise<Page[]> {
    return engraveScorePages(await load(), title, lines, paper);
  },
  /** All parts under each other. */
  async score(scores: readonly Score<Written>[]): Promise<EngravedScore> {
    return engraveScore(await load(), scores);
  },
  /** Notes that stand for themselves, with their figures and the others of each. */
  async chart(r: ChartRequest): Promise<Page[]> {
    const part = chartPart(
      taughtAs(r.instrument, r.teaching.conventions),
      r.notes.map((p) => pitch<Written>(p.step, p.alter, p.octave)),
      r.teaching,
      r.clef,
    );
    const annotations = annotate(part, { alone: true });
    const label = (id: string): string => {
      const note = annotations.get(id);
      return note === undefined ? '' : chartLabel(note, r.teaching.conventions);
    };
    return engraveChart(await load(), part, annotations, {
      rows: CHART_ROWS,
      paper: r.paper,
      words: chartWords(r.of),
      label,
    });
  },
  /** The first bars as one strip. */
  async strip(opening: Score<Written>, isAll: boolean): Promise<Page> {
    return engraveLine(await load(), opening, undefined, isAll);
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
  /** A few notes that stand for themselves. */
  async snippet(score: Score<Written>, hideMeter: boolean): Promise<Page> {
    return engraveLine(await load(), score, undefined, false, hideMeter);
  },
  /** The whole line, broken to a width. */
  async line(score: Score<Written>, widthMm100: number, finalBar: boolean): Promise<Page> {
    return engraveLine(await load(), score, widthMm100, finalBar);
  },
};

export type EngraveApi = typeof api;
expose(api);
