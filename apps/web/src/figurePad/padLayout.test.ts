import {
  DEFAULT_CONVENTIONS,
  figureCards,
  finger,
  instrumentOf,
  INSTRUMENTS,
  judgeFigure,
  midi,
  spellWritten,
} from '@cifra/core';
import { figurePressed, keyAt, padLayout, pressedFor, toggleKey } from './padLayout';

describe('the drawing that is pressed', () => {
  it('has a key for everything that any figure of any instrument presses, and reads the figure back', () => {
    for (const instrument of INSTRUMENTS) {
      const { keys } = padLayout(instrument, DEFAULT_CONVENTIONS);
      const ids = new Set(keys.map((k) => k.id));
      expect(ids.size).toBe(keys.length);
      const { low, high } = instrument.ranges.full;
      for (let n = midi(low); n <= midi(high); n++) {
        const note = spellWritten(n, 0);
        const f = finger(instrument, note, DEFAULT_CONVENTIONS);
        if (f.kind !== 'playable') continue;
        const [card] = figureCards(instrument, DEFAULT_CONVENTIONS, [note]);
        for (const figure of [f.figure, ...f.alternates.map((a) => a.figure)]) {
          const pressed = pressedFor(figure);
          for (const id of pressed.keys()) expect([instrument.id, id, ids.has(id)]).toEqual([instrument.id, id, true]);
          const read = figurePressed(instrument, pressed);
          if (read === undefined || card === undefined) throw new Error('nothing pressed');
          expect(judgeFigure(card, read)).not.toBe('wrong');
        }
      }
    }
  });

  it('keeps its keys apart, so that a finger finds one', () => {
    for (const instrument of INSTRUMENTS) {
      const { keys, width, height } = padLayout(instrument, DEFAULT_CONVENTIONS);
      for (const k of keys) {
        expect(k.x - k.width / 2).toBeGreaterThanOrEqual(0);
        expect(k.x + k.width / 2).toBeLessThanOrEqual(width);
        expect(k.y + k.height / 2).toBeLessThanOrEqual(height);
        for (const other of keys) {
          if (other === k) continue;
          const apart =
            Math.abs(k.x - other.x) >= (k.width + other.width) / 2 - 12 ||
            Math.abs(k.y - other.y) >= (k.height + other.height) / 2 - 12;
          expect([instrument.id, k.id, other.id, apart]).toEqual([instrument.id, k.id, other.id, true]);
        }
      }
    }
  });

  it('presses and lets go; half closes what can be half closed; a slide stands in one place', () => {
    const recorder = padLayout(instrumentOf('descant-recorder'), DEFAULT_CONVENTIONS);
    const thumb = recorder.keys.find((k) => k.id === 'left:T');
    const two = recorder.keys.find((k) => k.id === 'left:2');
    if (thumb === undefined || two === undefined) throw new Error('no thumb');
    let pressed = toggleKey(new Map(), thumb);
    expect(pressed.get('left:T')).toBe('pressed');
    pressed = toggleKey(pressed, thumb);
    expect(pressed.get('left:T')).toBe('half');
    expect(toggleKey(pressed, thumb).get('left:T')).toBe('open');
    expect(toggleKey(toggleKey(new Map(), two), two).get('left:2')).toBe('open');
    const trombone = instrumentOf('trombone');
    const slide = padLayout(trombone, DEFAULT_CONVENTIONS).keys;
    const [first, third] = [slide.find((k) => k.id === 'slide:1'), slide.find((k) => k.id === 'slide:3')];
    if (first === undefined || third === undefined) throw new Error('no slide');
    expect(figurePressed(trombone, new Map())).toBeUndefined();
    expect(figurePressed(trombone, toggleKey(toggleKey(new Map(), first), third))).toEqual({
      kind: 'slide',
      position: 3,
      adjust: 0,
    });
  });

  it('finds the key that a finger means: on it, a little beside it, and none far away', () => {
    for (const instrument of INSTRUMENTS) {
      const layout = padLayout(instrument, DEFAULT_CONVENTIONS);
      for (const k of layout.keys) {
        expect(keyAt(layout, k.x, k.y, 0)?.id).toBe(k.id);
        // Every point near a key means a key that is no farther away than that one.
        for (const [dx, dy] of [
          [1, 0],
          [-1, 0],
          [0, 1],
          [0, -1],
        ] as const) {
          const [x, y] = [k.x + dx * (k.width / 2 + 15), k.y + dy * (k.height / 2 + 15)];
          const meant = keyAt(layout, x, y, 40);
          expect(meant).toBeDefined();
          if (meant === undefined) continue;
          const far = Math.max(Math.abs(x - meant.x) - meant.width / 2, Math.abs(y - meant.y) - meant.height / 2);
          expect(far).toBeLessThanOrEqual(15);
        }
      }
      expect(keyAt(layout, -500, -500, 40)).toBeUndefined();
    }
  });
});
