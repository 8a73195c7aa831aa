import type { PracticeView } from '@cifra/contract';
import { mixedUp } from './mixedUp';

type Told = Pick<PracticeView, 'pupilId' | 'instrument' | 'drills'>;
const told = (pupilId: string, instrument: Told['instrument'], asked: string, said: string, times: number): Told => ({
  pupilId,
  instrument,
  drills: [{ drill: 'figures', right: 1, asked: times + 1, mixed: [{ asked, said, times }] }],
});

describe('what a class mixes up', () => {
  it('is told first of what most pupils do, then of what is done most often', () => {
    const all = mixedUp([
      told('ada', 'trumpet', 'F4', 'F#4', 9),
      told('bo', 'trumpet', 'D4', 'E4', 1),
      told('cy', 'trumpet', 'D4', 'E4', 2),
      told('cy', 'trumpet', 'A4', 'G4', 3),
    ]);
    expect(all.map((m) => [m.asked, m.said, m.times, m.pupils])).toEqual([
      ['D4', 'E4', 3, 2],
      ['F4', 'F#4', 9, 1],
      ['A4', 'G4', 3, 1],
    ]);
  });

  it('counts one pupil once, over all lines and drills, and instruments apart', () => {
    const all = mixedUp([
      told('ada', 'trumpet', 'F4', 'F#4', 1),
      told('ada', 'trumpet', 'F4', 'F#4', 2),
      told('bo', 'clarinet', 'F4', 'F#4', 2),
    ]);
    expect(all.map((m) => [m.instrument, m.times, m.pupils])).toEqual([
      ['trumpet', 3, 1],
      ['clarinet', 2, 1],
    ]);
  });

  it('leaves a single slip out, and what was never drilled', () => {
    expect(mixedUp([told('ada', 'trumpet', 'F4', 'G4', 1), { pupilId: 'bo', instrument: 'flute' }])).toEqual([]);
  });
});
