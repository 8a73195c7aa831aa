import { instrumentOf, type InstrumentId, sightLine } from '@cifra/core';
import { IS_FULL, runs } from '@cifra/core/testing';
import { measureFaults, noRates } from './testing/faultRates';

const SEEDS = runs(1, 4);
/** High and low, reed and brass; in the bench eight of them in both rooms. */
const EIGHT: readonly InstrumentId[] = [
  'flute',
  'clarinet',
  'alto-saxophone',
  'trumpet',
  'horn',
  'trombone',
  'tuba',
  'descant-recorder',
];
const instrumentsIn = (few: readonly InstrumentId[]): readonly InstrumentId[] => (IS_FULL ? EIGHT : few);
const FAULTS = { flat: 0.1, partial: 0.1, late: 0.12, missed: 0.08, lineStops: 0.4 };
const BARS = 12;

describe('listening to the simulated player, through the pitch detector', () => {
  it.each([
    ['a quiet room', 0, instrumentsIn(['tuba'])],
    ['a hissing room', 0.06, instrumentsIn(['clarinet'])],
  ] as const)(
    'finds at least 95 % of what was planted in %s, and accuses fewer than 2 % of the clean notes',
    (room, noise, instruments) => {
      const rates = noRates();
      instruments.forEach((id, i) => {
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
      if (IS_FULL) {
        const kinds = [...rates.byKind]
          .map(([kind, { planted, found }]) => `${kind} ${found} of ${planted}`)
          .join(', ');
        console.log(
          `${room}: ${rates.found} of ${rates.planted} found (${((100 * rates.found) / rates.planted).toFixed(1)} %): ${kinds}. ${rates.accused} of ${rates.clean} clean notes accused (${((100 * rates.accused) / rates.clean).toFixed(2)} %).\n${rates.missedBy.join('\n')}`,
        );
      }
      expect(rates.planted).toBeGreaterThan(10 * instruments.length * SEEDS);
      expect(rates.found / rates.planted).toBeGreaterThanOrEqual(0.95);
      expect(rates.accused / rates.clean).toBeLessThan(0.02);
    },
    600_000,
  );
});
