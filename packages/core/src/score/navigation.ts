import type { Pitch } from '../pitch/pitch';
import type { Measure, NavigationSign } from './score';

/** A jump: to the beginning or to the segno, and from there to the end, to Fine, or by the coda. */
export interface Jump {
  readonly to: 'start' | 'segno';
  readonly until: 'end' | 'fine' | 'coda';
}

const JUMPS: Readonly<Partial<Record<NavigationSign, Jump>>> = {
  dc: { to: 'start', until: 'end' },
  'dc-fine': { to: 'start', until: 'fine' },
  'dc-coda': { to: 'start', until: 'coda' },
  ds: { to: 'segno', until: 'end' },
  'ds-fine': { to: 'segno', until: 'fine' },
  'ds-coda': { to: 'segno', until: 'coda' },
};

/** What stands on the page for a sign; segno and coda are drawn. */
export const NAVIGATION_TEXT: Readonly<Record<NavigationSign, string>> = {
  segno: '',
  coda: '',
  'to-coda': 'To Coda',
  fine: 'Fine',
  dc: 'D.C.',
  'dc-fine': 'D.C. al Fine',
  'dc-coda': 'D.C. al Coda',
  ds: 'D.S.',
  'ds-fine': 'D.S. al Fine',
  'ds-coda': 'D.S. al Coda',
};

export const hasSign = <P extends Pitch>(m: Measure<P> | undefined, sign: NavigationSign): boolean =>
  m?.navigation?.includes(sign) === true;

/** Whether a sign stands at the start of its bar. */
export const standsAtStart = (sign: NavigationSign): boolean => sign === 'segno' || sign === 'coda';

/** The jump at the end of a bar, if there is one. */
export const jumpOf = <P extends Pitch>(m: Measure<P>): Jump | undefined =>
  m.navigation?.map((s) => JUMPS[s]).find((j) => j !== undefined);

/** A bar without its signs: one that stands for itself, or as it is played. */
export function withoutNavigation<M extends { readonly navigation?: unknown }>({ navigation: _n, ...bar }: M) {
  return bar;
}
