import { barsAsPlayed } from '../../analysis/barsAsPlayed';
import { barRelations } from '../../analysis/barRelations';
import { compareBars } from '../../analysis/compareBars';
import { findPatterns } from '../../analysis/patterns';
import type { NoteId, Score } from '../../score/score';
import type { Pitch } from '../../pitch/pitch';
import type { Oracle } from './judge';
import type { PlainEvent } from './plainLine';

/** How one event is played, apart from how loud: two are played alike where this is equal. */
interface Played {
  readonly kind: 'note' | 'rest';
  readonly at: number;
  readonly ticks: number;
  readonly place: number;
  readonly sound: number;
  readonly touch: string;
  readonly held: boolean;
  readonly tie: boolean;
  readonly level: string;
}

/** The bars of a line, each as a list of what is played, from the plain events and the spans alone. */
function playedBars(events: readonly PlainEvent[], { slurs, measures }: Score<Pitch>): Played[][] {
  const order = new Map<NoteId, number>(events.map((e, i) => [e.id, i]));
  const inSlur = (i: number): boolean =>
    slurs.some((s) => i >= (order.get(s.from) as number) && i < (order.get(s.to) as number));
  const written = new Map(measures.flatMap((m) => m.events.map((e) => [e.id, e] as const)));
  const bars: Played[][] = measures.map(() => []);
  let level = 'none';
  events.forEach((e, i) => {
    const source = written.get(e.id);
    level = source?.dynamic ?? level;
    const marks = source?.kind === 'note' ? [...(source.articulations ?? [])].sort().join(' ') : '';
    bars[e.bar]?.push({
      kind: e.isNote ? 'note' : 'rest',
      at: e.inBar,
      ticks: e.ticks,
      place: e.place,
      sound: e.sound,
      touch: `${inSlur(i)} ${marks} ${e.fermata}`,
      held: e.held,
      tie: e.tie,
      level,
    });
  });
  return bars;
}

const note = (p: Played): string => `${p.kind} ${p.at} ${p.ticks} ${p.kind === 'note' ? `${p.place} ${p.sound}` : ''}`;
const all = (bar: readonly Played[]): string => bar.map((p) => `${note(p)} ${p.touch} ${p.held} ${p.tie}`).join('; ');
const notesOf = (bar: readonly Played[]): Played[] => bar.filter((p) => p.kind === 'note');
const inner = (bar: readonly Played[]): string =>
  bar.map((p, i) => `${p.kind} ${p.at} ${p.ticks} ${p.tie && i < bar.length - 1}`).join('; ') + (bar[0]?.held ?? '');

const sounds = (bar: readonly Played[]): string =>
  notesOf(bar)
    .map((p) => `${p.place} ${p.sound}`)
    .join();

/** What is so of two bars, each of which has notes; none of it excludes another. */
const RELATIONS: Readonly<Record<string, (a: readonly Played[], b: readonly Played[], steps: number) => boolean>> = {
  same: (a, b) => all(a) === all(b),
  'but-touch': (a, b) => a.map(note).join() === b.map(note).join() && all(a) !== all(b),
  'but-last': (a, b) =>
    a.length === b.length &&
    a.slice(0, -1).map(note).join() === b.slice(0, -1).map(note).join() &&
    note(a.at(-1) as Played) !== note(b.at(-1) as Played),
  pitches: (a, b) => sounds(a) === sounds(b) && inner(a) !== inner(b),
  rhythm: (a, b) => inner(a) === inner(b) && sounds(a) !== sounds(b),
  moved: (a, b, steps) =>
    inner(a) === inner(b) &&
    steps !== 0 &&
    notesOf(a).every((p, i) => (notesOf(b)[i]?.place ?? NaN) - p.place === steps),
};

const relations: Oracle = {
  claim: 'how a bar stands to the bars before it',
  judge(c, into) {
    const { concert } = c.plan.part;
    const bars = playedBars(c.concert, concert);
    barRelations(concert).forEach((r, i) => {
      const bar = bars[i] as Played[];
      if (r.kind === 'new') return;
      into.made += 1;
      const of = bars[r.of] as Played[];
      if (r.of >= i || RELATIONS[r.kind]?.(of, bar, r.kind === 'moved' ? r.steps : 0) !== true)
        into.wrong.push(`line ${c.seed}: bar ${i} is said to be ${r.kind} of ${r.of}`);
    });
    bars.forEach((bar, i) => {
      if (notesOf(bar).length === 0) return;
      const twin = bars.findIndex((b, k) => k < i && notesOf(b).length > 0 && all(b) === all(bar));
      if (twin < 0) return;
      into.due += 1;
      const r = barRelations(concert)[i];
      if (r?.kind !== 'same' || r.of !== twin) into.missed.push(`line ${c.seed}: bar ${i} is bar ${twin}`);
    });
  },
};

