import { keepRungs, RUNG_SETUP, RUNGS, tickedRungs } from './rungs';
import { clampPercent, FASTEST, SLOWEST } from './tempoRange';
import { RUNG_WORDS } from '../words/practiseWords';

/** A browser's store, as far as it is used here. */
function store(): Storage {
  const kept = new Map<string, string>();
  return { getItem: (k) => kept.get(k) ?? null, setItem: (k, v) => { kept.set(k, v); }, removeItem: (k) => { kept.delete(k); }, clear: () => kept.clear(), key: () => null, length: 0 };
}

describe('the ladder', () => {
  beforeEach(() => { Object.defineProperty(globalThis, 'localStorage', { value: store(), configurable: true }); });

  it('has words and a setup for every rung, within the tempos that can be set, and ends at tempo', () => {
    for (const r of RUNGS) {
      expect(RUNG_WORDS[r]).toMatch(/^[A-Z]/);
      expect(clampPercent(RUNG_SETUP[r].percent)).toBe(RUNG_SETUP[r].percent);
    }
    expect(RUNG_SETUP[RUNGS[RUNGS.length - 1] ?? 'count'].percent).toBe(100);
    expect([clampPercent(0), clampPercent(500)]).toEqual([SLOWEST, FASTEST]);
  });

  it('keeps what is ticked, for each part apart, and takes nothing from what it did not write', () => {
    keepRungs('e1', 'flute', ['count', 'sing']);
    expect(tickedRungs('e1', 'flute')).toEqual(['count', 'sing']);
    expect(tickedRungs('e1', 'horn')).toEqual([]);
    for (const [spoiled, left] of [['{', []], ['"count"', []], ['[1,"count","flying"]', ['count']]] as const) {
      localStorage.setItem('cifra.ladder.e2.flute', spoiled);
      expect(tickedRungs('e2', 'flute')).toEqual(left);
    }
  });
});
