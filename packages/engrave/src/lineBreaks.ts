import { type Pitch, type Score, placeMeasures } from '@cifra/core';

/** Bars to a line, the first choice first: phrases of four stand under each other where they fit. */
const PHRASE = 4;

/**
 * Chooses the bars that start a line: every four, two where four are too wide, one where two are.
 * @param widths natural width of each bar by measure id, in hundredths of a millimetre
 * @param room width for bars on a line, clef and signature taken off
 */
export function breakLines<P extends Pitch>(score: Score<P>, widths: ReadonlyMap<string, number>, room: number): Set<number> {
  const breaks = new Set<number>();
  const placed = placeMeasures(score);
  let i = 0;
  const take = (from: number, bars: number): { to: number; width: number } => {
    let counted = 0;
    let width = 0;
    let at = from;
    while (at < placed.length && counted < bars) {
      const m = placed[at]?.measure;
      width += widths.get(m?.id ?? '') ?? 0;
      if (m?.pickup !== true) counted += m?.multiRest ?? 1;
      at += m?.multiRest ?? 1;
    }
    // A bar that a repeat sign splits stays with its first half.
    return { to: at, width };
  };
  while (i < placed.length) {
    let line = take(i, PHRASE);
    // A last bar alone (a second ending, say) joins the line before it when there is room.
    const rest = take(line.to, PHRASE);
    if (rest.to === placed.length && rest.to - line.to === 1 && line.width + rest.width <= room) line = { to: rest.to, width: line.width + rest.width };
    for (const bars of [3, 2, 1]) if (line.width > room && line.to - i > 1) line = take(i, bars === 3 && PHRASE === 4 ? 2 : bars);
    i = line.to;
    if (i < placed.length) breaks.add(i);
  }
  return breaks;
}
