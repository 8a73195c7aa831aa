import {
  compare,
  durationQuarters,
  formatRational,
  measureQuarters,
  type Meter,
  multiply,
  type MusicEvent,
  type Pitch,
  rational,
  subtract,
  sum,
} from '@cifra/core';

/** A bar's sum as it stands under it: `1 + 1 + 2`, and how it compares with its meter. */
export interface BeatSum {
  readonly text: string;
  readonly state: 'empty' | 'full' | 'short' | 'long';
}

const SPELLED_OUT = 8;

const FRACTIONS: Readonly<Record<string, string>> = {
  '1/2': '½',
  '1/4': '¼',
  '3/4': '¾',
  '1/3': '⅓',
  '2/3': '⅔',
  '1/8': '⅛',
};
const neat = (text: string): string =>
  text
    .replace(/^(\d+) (\d\/\d)$/, (_m, whole: string, part: string) =>
      FRACTIONS[part] === undefined ? `${whole} ${part}` : whole + FRACTIONS[part],
    )
    .replace(/^\d\/\d$/, (part) => FRACTIONS[part] ?? part);

/**
 * The beat sum of a bar, counted in what the meter's lower number says.
 * @example beatSum([quarter, quarter, half], 4/4) // { text: '1 + 1 + 2', state: 'full' }
 */
export function beatSum(events: readonly MusicEvent<Pitch>[], meter: Meter, pickup = false): BeatSum {
  if (events.length === 0) return { text: '', state: 'empty' };
  const inUnits = (quarters: ReturnType<typeof rational>) => multiply(quarters, rational(meter.unit, 4));
  const lengths = events.map((e) => inUnits(durationQuarters(e.duration)));
  const filled = sum(lengths);
  const full = inUnits(measureQuarters(meter));
  const off = compare(filled, full);
  const words = (r: ReturnType<typeof rational>): string => neat(formatRational(r));
  const addends = lengths.length <= SPELLED_OUT ? lengths.map(words).join(' + ') : words(filled);
  if (off === 0) return { text: addends, state: 'full' };
  const total = lengths.length > 1 && lengths.length <= SPELLED_OUT ? `${addends} = ${words(filled)}` : words(filled);
  if (off < 0) return { text: `${total} of ${words(full)}`, state: pickup ? 'full' : 'short' };
  return { text: `${total}, ${words(subtract(filled, full))} too many`, state: 'long' };
}
