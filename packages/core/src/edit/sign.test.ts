import { key } from '../key/key';
import { parseInterval } from '../pitch/interval';
import type { Written } from '../pitch/pitch';
import type { Score } from '../score/score';
import { line } from '../testing/line';
import { blank, shown, typed } from '../testing/typing';
import { applyCommand } from './applyCommand';
import type { EditState } from './caret';
import type { Command } from './command';

const after = (state: EditState, ...commands: readonly Command[]): EditState =>
  commands.reduce((s, c) => {
    const done = applyCommand(s, c);
    if (!done.ok) throw new Error(`refused: ${c.kind}`);
    return done.value;
  }, state);
const selected = ({ score }: EditState, from: readonly [number, number], to: readonly [number, number]): EditState => ({
  score,
  anchor: { measure: from[0], at: from[1] },
  caret: { measure: to[0], at: to[1] },
});
const notes = (s: Score<Written>) => s.measures.flatMap((m) => m.events);

describe('a sign', () => {
  it('is put on the note just written, and taken off again', () => {
    const breath = after(typed('G A'), { kind: 'breath' });
    expect(notes(breath.score).map((e) => e.kind === 'note' && e.breathAfter === true)).toEqual([false, true]);
    expect(after(breath, { kind: 'breath' }).score).toEqual(typed('G A').score);
  });

  it.each<[Command, string, unknown]>([
    [{ kind: 'fermata' }, 'fermata', true],
    [{ kind: 'courtesy' }, 'courtesy', true],
    [{ kind: 'articulation', which: 'accent' }, 'articulations', ['accent']],
    [{ kind: 'dynamic', which: 'mf' }, 'dynamic', 'mf'],
    [{ kind: 'words', words: ' dolce ' }, 'words', 'dolce'],
    [{ kind: 'tie' }, 'tie', true],
  ])('%j stands on the note, and bars beside it stay the same objects', (command, field, value) => {
    const before = typed('G A B C D');
    const state = after(before, command);
    expect(notes(state.score)[4]).toMatchObject({ [field]: value });
    expect(state.score.measures[0]).toBe(before.score.measures[0]);
  });

  it('goes on all selected notes; on all that lack it when some have it', () => {
    const one = after(typed('G A B'), { kind: 'articulation', which: 'staccato' });
    const all = after(selected(one, [0, 0], [0, 3]), { kind: 'articulation', which: 'staccato' });
    expect(notes(all.score).map((e) => e.kind === 'note' && e.articulations)).toEqual([
      ['staccato'],
      ['staccato'],
      ['staccato'],
    ]);
    expect(
      notes(after(all, { kind: 'articulation', which: 'staccato' }).score).every((e) => !('articulations' in e)),
    ).toBe(true);
  });

  it('is refused where there is no note', () => {
    expect(applyCommand(blank(), { kind: 'tie' })).toMatchObject({
      ok: false,
      problems: [{ code: 'nothing-to-change' }],
    });
    expect(applyCommand(typed('R'), { kind: 'tie' }).ok).toBe(false);
  });

  it('slurs the selection, or from one note to another while writing', () => {
    expect(after(selected(typed('G A B'), [0, 0], [0, 3]), { kind: 'slur' }).score.slurs).toEqual([
      { from: 'n1', to: 'n3' },
    ]);
    const open = typed('G S A B');
    expect(open.score.slurs).toEqual([{ from: 'n1', to: 'n1' }]);
    expect(after(open, { kind: 'slur' }).score.slurs).toEqual([{ from: 'n1', to: 'n3' }]);
    expect(typed('G S S').score.slurs).toEqual([]);
  });

  it('draws a growing sign under the selection and goes with its notes', () => {
    const hairpin = after(selected(typed('G A B'), [0, 0], [0, 3]), { kind: 'hairpin', which: 'crescendo' });
    expect(hairpin.score.hairpins).toEqual([{ kind: 'crescendo', from: 'n1', to: 'n3' }]);
    expect(after(hairpin, { kind: 'remove', back: true, mode: 'insert' }).score.hairpins).toEqual([]);
  });
});

