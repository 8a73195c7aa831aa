import type { NoteId } from '../score/score';
import { type HeardNote, median } from './heard';

/** A note that was asked for, in concert pitch and seconds from the beginning of the take. */
export interface Asked {
  readonly id: NoteId;
  readonly midi: number;
  readonly at: number;
  readonly seconds: number;
  /** The first note of a line of the page. */
  readonly startsSystem: boolean;
}

/** How strict a comparison is. */
export interface Tolerance {
  /** A note further off its pitch counts as out of tune. */
  readonly cents: number;
  /** An entry further off its place counts as early or late. */
  readonly seconds: number;
  /** A wait of at least this long, after which all comes later, is a stop. */
  readonly stopSeconds: number;
}

export type PitchVerdict = 'right' | 'flat' | 'sharp' | 'wrong' | 'missed';
export type TimeVerdict = 'on-time' | 'early' | 'late';

/** What became of one note. */
export interface Verdict {
  readonly id: NoteId;
  readonly pitch: PitchVerdict;
  readonly time: TimeVerdict;
  /** How far off the asked pitch; undefined for a missed note. */
  readonly cents?: number;
  /** The sounding pitch that was heard in its place. */
  readonly heard?: number;
  /** Seconds after its place, counted from where the player was by then. */
  readonly lag?: number;
}

/** A take held against its part. */
export interface Take {
  /** One for each note asked for, in order. */
  readonly verdicts: readonly Verdict[];
  /**
   * Places where the player stopped: before which note, for how long, and whether a new line of the page begins there.
   */
  readonly stops: readonly { readonly before: NoteId; readonly seconds: number; readonly lineEnd: boolean }[];
  /** Sounds that belong to no note. */
  readonly extra: readonly HeardNote[];
}

const CENTS = 100;
/** A sound within half a half step of a note is that note, in tune or not. */
const SAME_NOTE = 50;
const COST = { missed: 1, extra: 0.9, wrong: 0.55, goesOn: 0.05 };
/**
 * A sound that begins so soon after the one before it, at its pitch, may be the same note: it beats with its echo, or a
 * room's noise covers it for a moment. Chosen by the bench.
 */
const GOES_ON_SECONDS = 0.4;
/** What a second of disagreement between two intervals of time costs. */
const SECOND_COST = 1.8;
const MOST_TIME_COST = 0.95;
/** How far back the note before may lie that has a partner, and that partner: one note may be heard in pieces. */
const LOOK_BACK = { asked: 4, heard: 10 };
/** The player's place is followed by the last few lags. */
const FOLLOWED = 4;

const centsOff = (heard: number, asked: number): number => CENTS * (heard - asked);

const pitchCost = (heard: HeardNote, asked: Asked): number => {
  const off = Math.abs(centsOff(heard.midi, asked.midi));
  return off <= SAME_NOTE ? 0 : COST.wrong + Math.min(0.25, off / 4800);
};

/** Whether a sound may be more of the one before it. */
function goesOn(heard: readonly HeardNote[], j: number): boolean {
  const [before, h] = [heard[j - 1], heard[j]];
  return (
    before !== undefined &&
    h !== undefined &&
    h.at - (before.at + before.seconds) < GOES_ON_SECONDS &&
    Math.abs(centsOff(h.midi, before.midi)) <= SAME_NOTE
  );
}

/**
 * Pairs what was asked with what was heard, in order, at the least cost of wrong, missed and foreign notes and of time.
 */
function align(asked: readonly Asked[], heard: readonly HeardNote[]): readonly (number | undefined)[] {
  const [n, m] = [asked.length, heard.length];
  // What it costs to leave out the first so many sounds: little where a note only goes on.
  const left = [0];
  for (let j = 0; j < m; j++) left.push((left[j] ?? 0) + (goesOn(heard, j) ? COST.goesOn : COST.extra));
  const leaving = (from: number, to: number): number => (left[to] ?? 0) - (left[from] ?? 0);
  // best[i][j]: cheapest way in which note i is paired with sound j.
  const best: number[][] = [];
  const from: [number, number][][] = [];
  let least = n * COST.missed + leaving(0, m);
  let end: [number, number] = [-1, -1];
  for (let i = 0; i < n; i++) {
    const a = asked[i] as Asked;
    best.push([]);
    from.push([]);
    for (let j = 0; j < m; j++) {
      const h = heard[j] as HeardNote;
      const own = pitchCost(h, a);
      // Nothing before it was paired.
      let cost = i * COST.missed + leaving(0, j) + Math.min(MOST_TIME_COST, SECOND_COST * Math.abs(h.at - a.at) * 0.5);
      let back: [number, number] = [-1, -1];
      for (let p = i - 1; p >= Math.max(0, i - LOOK_BACK.asked); p--) {
        for (let q = j - 1; q >= Math.max(0, j - LOOK_BACK.heard); q--) {
          const before = best[p]?.[q] ?? Infinity;
          if (before >= cost) continue;
          const apart = Math.abs(h.at - (heard[q] as HeardNote).at - (a.at - (asked[p] as Asked).at));
          const total =
            before + (i - p - 1) * COST.missed + leaving(q + 1, j) + Math.min(MOST_TIME_COST, SECOND_COST * apart);
          if (total < cost) [cost, back] = [total, [p, q]];
        }
      }
      (best[i] as number[])[j] = cost + own;
      (from[i] as [number, number][])[j] = back;
      const over = cost + own + (n - 1 - i) * COST.missed + leaving(j + 1, m);
      if (over < least) [least, end] = [over, [i, j]];
    }
  }
  const pairs: (number | undefined)[] = asked.map(() => undefined);
  for (let [i, j] = end; i >= 0; [i, j] = from[i]?.[j] ?? [-1, -1]) pairs[i] = j;
  return pairs;
}

