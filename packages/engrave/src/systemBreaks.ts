import { type BarsPerSystem, type Pitch, placeMeasures, type Score } from '@cifra/core';

interface Line {
  readonly to: number;
  readonly width: number;
}

/**
 * Chooses the bars that start a line: every four or as the page asks for, half as many where they are too wide, and
 * half of that where they still are; `0` sets as many as fit. A bar that starts a line by the teacher's wish always
 * does.
 * @param widths natural width of each bar by measure id, in hundredths of a millimetre
 * @param room width for bars on a line, clef and signature taken off
 * @param reaches how far the words over a bar reach from its start, where they are wider than it may be
 */
export function breakSystems<P extends Pitch>(
  score: Score<P>,
  widths: ReadonlyMap<string, number>,
  room: number,
  barsPerSystem: BarsPerSystem = 4,
  reaches: ReadonlyMap<string, number> = new Map(),
): Set<number> {
  const placed = placeMeasures(score);
  const startsSystem = (i: number): boolean => placed[i]?.measure.startsSystem === true;
  /** Bars from one on, as many as asked for; pickups count with the bar they lead to. */
  const take = (from: number, most: number, widest = Infinity): Line => {
    let counted = 0;
    let bars = 0;
    let words = 0;
    let at = from;
    while (at < placed.length && counted < most && (at === from || !startsSystem(at))) {
      const m = placed[at]?.measure;
      const more = widths.get(m?.id ?? '') ?? 0;
      const reach = Math.max(words, bars + (reaches.get(m?.id ?? '') ?? 0));
      if (at > from && Math.max(bars + more, reach) > widest) break;
      bars += more;
      words = reach;
      if (m?.pickup !== true) counted += m?.multiRest ?? 1;
      at += m?.multiRest ?? 1;
    }
    return { to: at, width: Math.max(bars, words) };
  };
  const phrase = (from: number): Line => {
    if (barsPerSystem === 0) return take(from, Infinity, room);
    let line = take(from, barsPerSystem);
    // A last bar alone (a second ending, say) joins the line before it when there is room.
    const rest = take(line.to, barsPerSystem);
    if (
      barsPerSystem > 1 &&
      rest.to === placed.length &&
      rest.to - line.to === 1 &&
      !startsSystem(line.to) &&
      line.width + rest.width <= room
    )
      line = { to: rest.to, width: line.width + rest.width };
    for (let bars: number = barsPerSystem; line.width > room && line.to - from > 1 && bars > 1;) {
      bars = Math.ceil(bars / 2);
      line = take(from, bars);
    }
    return line;
  };
  const breaks = new Set<number>();
  for (let i = phrase(0).to; i < placed.length; i = phrase(i).to) breaks.add(i);
  return breaks;
}
