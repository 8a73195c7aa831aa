/** Kinds of symbols: two of one kind cannot stand in one place. */
export const SYMBOLS = {
  note: ['note-whole', 'note-half', 'note-quarter', 'note-eighth', 'note-16th'],
  rest: ['rest-whole', 'rest-half', 'rest-quarter', 'rest-eighth', 'rest-16th', 'rest-many'],
  dot: ['dot'],
  sign: ['sharp', 'flat', 'natural'],
  clef: ['clef-g', 'clef-f', 'clef-c'],
  meter: [
    'digit-0',
    'digit-1',
    'digit-2',
    'digit-3',
    'digit-4',
    'digit-5',
    'digit-6',
    'digit-7',
    'digit-8',
    'digit-9',
    'common',
    'cut',
  ],
  bar: ['bar', 'bar-double', 'bar-final', 'repeat-start', 'repeat-end'],
  'curve-start': ['curve-start'],
  'curve-end': ['curve-end'],
  articulation: ['staccato', 'tenuto', 'accent', 'marcato'],
  fermata: ['fermata'],
  breath: ['breath'],
  dynamic: ['pp', 'p', 'mp', 'mf', 'f', 'ff'],
  'wedge-tip': ['wedge-tip'],
  'wedge-open': ['wedge-open'],
  triplet: ['triplet'],
  ending: ['ending-1', 'ending-2'],
  'ending-stop': ['ending-stop'],
  jump: ['segno', 'coda', 'word-dc', 'word-ds', 'word-fine', 'word-coda', 'word-to-coda'],
} as const;

export type SymbolKind = keyof typeof SYMBOLS;
export type SymbolName = (typeof SYMBOLS)[SymbolKind][number];

/** The order in which the network says them. */
export const SYMBOL_NAMES: readonly SymbolName[] = Object.values(SYMBOLS).flat();
