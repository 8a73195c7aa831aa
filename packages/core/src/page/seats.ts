import type { InstrumentId } from '../instrument/instrument';

interface Seated {
  readonly instrument: InstrumentId;
  readonly seat?: string | undefined;
}

/**
 * Where the players of each instrument sit: seats that begin with the same words are said once.
 * @example seatsOf([{ instrument: 'flute', seat: 'row 1, 2' }, { instrument: 'flute', seat: 'row 1, 3' }]).flute //
 * 'row 1: 2, 3'
 */
export function seatsOf(pupils: readonly Seated[]): Partial<Record<InstrumentId, string>> {
  const found: Partial<Record<InstrumentId, string>> = {};
  for (const instrument of new Set(pupils.map((p) => p.instrument))) {
    const rows = new Map<string, string[]>();
    for (const p of pupils) {
      if (p.instrument !== instrument || p.seat === undefined) continue;
      const [row = '', ...place] = p.seat.split(/,\s*/);
      rows.set(row, [...(rows.get(row) ?? []), ...(place.length === 0 ? [] : [place.join(', ')])]);
    }
    if (rows.size > 0)
      found[instrument] = [...rows]
        .map(([row, places]) => (places.length === 0 ? row : `${row}: ${places.join(', ')}`))
        .join('; ');
  }
  return found;
}
