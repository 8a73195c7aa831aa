import { BOTTOM_LINE, type Clef } from '../key/signature';
import { diatonic, type Pitch } from '../pitch/pitch';

/** Where a note sits: lines and spaces are counted from the bottom; ledger places count away from the staff. */
export interface StaffPlace {
  readonly kind: 'line' | 'space' | 'ledger-above' | 'ledger-below';
  readonly number: number;
  /** For ledger places: on the ledger line itself, or in the space beyond it. */
  readonly onLine: boolean;
}

/** Where a written note sits on its staff. @example staffPlace(B4, 'treble') // line 3 */
export function staffPlace(p: Pick<Pitch, 'step' | 'octave'>, clef: Clef): StaffPlace {
  const above = diatonic(p) - BOTTOM_LINE[clef];
  const onLine = above % 2 === 0;
  if (above > 9) return { kind: 'ledger-above', number: Math.floor((above - 8) / 2), onLine };
  if (above < -1) return { kind: 'ledger-below', number: Math.floor(-above / 2), onLine };
  if (above === 9) return { kind: 'space', number: 5, onLine };
  if (above === -1) return { kind: 'space', number: 0, onLine };
  return onLine ? { kind: 'line', number: above / 2 + 1, onLine } : { kind: 'space', number: (above + 1) / 2, onLine };
}
