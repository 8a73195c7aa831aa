import { boardSize } from './boardSize';

const LINE_OF_SIXTEEN = Array.from({ length: 16 }, () => 2);

describe('the size of the board', () => {
  // What is left of the screens that a projector shows, 1280 by 800 and 1024 by 768, under the bar and its keys.
  const rooms = [
    { width: 1232, height: 560 },
    { width: 976, height: 530 },
  ];

  it.each(rooms)('fits every row of a large class into $width by $height', (room) => {
    for (const rows of [1, 4, 11, 16, 34])
      for (const cells of [[2], [2, 2, 2, 2], LINE_OF_SIXTEEN]) {
        const { columns, letter, small, row } = boardSize({ rows, cells, name: 8, lines: 2 }, room);
        expect(Math.ceil(rows / columns) * row).toBeLessThanOrEqual(room.height);
        expect(letter + small).toBeLessThanOrEqual(row);
        // A letter is about 0.6 of its height wide: no cell pushes another off the wall.
        const letters = cells.reduce((sum, c) => sum + c, 0);
        expect(columns * letters * letter * 0.6).toBeLessThan(room.width);
      }
  });

  it('sets eleven instruments with letters and figures so large that the back row reads them', () => {
    for (const room of rooms)
      expect(boardSize({ rows: 11, cells: [5, 5, 5, 5], name: 7, lines: 2 }, room).letter).toBeGreaterThanOrEqual(24);
  });

  it('puts rows side by side where that makes them larger', () => {
    expect(boardSize({ rows: 20, cells: [1], name: 5, lines: 1 }, rooms[0] as never).columns).toBeGreaterThan(1);
    expect(boardSize({ rows: 3, cells: LINE_OF_SIXTEEN, name: 5, lines: 1 }, rooms[0] as never).columns).toBe(1);
  });
});
