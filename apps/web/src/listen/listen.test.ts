import { instrumentOf, type InstrumentId, sightLine } from '@cifra/core';
import { measureFaults, noRates } from './testing/faultRates';

/** The bench asks for more of everything. */
const SEEDS = Number(process.env.CIFRA_LISTEN_SEEDS ?? 1);
const INSTRUMENTS: readonly InstrumentId[] =
  SEEDS === 1
    ? ['flute', 'clarinet', 'trumpet', 'tuba']
    : ['flute', 'clarinet', 'alto-saxophone', 'trumpet', 'horn', 'trombone', 'tuba', 'descant-recorder'];
const FAULTS = { flat: 0.1, partial: 0.1, late: 0.12, missed: 0.08, lineStops: 0.4 };
const BARS = 12;

describe('listening to the simulated player, through the pitch detector', () => {
  it.each([
    ['a quiet room', 0],
    ['a hissing room', 0.06],
  ])(
    'finds at least 95 % of what was planted in %s, and accuses fewer than 2 % of the clean notes',
    (room, noise) => {
      const rates = noRates();
      INSTRUMENTS.forEach((id, i) => {
        const instrument = instrumentOf(id);
        for (let seed = 1; seed <= SEEDS; seed++) {
          const line = sightLine({
            instrument,
            stage: 'first-year',
            fifths: instrument.toWritten.fifths - 2,
            meter: { beats: 4, unit: 4 },
            bars: BARS,
            seed: seed * 10 + i,
          });
          if (line === undefined) throw new Error(`no line for ${id}`);
          measureFaults(line, id, FAULTS, seed, noise, rates);
        }
      });
      if (SEEDS > 1) {
        const kinds = [...rates.byKind]
          .map(([kind, { planted, found }]) => `${kind} ${found} of ${planted}`)
          .join(', ');
        console.log(
          `${room}: ${rates.found} of ${rates.planted} found (${((100 * rates.found) / rates.planted).toFixed(1)} %): ${kinds}. ${rates.accused} of ${rates.clean} clean notes accused (${((100 * rates.accused) / rates.clean).toFixed(2)} %).\n${rates.missedBy.join('\n')}`,
        );
      }
      expect(rates.planted).toBeGreaterThan(50 * SEEDS);
      expect(rates.found / rates.planted).toBeGreaterThanOrEqual(0.95);
      expect(rates.accused / rates.clean).toBeLessThan(0.02);
    },
    600_000,
  );
});
