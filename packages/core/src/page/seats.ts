import type { ByInstrument, InstrumentId } from '../instrument/instrument';

interface Seated {
  readonly instrument: InstrumentId;
  readonly seat?: string | undefined;
}

/**
 * Where the players of each instrument sit: seats that begin with the same words are said once.
 * @example seatsOf([{ instrument: 'flute', seat: 'row 1, 2' }, { instrument: 'flute', seat: 'row 1, 3' }]).flute //
 * 'row 1: 2, 3'
 */
export function seatsOf(pupils: readonly Seated[]): ByInstrument<string> {
  const found = [...new Set(pupils.map((p) => p.instrument))].flatMap((instrument): [InstrumentId, string][] => {
    const rows = new Map<string, string[]>();
    for (const p of pupils) {
      if (p.instrument !== instrument || p.seat === undefined) continue;
      const [row = '', ...place] = p.seat.split(/,\s*/);
      rows.set(row, [...(rows.get(row) ?? []), ...(place.length === 0 ? [] : [place.join(', ')])]);
    }
    const words = [...rows].map(([row, places]) => (places.length === 0 ? row : `${row}: ${places.join(', ')}`));
    return words.length === 0 ? [] : [[instrument, words.join('; ')]];
  });
  return Object.fromEntries(found);
}
