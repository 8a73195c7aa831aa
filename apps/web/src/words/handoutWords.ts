import type { CardNotes, Work } from '@cifra/core';

export const WORK_WORDS: Readonly<Record<Work, string>> = {
  names: 'Names',
  figures: 'Figures',
  concert: 'Concert pitch',
  counts: 'Counts',
  'bar-lines': 'Bar lines',
  signature: 'The key signature',
  'wrong-signature': 'A wrong signature to find',
};

export const CARD_NOTES_WORDS: Readonly<Record<CardNotes, string>> = {
  line: 'of this line',
  stage: 'of their stage',
  known: 'that they have met',
};

export const WALL_WORDS: Readonly<Record<'large' | 'four', string>> = {
  large: 'one large sheet (A3)',
  four: 'four sheets to glue',
};
