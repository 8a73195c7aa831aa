import type { Stage } from '@cifra/core';

export const STAGE_WORDS: Readonly<Record<Stage, string>> = {
  'first-notes': 'First five notes', 'first-octave': 'First octave', 'first-year': 'First year', 'second-year': 'Second year', full: 'Whole range',
};
