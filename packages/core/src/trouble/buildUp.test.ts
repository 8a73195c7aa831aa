import { realize } from '../exercise/realize';
import { instrumentOf } from '../instrument/instrumentOf';
import { annotate } from '../part/annotate';
import { derivePart } from '../part/derivePart';
import { pitchText, type Written } from '../pitch/pitch';
import { line } from '../testing/line';
import { buildUp, buildUpPart, buildUpSource } from './buildUp';
import { barHeat } from './heat';
import { type Change, partChanges } from './partTrouble';

const partOf = (text: string) =>
  derivePart(
    realize({ owner: 'trumpet', source: line<Written>(text), partChoices: {} }),
    instrumentOf('trumpet'),
    'trumpet',
  );
const change = (from: string, to: string): Change => ({
  from,
  to,
  index: 0,
  measureIndex: 0,
  measure: 1,
  cost: 5,
  causes: [],
});
const played = (text: string, from: string, to: string): string[] => {
  const part = partOf(text);
  const { score } = buildUpPart(part, { owner: 'trumpet' }, [buildUp(part.concert, change(from, to))], ['here']);
  return score.measures.map((m) =>
    m.events.map((e) => (e.kind === 'rest' ? 'R' : `${pitchText(e.pitch)}${e.tie === true ? '~' : ''}`)).join(' '),
  );
};

describe('a hard change taken apart', () => {
  // Worked out by a teacher's habit: the change, a note before, a note after, until the bar is whole. Common practice,
  // no source.
  it('grows by a note on either side until its bar is whole', () => {
    expect(played('G4:e A4:e F4 F4 D4', 'n2', 'n3')).toEqual(['A4 F4', 'G4 A4 F4', 'G4 A4 F4 F4', 'G4 A4 F4 F4 D4']);
  });

  it('starts in the bar before where the change leads over the bar line', () => {
    expect(played('C4:h D4:h | G4 E4 D4 C4', 'n2', 'n3')).toEqual([
      'D4 G4',
      'D4 G4 E4',
      'D4 G4 E4 D4',
      'D4 G4 E4 D4 C4',
    ]);
  });

  it('keeps held notes whole, and rests inside', () => {
    expect(played('C4:h~ C4 G4 | R E4 D4 C4', 'n2', 'n3')).toEqual(['C4~ C4 G4']);
    expect(played('C4 R G4 E4', 'n3', 'n4').at(-1)).toBe('C4 R G4 E4');
    expect(played('R C4 G4 R', 'n2', 'n3')).toEqual(['R C4 G4 R']);
  });

  it('is figured in the octave and key of the part, every note known by where it comes from', () => {
    const part = partOf('C4 D4 E4 F4 | G4 A4 C5 A4');
    const build = buildUp(part.concert, change('n6', 'n7'));
    const drill = buildUpPart(
      part,
      { owner: 'trumpet' },
      [build, buildUp(part.concert, change('n1', 'n2'))],
      ['bar 2: A to C', 'bar 1: C to D'],
    );
    const whole = annotate(part);
    const notes = [...annotate(drill).values()];
    for (const n of notes)
      expect([n.written, n.fingering]).toEqual([
        whole.get(buildUpSource(n.id))?.written,
        whole.get(buildUpSource(n.id))?.fingering,
      ]);
    expect(new Set(notes.map((n) => n.id)).size).toBe(notes.length);
    expect(drill.score.measures.filter((m) => m.startsSystem === true).map((m) => m.tempo?.words)).toEqual([
      'bar 2: A to C',
      'bar 1: C to D',
    ]);
  });

  it('writes a part of a triplet as plain values, and the whole as a triplet', () => {
    const plain = line<Written>('C4 D4 E4 F4');
    const tuplet = { actual: 3, normal: 2 };
    const source = {
      ...plain,
      measures: plain.measures.map((m) => ({
        ...m,
        events: m.events.map((e, i) => (i < 3 ? { ...e, duration: { ...e.duration, tuplet } } : e)),
      })),
    };
    const part = derivePart(realize({ owner: 'trumpet', source, partChoices: {} }), instrumentOf('trumpet'), 'trumpet');
    const { score } = buildUpPart(
      part,
      { owner: 'trumpet' },
      [buildUp(part.concert, change('n3', 'n4'))],
      [''],
      'Steps',
    );
    expect(score.measures.map((m) => m.events.filter((e) => e.duration.tuplet !== undefined).length)).toEqual([
      0, 0, 3,
    ]);
    expect(score.measures[2]?.events.map((e) => e.tupletPlace)).toEqual(['start', 'inside', 'stop', undefined]);
    expect(score.title).toBe('Steps');
  });

  it('keeps the slurs whose ends both stand in a step', () => {
    const source = { ...line<Written>('C4 D4 E4 F4'), slurs: [{ from: 'n2', to: 'n3' }] };
    const part = derivePart(realize({ owner: 'trumpet', source, partChoices: {} }), instrumentOf('trumpet'), 'trumpet');
    const { score } = buildUpPart(part, { owner: 'trumpet' }, [buildUp(part.concert, change('n1', 'n2'))], ['']);
    expect(score.measures.map((m) => m.events.length)).toEqual([2, 3, 4]);
    expect(score.slurs).toEqual([
      { from: 'n2-step1', to: 'n3-step1' },
      { from: 'n2-step2', to: 'n3-step2' },
    ]);
  });
});

describe('how hard each bar is', () => {
  it('goes by its dearest change, and a little by the others', () => {
    const at = (cost: number, measureIndex: number): Change => ({ ...change('a', 'b'), cost, measureIndex });
    expect(barHeat([at(4, 0), at(2, 0), at(6, 2)], 3)).toEqual([4.2, 0, 6]);
  });

  it('is highest where the leap is', () => {
    const part = partOf('C4 D4 E4 F4 | C4 C5 C4 C5 | G4:w');
    const heat = barHeat(
      partChanges(part, annotate(part), () => false),
      3,
    );
    expect(heat.indexOf(Math.max(...heat))).toBe(1);
  });
});
