/** What a microphone gives for a moment: the pitch it hears there, how sure that is, and how loud it is. */
export interface Frame {
  /** Seconds from the beginning, of the middle of what was looked at. */
  readonly at: number;
  /** MIDI number with its fraction: 69.5 is a quarter tone over A. */
  readonly midi: number;
  /** 0 to 1: how much of a tone it is. */
  readonly clarity: number;
  /** Root mean square of the samples, 0 to 1. */
  readonly level: number;
}

/** A note that was heard. */
export interface HeardNote {
  readonly at: number;
  readonly seconds: number;
  /** MIDI number with its fraction, the middle of what was heard of it. */
  readonly midi: number;
}

/** Below this a frame is breath, room or key noise rather than a tone. */
const CLEAR = 0.85;
/** A tone is at least so much louder than the quietest tenth of what was heard, and than nothing at all. */
const OVER_ROOM = 3;
const QUIETEST = 0.003;
/** A note that lasts less is a slip of the detector or of a finger. */
const SHORTEST_SECONDS = 0.07;
/** Pitch may waver so far within one note, in half steps. */
const WAVER = 0.45;
/** A gap of so many frames ends a note. */
const GAP_FRAMES = 2;
/** A dip of the level to this share of what was before it, and up again, is the tongue: the same pitch anew. */
const TONGUE_DIP = 0.55;

/**
 * The middle of some numbers.
 * @throws RangeError for none
 */
export function median(numbers: readonly number[]): number {
  if (numbers.length === 0) throw new RangeError('no numbers');
  const sorted = [...numbers].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1
    ? (sorted[middle] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** Whoever plays without a pause leaves no silence to learn the room from: what is loud says then what is too soft. */
const UNDER_LOUD = 0.3;

/** The level under which a take is silent: well over its own room, well under its own loud notes. */
function floorOf(frames: readonly Frame[]): number {
  const levels = frames.map((f) => f.level).sort((a, b) => a - b);
  const at = (share: number): number => levels[Math.floor((levels.length - 1) * share)] ?? 0;
  return Math.max(QUIETEST, Math.min(OVER_ROOM * at(0.1), UNDER_LOUD * at(0.9)));
}

/** Where in a run of one pitch the level falls and rises again. */
function tongued(run: readonly Frame[]): Frame[][] {
  const parts: Frame[][] = [];
  let from = 0;
  let peak = 0;
  let low = Infinity;
  let lowAt = 0;
  run.forEach((f, i) => {
    if (f.level < low) [low, lowAt] = [f.level, i];
    if (low < TONGUE_DIP * peak && f.level > low / TONGUE_DIP && f.level > TONGUE_DIP * peak) {
      parts.push(run.slice(from, lowAt));
      from = lowAt;
      [peak, low] = [f.level, f.level];
    } else if (f.level >= peak) [peak, low, lowAt] = [f.level, f.level, i];
  });
  return [...parts, run.slice(from)];
}

/**
 * Joins what was heard from moment to moment into notes.
 *
 * A note goes on while its pitch stays within a little over half a half step of its own middle; silence, another pitch
 * or a dip of the level (the tongue) ends it. What is shorter than a fifteenth of a second is left out.
 * @param frames in order of time
 */
export function joinFrames(frames: readonly Frame[]): HeardNote[] {
  const floor = floorOf(frames);
  const step = frames.length < 2 ? 0 : ((frames.at(-1) as Frame).at - (frames[0] as Frame).at) / (frames.length - 1);
  const runs: Frame[][] = [];
  let run: Frame[] = [];
  let off: Frame[] = [];
  let silent = 0;
  const end = () => {
    if (run.length > 0) runs.push(run);
    [run, off, silent] = [[], [], 0];
  };
  for (const f of frames) {
    if (f.clarity < CLEAR || f.level < floor) {
      silent += 1;
      if (silent > GAP_FRAMES) end();
      continue;
    }
    silent = 0;
    const recent = run.slice(-9);
    if (run.length === 0 || Math.abs(f.midi - median(recent.map((r) => r.midi))) <= WAVER) {
      run.push(f);
      off = [];
      continue;
    }
    // One frame beside the note is the detector's slip; two that agree are another note.
    off.push(f);
    if (off.length >= 2 && Math.abs(f.midi - (off[0] as Frame).midi) <= WAVER) {
      const begun = off;
      end();
      run = begun;
    } else if (off.length >= 2) off = [f];
  }
  end();
  return runs.flatMap(tongued).flatMap((part): HeardNote[] => {
    const [first] = part;
    const last = part.at(-1);
    if (first === undefined || last === undefined) return [];
    const seconds = last.at - first.at + step;
    // The ends of a note waver most.
    const inner = part.slice(Math.floor(part.length / 5), Math.max(1, Math.ceil((part.length * 4) / 5)));
    return seconds < SHORTEST_SECONDS
      ? []
      : [{ at: first.at - step / 2, seconds, midi: median(inner.map((f) => f.midi)) }];
  });
}
