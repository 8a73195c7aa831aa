import { finger } from '../instrument/finger';
import type { InstrumentId } from '../instrument/instrument';
import { INSTRUMENTS } from '../instrument/instrument.data';
import { instrumentOf } from '../instrument/instrumentOf';
import { midi, parsePitch, pitchText, type Written } from '../pitch/pitch';
import { DEFAULT_CONVENTIONS, type ConventionOverrides, conventionsOf } from '../convention/conventions';
import { noteAt, wholeRange } from '../testing/notes';
import { type Catalogue, parseKeyFigure } from './catalogue';
import { CATALOGUES } from './catalogues';
import { figureText, type KeyFigure } from './figure';
import { plainTouch, type Touch, TOUCHES, touchOf, type Woodwind, WOODWINDS } from './touch.data';

const figure = (id: InstrumentId, note: string, conventions: ConventionOverrides = {}): string => {
  const f = finger(instrumentOf(id), parsePitch<Written>(note), conventionsOf(conventions));
  return f.kind === 'playable' ? figureText(f.figure) : f.because;
};
const also = (id: InstrumentId, note: string, conventions: ConventionOverrides = {}): string[] => {
  const f = finger(instrumentOf(id), parsePitch<Written>(note), conventionsOf(conventions));
  return f.kind === 'playable' ? f.alternates.map((a) => `${figureText(a.figure)} = ${a.reason}`) : [];
};