describe('pitches', () => {
  it('move along the key, by half steps, octaves and intervals', () => {
    const g = blank({ fifths: -2 });
    expect(shown(after(typed('A', g), { kind: 'change-pitch', change: { by: 'step', letters: 1 } }).score)).toBe(
      'Bb4q',
    );
    const half = (text: string, up: boolean) =>
      shown(after(typed(text), { kind: 'change-pitch', change: { by: 'half-step', up } }).score);
    expect([half('G', true), half('G#', true), half('B', true), half('C', false), half('B_', false)]).toEqual([
      'G#4q',
      'A4q',
      'B#4q',
      'Cb5q',
      'A4q',
    ]);
    expect(shown(after(typed('G'), { kind: 'change-pitch', change: { by: 'octave', up: true } }).score)).toBe('G5q');
    expect(
      shown(
        after(selected(typed('G A'), [0, 0], [0, 2]), {
          kind: 'change-pitch',
          change: { by: 'interval', interval: parseInterval('m3') },
        }).score,
      ),
    ).toBe('Bb4q C5q');
  });
  it('take the other spelling', () => {
    const other = (text: string) =>
      shown(after(typed(text), { kind: 'change-pitch', change: { by: 'enharmonic' } }).score);
    expect([other('A#'), other('B_'), other('E#')]).toEqual(['Bb4q', 'A#4q', 'F5q']);
  });
  it('tied to each other change together', () => {
    const tied = typed('1 G - G');
    expect(
      shown(after(selected(tied, [0, 0], [0, 1]), { kind: 'change-pitch', change: { by: 'alter', alter: 1 } }).score),
    ).toBe('G#4w~ | G#4w');
  });
  it('are not moved beyond what can be written', () => {
    const low = selected(typed('G'), [0, 0], [0, 1]);
    expect(applyCommand(low, { kind: 'change-pitch', change: { by: 'step', letters: 60 } }).ok).toBe(false);
  });
});

describe('lengths', () => {
  it('are set, doubled and halved for the selection', () => {
    const all = selected(typed('4 G A B C'), [0, 0], [0, 4]);
    expect(shown(after(all, { kind: 'set-length', value: 'eighth', dots: 0 }).score)).toBe('G4e A4e B4e C5e');
    expect(shown(after(all, { kind: 'scale-lengths', longer: true }).score)).toBe('G4h A4h B4h C5h');
    expect(
      shown(after(all, { kind: 'scale-lengths', longer: true }, { kind: 'scale-lengths', longer: false }).score),
    ).toBe('G4q A4q B4q C5q');
  });
  it('become three in the time of two, and plain again', () => {
    const three = selected(typed('8 G A B'), [0, 0], [0, 3]);
    const triplet = after(three, { kind: 'triplet' });
    expect(shown(triplet.score)).toBe('(G4e A4e B4e)');
    expect(after(triplet, { kind: 'triplet' }).score).toEqual(three.score);
  });
  it('have no value longer than a breve', () => {
    expect(
      applyCommand(after(selected(typed('1 G'), [0, 0], [0, 1]), { kind: 'scale-lengths', longer: true }), {
        kind: 'scale-lengths',
        longer: true,
      }).ok,
    ).toBe(false);
  });
});

