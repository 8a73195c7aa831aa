import { betterFigure, holdRole, type Neighbours } from './better';
import { parseKeyFigure } from './catalogue';
import type { AlternateReason, Figure, Playable } from './figure';
import type { Woodwind } from './touch.data';

const slide = (text: string): Figure => ({
  kind: 'slide',
  position: Number(text.replace(/[T+-]/g, '')),
  adjust: text.includes('+') ? 1 : text.includes('-') ? -1 : 0,
  ...(text.startsWith('T') ? { thumb: true } : {}),
});
const valves = (text: string): Figure => ({
  kind: 'valves',
  valves: [...text.replace('T', '')].filter((c) => c !== '0').map(Number),
  ...(text.startsWith('T') ? { thumb: true } : {}),
});
const note = (figure: Figure, ...alternates: [Figure, AlternateReason][]): Playable => ({
  kind: 'playable',
  figure,
  alternates: alternates.map(([f, reason]) => ({ figure: f, reason })),
});
const cause = (
  here: Playable,
  before: Playable | undefined,
  after: Playable | undefined,
  { caught = false, held = false, woodwind }: { caught?: boolean; held?: boolean; woodwind?: Woodwind } = {},
): string | undefined => {
  const around: Neighbours = { before, after, sameNote: before === after, caught };
  return betterFigure(here, around, held, woodwind)?.cause;
};

