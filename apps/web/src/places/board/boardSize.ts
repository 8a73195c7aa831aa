/** What has to be read from the back of the room: so many rows, each cell so many letters wide. */
export interface BoardContent {
  readonly rows: number;
  /** Letters in the widest cell under each note. */
  readonly cells: readonly number[];
  /** Letters in the widest name. */
  readonly name: number;
  /** Lines of text to a row: letter, figure, or both. */
  readonly lines: 1 | 2;
}

/** How the rows are set: in so many columns, their letters so many pixels high. */
export interface BoardSize {
  readonly columns: number;
  readonly letter: number;
  /** Names and figures. */
  readonly small: number;
  readonly row: number;
}

const MOST_COLUMNS = 3;
/** An average letter is so wide for its height, and a cell has so much air. */
const WIDTH_OF_LETTER = 0.62;
const AIR = 14;
const SMALLER = 0.74;
/** Rows stand so much further apart than their letters are high. */
const LEADING = 1.12;
/** Between a letter, which may be underlined twice, and its figure. */
const BETWEEN = 0.22;
const LARGEST = 64;

/**
 * The largest letters with which every row fits into a room, side by side in columns where that makes them larger.
 * @param room width and height in pixels
 */
export function boardSize(
  { rows, cells, name, lines }: BoardContent,
  room: { readonly width: number; readonly height: number },
): BoardSize {
  const sizes = Array.from({ length: MOST_COLUMNS }, (_u, i): BoardSize => {
    const columns = i + 1;
    const row = room.height / Math.ceil(rows / columns);
    const high = row / LEADING / (lines === 2 ? 1 + BETWEEN + SMALLER : 1);
    const letters = cells.reduce((sum, c) => sum + c, 0) + name * SMALLER;
    const wide = (room.width / columns - (cells.length + 1) * AIR) / Math.max(1, letters * WIDTH_OF_LETTER);
    const letter = Math.max(1, Math.floor(Math.min(LARGEST, high, wide)));
    return { columns, letter, small: Math.floor(letter * SMALLER), row: Math.floor(row) };
  });
  return sizes.reduce((best, s) => (s.letter > best.letter ? s : best));
}
