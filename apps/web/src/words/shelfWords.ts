import type { RhythmLevel, ShelfOrder, SignKind } from '@cifra/core';

export const SHELF_ORDER_WORDS: Readonly<Record<ShelfOrder, string>> = {
  newest: 'newest first',
  title: 'by title',
  key: 'by key, flats first',
  range: 'smallest range first',
  newness: 'fewest new notes first',
  rhythm: 'easiest rhythm first',
  length: 'shortest first',
};

export const RHYTHM_LEVEL_WORDS: Readonly<Record<RhythmLevel, string>> = {
  'long-notes': 'long notes only',
  quarters: 'up to quarters',
  eighths: 'eighths',
  dotted: 'dotted quarters',
  sixteenths: 'sixteenths',
  triplets: 'triplets',
};

/** Signs that a lesson may be about. */
export const TECHNIQUE_WORDS: Readonly<Partial<Record<SignKind, string>>> = {
  slur: 'slurs',
  tie: 'ties',
  staccato: 'staccato',
  accent: 'accents',
  tenuto: 'tenuto',
  fermata: 'fermatas',
  crescendo: 'growing louder',
  diminuendo: 'growing softer',
  repeat: 'repeats',
  endings: 'first and second endings',
};
