import { type InstrumentId, instrumentOf, sightLine } from '@cifra/core';
import { measureFaults, noRates } from './faultRates';

const INSTRUMENTS: readonly InstrumentId[] = ['flute', 'clarinet', 'trumpet', 'tuba'];
const FAULTS = { flat: 0.1, partial: 0.1, late: 0.08, missed: 0.08, lineStops: 0.35 };

describe('listening to the simulated player, through the pitch detector', () => {
  it.each([['a quiet room', 0], ['a hissing room', 0.06]])('finds at least 95 % of what was planted in %s, and accuses fewer than 2 % of the clean notes', (_room, noise) => {
    const rates = noRates();
    INSTRUMENTS.forEach((instrument, i) => {
      const i1 = instrumentOf(instrument);
      for (let seed = 1; seed <= 1; seed++) {
        const line = sightLine({ instrument: i1, stage: 'first-year', fifths: i1.toWritten.fifths - 2, meter: { beats: 4, unit: 4 }, bars: 12, seed: seed * 10 + i });
        if (line === undefined) throw new Error(`no line for ${instrument}`);
        measureFaults(line, instrument, FAULTS, seed, noise, rates);
      }
    });
    console.log(rates.planted, rates.found, rates.clean, rates.accused, [...rates.byKind], rates.missedBy.slice(0, 40).join('\n'));
    expect(rates.planted).toBeGreaterThan(80);
    expect(rates.found / rates.planted).toBeGreaterThanOrEqual(0.95);
    expect(rates.accused / rates.clean).toBeLessThan(0.02);
  });
});
