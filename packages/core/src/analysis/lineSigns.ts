import type { Pitch } from '../pitch/pitch';
import { type Measure, type MusicEvent, NAVIGATION_SIGNS, type Score } from '../score/score';

/** Signs of the page that a player has to know, in the order in which they are explained. */
export const SIGN_KINDS = [
  'repeat',
  'endings',
  ...NAVIGATION_SIGNS,
  'double-bar',
  'multi-rest',
  'tie',
  'slur',
  'dot',
  'triplet',
  'staccato',
  'staccatissimo',
  'accent',
  'marcato',
  'tenuto',
  'fermata',
  'breath',
  'crescendo',
  'diminuendo',
  'pppp',
  'ppp',
  'pp',
  'p',
  'mp',
  'mf',
  'f',
  'ff',
  'fff',
  'ffff',
  'fp',
  'sf',
  'sfz',
  'sfp',
  'fz',
  'rfz',
  'tempo-words',
  'words',
] as const;
export type SignKind = (typeof SIGN_KINDS)[number];

/** A sign or word that a page has, and the bar in which it first comes; words carry their text. */
export interface SignUsed {
  readonly kind: SignKind;
  readonly text?: string;
  readonly index: number;
}

function ofEvent<P extends Pitch>(e: MusicEvent<P>): SignKind[] {
  const note: SignKind[] =
    e.kind === 'rest'
      ? []
      : [
          ...(e.articulations ?? []),
          ...(e.tie === true ? (['tie'] as const) : []),
          ...(e.breathAfter === true ? (['breath'] as const) : []),
        ];
  return [
    ...note,
    ...(e.duration.dots > 0 ? (['dot'] as const) : []),
    ...(e.duration.tuplet?.actual === 3 ? (['triplet'] as const) : []),
    ...(e.fermata === true ? (['fermata'] as const) : []),
    ...(e.dynamic === undefined ? [] : [e.dynamic]),
  ];
}

const ofMeasure = <P extends Pitch>(m: Measure<P>): SignKind[] => [
  ...(m.repeatStart === true || m.repeatEnd === true ? (['repeat'] as const) : []),
  ...(m.ending === undefined ? [] : (['endings'] as const)),
  ...(m.navigation ?? []),
  ...(m.endBar === 'double' ? (['double-bar'] as const) : []),
  ...((m.multiRest ?? 1) > 1 ? (['multi-rest'] as const) : []),
];

/** The words and signs that a line uses, each once, with the bar (by index) in which it first comes. */
export function lineSigns<P extends Pitch>({ measures, slurs, hairpins }: Score<P>): SignUsed[] {
  const found = new Map<string, SignUsed>();
  const keep = (kind: SignKind, index: number, text?: string): void => {
    const name = `${kind} ${text ?? ''}`;
    if (!found.has(name)) found.set(name, { kind, index, ...(text !== undefined && { text }) });
  };
  const barOf = new Map(measures.flatMap((m, i) => m.events.map((e) => [e.id, i] as const)));
  measures.forEach((m, i) => {
    for (const kind of ofMeasure(m)) keep(kind, i);
    if (m.tempo?.words !== undefined) keep('tempo-words', i, m.tempo.words);
    for (const e of m.events) {
      for (const kind of ofEvent(e)) keep(kind, i);
      if (e.words !== undefined) keep('words', i, e.words);
    }
  });
  for (const s of slurs) keep('slur', barOf.get(s.from) ?? 0);
  for (const h of hairpins) keep(h.kind, barOf.get(h.from) ?? 0);
  return [...found.values()].sort(
    (a, b) => SIGN_KINDS.indexOf(a.kind) - SIGN_KINDS.indexOf(b.kind) || a.index - b.index,
  );
}
