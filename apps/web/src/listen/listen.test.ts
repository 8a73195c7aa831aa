import { type Exercise, instrumentOf, type InstrumentId, sightLine, soundTake } from '@cifra/core';
import { IS_FULL, runs } from '@cifra/core/testing';
import { measureFaults, noRates, type Rates } from './testing/faultRates';
import { otherSynth } from './testing/otherSynth';

const SEEDS = runs(1, 4);
const OTHER_SEEDS = 2;
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

const lineFor = (id: InstrumentId, seed: number): Exercise => {
  const instrument = instrumentOf(id);
  const line = sightLine({
    instrument,
    stage: 'first-year',
    fifths: instrument.toWritten.fifths - 2,
    meter: { beats: 4, unit: 4 },
    bars: BARS,
    seed,
  });
  if (line === undefined) throw new Error(`no line for ${id}`);
  return line;
};
const percent = (part: number, all: number): string => `${((100 * part) / all).toFixed(1)} %`;
function told(room: string, { found, planted, accused, clean, byKind, missedBy }: Rates): string {
  const kinds = [...byKind].map(([kind, k]) => `${kind} ${k.found} of ${k.planted}`).join(', ');
  return `${room}: ${found} of ${planted} found (${percent(found, planted)}): ${kinds}. ${accused} of ${clean} clean notes accused (${percent(accused, clean)}).\n${missedBy.join('\n')}`;
}

describe('listening to the simulated player, through the pitch detector', () => {
  it.each([
    ['a quiet room', 0, instrumentsIn(['tuba'])],
    ['a hissing room', 0.06, instrumentsIn(['clarinet'])],
  ] as const)(
    'finds at least 95 % of what was planted in %s, and accuses fewer than 2 % of the clean notes',
    (room, noise, instruments) => {
      const rates = noRates();
      instruments.forEach((id, i) => {
        for (let seed = 1; seed <= SEEDS; seed++) {
          const line = lineFor(id, seed * 10 + i);
          measureFaults(line, id, FAULTS, seed, (n, rate) => soundTake(n, rate, noise, seed), rates);
        }
      });
      if (IS_FULL) console.log(told(room, rates));
      expect(rates.planted).toBeGreaterThan(10 * instruments.length * SEEDS);
      expect(rates.found / rates.planted).toBeGreaterThanOrEqual(0.95);
      expect(rates.accused / rates.clean).toBeLessThan(0.02);
    },
    600_000,
  );
});

// In the bench alone: it needs another synthesiser. At 20 dB 95 % are to be found and under 2 % accused; below that is
// held what was measured.
(IS_FULL ? describe : describe.skip)('listening to another synthesiser with another sound font', () => {
  it.each([
    [20, 0.95, 0.02],
    [10, 0.9, 0.05],
  ])(
    'at %i dB over the noise of a classroom',
    (decibel, least, most) => {
      const rates = noRates();
      EIGHT.forEach((id, i) => {
        const { program } = instrumentOf(id);
        for (let seed = 1; seed <= OTHER_SEEDS; seed++)
          measureFaults(
            lineFor(id, seed * 10 + i),
            id,
            FAULTS,
            seed,
            (notes, rate) => otherSynth(notes, program, rate, decibel, seed),
            rates,
          );
      });
      console.log(told(`${decibel} dB`, rates));
      expect(rates.found / rates.planted).toBeGreaterThanOrEqual(least);
      expect(rates.accused / rates.clean).toBeLessThan(most);
    },
    1_200_000,
  );
});