describe('bars', () => {
  it('are parted and joined', () => {
    const line = typed('G A B C D');
    const parted = after({ score: line.score, caret: { measure: 0, at: 2 } }, { kind: 'barline' });
    expect(shown(parted.score)).toBe('G4q A4q | B4q C5q | D5q');
    expect(shown(after({ score: parted.score, caret: { measure: 0, at: 0 } }, { kind: 'join-measures' }).score)).toBe(
      'G4q A4q B4q C5q | D5q',
    );
  });
  it('have repeats and endings', () => {
    const line = typed('1 G A B C');
    const repeated = after({ score: line.score, caret: { measure: 1, at: 0 } }, { kind: 'repeat-start' });
    const first = after(selected(repeated, [2, 0], [2, 1]), { kind: 'ending', numbers: [1] }, { kind: 'repeat-end' });
    const both = after(selected(first, [3, 0], [3, 1]), { kind: 'ending', numbers: [2] });
    expect(both.score.measures.map((m) => [m.repeatStart, m.repeatEnd, m.ending])).toEqual([
      [undefined, undefined, undefined],
      [true, undefined, undefined],
      [undefined, true, [1]],
      [undefined, undefined, [2]],
    ]);
    expect(
      after(selected(both, [3, 0], [3, 1]), { kind: 'ending', numbers: [2] }).score.measures[3]?.ending,
    ).toBeUndefined();
  });
  it('a repeat ends with the last bar that has notes, while the next is empty', () => {
    expect(typed('1 G | ]').score.measures.map((m) => m.repeatEnd)).toEqual([true, undefined]);
  });
  it('take another meter, with the bar lines set anew or left', () => {
    const line = typed('G A B C D E');
    const at = { score: line.score, caret: { measure: 0, at: 0 } };
    expect(shown(after(at, { kind: 'meter', meter: { beats: 3, unit: 4 }, rebar: true }).score)).toBe(
      'G4q A4q B4q | C5q D5q E5q',
    );
    expect(shown(after(at, { kind: 'meter', meter: { beats: 3, unit: 4 }, rebar: false }).score)).toBe(
      shown(line.score),
    );
    expect(applyCommand(at, { kind: 'meter', meter: undefined, rebar: false }).ok).toBe(false);
  });
  it('take clef and tempo in mid-piece, and give them up again', () => {
    const at = { score: typed('1 G A').score, caret: { measure: 1, at: 0 } };
    const changed = after(at, { kind: 'clef', clef: 'bass' }, { kind: 'tempo', tempo: { words: 'Slower' } });
    expect(changed.score.measures[1]).toMatchObject({ clef: 'bass', tempo: { words: 'Slower' } });
    expect(after(changed, { kind: 'clef', clef: undefined }, { kind: 'tempo', tempo: undefined }).score).toEqual(
      at.score,
    );
  });
  it('go with their notes, and hand on what they said', () => {
    const line = typed('1 G A B');
    const gone = after(selected(line, [0, 0], [1, 1]), { kind: 'delete-measures' });
    expect(shown(gone.score)).toBe('B4w');
    expect(gone.score.measures[0]).toMatchObject({ clef: 'treble', meter: { beats: 4, unit: 4 } });
  });
});