describe('woodwind figures of common practice', () => {
  // Common practice, no published source.
  it.each<[InstrumentId, string, string]>([
    ['flute', 'Bb4', 'T 1 | 4 Eb'],
    ['flute', 'C5', '1 | Eb'],
    ['flute', 'D5', 'T 2 3 | 4 5 6'],
    ['flute', 'Eb5', 'T 2 3 | 4 5 6 Eb'],
    ['flute', 'F4', 'T 1 2 3 | 4 Eb'],
    ['flute', 'F5', 'T 1 2 3 | 4 Eb'],
    ['clarinet', 'G4', '-'],
    ['clarinet', 'A4', 'A'],
    ['clarinet', 'F4', 'T'],
    ['clarinet', 'E4', 'T 1'],
    ['clarinet', 'D4', 'T 1 2'],
    ['clarinet', 'C4', 'T 1 2 3'],
    ['bass-clarinet', 'A3', 'T 1 2 3 | 4 5'],
    ['bass-clarinet', 'G3', 'T 1 2 3 | 4 5 6'],
    ['bass-clarinet', 'F3', 'T 1 2 3 | 4 5 6 RF'],
    ['bass-clarinet', 'E3', 'T 1 2 3 LE | 4 5 6'],
    ['bass-clarinet', 'Eb3', 'T 1 2 3 | 4 5 6 lowEb'],
    ['clarinet', 'Eb3', 'below-range'],
    ['clarinet', 'D6', 'T R 2 3 | 4 Ab'],
    ['bass-clarinet', 'D6', 'T R 1h 2 3 | 4 Ab'],
    ['bass-clarinet', 'C6', 'T R'],
    ['baritone-saxophone', 'A3', 'lowA 1 2 3 | 4 5 6 C'],
    ['alto-saxophone', 'A3', 'below-range'],
    ['alto-saxophone', 'C5', '2'],
    ['alto-saxophone', 'C#5', '-'],
    ['alto-saxophone', 'F#4', '1 2 3 | 5'],
    ['descant-recorder', 'B4', 'T 1'],
    ['descant-recorder', 'A4', 'T 1 2'],
    ['descant-recorder', 'G4', 'T 1 2 3'],
    ['descant-recorder', 'D4', 'T 1 2 3 | 4 5 6'],
    ['descant-recorder', 'C4', 'T 1 2 3 | 4 5 6 7'],
  ])('%s %s is %s', (id, note, expected) => expect(figure(id, note)).toBe(expected));

  it('a bassoon touches a key of the thumb where a note would crack, and a clarinet fills its throat', () => {
    expect(['G3', 'A3', 'B3', 'C4'].map((n) => also('bassoon', n).filter((a) => a.endsWith('flick')))).toEqual([
      [],
      ['highA 1 2 3 | 4 5 = flick'],
      ['highC 1 2 3 | 4 = flick'],
      ['highC 1 2 3 = flick'],
    ]);
    expect(['A4', 'Bb4'].flatMap((n) => also('clarinet', n).filter((a) => a.endsWith('resonance')))).toEqual([
      'A 2 3 | 5 6 = resonance',
      'R A 2 3 | 4 5 = resonance',
    ]);
  });

  it('F is forked on a baroque recorder and plain on a German one', () => {
    expect(figure('descant-recorder', 'F4')).toBe('T 1 2 3 | 4 6 7');
    expect(figure('descant-recorder', 'F4', { recorder: 'german' })).toBe('T 1 2 3 | 4');
    expect(figure('treble-recorder', 'Bb4', { recorder: 'german' })).toBe('T 1 2 3 | 4');
  });

  it('low and high F of a saxophone differ by the octave key alone', () => {
    expect(figure('tenor-saxophone', 'F5')).toBe(`8 ${figure('tenor-saxophone', 'F4')}`);
  });

  it('a B flat follows the convention, and the others stay as alternates', () => {
    expect([
      figure('flute', 'Bb4'),
      figure('flute', 'Bb4', { fluteBFlat: 'thumb' }),
      figure('flute', 'A#5', { fluteBFlat: 'thumb' }),
    ]).toEqual(['T 1 | 4 Eb', 'Tb 1 | Eb', 'Tb 1 | Eb']);
    expect([
      figure('alto-saxophone', 'Bb4'),
      figure('alto-saxophone', 'Bb4', { saxophoneBFlat: 'bis' }),
      figure('alto-saxophone', 'Bb5', { saxophoneBFlat: 'one-and-one' }),
    ]).toEqual(['1 2 | sideBb', '1 bis', '8 1 | 4']);
    expect(also('flute', 'Bb4', { fluteBFlat: 'thumb' })).toEqual([
      'T 1 | 4 Eb = one-and-one',
      'T 1 | Bb Eb = side-key',
    ]);
    expect(also('alto-saxophone', 'Bb4')).toEqual(['1 bis = bis-key', '1 | 4 = one-and-one']);
  });

  it('a longer or shorter recorder reads the same shapes on other notes', () => {
    for (const [id, up] of [
      ['treble-recorder', 5],
      ['bass-recorder', -19],
      ['tenor-recorder', 0],
    ] as const) {
      for (let n = midi(parsePitch('C4')); n <= midi(parsePitch('C6')); n++) {
        if (n + up < midi(instrumentOf(id).ranges.full.low) || n + up > midi(instrumentOf(id).ranges.full.high))
          continue;
        expect([id, n, figure(id, pitchText(noteAt(n + up)))]).toEqual([
          id,
          n,
          figure('descant-recorder', pitchText(noteAt(n))),
        ]);
      }
    }
  });

  it('counts the right hand as the class does', () => {
    const f = parseKeyFigure('recorder', 'T 1 2 3 | 4 5 6h 7');
    expect([figureText(f), figureText(f, 'each-hand')]).toEqual(['T 1 2 3 | 4 5 6h 7', 'T 1 2 3 | 1 2 3h 4']);
    expect(figureText(parseKeyFigure('clarinet', '1 2 | sideEb'), 'each-hand')).toBe('1 2 | sideEb');
    expect(figureText(parseKeyFigure('flute', '| Eb'))).toBe('| Eb');
  });
});

const compiled = (woodwind: Woodwind, german = false): Catalogue => {
  const { usual, german: changed } = CATALOGUES[woodwind];
  return german && changed !== undefined ? changed : usual;
};
const COMPILED: readonly (readonly [string, Catalogue])[] = [
  ...WOODWINDS.map((w) => [w, compiled(w)] as const),
  ['German recorder', compiled('recorder', true)],
];
const catalogue = (name: string): Catalogue => {
  const found = COMPILED.find(([n]) => n === name);
  if (found === undefined) throw new Error(name);
  return found[1];
};
const all = (f: KeyFigure): string[] => [...f.left, ...f.right];
const figureOf = (c: Catalogue, note: number): string[] => {
  const entry = c.entries.get(note);
  if (entry === undefined) throw new Error(`${c.woodwind} ${note}`);
  return all(entry.figures[0].figure as KeyFigure);
};
const figuresOf = (c: Catalogue): [number, KeyFigure][] =>
  [...c.entries].flatMap(([n, { figures }]) => figures.map((f): [number, KeyFigure] => [n, f.figure as KeyFigure]));
