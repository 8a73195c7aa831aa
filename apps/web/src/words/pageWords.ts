import type { BandRow, FadeStep, PageSetup, RowSize } from '@cifra/core';

export const ROW_WORDS: Readonly<Record<BandRow, string>> = {
  diagram: 'Figure, drawn',
  figure: 'Figure, as text',
  name: 'Name in force',
  sounds: 'Sounds (concert)',
  count: 'Count',
  solfa: 'Do re mi',
  degree: 'Step of the scale',
};

export const ROW_SIZE_WORDS: Readonly<Record<RowSize, string>> = { small: 'small', medium: 'medium', large: 'large' };

/** How much help stands over the notes, from most to least. */
export const FADE_WORDS: Readonly<Record<FadeStep, string>> = {
  every: 'every note',
  'when-it-changes': 'only when it changes',
  'first-in-system': 'first in each line',
  'after-change': 'after each change',
  new: 'new notes only',
  trouble: 'hard places only',
  none: 'no note',
};

/** What a step means, for the preview. */
export const FADE_MEANS: Readonly<Record<FadeStep, string>> = {
  every: 'Nothing has to be remembered.',
  'when-it-changes': 'The same letter or figure is not said twice running.',
  'first-in-system': 'Each note once in a line; after that it is read.',
  'after-change': 'Where a sign changes a letter, or the slide moves.',
  new: 'Only what these players have not met.',
  trouble: 'Only where a change is hard for the hands.',
  none: 'Reading is practised by reading.',
};

export const SIZE_WORDS: Readonly<Record<PageSetup['size'], string>> = {
  large: 'large, for beginners',
  medium: 'medium',
  small: 'small, second year',
};
export const BARS_WORDS = (bars: PageSetup['barsPerSystem']): string =>
  bars === 0 ? 'as many as fit' : bars === 1 ? '1 bar a line' : `at most ${bars} bars a line`;
export const NUMBER_WORDS: Readonly<Record<PageSetup['barNumbers'], string>> = {
  systems: 'at each line',
  all: 'at every bar',
  none: 'none',
};
export const REPEAT_WORDS: Readonly<Record<PageSetup['repeats'], string>> = {
  folded: 'with repeat signs',
  'written-out': 'written out',
};

/** A day as people write it: 14 Sep 2026. */
export const dayWords = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' }).format(
    new Date(`${iso}T00:00:00Z`),
  );

/** Today in the teacher's own calendar, as an ISO date. */
export function todayIso(now = new Date()): string {
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`;
}
