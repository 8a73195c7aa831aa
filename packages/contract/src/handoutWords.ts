import type { Handout } from '@cifra/core';

/** What each handout is called, on the screen and in the names of files. */
export const HANDOUT_WORDS: Readonly<Record<Handout['kind'], string>> = {
  worksheet: 'Worksheet',
  'two-ways': 'Two ways to write it',
  cards: 'Cards to cut',
  'wall-chart': 'Chart for the wall',
};
