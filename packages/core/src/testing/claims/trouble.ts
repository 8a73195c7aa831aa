import type { Change } from '../../trouble/partTrouble';
import type { Instrument } from '../../instrument/instrument';
import { likeOf } from '../../instrument/instrumentOf';
import { midi } from '../../pitch/pitch';
import { motion, slideAt, standing } from './hands';
import type { Case, Judged, Oracle } from './judge';
import type { PlainEvent } from './plainLine';

/** A note that is struck, with where the hands stand for it. */
interface Stand {
  readonly e: PlainEvent;
  readonly figure: string | undefined;
  readonly partial: number | undefined;
}

/** Struck notes in order, and which follow straight on: no rest between them. */
function stands(c: Case): { readonly all: readonly Stand[]; readonly next: (s: Stand) => Stand | undefined } {
  const all = c.page
    .filter((e) => e.isNote && !e.held)
    .map((e): Stand => {
      const f = c.plan.annotations.get(e.id)?.fingering;
      return f?.kind === 'playable'
        ? { e, figure: standing(f.figure), partial: f.origin?.partial }
        : { e, figure: undefined, partial: undefined };
    });
  const next = (s: Stand): Stand | undefined => {
    let at = c.page.indexOf(s.e) + 1;
    while (c.page[at]?.held === true) at += 1;
    return all.find((o) => o.e === c.page[at]);
  };
  return { all, next };
}

/** A page's figure names an open hole above a shut one of the same hand. */
function forked(figure: string): boolean {
  const [left = '', right = ''] = figure.split('|');
  const gap = (text: string, fingers: string): boolean => {
    const shut = [...fingers].filter((n) => text.split(/\s+/).includes(n));
    return shut.length > 0 && fingers.slice(0, fingers.indexOf(shut.at(-1) as string) + 1).length > shut.length;
  };
  return gap(left, '123') || gap(right, '456');
}
const half = (figure: string): boolean => /(^|\s)[1-6T]h(\s|$)/.test(figure);
const woodwindOf = ({ system }: Instrument): string | undefined =>
  system.kind === 'woodwind' ? system.woodwind : undefined;

/** What opens or shuts between registers: an octave or register key, or a recorder's thumb. */
function register(figure: string, i: Instrument): string {
  const touches = (figure.split('|')[0] ?? '').split(/\s+/);
  const keys = woodwindOf(i) === 'recorder' ? ['T', 'Th'] : ['R', '8', '8s'];
  return keys.filter((k) => touches.includes(k)).join();
}