/** Which saving is worth a pupil's attention, and what it is called: the rules of better.ts, each alone. */
describe('an easier figure', () => {
  const slideNote = (...text: string[]): Playable =>
    note(slide(text[0] ?? '1'), ...text.slice(1).map((t): [Figure, AlternateReason] => [slide(t), 'longer-slide']));

  it('on the slide saves three positions of travel, or a turn and two', () => {
    // 6 to 1 and back travels ten; by 4, four: six saved.
    expect(cause(slideNote('1', '4'), slideNote('6'), slideNote('6'))).toBe('shorter-slide');
    // Exactly three saved counts, two do not.
    expect(cause(slideNote('1', '4'), slideNote('4'), undefined)).toBe('shorter-slide');
    expect(cause(slideNote('1', '3'), slideNote('3'), undefined)).toBeUndefined();
    // 2, 1, 4 turns and travels four; 2, 3, 4 goes straight on and travels two: a turn and two positions saved.
    expect(cause(slideNote('1', '3'), slideNote('2'), slideNote('4'))).toBe('no-turn');
    // The same saving without a turn saved is not enough: 3, 2, 3 turns too.
    expect(cause(slideNote('1', '2'), slideNote('3'), slideNote('3'))).toBeUndefined();
  });

  it('never sends the slide to a raised flat partial, but may send it to the attachment', () => {
    expect(cause(slideNote('1', '5+'), slideNote('6'), slideNote('6'))).toBeUndefined();
    expect(cause(note(slide('6'), [slide('T1'), 'attachment']), slideNote('1'), slideNote('1'))).toBe('shorter-slide');
    expect(cause(note(slide('6'), [slide('T2-'), 'attachment']), slideNote('1'), slideNote('1'))).toBe('shorter-slide');
    // The thumb stays as it is only where it is down on both sides.
    expect(cause(note(slide('3'), [slide('T1'), 'attachment']), slideNote('T1'), slideNote('T1'))).toBe('same-side');
  });

  it('takes the alternate that saves most', () => {
    expect(
      betterFigure(
        slideNote('1', '4', '6', '5'),
        { before: slideNote('6'), after: slideNote('6'), sameNote: true, caught: false },
        false,
      )?.alternate.figure,
    ).toEqual(slide('6'));
  });

  it('with valves saves two moves, keeps the thumb, or spares an exchange', () => {
    expect(cause(note(valves('12'), [valves('3'), 'third-alone']), note(valves('13')), undefined)).toBeUndefined();
    const d = note(valves('13'));
    expect(cause(note(valves('12'), [valves('3'), 'third-alone']), d, d)).toBe('fewer-valves');
    expect(cause(note(valves('12'), [valves('3'), 'third-alone']), d, note(valves('13')))).toBeUndefined();
    const open = note(valves('0'));
    expect(cause(note(valves('12'), [valves('3'), 'third-alone']), open, open)).toBeUndefined();
    expect(cause(note(valves('T2'), [valves('2'), 'other-side']), open, open)).toBe('same-side');
    expect(cause(note(valves('13'), [valves('4'), 'fourth-valve']), open, open)).toBeUndefined();
    expect(cause(note(valves('23'), [valves('1'), 'next-partial']), open, open)).toBeUndefined();
    expect(cause(note(valves('23'), [valves('1'), 'lower-partial']), open, open)).toBeUndefined();
    expect(cause(note(valves('23'), [valves('1'), 'valve-trill']), open, open)).toBe('fewer-valves');
    expect(cause(note(valves('23'), [valves('1'), 'valve-trill']), open, undefined)).toBeUndefined();
    expect(cause(note(valves('23'), [valves('1'), 'valve-trill']), undefined, open)).toBeUndefined();
    expect(cause(note(valves('23'), [valves('1'), 'valve-trill']), undefined, undefined)).toBeUndefined();
  });

  it('with keys spares a slide, an exchange, or fingers, and says which', () => {
    const keys = (woodwind: Woodwind, text: string): Figure => parseKeyFigure(woodwind, text);
    const on = { woodwind: 'clarinet' } as const;
    const low = note(keys('clarinet', 'T 1 2 3 | 4 5 6 RF'));
    expect(
      cause(
        note(keys('clarinet', 'T 1 2 3 | 4 5 6 RE'), [keys('clarinet', 'T 1 2 3 LE | 4 5 6'), 'other-little-finger']),
        low,
        undefined,
        on,
      ),
      // Two that follow each other take different hands, also where only one neighbour asks for it.
    ).toBe('no-slide');
    expect(
      cause(
        note(keys('clarinet', 'T 1 2 3 | 4 5 6 RE'), [
          keys('clarinet', 'T 1 2 3 LE | 4 5 6 RF'),
          'other-little-finger',
        ]),
        low,
        low,
        on,
      ),
    ).toBe('no-slide');
    const f = note(keys('saxophone', '1 2 3 | 4'));
    expect(
      cause(note(keys('saxophone', '1 2 3 | 5'), [keys('saxophone', '1 2 3 | 4 Fs'), 'chromatic']), f, undefined, {
        woodwind: 'saxophone',
      }),
    ).toBe('no-exchange');
    expect(
      cause(
        note(keys('flute', '1 2 3 | 4 5'), [keys('flute', '1 | Eb'), 'left-hand']),
        note(keys('flute', '1')),
        undefined,
        { woodwind: 'flute' },
      ),
    ).toBe('fewer-fingers');
    expect(
      cause(note(keys('flute', '1 2'), [keys('flute', '1'), 'left-hand']), note(keys('flute', '1')), undefined, {
        woodwind: 'flute',
      }),
    ).toBeUndefined();
    expect(
      cause(note(keys('flute', '1 2 3'), [keys('flute', '1'), 'left-hand']), note(keys('flute', '1')), undefined, {
        woodwind: 'flute',
      }),
    ).toBe('fewer-fingers');
    expect(
      cause(note(keys('flute', '1 2 3'), [keys('flute', '1'), 'resonance']), note(keys('flute', '1')), undefined, {
        woodwind: 'flute',
      }),
    ).toBeUndefined();
    expect(
      cause(note(keys('flute', '1 2 3'), [keys('flute', '1'), 'clearer-sound']), note(keys('flute', '1')), undefined, {
        woodwind: 'flute',
      }),
    ).toBeUndefined();
    expect(
      cause(note(keys('flute', '1 2 3'), [keys('flute', '1'), 'front-key']), note(keys('flute', '1')), undefined, {
        woodwind: 'flute',
      }),
    ).toBeUndefined();
  });

  it('a held key stays on unless it would be caught, and as a default gives way there', () => {
    const flute = (text: string): Figure => parseKeyFigure('flute', text);
    const a = note(flute('T 1 2 | Eb'));
    const bFlat = note(flute('T 1 | 4 Eb'), [flute('Tb 1 | Eb'), 'thumb-b-flat']);
    expect(cause(bFlat, a, a, { woodwind: 'flute' })).toBe('held-on');
    expect(cause(bFlat, a, a, { woodwind: 'flute', caught: true })).toBeUndefined();
    const thumb = note(flute('Tb 1 | Eb'), [flute('T 1 | 4 Eb'), 'one-and-one']);
    expect(cause(thumb, a, a, { woodwind: 'flute', held: true })).toBeUndefined();
    expect(cause(thumb, a, a, { woodwind: 'flute', held: true, caught: true })).toBe('must-let-go');
    expect(
      cause(note(flute('Tb 1 | Eb'), [flute('T 1'), 'resonance']), a, a, {
        woodwind: 'flute',
        held: true,
        caught: true,
      }),
    ).toBeUndefined();
    expect(
      cause(note(flute('Tb 1 | Eb'), [flute('Tb 1'), 'bis-key']), a, a, {
        woodwind: 'flute',
        held: true,
        caught: true,
      }),
    ).toBeUndefined();
  });
});

describe('what a note means for a key held with one finger', () => {
  const role = (woodwind: Woodwind | undefined, text: string): string =>
    holdRole(parseKeyFigure(woodwind ?? 'flute', text), woodwind);

  it('B natural catches it, a lifted thumb or first finger lets it go, anything else leaves it', () => {
    expect(
      ['T 1 | Eb', 'T 1 2 | Eb', 'T 1 | 4 Eb', 'T 1 3 | Eb', '1 | Eb', '| Eb', 'Tb 1 | Eb', 'T 2 3 | 4 5 6'].map((t) =>
        role('flute', t),
      ),
    ).toEqual(['caught', 'none', 'none', 'none', 'lets-go', 'lets-go', 'none', 'none']);
    expect(['1', '8 1', '1 2', '1 | 4', '1 bis', '1 | sideC', '2', '-'].map((t) => role('saxophone', t))).toEqual([
      'caught',
      'caught',
      'none',
      'none',
      'none',
      'none',
      'lets-go',
      'lets-go',
    ]);
    expect([
      holdRole(parseKeyFigure('clarinet', 'T 1'), 'clarinet'),
      holdRole(valves('1'), undefined),
      holdRole(parseKeyFigure('flute', 'T 1'), undefined),
    ]).toEqual(['none', 'none', 'none']);
  });
});
