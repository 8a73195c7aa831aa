import type { Key } from '../key/key';
import type { Pitch } from '../pitch/pitch';
import { type Rational, ZERO } from '../rational/rational';
import type { ChordSymbol } from '../score/chordSymbol';
import type { NoteId, Score } from '../score/score';
import { type Slot, slotsOf } from './chordSlots';
import { OCTAVE, pitchClass } from './chordTones';
import { type Candidate, chordsOfKey, heardKey, I, II, III, IV, SCALE, scaleOf, V, VI } from './keyChords';

/** A chord at a note or rest of a line. */
export interface PlacedChord {
  readonly at: NoteId;
  /** Index of the bar. */
  readonly bar: number;
  /** From the start of the bar, in quarters. */
  readonly onset: Rational;
  readonly chord: ChordSymbol;
}

/** How much a chord is liked for itself: home, fifth, fourth, then the others. */
const LIKED: Readonly<Record<number, number>> = {
  [I]: 0.3,
  [V]: 0.22,
  [IV]: 0.2,
  [VI]: 0.06,
  [II]: 0.06,
  [III]: -0.15,
};
const NOT_HELD = 3;
const PARALLEL = 0.6;
/** A change in the middle of a bar has to be worth it. */
const MID_BAR = 0.3;

/** How well a chord stands under a stretch by itself. */
function fits(c: Candidate, slot: Slot, own: ReadonlySet<number>): number {
  const all = slot.notes.reduce((sum, n) => sum + n.weight, 0);
  const held = slot.notes.reduce((sum, n) => {
    if (c.classes.includes(n.class)) return sum + n.weight;
    return sum - n.weight * (n.isPassing ? 0.2 : 1);
  }, 0);
  let score = (all === 0 ? 0 : held / all) + (c.leadsTo === undefined ? (LIKED[c.degree] ?? 0) : 0);
  const [first] = slot.notes;
  if (slot.first !== undefined && first !== undefined && !c.classes.includes(first.class)) score -= NOT_HELD;
  const needs = slot.notes.some((n) => !own.has(n.class) && c.classes.includes(n.class));
  if (c.leadsTo !== undefined) score += needs ? 0.4 : -2;
  if (slot.isLast) score += c.degree === I && c.leadsTo === undefined ? 1.5 : 0;
  else if (slot.endsPhrase) score += c.degree === I ? 0.2 : c.chord.kind === '' && c.degree === V ? 0.3 : -0.3;
  if (c.chord.kind === '7' && slot.endsPhrase) score -= 0.5;
  return score;
}

/** How well one chord follows another: fifths fall, the fourth goes to the fifth, the fifth does not go back. */
function follows(from: Candidate, to: Candidate, slot: Slot): number {
  const same = from.chord === to.chord;
  if (!same && slot.onset.n !== 0) return follows(from, to, { ...slot, onset: ZERO }) - MID_BAR;
  if (from.leadsTo !== undefined) return to.degree === from.leadsTo ? 0.4 : same ? 0 : -0.8;
  if (same) return 0.02;
  if (from.degree === V && to.degree === I)
    return (slot.isLast ? 0.8 : slot.endsPhrase ? 0.5 : 0.25) + (from.chord.kind === '7' ? 0.1 : 0);
  if (from.degree === V && (to.degree === IV || to.degree === II)) return -0.6;
  if (from.degree === V && to.degree === V) return from.chord.kind === '7' ? -1 : 0;
  if (from.degree === II && to.degree === I) return -0.3;
  if (to.degree === V && (from.degree === IV || from.degree === II)) return 0.18;
  if (from.degree === IV && to.degree === I) return 0.05;
  if (slot.isLast) return -0.2;
  return (to.degree - from.degree + SCALE) % SCALE === 3 ? 0.1 : 0;
}

/** Whether line and bass go from one fifth or octave to another together. */
function isParallel(a: Slot, from: Candidate, b: Slot, to: Candidate): boolean {
  if (a.first === undefined || b.first === undefined || a.first === b.first || from.root === to.root) return false;
  const over = (m: number, root: number): number => (((m - root) % OCTAVE) + OCTAVE) % OCTAVE;
  const [x, y] = [over(a.first, from.root), over(b.first, to.root)];
  return x === y && (x === 0 || x === 7);
}

/**
 * Chords for a line, by rules: chords of the key that hold the notes on strong beats, one or two a bar by tempo, home
 * at the end with the fifth before it, home or the fifth where a phrase ends; of all ways through the line the best.
 *
 * A note that the key does not have may bring in the chord that leads to one of the key's own. Line and bass are kept
 * from going in octaves or fifths. The first bar's pickup has none. Rules of this program after common practice; the
 * weights are from memory.
 * @returns each chord where it changes, and at the beginning of every bar that has a new one
 * @example C4 E4 G4 E4 | D4 B3 G3 B3 | C4:w // C, G7, C
 */
export function harmonize(score: Score<Pitch>): PlacedChord[] {
  const slots = slotsOf(score);
  if (slots.every((s) => s.notes.length === 0)) return [];
  const candidates = new Map<Key, { readonly all: readonly Candidate[]; readonly own: ReadonlySet<number> }>();
  const of = ({ place }: Slot) => {
    let found = candidates.get(place.key);
    if (found === undefined) {
      const heard = heardKey(score, place.key);
      found = { all: chordsOfKey(heard), own: new Set(scaleOf(heard).map(pitchClass)) };
      candidates.set(place.key, found);
    }
    return found;
  };
  const best: { readonly c: Candidate; readonly score: number; readonly from: number }[][] = [];
  slots.forEach((slot, i) => {
    const { all, own } = of(slot);
    const before = slots[i - 1];
    best.push(
      all.map((c) => {
        const alone = fits(c, slot, own);
        if (before === undefined) return { c, score: alone + (c.degree === I ? 0.3 : 0), from: -1 };
        let most = { score: -Infinity, from: -1 };
        (best[i - 1] ?? []).forEach((b, from) => {
          const reached = b.score + follows(b.c, c, slot) - (isParallel(before, b.c, slot, c) ? PARALLEL : 0);
          if (reached > most.score) most = { score: reached, from };
        });
        return { c, score: alone + most.score, from: most.from };
      }),
    );
  });
  const chosen: Candidate[] = [];
  let at = (best.at(-1) ?? []).reduce((most, b, i, all) => (b.score > (all[most]?.score ?? -Infinity) ? i : most), 0);
  for (let i = slots.length - 1; i >= 0; i--) {
    const here = best[i]?.[at];
    if (here === undefined) break;
    chosen.unshift(here.c);
    at = here.from;
  }
  return slots.flatMap(({ at: note, place, onset }, i): PlacedChord[] => {
    const [c, before] = [chosen[i], chosen[i - 1]];
    if (c === undefined || c.chord === before?.chord) return [];
    return [{ at: note, bar: place.index, onset, chord: c.chord }];
  });
}
