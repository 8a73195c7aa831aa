import { parseKeyFigure } from './catalogue';
import { figureChange, slidePlace } from './change';
import type { Figure } from './figure';
import type { Woodwind } from './touch.data';

const valves = (text: string): Figure => ({
  kind: 'valves',
  valves: [...text.replace('T', '')].filter((c) => c !== '0').map(Number),
  ...(text.startsWith('T') ? { thumb: true } : {}),
});
const slide = (text: string): Figure => ({
  kind: 'slide',
  position: Number(text.replace(/[T+-]/g, '')),
  adjust: text.includes('+') ? 1 : text.includes('-') ? -1 : 0,
  ...(text.startsWith('T') ? { thumb: true } : {}),
});
const keys = (woodwind: Woodwind, from: string, to: string) =>
  figureChange(parseKeyFigure(woodwind, from), parseKeyFigure(woodwind, to), woodwind);

// What the hands do from one note to the next; hard changes named here are common practice, no source.
describe('what changes between two figures', () => {
  it.each<[string, string, number, number]>([
    ['0', '0', 0, 0],
    ['0', '13', 2, 0],
    ['13', '0', 2, 0],
    ['23', '12', 2, 1],
    ['12', '3', 3, 1],
    ['123', '0', 3, 0],
    ['T0', '0', 1, 0],
    ['T12', '12', 1, 0],
    ['T2', '1', 3, 1],
  ])('valves %s to %s: %i move, %i trade places', (from, to, moves, exchanges) => {
    expect(figureChange(valves(from), valves(to))).toMatchObject({ moves, exchanges, slides: 0 });
  });

  it.each<[string, string, number]>([
    ['1', '6', 5],
    ['6', '1', 5],
    ['2', '2', 0],
    ['2+', '2', 0.3],
    ['3-', '3', 0.3],
    ['T1', '1', 1],
    ['T1', 'T2', 1],
    ['2+', 'T1', 1.7],
  ])('slide %s to %s travels %d', (from, to, travel) => {
    expect(figureChange(slide(from), slide(to))).toEqual({
      moves: expect.closeTo(travel, 9),
      down: 0,
      up: 0,
      exchanges: 0,
      slides: 0,
    });
  });

  it('places a raised slide further in, a lowered one further out', () => {
    expect([
      slidePlace({ position: 2, adjust: 1 }),
      slidePlace({ position: 2, adjust: 0 }),
      slidePlace({ position: 2, adjust: -1 }),
    ]).toEqual([1.7, 2, 2.3]);
  });

  it.each<[Woodwind, string, string, number, number, number]>([
    // Flute C5 to D5: every finger trades places.
    ['flute', '1 | Eb', 'T 2 3 | 4 5 6', 8, 2, 0],
    ['saxophone', '1', '1 2', 1, 0, 0],
    ['saxophone', '1', '2', 2, 1, 0],
    ['saxophone', '1 2 3 | 4', '1 2 3 | 5', 2, 1, 0],
    ['saxophone', '1 2 3 | 4', '1 2 3 | 4 Fs', 1, 0, 0],
    // The bis key is covered by the first finger's own edge.
    ['saxophone', '1', '1 bis', 1, 0, 0],
    // A little finger that has to change keys slides.
    ['clarinet', 'T 1 2 3 | 4 5 6 RF', 'T 1 2 3 | 4 5 6 RE', 1, 0, 1],
    ['clarinet', 'T 1 2 3 | 4 5 6 RF', 'T 1 2 3 LE | 4 5 6', 2, 1, 0],
    // The thumb rolls on to the register key and from hole to key: it stays where it is.
    ['clarinet', 'T 1', 'T R 1', 1, 0, 0],
    ['flute', 'T 1 | Eb', 'Tb 1 | Eb', 1, 0, 0],
    ['flute', 'Tb 1 | Eb', 'T 1 | Eb', 1, 0, 0],
    // Half a hole is the same finger on the same hole.
    ['recorder', 'T 1 2', 'Th 1 2', 1, 0, 0],
    ['recorder', 'T 1 2 3 | 5 6', 'T 1 2', 3, 0, 0],
    ['oboe', '1 2 3', '1h 2 3', 1, 0, 0],
    ['flute', '1 | Eb', '1 | Eb', 0, 0, 0],
  ])('%s %s to %s: %i move, %i trade places, %i slide', (woodwind, from, to, moves, exchanges, slides) => {
    expect(keys(woodwind, from, to)).toMatchObject({ moves, exchanges, slides });
  });

  it('is the same there and back, but for what goes down and up', () => {
    const there = keys('flute', '1 | Eb', 'T 2 3 | 4 5 6');
    expect(there).toEqual({ moves: 8, down: 6, up: 2, exchanges: 2, slides: 0 });
    expect(keys('flute', 'T 2 3 | 4 5 6', '1 | Eb')).toEqual({ ...there, down: there.up, up: there.down });
  });

  it('leads nowhere from one kind of instrument to another', () => {
    expect(() => figureChange(valves('1'), slide('1'))).toThrow(
      'no change leads from valves to slide on one instrument',
    );
    expect(() => figureChange(parseKeyFigure('flute', 'T'), valves('1'), 'flute')).toThrow(
      'no change leads from keys to valves',
    );
    expect(() => figureChange(parseKeyFigure('flute', 'T'), parseKeyFigure('flute', 'T'))).toThrow('no change leads');
  });
});
