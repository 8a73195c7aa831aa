import { type Pitch, placeMeasures, type Score } from '@cifra/core';

/**
 * Chooses the bars that start a line: phrases of so many bars as the page asks for. A phrase that is too wide is
 * halved, and halved again where it still is, so that the next phrase starts a line all the same; `0` sets as many as
 * fit. A bar that starts a line by the teacher's wish always does.
 * @param widths natural width of each bar by measure id, in hundredths of a millimetre
 * @param room width for bars on a line, clef and signature taken off
 * @param reaches how far the words over a bar reach from its start, where they are wider than it may be
 */
export function breakSystems<P extends Pitch>(
  score: Score<P>,
  widths: ReadonlyMap<string, number>,
  room: number,
  barsPerSystem = 4,
  reaches: ReadonlyMap<string, number> = new Map(),
): Set<number> {
  const placed = placeMeasures(score);
  const startsSystem = (i: number): boolean => placed[i]?.measure.startsSystem === true;
  const barsIn = (i: number): number => placed[i]?.measure.multiRest ?? 1;

  /** How wide bars are, and the words that stand over them. */
  const widthOf = (from: number, to: number): number => {
    let [bars, words] = [0, 0];
    for (let at = from; at < to; at += barsIn(at)) {
      const id = placed[at]?.measure.id ?? '';
      words = Math.max(words, bars + (reaches.get(id) ?? 0));
      bars += widths.get(id) ?? 0;
    }
    return Math.max(bars, words);
  };
  /** Where a line ends that begins with a bar: after so many full bars, while they are no wider than may be. */
  const endOf = (from: number, most: number, widest = Infinity): number => {
    let [at, counted] = [from, 0];
    while (at < placed.length && counted < most && (at === from || !startsSystem(at))) {
      const next = at + barsIn(at);
      if (at > from && widthOf(from, next) > widest) break;
      // A pickup counts with the bar that it leads to.
      if (placed[at]?.measure.pickup !== true) counted += barsIn(at);
      at = next;
    }
    return at;
  };
  /** The ends of the lines that some bars take. */
  const linesOf = (from: number, to: number, bars: number): number[] => {
    if (bars <= 1 || to - from <= 1 || widthOf(from, to) <= room) return [to];
    const half = Math.ceil(bars / 2);
    const middle = Math.min(to, endOf(from, half));
    return middle === to
      ? linesOf(from, to, half)
      : [...linesOf(from, middle, half), ...linesOf(middle, to, bars - half)];
  };
  const phrase = (from: number): number[] => {
    if (barsPerSystem === 0) return [endOf(from, Infinity, room)];
    const to = endOf(from, barsPerSystem);
    // A last bar alone (a second ending, say) joins the line before it when there is room.
    const isLast = to === placed.length - 1 && barsPerSystem > 1 && !startsSystem(to);
    return isLast && widthOf(from, placed.length) <= room ? [placed.length] : linesOf(from, to, barsPerSystem);
  };
  const ends: number[] = [];
  for (let i = 0; i < placed.length; i = ends.at(-1) ?? placed.length) ends.push(...phrase(i));
  return new Set(ends.slice(0, -1));
}
