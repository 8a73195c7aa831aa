import type { FadeSchedule, FadeStep } from './fadeSchedule';

/**
 * What can stand over a note: the figure drawn, the figure as text, the written name, the concert pitch, the count,
 * solmization, scale degree.
 */
export const BAND_ROWS = ['diagram', 'figure', 'name', 'sounds', 'count', 'solfa', 'degree'] as const;
export type BandRow = (typeof BAND_ROWS)[number];

/** What stands over the notes of a chart: nothing is counted or sung there. */
export const CHART_ROWS: readonly BandRow[] = ['diagram', 'figure', 'name', 'sounds'];

export const ROW_SIZES = ['small', 'medium', 'large'] as const;
export type RowSize = (typeof ROW_SIZES)[number];

/** A row of the band. */
export interface RowSetup {
  readonly row: BandRow;
  readonly size?: RowSize | undefined;
  /** Help that this row gives whatever the plan says. */
  readonly fade?: FadeStep | undefined;
}

export const PAGE_SIZES = ['large', 'medium', 'small'] as const;
export type PageSize = (typeof PAGE_SIZES)[number];

/** Bars to a line; 0 sets as many as fit. */
export const BARS_PER_SYSTEM = [0, 1, 2, 3, 4, 5, 6, 8] as const;
export type BarsPerSystem = (typeof BARS_PER_SYSTEM)[number];

export const BAR_NUMBERS = ['systems', 'all', 'none'] as const;
export const REPEATS = ['folded', 'written-out'] as const;

/** How a class's or a pupil's pages look and how much they help. */
export interface PageSetup {
  readonly rows: { readonly woodwind: readonly RowSetup[]; readonly brass: readonly RowSetup[] };
  readonly fades: FadeSchedule;
  /** The different notes of the page, with their figures, stand at its head. */
  readonly strip: boolean;
  /** The signs of the figures are explained beside them. */
  readonly legend: boolean;
  readonly size: PageSize;
  readonly barsPerSystem: BarsPerSystem;
  readonly barNumbers: (typeof BAR_NUMBERS)[number];
  readonly slurs: boolean;
  /** Words to sing under the notes, where the line has some. */
  readonly lyrics: boolean;
  /** Chord symbols, where the line has some. */
  readonly chords: boolean;
  readonly repeats: (typeof REPEATS)[number];
  readonly countIn: boolean;
  /** A small sign over each note that the key signature alters. */
  readonly signatureMarks: boolean;
  /** A mark where another figure is easier in this passage. */
  readonly easierFigures: boolean;
  /** A pencil circle round the three places most likely to go wrong. */
  readonly circles: boolean;
  /** One line at the head: what to look for before playing. */
  readonly lookFirst: boolean;
}

/** Woodwinds see their fingers drawn, brass read them as numbers. Common practice, no source. */
export const DEFAULT_PAGE: PageSetup = Object.freeze({
  rows: Object.freeze({
    woodwind: Object.freeze([{ row: 'diagram' }, { row: 'name' }] as const),
    brass: Object.freeze([{ row: 'figure' }, { row: 'name' }] as const),
  }),
  fades: Object.freeze([]),
  strip: false,
  legend: false,
  size: 'medium',
  barsPerSystem: 4,
  barNumbers: 'systems',
  slurs: true,
  lyrics: true,
  chords: true,
  repeats: 'folded',
  countIn: false,
  signatureMarks: false,
  easierFigures: false,
  circles: false,
  lookFirst: false,
});

/** A setup with what a pupil, or a page of one exercise, has otherwise. */
export const withSetup = (setup: PageSetup, otherwise: Partial<PageSetup> | undefined): PageSetup => ({
  ...setup,
  ...otherwise,
});