describe('a changed signature', () => {
  const start = { score: typed('B E F A', blank({ fifths: 0 })).score, caret: { measure: 0, at: 0 } };
  it('leaves the sound, changes the letters, or moves the tune', () => {
    const to = (notes: 'sound' | 'letters' | 'move') => after(start, { kind: 'key', key: key(-2), notes }).score;
    expect(shown(to('sound'))).toBe('B4q E5q F5q A5q');
    expect(shown(to('letters'))).toBe('Bb4q Eb5q F5q A5q');
    expect(shown(to('move'))).toBe('A4q D5q Eb5q G5q');
    expect(to('letters').measures[0]?.key?.fifths).toBe(-2);
  });
  it('reaches to the next change only, and is taken back', () => {
    const three = typed('1 F F F');
    const inner = after(
      { score: three.score, caret: { measure: 1, at: 0 } },
      { kind: 'key', key: key(1), notes: 'letters' },
    );
    const outer = after(
      { score: inner.score, caret: { measure: 0, at: 0 } },
      { kind: 'key', key: key(-1), notes: 'letters' },
    );
    expect(shown(inner.score)).toBe('F4w | F#4w | F#4w');
    expect(shown(outer.score)).toBe('F4w | F#4w | F#4w');
    expect(
      after({ score: inner.score, caret: { measure: 1, at: 0 } }, { kind: 'key', key: undefined, notes: 'letters' })
        .score,
    ).toEqual(three.score);
  });
  it("keeps a sign of a note's own", () => {
    expect(
      shown(
        after(
          { score: typed('F # G').score, caret: { measure: 0, at: 0 } },
          { kind: 'key', key: key(-1), notes: 'letters' },
        ).score,
      ),
    ).toBe('F#4q G4q');
  });
  it('moves the whole line the short way', () => {
    expect(shown(after(start, { kind: 'move-to-key', key: key(3) }).score)).toBe('G#4q C#5q D5q F#5q');
    expect(shown(after(start, { kind: 'move-to-key', key: key(2) }).score)).toBe('C#5q F#5q G5q B5q');
  });

  it('puts signs that send players elsewhere where they belong, and takes them away again', () => {
    const line = typed('G A B C | D E F G | A G F E |');
    const at = (measure: number) => ({ score: line.score, caret: { measure, at: 1 } });
    const signs = (state: EditState) => state.score.measures.map((m) => m.navigation);
    const fine = after(at(0), { kind: 'navigation', sign: 'fine' });
    expect(signs(fine)[0]).toEqual(['fine']);
    expect(signs(after(fine, { kind: 'navigation', sign: 'fine' }))[0]).toBeUndefined();
    // Of selected bars the segno stands at the first, Fine at the last.
    const range = selected(line, [0, 0], [1, 3]);
    expect(signs(after(range, { kind: 'navigation', sign: 'segno' })).slice(0, 2)).toEqual([['segno'], undefined]);
    expect(signs(after(range, { kind: 'navigation', sign: 'fine' })).slice(0, 2)).toEqual([undefined, ['fine']]);
    // A bar has one jump: another takes its place.
    const jump = after(at(2), { kind: 'navigation', sign: 'dc-fine' }, { kind: 'navigation', sign: 'ds-fine' });
    expect(signs(jump)[2]).toEqual(['ds-fine']);
    // A bar that is cut in two keeps each sign at its end of it.
    const both = after(at(1), { kind: 'navigation', sign: 'segno' }, { kind: 'navigation', sign: 'fine' });
    const cut = after({ ...both, caret: { measure: 1, at: 2 } }, { kind: 'barline' });
    expect(signs(cut).slice(1, 3)).toEqual([['segno'], ['fine']]);
    expect(signs(after({ ...cut, caret: { measure: 1, at: 0 } }, { kind: 'join-measures' }))[1]).toEqual([
      'segno',
      'fine',
    ]);
  });
});

it('a bar before the first says clef, key and meter now', () => {
  const score = line<Written>('C4 D4 E4 | F4:h.', { fifths: -1, meter: { beats: 3, unit: 4 } });
  const done = applyCommand({ score, caret: { measure: 0, at: 0 } }, { kind: 'add-measure' });
  const [first, second] = done.ok ? done.value.score.measures : [];
  expect(first).toMatchObject({ events: [], clef: 'treble', key: { fifths: -1 }, meter: { beats: 3, unit: 4 } });
  expect([second?.clef, second?.key, second?.meter]).toEqual([undefined, undefined, undefined]);
});

it('a fermata and a chord over a rest that a bar line parts: the chord at its start, the fermata at its end', () => {
  const chord = { root: { step: 'G' as const, alter: 0 }, kind: '7' };
  const score = line<Written>('R:w | C4:w');
  const marked = {
    ...score,
    measures: score.measures.map((m, i) =>
      i === 0 ? { ...m, events: m.events.map((e) => ({ ...e, fermata: true, chord })) } : m,
    ),
  };
  const done = applyCommand(
    { score: marked, caret: { measure: 0, at: 0 } },
    { kind: 'meter', meter: { beats: 3, unit: 4 }, rebar: true },
  );
  const rests = done.ok ? notes(done.value.score).filter((e) => e.kind === 'rest') : [];
  expect(rests.map((e) => [e.chord?.kind, e.fermata])).toEqual([
    ['7', undefined],
    [undefined, true],
  ]);
});
