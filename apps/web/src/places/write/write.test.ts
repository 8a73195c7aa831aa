import {
  type EditState,
  type Exercise,
  invert,
  midi,
  parseInterval,
  pitchText,
  prove,
  type Repair,
  transpose,
  type Written,
} from '@cifra/core';
import { blank, line, PLANTED, typed, withBars } from '@cifra/core/testing';
import { changeWords } from '../../words/changeWords';
import { FINDING_CODES, findingWords, repairWords } from '../../words/findingWords';
import { ACTIONS } from './actions';
import { beatSum } from './beatSum';
import { caretX } from './Caret';
import { fitsCommand, foundActions } from './CommandList';
import { comboOf, shownKey } from './keys';
import { placeAt } from './placeAt';
import { spellMidi } from './spellMidi';
import { spokenState } from './spokenState';
import type { EditorSystem } from './SystemEngraver';

const BAD = /undefined|NaN|\[object|null|\$\{/;
const exercise = (source: Exercise['source']): Exercise => ({ owner: 'concert', source, partChoices: {} });

describe('the actions of the writing place', () => {
  it('have each their own id, name and keys', () => {
    const keys = ACTIONS.flatMap((a) => a.keys);
    expect(new Set(keys).size).toBe(keys.length);
    expect(new Set(ACTIONS.map((a) => a.id)).size).toBe(ACTIONS.length);
    expect(new Set(ACTIONS.map((a) => a.name)).size).toBe(ACTIONS.length);
  });
  it('are all found by the words of their names', () => {
    for (const a of ACTIONS)
      expect([a.name, fitsCommand(`${a.name} ${a.id}`, a.name.replace(/[^\p{L}\p{N} ]/gu, ' '), [])]).toEqual([
        a.name,
        expect.any(Number),
      ]);
    const best = (search: string) => foundActions(search, 'american')[0]?.id;
    expect([best('mf'), best('trip'), best('second ending'), best('minim'), best('volta'), best('key sig')]).toEqual([
      'mf',
      'triplet',
      'ending-2',
      'value-half',
      'ending-1',
      'key',
    ]);
    expect(['f', 'forte', 'mezzo', 'mezzo forte', 'fortissimo', 'p', 'pianissimo'].map(best)).toEqual([
      'f',
      'f',
      'mp',
      'mf',
      'ff',
      'p',
      'pp',
    ]);
    expect(ACTIONS.filter((a) => fitsCommand(a.name, 'xyzzy', a.also?.split(' ')) > 0)).toEqual([]);
  });
});

describe('the name of a key press', () => {
  const press = (key: string, more: Partial<KeyboardEvent> = {}) =>
    comboOf({ key, code: '', ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...more });
  it('is the character for a plain key, whatever Shift did to it', () => {
    expect([
      press('g'),
      press('G', { shiftKey: true }),
      press('#', { shiftKey: true }),
      press('|', { shiftKey: true }),
    ]).toEqual(['g', 'g', '#', '|']);
  });
  it('names Shift for arrows, Ctrl and the command key alike, and digits under Alt by their key', () => {
    expect([
      press('ArrowUp', { shiftKey: true }),
      press('z', { ctrlKey: true }),
      press('Z', { metaKey: true, shiftKey: true }),
      press('¡', { altKey: true, code: 'Digit1' }),
    ]).toEqual(['Shift+ArrowUp', 'Mod+z', 'Mod+Shift+z', 'Alt+1']);
  });
  it('is shown with short signs', () =>
    expect([shownKey('Shift+ArrowUp'), shownKey('g'), shownKey('#')]).toEqual(['Shift ↑', 'G', '#']));
});

describe('what the proof says', () => {
  it('has words for each kind of finding and a button for each repair', () => {
    const seen = new Set<string>();
    const repairs = new Set<Repair['kind']>();
    for (const [, { score }] of PLANTED) {
      for (const f of prove(exercise(score), { breath: 'own-marks' })) {
        seen.add(f.code);
        expect(findingWords(f)).toMatch(/^[A-Z0-9].*[.:]$/);
        expect(findingWords(f)).not.toMatch(BAD);
        for (const r of f.repairs) {
          repairs.add(r.kind);
          expect(repairWords(r, f)).toMatch(/^[A-Z]/);
          expect(repairWords(r, f)).not.toMatch(BAD);
        }
      }
    }
    const others = prove({
      ...exercise(line('G4:w')),
      otherLines: [line('G4:w | A4:w')],
      notTaken: [
        { code: 'lyrics', severity: 'left-out' },
        {
          code: 'key-custom',
          severity: 'repaired',
          measure: 1,
          facts: { signs: 'B♭ F♯', faults: 'mixed', fifths: -1 },
        },
      ],
    });
    for (const f of others) {
      seen.add(f.code);
      expect(findingWords(f)).not.toMatch(BAD);
    }
    expect(FINDING_CODES.filter((c) => !seen.has(c))).toEqual(['out-of-range']);
    expect(repairs.size).toBeGreaterThan(14);
  });

  it('reads like a teacher', () => {
    const first = (text: string, code: string, options?: Parameters<typeof line>[1]) =>
      prove(exercise(line(text, options)))
        .filter((f) => f.code === code)
        .map((f) => findingWords(f))[0];
    expect(first('G4 A4 B4 C5 D5 | G4:w', 'measure-too-long')).toBe(
      'Bar 1 is too long by 1 beat: 1 + 1 + 1 + 1 + 1 = 5, and 4/4 has 4.',
    );
    expect(first('G4:q. A4:q. | G4:q. A4:q | G4:h.', 'measure-too-short', { meter: { beats: 6, unit: 8 } })).toBe(
      'Bar 2 is too short by 1 eighth: 3 + 2 = 5, and should have 6.',
    );
    expect(first('Bb4 Eb5 Bb4 F4 | Eb5 D5 Bb4:h', 'signature-proposed')).toBe(
      'Every B and E is flattened by hand: two flats would say it once.',
    );
    expect(first('C#5 D5 E5 D5 | C5 D5 E5:h', 'sign-over')).toBe(
      'C in bar 2 comes after C♯ in the bar before. Beginners keep on playing C♯.',
    );
    expect(first('G4:h~ A4:h | G4:w', 'tie-to-other-pitch')).toBe(
      'The tie in bar 1 leads from G to A. Between two different notes the curved line is a slur.',
    );
  });

  it('says what changed between two versions', () => {
    const none = { lines: [], title: false, owner: false, parts: false, lineCount: 0 };
    expect(changeWords(undefined)).toBe('The first version');
    expect(changeWords(none)).toBe('Nothing in the notes');
    expect(changeWords({ ...none, title: true, lines: [{ line: 0, from: 3, to: 4, added: 2, removed: 0 }] })).toBe(
      '2 bars added, bars 3 to 4 and title changed',
    );
    expect(changeWords({ ...none, lineCount: 1, lines: [{ line: 0, from: 2, to: 2, added: 0, removed: 0 }] })).toBe(
      'Bar 2 changed and a line added',
    );
  });
});

describe('the sum under a bar', () => {
  const sumOf = (text: string, meter: { beats: number; unit: 4 | 8 | 2 } = { beats: 4, unit: 4 }, pickup = false) =>
    beatSum(line(text).measures[0]?.events ?? [], meter, pickup);
  it('writes the lengths out in what the meter counts', () => {
    expect(sumOf('C4 D4 E4:h')).toEqual({ text: '1 + 1 + 2', state: 'full' });
    expect(sumOf('C4:q. D4:q E4:e', { beats: 6, unit: 8 })).toEqual({ text: '3 + 2 + 1', state: 'full' });
    expect(sumOf('C4:q. D4:e E4:h')).toEqual({ text: '1½ + ½ + 2', state: 'full' });
    expect(sumOf('C4:h D4:h', { beats: 2, unit: 2 })).toEqual({ text: '1 + 1', state: 'full' });
  });
  it('says what is missing or too much; a pickup may be short', () => {
    expect(sumOf('C4 D4')).toEqual({ text: '1 + 1 = 2 of 4', state: 'short' });
    expect(sumOf('C4:w D4')).toEqual({ text: '4 + 1 = 5, 1 too many', state: 'long' });
    expect(sumOf('C4', undefined, true)).toEqual({ text: '1 of 4', state: 'full' });
    expect(beatSum([], { beats: 4, unit: 4 }).state).toBe('empty');
  });
});

describe('a key of the keyboard', () => {
  const at = (fifths: number): EditState => blank({ fifths });
  it('is spelled as the signature has it, on the page of the player', () => {
    expect(pitchText(spellMidi(at(-1), 70, parseInterval('P1')))).toBe('Bb4');
    expect(pitchText(spellMidi(at(2), 66, parseInterval('P1')))).toBe('F#4');
    // A trumpet's page with one sharp sounds in F: the key B♭4 stands there as C5.
    expect(pitchText(spellMidi(at(1), 70, invert(parseInterval('M2'))))).toBe('C5');
  });
  it.each([...Array(25).keys()].map((i) => 48 + i))('%i sounds as it was pressed, under every signature', (key) => {
    for (let fifths = -7; fifths <= 7; fifths++) {
      const down = invert(parseInterval('M2'));
      expect(midi(transpose<Written>(spellMidi(at(fifths), key, down), down))).toBe(key);
    }
  });
});

describe('the caret on the drawing', () => {
  const { score } = typed('G A B C D');
  const system: EditorSystem = {
    from: 0,
    to: 2,
    current: true,
    engraved: {
      svg: '',
      width: 10000,
      height: 2000,
      staves: [{ top: 500, bottom: 1220 }],
      measures: [
        { id: 'm1', left: 0, right: 6000 },
        { id: 'm2', left: 6000, right: 9000 },
      ],
      signs: [2000, 3000, 4000, 5000, 6500].map((x, i) => ({ id: `n${i + 1}`, line: 0, x, y: 900 })),
    },
  };
  const edit = (measure: number, at: number): EditState => ({ score, caret: { measure, at } });
  it('stands between its neighbours, before the first, after the last', () => {
    const x = (measure: number, at: number) => caretX(edit(measure, at), 0, system, { measure, at });
    expect(x(0, 1)).toBe(2500);
    expect(x(0, 0)).toBeLessThan(2000);
    expect(x(0, 4)).toBeGreaterThan(5000);
    expect(x(1, 1)).toBeGreaterThan(6500);
  });
  it('is where the pointer is: the nearest place in the bar under it, on the staff nearest to it', () => {
    const at = (x: number, y = 900) => placeAt([score], system, x, y);
    expect(at(2600)).toEqual({ line: 0, caret: { measure: 0, at: 1 } });
    expect(at(100)).toEqual({ line: 0, caret: { measure: 0, at: 0 } });
    expect(at(5900)).toEqual({ line: 0, caret: { measure: 0, at: 4 } });
    expect(at(8800)).toEqual({ line: 0, caret: { measure: 1, at: 1 } });
    expect(at(99999, 99999)).toEqual({ line: 0, caret: { measure: 1, at: 1 } });
  });
  it('is said aloud', () => {
    expect(spokenState(edit(0, 2))).toBe('A 4, quarter, bar 1, beat 2');
    expect(spokenState({ score, caret: { measure: 0, at: 3 }, anchor: { measure: 0, at: 1 } })).toBe(
      '2 notes selected',
    );
    expect(spokenState(blank())).toBe('bar 1, start');
    const pickup = withBars(line<Written>('D4 | G4:w'), { 0: { pickup: true } });
    expect(spokenState({ score: pickup, caret: { measure: 0, at: 0 } })).toBe('the pickup, start');
  });
});
