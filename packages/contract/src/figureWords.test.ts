import { ALTERNATE_REASONS, STAGES } from '@cifra/core';
import { ALTERNATE_WORDS, alternateWords, chartWords, STAGE_WORDS, tuningWords } from './figureWords';

describe('the words of figures', () => {
  it('say why for every reason, each in its own words', () => {
    const words = ALTERNATE_REASONS.map((reason) => alternateWords({ figure: { kind: 'valves', valves: [] }, reason }));
    expect(words.every((w) => w.length > 8)).toBe(true);
    expect(new Set(words).size).toBe(words.length);
    expect(Object.keys(ALTERNATE_WORDS).sort()).toEqual([...ALTERNATE_REASONS].sort());
  });

  it('say which way a note sits off, by how much where it is known, and what to do', () => {
    expect(tuningWords({ tendency: 'sharp', cents: 30.3, remedy: 'third-slide' })).toBe(
      'sits sharp by 30 cents on the tube alone: push the third slide out',
    );
    expect(tuningWords({ tendency: 'flat', cents: -31.2, remedy: 'slide-in' })).toBe(
      'sits flat by 31 cents on the tube alone: bring the slide in a little',
    );
    expect(tuningWords({ tendency: 'sharp', remedy: 'less-air' })).toBe('sits sharp: less pressure, corners steady');
  });

  it('head a chart by its stage, or by the exercise whose notes it shows', () => {
    expect(STAGES.map((stage) => chartWords({ stage }).notes)).toEqual(STAGES.map((s) => [STAGE_WORDS[s]]));
    expect(chartWords({ exercise: 'Slow Ferry' }).title).toBe('The notes of Slow Ferry');
  });
});