const at = (note: string): number => midi(parsePitch(note));

/**
 * Laws that a typing mistake breaks. Exceptions stand here by name, each with its reason (common practice, no source).
 */
describe('structure of the catalogues', () => {
  it.each(INSTRUMENTS.filter((i) => i.family === 'woodwind').map((i) => [i.id, i] as const))(
    '%s has a figure for every note of its range and none beyond',
    (_id, i) => {
      for (const p of wholeRange(i))
        expect([pitchText(p), finger(i, p, DEFAULT_CONVENTIONS).kind]).toEqual([pitchText(p), 'playable']);
      expect(finger(i, noteAt(midi(i.ranges.full.low) - 1), DEFAULT_CONVENTIONS)).toEqual({
        kind: 'unplayable',
        because: 'below-range',
      });
      expect(finger(i, noteAt(midi(i.ranges.full.high) + 1), DEFAULT_CONVENTIONS)).toEqual({
        kind: 'unplayable',
        because: 'above-range',
      });
    },
  );

  /** A thumb, the side and the palm of a hand press several keys at once. */
  const SEVERAL: readonly Touch['finger'][] = ['thumb', 'side', 'palm'];
  it.each(COMPILED)('%s: no finger holds two touches', (_name, c) => {
    for (const [note, f] of figuresOf(c)) {
      const fingers = (['left', 'right'] as const)
        .flatMap((hand) => f[hand].map((name) => touchOf(c.woodwind, hand, name)))
        .filter((t): t is Touch => t !== undefined && !SEVERAL.includes(t.finger))
        .map((t) => `${t.hand} ${t.finger}`);
      expect([note, figureText(f), new Set(fingers).size]).toEqual([note, figureText(f), fingers.length]);
    }
  });

  it.each(COMPILED)(
    '%s: every key named is on the instrument, on the hand that presses it, and named once',
    (_name, c) => {
      for (const [note, f] of figuresOf(c)) {
        for (const hand of ['left', 'right'] as const)
          for (const name of f[hand])
            expect([
              note,
              name,
              TOUCHES[c.woodwind].some((t) => t.hand === hand && t.name === plainTouch(name)),
            ]).toEqual([note, name, true]);
        expect([note, new Set(all(f)).size]).toEqual([note, all(f).length]);
      }
    },
  );

  it.each(COMPILED)('%s: every touch is used by some figure', (_name, c) => {
    const used = new Set(
      [...figuresOf(c), ...(c.woodwind === 'recorder' ? figuresOf(catalogue('recorder')) : [])].flatMap(([, f]) => [
        ...f.left.map((n) => `left ${plainTouch(n)}`),
        ...f.right.map((n) => `right ${plainTouch(n)}`),
      ]),
    );
    expect(TOUCHES[c.woodwind].map((t) => `${t.hand} ${t.name}`).filter((t) => !used.has(t))).toEqual([]);
  });

  it.each(COMPILED)('%s: two notes never share default and alternates', (_name, c) => {
    const seen = new Map<string, number>();
    for (const [note, { figures }] of c.entries) {
      const text = figures.map((f) => figureText(f.figure)).join(' ; ');
      const other = seen.get(text);
      // The flute's second octave repeats the first: the breath makes the octave.
      if (other !== undefined) expect([c.woodwind, text, note - other]).toEqual(['flute', text, 12]);
      seen.set(text, note);
    }
  });

  it.each(COMPILED)('%s: no alternate repeats the default or another alternate of its note', (_name, c) => {
    for (const [note, { figures }] of c.entries) {
      const texts = figures.map((f) => figureText(f.figure));
      expect([note, new Set(texts).size]).toEqual([note, texts.length]);
    }
  });

  const holes = (c: Catalogue, note: string): string[] => figureOf(c, at(note)).filter((t) => /^[1-7]$/.test(t));
  it.each<[string, string, string]>([
    ['saxophone', 'low', 'B4 A4 G4 F4 E4 D4'],
    ['saxophone', 'high', 'B5 A5 G5 F5 E5 D5'],
    ['oboe', 'low', 'B4 A4 G4 F#4 E4 D4'],
    ['oboe', 'high', 'B5 A5 G5 F#5 E5'],
    ['clarinet', 'low', 'E4 D4 C4 Bb3 A3 G3'],
    ['clarinet', 'high', 'B5 A5 G5 F5 E5 D5'],
    ['flute', 'low', 'B4 A4 G4 F4 E4 D4'],
    ['flute', 'middle', 'B5 A5 G5 F5 E5'],
    ['German recorder', 'low', 'B4 A4 G4 F4 E4 D4 C4'],
    ['German recorder', 'high', 'A5 G5 F5 E5'],
    ['bassoon', 'low', 'E3 D3 C3 B2 A2 G2'],
    ['bassoon', 'high', 'D4 C4 B3 A3'],
    // The baroque recorder forks F (4 6 7 for 4): left out of its scale here, and named below.
    ['recorder', 'low', 'B4 A4 G4'],
    ['recorder', 'lowest', 'E4 D4 C4'],
  ])('%s, %s: each step down of the basic scale closes one more hole', (name, _register, notes) => {
    const steps = notes.split(' ').map((n) => holes(catalogue(name), n));
    for (let i = 1; i < steps.length; i++) expect([...(steps[i] ?? [])].slice(0, -1)).toEqual(steps[i - 1]);
  });

  /** Notes whose second register is another figure, with the reason. */
  const EXCEPTIONS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
    recorder: {
      F5: 'the low seventh hole is open: less is covered above',
      'F#5': 'one finger fewer: less is covered above',
      'G#5': 'two fingers fewer: less is covered above',
    },
    'German recorder': {
      'F#5': 'one finger fewer: less is covered above',
      'G#5': 'two fingers fewer: less is covered above',
    },
  };
  it.each<[string, string, string, number, (low: string[]) => string[]]>([
    ['saxophone', 'D4', 'C#5', 12, (low) => ['8', ...low]],
    ['clarinet', 'E3', 'F4', 19, (low) => ['T', 'R', ...low.slice(1)]],
    ['oboe', 'E4', 'G#4', 12, (low) => ['8', ...low]],
    ['oboe', 'A4', 'C5', 12, (low) => ['8s', ...low]],
    ['flute', 'E4', 'C#5', 12, (low) => low],
    ['bassoon', 'A2', 'D3', 12, (low) => low.filter((t) => t !== 'W')],
    ['recorder', 'E4', 'A4', 12, (low) => ['Th', ...low.slice(1)]],
    ['German recorder', 'E4', 'A4', 12, (low) => ['Th', ...low.slice(1)]],
  ])('%s: from %s to %s the next register repeats the figure', (name, from, to, up, expected) => {
    const c = catalogue(name);
    for (let n = at(from); n <= at(to); n++) {
      const upper = pitchText(noteAt(n + up)).replace('Ab', 'G#');
      const same = EXCEPTIONS[name]?.[upper] === undefined;
      expect([upper, figureOf(c, n + up).join() === expected(figureOf(c, n)).join()]).toEqual([upper, same]);
    }
  });

  it('a half step up never closes more than a fork asks for', () => {
    // Covered holes may grow by at most three from a note to the next higher one inside a register: more is a typing
    // mistake.
    for (const [name, c] of COMPILED) {
      for (let n = c.lowest; n < c.highest; n++) {
        const [low, high] = [figureOf(c, n), figureOf(c, n + 1)].map((f) => f.filter((t) => /^[1-7]$/.test(t)).length);
        const registerChange = (high ?? 0) > (low ?? 0) + 3;
        if (registerChange) expect(REGISTER_CHANGES[name]).toContain(pitchText(noteAt(n + 1)));
      }
    }
  });
  const REGISTER_CHANGES: Readonly<Record<string, readonly string[]>> = {
    flute: ['D5', 'Eb6'],
    oboe: ['C#5'],
    clarinet: ['B4', 'C#6'],
    saxophone: ['D5'],
    bassoon: ['F#3', 'G3'],
    recorder: ['Eb5', 'E5', 'Bb5'],
    'German recorder': ['Eb5', 'E5', 'Bb5'],
  };
});
