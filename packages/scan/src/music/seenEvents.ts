import type { Articulation, Dynamic, NavigationSign } from '@cifra/core';
import type { Seen } from '../symbols/findSymbols';
import type { SymbolName } from '../symbols/symbolNames';
import { across, down, isOnStaff, likelyOf, nameOf, ofKind, TAKEN } from './seenStaff';

/** A note or rest as it was seen, with what belongs to it. */
export interface SeenEvent {
  readonly seen: Seen;
  readonly kind: 'note' | 'rest';
  readonly sign: Seen | undefined;
  /** What may be its dot, and how likely it is one. */
  readonly dot: Seen | undefined;
  readonly articulations: Articulation[];
  fermata?: boolean;
  breathAfter?: boolean;
  dynamic?: Dynamic;
}

/** How far from a note its sign and its dot may stand, in spaces. */
const SIGN_REACH = 2.6;
const DOT_REACH = 2.3;
/** What is less likely than this is not considered, even for a bar's sum. */
export const LEAST_LIKELY = 0.06;

function nearest<T>(all: readonly T[], cost: (t: T) => number, most: number): T | undefined {
  let best: T | undefined;
  let least = most;
  for (const t of all) {
    const c = cost(t);
    if (c < least) [best, least] = [t, c];
  }
  return best;
}

/**
 * The notes and rests of a staff with their signs and dots; where a note and a rest were seen in one place, the
 * likelier.
 */
export function eventsOf(all: readonly Seen[], used: ReadonlySet<Seen>): SeenEvent[] {
  const heads = all.filter(
    (s) => (s.kind === 'note' || (s.kind === 'rest' && nameOf(s) !== 'rest-many')) && likelyOf(s) >= LEAST_LIKELY,
  );
  const kept = heads.filter(
    (h) =>
      !heads.some(
        (o) =>
          o !== h &&
          likelyOf(o) > likelyOf(h) &&
          Math.abs(across(o, h)) < 0.9 &&
          (h.kind === 'rest' || o.kind === 'rest' || Math.abs(down(o, h)) < 0.9),
      ),
  );
  // A rest stands on the staff; what looks like one over it is a word or a number.
  const events = kept.filter((h) => h.kind === 'note' || isOnStaff(h, 0.6));
  const signs = all.filter((s) => s.kind === 'sign' && !used.has(s) && likelyOf(s) >= LEAST_LIKELY);
  const dots = all.filter((s) => s.kind === 'dot' && likelyOf(s) >= LEAST_LIKELY);
  const taken = new Set<Seen>();
  const claim = (s: Seen | undefined): Seen | undefined => {
    if (s !== undefined) taken.add(s);
    return s;
  };
  return events.map((h) => ({
    seen: h,
    kind: h.kind === 'note' ? 'note' : 'rest',
    sign:
      h.kind === 'note'
        ? claim(
            nearest(
              signs.filter((s) => !taken.has(s) && across(h, s) > 0.6 && Math.abs(down(h, s)) < 0.75),
              (s) => across(h, s) + 1.5 * Math.abs(down(h, s)) - likelyOf(s),
              SIGN_REACH,
            ),
          )
        : undefined,
    dot: claim(
      nearest(
        dots.filter((d) => !taken.has(d) && across(d, h) > 0.4 && Math.abs(down(d, h)) < 1.1),
        (d) => across(d, h) - likelyOf(d),
        DOT_REACH,
      ),
    ),
    articulations: [],
  }));
}

const ARTICULATIONS: Partial<Record<SymbolName, Articulation>> = {
  staccato: 'staccato',
  tenuto: 'tenuto',
  accent: 'accent',
  marcato: 'marcato',
};
const DYNAMICS: readonly SymbolName[] = ['pp', 'p', 'mp', 'mf', 'f', 'ff'];

/** Hands each mark over and under the staff to the note that it stands at. */
export function attachMarks(all: readonly Seen[], events: readonly SeenEvent[]): void {
  const notes = events.filter((e) => e.kind === 'note' && likelyOf(e.seen) >= TAKEN);
  const near = (s: Seen, list: readonly SeenEvent[], most: number): SeenEvent | undefined =>
    nearest(list, (e) => Math.abs(across(e.seen, s)), most);
  for (const s of ofKind(all, 'articulation')) {
    const name = ARTICULATIONS[nameOf(s) as SymbolName];
    const note = near(s, notes, 1);
    if (name !== undefined && note !== undefined && !note.articulations.includes(name)) note.articulations.push(name);
  }
  for (const s of ofKind(all, 'fermata')) {
    const event = near(
      s,
      events.filter((e) => likelyOf(e.seen) >= TAKEN),
      1.5,
    );
    if (event !== undefined) event.fermata = true;
  }
  for (const s of ofKind(all, 'breath')) {
    const before = notes.filter((n) => across(s, n.seen) > 0).at(-1);
    if (before !== undefined) before.breathAfter = true;
  }
  for (const s of ofKind(all, 'dynamic')) {
    const name = nameOf(s);
    const note = near(s, notes, 4);
    if (note !== undefined && name !== undefined && DYNAMICS.includes(name)) note.dynamic = name as Dynamic;
  }
}

/** Where players jump, as one sign of the score; a name of several words is put together. */
export function jumpsOf(seen: readonly Seen[]): NavigationSign[] {
  const names = new Set(seen.map(nameOf));
  const signs: NavigationSign[] = [];
  const jump = names.has('word-dc') ? 'dc' : names.has('word-ds') ? 'ds' : undefined;
  if (names.has('segno')) signs.push('segno');
  if (names.has('word-to-coda')) signs.push('to-coda');
  else if (names.has('coda')) signs.push('coda');
  if (jump !== undefined)
    signs.push(names.has('word-coda') ? `${jump}-coda` : names.has('word-fine') ? `${jump}-fine` : jump);
  else if (names.has('word-fine')) signs.push('fine');
  return signs;
}