const TICKS: Readonly<Record<string, readonly (keyof Played)[]>> = {
  pitch: ['place', 'sound'],
  tie: ['tie'],
  held: ['held'],
  level: ['level'],
};

/** Two bars of the page side by side: nothing is said exactly of those that are played alike. */
const comparison: Oracle = {
  claim: 'what two bars have otherwise, and that two are played alike',
  judge(c, into) {
    const { score } = c.plan.part;
    const bars = playedBars(c.page, score);
    const played = barsAsPlayed(score);
    const breaths = new Map<number, string>();
    for (const e of c.page) breaths.set(e.bar, `${breaths.get(e.bar) ?? ''} ${e.breath}`);
    for (let i = 0; i + 1 < bars.length; i++)
      for (const j of new Set([i + 1, bars.length - 1])) {
        const [a, b] = [bars[i] as Played[], bars[j] as Played[]];
        const [x, y] = [played[i], played[j]];
        if (x === undefined || y === undefined) continue;
        const found = compareBars(x, y);
        into.made += Math.max(1, found.length);
        const alike =
          all(a) === all(b) && a.every((p, k) => p.level === b[k]?.level) && breaths.get(i) === breaths.get(j);
        if (alike !== (found.length === 0))
          into.wrong.push(`line ${c.seed}: bars ${i} and ${j}: ${found.length} differences`);
        for (const d of found) {
          const fields = TICKS[d.kind];
          if (fields === undefined) continue;
          // Some pair of events that begin together differs in what is named.
          const pair = a.some((p) => b.some((o) => o.at === p.at && fields.some((f) => o[f] !== p[f])));
          if (!pair) into.wrong.push(`line ${c.seed}: bars ${i} and ${j}: no other ${d.kind}`);
        }
      }
  },
};

/** Learning each step, and what is said to be known with it, makes the whole line known, each bar once. */
const learning: Oracle = {
  claim: 'what has to be learned once, and what is known then',
  judge(c, into) {
    const { concert } = c.plan.part;
    const { plan, cells } = findPatterns(concert);
    const names = cells.map((cell) => cell.events.map((e, i) => `${e} ${cell.touch[i]}`).join());
    const wanted = cells.flatMap((cell, i) => (cell.notes.length > 0 ? [i] : []));
    const known = new Set<number>();
    const learned = new Set<string>();
    for (const step of plan) {
      into.made += 1 + step.again.length;
      const here = new Set<string>();
      for (let k = step.from; k < step.from + step.length; k++) {
        if (known.has(k) || (learned.has(names[k] as string) && !here.has(names[k] as string)))
          into.wrong.push(`line ${c.seed}: cell ${k} is taught twice`);
        here.add(names[k] as string);
        known.add(k);
        learned.add(names[k] as string);
      }
      for (const { from, length } of step.again)
        for (let k = from; k < from + length; k++) {
          if (!learned.has(names[k] as string)) into.wrong.push(`line ${c.seed}: cell ${k} is not known yet`);
          if (known.has(k)) into.wrong.push(`line ${c.seed}: cell ${k} was known before`);
          known.add(k);
        }
      if (Math.abs(step.known - known.size / wanted.length) > 1e-9)
        into.wrong.push(`line ${c.seed}: ${step.known} known, ${known.size} of ${wanted.length} are`);
    }
    into.due += wanted.length;
    for (const k of wanted) if (!known.has(k)) into.missed.push(`line ${c.seed}: cell ${k} is never learned`);
    const [first] = plan;
    const notes = (s: typeof first): number =>
      s === undefined ? 0 : cells.slice(s.from, s.from + s.length).reduce((sum, x) => sum + x.notes.length, 0);
    if (notes(first) === 1 && plan.some((s) => notes(s) > 1) && first?.from !== wanted[0])
      into.wrong.push(`line ${c.seed}: begins with a lone note`);
  },
};

export const BAR_ORACLES: readonly Oracle[] = [relations, comparison, learning];