/** A note that was left out is not made up for by a sound far from its place. */
function loosen(
  pairs: readonly (number | undefined)[],
  asked: readonly Asked[],
  heard: readonly HeardNote[],
): (number | undefined)[] {
  return pairs.map((j, i) => {
    if (j === undefined) return undefined;
    const [a, h] = [asked[i] as Asked, heard[j] as HeardNote];
    return Math.abs(centsOff(h.midi, a.midi)) > SAME_NOTE && Math.abs(h.seconds - a.seconds) > 3 * a.seconds
      ? undefined
      : j;
  });
}

/**
 * Holds what was heard against what was asked for, note by note.
 *
 * Both are paired in order so that wrong, missed and foreign notes and disagreement of time together cost least. Where
 * all that follows comes later by at least a stop, the player has stopped, and is followed from there; other entries
 * are early or late against where the player was. A sound within half a half step of its note is right, flat or sharp.
 * @param asked in order of time; `heard` likewise
 * @param clockLag seconds by which everything is heard later than played: the way through loudspeaker and microphone
 */
export function compareTake(
  asked: readonly Asked[],
  heard: readonly HeardNote[],
  tolerance: Tolerance,
  clockLag = 0,
): Take {
  const sounds = heard.map((h) => ({ ...h, at: h.at - clockLag }));
  const pairs = loosen(align(asked, sounds), asked, sounds);
  const lags = pairs.map((j, i) =>
    j === undefined ? undefined : (sounds[j] as HeardNote).at - (asked[i] as Asked).at,
  );
  const stops: { before: NoteId; seconds: number; lineEnd: boolean }[] = [];
  const recent: number[] = [];
  let place = 0;
  const verdicts = asked.map((a, i): Verdict => {
    const j = pairs[i];
    const raw = lags[i];
    if (j === undefined || raw === undefined) return { id: a.id, pitch: 'missed', time: 'on-time' };
    const h = sounds[j] as HeardNote;
    let lag = raw - place;
    const next = lags.slice(i + 1, i + 4).filter((l) => l !== undefined);
    const stays = next.length === 0 ? lag : median(next.map((l) => l - place));
    if (lag >= tolerance.stopSeconds && stays >= 0.6 * lag) {
      stops.push({ before: a.id, seconds: lag, lineEnd: a.startsSystem });
      place += Math.min(lag, stays);
      recent.length = 0;
      lag = raw - place;
    } else {
      recent.push(lag);
      if (recent.length > FOLLOWED) recent.shift();
      // A drift is followed slowly: who plays a little slower is not late with every note.
      if (recent.length === FOLLOWED) {
        const drift = median(recent);
        if (Math.abs(drift) <= tolerance.seconds) {
          place += drift / 2;
          recent.forEach((r, k) => {
            recent[k] = r - drift / 2;
          });
        }
      }
    }
    const cents = centsOff(h.midi, a.midi);
    const pitch: PitchVerdict =
      Math.abs(cents) > SAME_NOTE
        ? 'wrong'
        : cents < -tolerance.cents
          ? 'flat'
          : cents > tolerance.cents
            ? 'sharp'
            : 'right';
    return {
      id: a.id,
      pitch,
      time: lag < -tolerance.seconds ? 'early' : lag > tolerance.seconds ? 'late' : 'on-time',
      cents,
      heard: h.midi,
      lag,
    };
  });
  const used = new Set(pairs);
  return { verdicts, stops, extra: sounds.filter((_s, j) => !used.has(j) && !goesOn(sounds, j)) };
}

/** Whether a take has every note right, in its place, without a stop: what counts as clean. */
export const isClean = ({ verdicts, stops }: Take): boolean =>
  stops.length === 0 && verdicts.every((v) => v.pitch === 'right' && v.time === 'on-time');
