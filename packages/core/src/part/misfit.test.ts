import { readExercise } from '../exercise/exerciseSchema';
import { realize } from '../exercise/realize';
import { transposeExercise } from '../exercise/transposeExercise';
import { instrumentOf } from '../instrument/instrumentOf';
import { key } from '../key/key';
import { parseInterval } from '../pitch/interval';
import { type Concert, midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { DEFAULT_CONVENTIONS } from '../convention/conventions';
import { notesOf, openingOf } from '../score/walk';
import { line } from '../testing/line';
import { annotate } from './annotate';
import { offerClassKeys } from './classKey';
import { derivePart } from './derivePart';
import { explain } from './explain';
import { alternativeTo, betterOctaves, listMisfits, misfitSide } from './misfit';
import { fitOctave } from './octave';
import { DEFAULT_TEACHING } from './teaching';

const trumpet = instrumentOf('trumpet');

describe('what does not fit', () => {
  it('lies outside the instrument or beyond the stage, on one side', () => {
    expect(
      ['F3', 'F#3', 'G#3', 'A3', 'E5', 'F5', 'C6', 'C#6'].map((n) =>
        misfitSide(trumpet, 'first-year', midi(parsePitch(n))),
      ),
    ).toEqual([
      'too-low',
      'below-stage',
      'below-stage',
      undefined,
      undefined,
      'above-stage',
      'above-stage',
      'too-high',
    ]);
    expect(['F5', 'G5', 'A5'].map((n) => misfitSide(trumpet, 'second-year', midi(parsePitch(n))))).toEqual([
      undefined,
      undefined,
      'above-stage',
    ]);
  });

  it('is named note by note, lowest first, with the same letter where it would fit', () => {
    const part = derivePart(line<Concert>('Eb3 F4 A5 F4 | A5 Bb4 C4 D4'), trumpet, 'concert', { octaves: 0 });
    const misfits = listMisfits(trumpet, 'first-year', notesOf(part.score));
    expect(
      misfits.map((m) => [
        pitchText(m.pitch),
        m.side,
        m.notes.join(),
        m.alternative === undefined ? '' : pitchText(m.alternative),
      ]),
    ).toEqual([
      ['F3', 'too-low', 'n1', 'F4'],
      ['B5', 'above-stage', 'n3,n5', 'B4'],
    ]);
    expect([part.unplayable, part.outside]).toEqual([['n1'], ['n3', 'n5']]);
    expect(
      listMisfits(trumpet, 'first-year', notesOf(derivePart(line<Concert>('C4 D4'), trumpet, 'concert').score)),
    ).toEqual([]);
  });

  it('has no alternative where the stage holds no such letter', () => {
    expect(alternativeTo(trumpet, 'first-notes', parsePitch<Written>('A5'))).toBeUndefined();
    expect(pitchText(alternativeTo(trumpet, 'first-notes', parsePitch<Written>('D7')) as Written)).toBe('D4');
    expect(pitchText(alternativeTo(trumpet, 'first-year', parsePitch<Written>('Bb2')) as Written)).toBe('Bb3');
  });

  it('is said in the reasons', () => {
    const part = derivePart(line<Concert>('A5 Eb3 C4 D4'), trumpet, 'concert', { octaves: 0 });
    const kinds = (id: string): unknown[] =>
      (explain(part, annotate(part)).get(id) ?? []).filter((f) => f.kind === 'misfit' || f.kind === 'unplayable');
    expect(kinds('n1')).toEqual([{ kind: 'misfit', side: 'above-stage', stage: 'first-year' }]);
    expect(kinds('n2')).toEqual([{ kind: 'unplayable', because: 'below-range' }]);
    expect(kinds('n3')).toEqual([]);
  });
});

describe('the octave', () => {
  const counts = (text: string) => text.split(' ').map((n) => ({ note: midi(parsePitch(n)), times: 1 }));

  it('has first nothing unplayable, then least beyond the stage, then what is nearest to the first notes', () => {
    const octave = (text: string, stage: 'first-year' | 'second-year' = 'first-year'): number =>
      fitOctave(trumpet, stage, counts(text), 2).best.octaves;
    expect([octave('Bb3 C4 D4'), octave('Bb4 C5 D5'), octave('Bb1 C2 D2'), octave('E5 F5 G5')]).toEqual([0, -1, 2, -1]);
    expect([octave('E5 F5'), octave('E5 F5', 'second-year')]).toEqual([-1, -1]);
    expect(octave('C3 C4 C5 C6')).toBe(0);
  });

  it('shows what every octave would do, and which suit better than the one taken', () => {
    const { options } = fitOctave(trumpet, 'first-year', counts('Bb3 D5 Bb6'), 2);
    expect(options.map((o) => o.octaves)).toEqual([4, 3, 2, 1, 0, -1, -2, -3, -4]);
    expect(options.find((o) => o.octaves === 0)).toEqual({ octaves: 0, outside: 1, unplayable: 1 });
    expect(options.find((o) => o.octaves === -1)).toEqual({ octaves: -1, outside: 2, unplayable: 1 });
    expect(betterOctaves(options, 1).map((o) => o.octaves)).toEqual([0, -1]);
    expect(betterOctaves(options, 0)).toEqual([]);
    expect(betterOctaves(options, 9)).toEqual([]);
  });

  it("of an empty line is the line's own or near it", () => {
    expect(fitOctave(trumpet, 'first-year', [], 2).best).toMatchObject({ outside: 0, unplayable: 0 });
  });
});

describe('a marked alternative', () => {
  const concert = line<Concert>('C4 D4 A5 D4 | A5 C4 D4 E4');
  const part = derivePart(concert, trumpet, 'concert', { octaves: 0, alternatives: { n3: -1, nowhere: 1, n4: 0 } });

  it('moves that note alone, keeps the others, and says so', () => {
    expect(
      notesOf(part.score)
        .slice(0, 5)
        .map((n) => pitchText(n.pitch)),
    ).toEqual(['D4', 'E4', 'B4', 'E4', 'B5']);
    expect([...part.moved]).toEqual([['n3', -1]]);
    expect(part.outside).toEqual(['n5']);
    const note = annotate(part).get('n3');
    expect([note?.movedOctaves, pitchText(note?.concert as Concert), note?.fingering.kind]).toEqual([
      -1,
      'A4',
      'playable',
    ]);
    expect((explain(part, annotate(part)).get('n3') ?? []).find((f) => f.kind === 'moved')).toEqual({
      kind: 'moved',
      octaves: -1,
    });
    expect(annotate(part).get('n5')?.movedOctaves).toBe(0);
  });

  it('is kept in the document', () => {
    const stored = {
      owner: 'concert',
      source: line<Written>('C4 D4'),
      partChoices: { trumpet: { alternatives: { n1: -1 } } },
    };
    expect(readExercise(JSON.parse(JSON.stringify(stored)))).toMatchObject({ ok: true, value: stored });
    expect(readExercise({ ...stored, partChoices: { trumpet: { alternatives: { n1: 9 } } } }).ok).toBe(false);
  });
});

describe('another key for the whole class', () => {
  const group = (['clarinet', 'trumpet', 'trombone', 'flute'] as const).map(instrumentOf);
  const teaching = { ...DEFAULT_TEACHING, stage: 'first-notes' as const };

  it('is offered where fewer notes lie outside, best first, and leads there', () => {
    const exercise = {
      owner: 'concert' as const,
      source: line<Written>('C4 D4 E4 F4 | G4 F4 E4 D4 | C4:w'),
      partChoices: {},
    };
    const concert = realize(exercise);
    const outside = (of: typeof concert): number =>
      group
        .map((i) => derivePart(of, i, 'concert', {}, teaching))
        .reduce((n, p) => n + p.outside.length + p.unplayable.length, 0);
    const [best, ...others] = offerClassKeys(concert, group, 'concert', teaching);
    expect(best?.fifths).toBe(-2);
    expect(best?.unplayable).toBe(0);
    const moved = transposeExercise(exercise, best?.interval ?? parseInterval('P1'));
    expect(openingOf(moved.source).key).toEqual(key(-2));
    expect(outside(realize(moved))).toBe((best?.outside ?? -1) + (best?.unplayable ?? 0));
    expect(outside(realize(moved))).toBeLessThan(outside(concert));
    expect(others.every((o) => o.outside + o.unplayable >= (best?.outside ?? 0) + (best?.unplayable ?? 0))).toBe(true);
    expect([best, ...others].every((o) => Math.abs(o?.fifths ?? 9) <= 4)).toBe(true);
  });

  it('is not offered where all fits already', () => {
    expect(offerClassKeys(line<Concert>('Bb3 C4 D4 Eb4 F4', { fifths: -2 }), group, 'concert', teaching)).toEqual([]);
  });

  it("counts the owner's own page where it stands", () => {
    const high = realize({ owner: 'trumpet', source: line<Written>('C6 B5 A5 G5'), partChoices: {} });
    const [best] = offerClassKeys(high, [trumpet], 'trumpet', DEFAULT_TEACHING, 1);
    expect(best?.outside).toBe(0);
  });

  it('moves notes and signatures, and tames what no document holds', () => {
    const e = { owner: 'concert' as const, source: line<Written>('Fx4 C4 Cbb4 D4', { fifths: 1 }), partChoices: {} };
    const up = transposeExercise(e, { fifths: 7, octaves: -4 });
    expect(notesOf(up.source).map((n) => pitchText(n.pitch))).toEqual(['G#4', 'C#4', 'Cb4', 'D#4']);
    expect(openingOf(up.source).key.fifths).toBe(8);
    expect(DEFAULT_CONVENTIONS).toBe(teaching.conventions);
    expect(notesOf(transposeExercise(e, { fifths: -7, octaves: 4 }).source).map((n) => pitchText(n.pitch))).toEqual([
      'F#4',
      'Cb4',
      'Bbb3',
      'Db4',
    ]);
  });
});