/** How often each cause is there between two notes, told from figures, sounds and places alone. */
function causesOf(c: Case, before: Stand | undefined, from: Stand, to: Stand): ReadonlyMap<string, number> {
  const { instrument, teaching } = c.plan.part;
  const [a, b] = [from.figure as string, to.figure as string];
  const found = new Map<string, number>();
  const put = (cause: string, units: number): void => {
    if (units > 0.001) found.set(cause, units);
  };
  const leap = Math.abs((from.partial ?? 0) - (to.partial ?? 0));
  const isSlide = instrument.system.kind === 'brass' && instrument.system.tube.kind === 'slide';
  if (isSlide) {
    const thumb = a.startsWith('T') !== b.startsWith('T') ? 1 : 0;
    const travel = Math.abs(slideAt(a) - slideAt(b));
    put('fingers-move', thumb);
    put('slide-travel', travel);
    put('long-slide', travel - 3);
    const way = before?.figure === undefined ? 0 : (slideAt(a) - slideAt(before.figure)) * (slideAt(b) - slideAt(a));
    put('slide-turns', way < 0 ? 1 : 0);
    put('lips-alone', leap > 0 && travel < 0.001 && thumb === 0 ? 1 : 0);
  } else {
    const { moves, trades, slides } = motion(a, b, instrument);
    put('fingers-move', moves);
    put('fingers-trade', trades);
    put('finger-slides', slides);
    if (instrument.family === 'brass') put('lips-alone', leap > 0 && moves === 0 ? 1 : 0);
    else {
      const kind = woodwindOf(instrument);
      // Between B♭4 and B4 as a clarinet is written; a sister that reads the same shapes elsewhere crosses it there.
      const top = 70 + (instrument.system.kind === 'woodwind' ? instrument.system.shift : 0);
      const breaks =
        kind === 'clarinet' &&
        from.e.sound <= top !== to.e.sound <= top &&
        register(a, instrument) !== register(b, instrument) &&
        moves > 3;
      put('over-the-break', breaks ? 1 : 0);
      put('register', !breaks && register(a, instrument) !== register(b, instrument) ? 1 : 0);
      const forks = ['recorder', 'oboe', 'clarinet', 'bassoon'].includes(kind ?? '');
      put('forked', forks && forked(a) !== forked(b) ? 1 : 0);
      put('half-hole', half(b) && !half(a) ? 1 : 0);
    }
  }
  if (instrument.family === 'brass') put('partial-leap', leap);
  put('wide-interval', Math.abs(from.e.sound - to.e.sound) - 4);
  const isOther = from.e.sound !== to.e.sound;
  const { low, high } = instrument.ranges[teaching.stage];
  const [below, above] = [to.e.sound - midi(low), midi(high) - to.e.sound];
  put('beyond-range', isOther && Math.min(below, above) < 0 ? 1 : 0);
  put('range-edge', isOther && Math.min(below, above) >= 0 && (below === 0 || above <= 1) ? 1 : 0);
  put('new-note', isOther && !c.plan.known.has(to.e.sound) ? 1 : 0);
  const at = (id: string): number => c.page.findIndex((e) => e.id === id);
  const held = c.page.filter((e) => e.index > from.e.index && e.index < to.e.index);
  const last = held.at(-1) ?? from.e;
  const slurred = c.plan.part.score.slurs.some((s) => at(s.from) <= last.index && last.index < at(s.to));
  put('slurred', isOther && slurred ? 1 : 0);
  const { accidental } = c.plan.annotations.get(to.e.id) as { accidental: { source: string } };
  put('sign-not-shown', accidental.source === 'bar' || accidental.source === 'tie' ? 1 : 0);
  const sameLetter = c.notes.filter((n) => n.index < to.e.index && n.place === to.e.place).at(-1);
  put('letter-changes', sameLetter !== undefined && sameLetter.alter !== to.e.alter ? 1 : 0);
  return found;
}

const changes: Oracle = {
  claim: 'what the hands, lips and eyes have to do from one note to the next',
  judge(c, into) {
    const { all, next } = stands(c);
    const claimed = new Map(c.plan.changes.map((change) => [`${change.from} ${change.to}`, change]));
    const due = new Set<string>();
    all.forEach((from, i) => {
      const to = next(from);
      if (to === undefined || from.figure === undefined || to.figure === undefined) return;
      const name = `${from.e.id} ${to.e.id}`;
      due.add(name);
      into.due += 1;
      const change = claimed.get(name);
      if (change === undefined) into.missed.push(`line ${c.seed}: ${name}`);
      else judgeCauses(c, into, change, causesOf(c, all[i - 1], from, to));
    });
    for (const name of claimed.keys()) if (!due.has(name)) into.wrong.push(`line ${c.seed}: no change ${name}`);
  },
};

function judgeCauses(c: Case, into: Judged, change: Change, found: ReadonlyMap<string, number>): void {
  into.made += change.causes.length;
  const where = `line ${c.seed}, ${likeOf(c.plan.part.instrument.id) ?? c.plan.part.instrument.id}, bar ${change.measure}, ${change.from} to ${change.to}`;
  for (const { cause, units } of change.causes)
    if (Math.abs((found.get(cause) ?? 0) - units) > 0.01)
      into.wrong.push(`${where}: ${cause} ${units}, and ${found.get(cause) ?? 0}`);
  for (const [cause, units] of found)
    if (!change.causes.some((s) => s.cause === cause)) into.wrong.push(`${where}: no word of ${cause} ${units}`);
}

export const TROUBLE_ORACLES: readonly Oracle[] = [changes];
