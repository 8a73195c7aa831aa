import type { Exercise } from '../exercise/exercise';
import { line } from '../testing/line';
import type { Written } from '../pitch/pitch';
import { changesBetween } from './changes';

const exercise = (text: string, rest: Partial<Exercise> = {}): Exercise => ({
  owner: 'concert',
  source: line<Written>(text),
  partChoices: {},
  ...rest,
});

describe('what changed between two versions', () => {
  it('names the bars', () => {
    expect(changesBetween(exercise('G4:w | A4:w | B4:w'), exercise('G4:w | C5:w | B4:w')).lines).toEqual([
      { line: 0, from: 2, to: 2, added: 0, removed: 0 },
    ]);
  });
  it('counts bars that came and went', () => {
    expect(changesBetween(exercise('G4:w'), exercise('G4:w | A4:w | B4:w')).lines).toEqual([
      { line: 0, from: 2, to: 3, added: 2, removed: 0 },
    ]);
    expect(changesBetween(exercise('G4:w | A4:w'), exercise('G4:w')).lines).toMatchObject([{ from: 1, removed: 1 }]);
  });
  it('tells of title, owner, choices of the parts, and lines', () => {
    const before = exercise('G4:w');
    expect(changesBetween(before, before)).toEqual({
      lines: [],
      title: false,
      owner: false,
      parts: false,
      lineCount: 0,
    });
    expect(
      changesBetween(before, {
        ...before,
        owner: 'trumpet',
        source: { ...before.source, title: 'Other' },
        partChoices: { flute: { octaves: 1 } },
        otherLines: [before.source],
      }),
    ).toEqual({ lines: [], title: true, owner: true, parts: true, lineCount: 1 });
  });
});
