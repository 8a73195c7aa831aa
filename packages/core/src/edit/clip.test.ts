import type { Written } from '../pitch/pitch';
import type { Score } from '../score/score';
import { line } from '../testing/line';
import { shown } from '../testing/typing';
import { applyCommand } from './applyCommand';

describe('bars that are copied', () => {
  const bars = (text: string): Score<Written> => line<Written>(text);
  const sums = (s: Score<Written>): string[] => shown(s).split(' | ');

  it('stay bars where they are put in at a bar line, before or after what stands there', () => {
    const score = bars('C4 D4 E4 F4 | G4 A4 B4 C5');
    const clip = bars('E4:h E4:h | F4:w');
    for (const [caret, expected] of [
      [{ measure: 0, at: 0 }, ['E4:h E4:h', 'F4:w', 'C4 D4 E4 F4', 'G4 A4 B4 C5']],
      [{ measure: 0, at: 4 }, ['C4 D4 E4 F4', 'E4:h E4:h', 'F4:w', 'G4 A4 B4 C5']],
      [{ measure: 1, at: 0 }, ['C4 D4 E4 F4', 'E4:h E4:h', 'F4:w', 'G4 A4 B4 C5']],
      [{ measure: 1, at: 4 }, ['C4 D4 E4 F4', 'G4 A4 B4 C5', 'E4:h E4:h', 'F4:w']],
    ] as const) {
      const pasted = applyCommand({ score, caret }, { kind: 'paste', clip, mode: 'insert' });
      if (!pasted.ok) throw new Error('refused');
      expect(sums(pasted.value.score)).toEqual(sums(bars(expected.join(' | '))));
      expect(pasted.value.score.measures[0]).toMatchObject({ clef: 'treble', meter: { beats: 4 } });
    }
  });

  it('one whole bar does, too; single notes go into the bar', () => {
    const score = bars('C4 D4 E4 F4');
    const put = (clip: string): string[] => {
      const pasted = applyCommand(
        { score, caret: { measure: 0, at: 0 } },
        { kind: 'paste', clip: bars(clip), mode: 'insert' },
      );
      if (!pasted.ok) throw new Error('refused');
      return sums(pasted.value.score);
    };
    expect(put('G4:w')).toEqual(sums(bars('G4:w | C4 D4 E4 F4')));
    expect(put('G4')).toEqual(sums(bars('G4 C4 D4 E4 F4')));
  });
});
