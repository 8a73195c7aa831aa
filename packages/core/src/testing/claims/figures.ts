import type { Tube } from '../../fingering/brassTube';
import { likeOf } from '../../instrument/instrumentOf';
import { type Figure, figureText, type Playable } from '../../fingering/figure';
import type { Instrument } from '../../instrument/instrument';
import { grip, type Motion, motion, slideAt, standing } from './hands';
import { type Case, type Judged, type Oracle } from './judge';
import type { PlainEvent } from './plainLine';

const thumb = (text: string): boolean => text.startsWith('T');

/** Whether what is said to be easier is: from the figures of the note and its neighbours alone. */
function isSo(
  cause: string,
  here: string,
  other: string,
  around: readonly (string | undefined)[],
  i: Instrument,
): boolean {
  const near = around.filter((f) => f !== undefined);
  const all = (figure: string): Motion =>
    near
      .map((n) => motion(n, figure, i))
      .reduce((a, b) => ({ moves: a.moves + b.moves, trades: a.trades + b.trades, slides: a.slides + b.slides }), {
        moves: 0,
        trades: 0,
        slides: 0,
      });
  const [mine, theirs] = [all(here), all(other)];
  const travel = (f: string): number => near.reduce((sum, n) => sum + Math.abs(slideAt(n) - slideAt(f)), 0);
  switch (cause) {
    case 'same-side':
      return near.length > 0 && near.every((n) => thumb(n) === thumb(other)) && thumb(here) !== thumb(other);
    case 'shorter-slide':
      return travel(other) < travel(here);
    case 'no-turn': {
      const [before, after] = around;
      if (before === undefined || after === undefined) return false;
      const path = (f: string): number =>
        Math.sign(slideAt(f) - slideAt(before)) * Math.sign(slideAt(after) - slideAt(f));
      return path(here) < 0 && path(other) > 0;
    }
    case 'fewer-valves':
    case 'fewer-fingers':
      return theirs.moves < mine.moves;
    case 'no-slide':
      return mine.slides > 0 && theirs.slides === 0;
    case 'no-exchange':
      return mine.trades > 0 && theirs.trades === 0;
    case 'less-to-do':
      return theirs.moves + theirs.trades + 3 * theirs.slides < mine.moves + mine.trades + 3 * mine.slides;
    case 'held-on':
      return /(^| )(Tb|bis)( |$)/.test(other);
    default:
      return cause === 'must-let-go' && /(^| )(Tb|bis)( |$)/.test(here);
  }
}

/** The struck notes around one, over no rest and no note that is held at will. */
function neighbours(c: Case, e: PlainEvent): [PlainEvent | undefined, PlainEvent | undefined] {
  const at = c.page.indexOf(e);
  const struck = (o: PlainEvent | undefined, free: boolean): PlainEvent | undefined =>
    o?.isNote !== true || free ? undefined : o;
  const [before, after] = [c.page[at - 1], c.page[at + 1]];
  return [struck(before, before?.fermata === true), struck(after, e.fermata)];
}

const easier: Oracle = {
  claim: 'why another figure is easier in its passage',
  judge(c, into) {
    const { instrument } = c.plan.part;
    const figureOf = (e: PlainEvent | undefined): string | undefined => {
      const f = e === undefined ? undefined : c.plan.annotations.get(e.id)?.fingering;
      return f?.kind === 'playable' ? standing(f.figure) : undefined;
    };
    for (const e of c.notes) {
      const note = c.plan.annotations.get(e.id);
      if (note?.better === undefined || note.fingering.kind !== 'playable') continue;
      into.made += 1;
      const [here, other] = [standing(note.fingering.figure), standing(note.better.alternate.figure)];
      const around = neighbours(c, e).map(figureOf);
      if (!isSo(note.better.cause, here, other, around, instrument))
        into.wrong.push(
          `line ${c.seed}, ${instrument.id}: ${around[0]} [${here}, easier ${other}: ${note.better.cause}] ${around[1]}`,
        );
    }
  },
};

/** Half steps and cents of a valve combination by the lengths of tube that it adds. */
const LOWERS: Readonly<Record<string, number>> = { 1: 2, 2: 1, 3: 3, 4: 5 };
function tubeCents(figure: Figure, partial: number, sound: number, fundamental: number, tube: Tube): number {
  let length = 1;
  if (figure.kind === 'valves') {
    const extra = figure.valves.map((v) => 2 ** ((LOWERS[v] as number) / 12) - 1);
    // A compensating valve sends the air once more through loops that the other valves lengthen.
    const fourth = figure.valves.includes(4) && tube.compensating === true ? 2 ** (5 / 12) : 0;
    length += extra.reduce((sum, l) => sum + l, 0);
    if (fourth > 0) length = fourth * (length - (fourth - 1));
  }
  // The sound of the tube itself against the note that it stands for, both in cents over the fundamental.
  return 1200 * Math.log2(partial / length) - 100 * (sound - fundamental);
}

/** Every alternate is offered with a reason that its own physics or touches bear out. */
const reasons: Oracle = {
  claim: 'why another figure is worth knowing, and what a brass tube does',
  judge(c, into) {
    const { instrument } = c.plan.part;
    const seen = new Set<number>();
    for (const e of c.notes) {
      const fingering = c.plan.annotations.get(e.id)?.fingering;
      if (fingering?.kind !== 'playable' || seen.has(e.sound)) continue;
      seen.add(e.sound);
      const where = `line ${c.seed}, ${instrument.id} ${e.sound}`;
      judgeReasons(into, where, fingering, instrument);
      judgeTube(into, where, fingering, e.sound, instrument);
    }
  },
};

function judgeReasons(into: Judged, where: string, { figure, alternates }: Playable, i: Instrument): void {
  const here = standing(figure);
  const side = (text: string, n: 0 | 1): string => text.split('|')[n] ?? '';
  const little = (text: string): string[] => [...grip(text, i)].filter(([f]) => f.endsWith('little')).map(([f]) => f);
  for (const { figure: f, reason } of alternates) {
    into.made += 1;
    const other = standing(f);
    const isTrue: Readonly<Record<string, boolean>> = {
      'third-alone': other.replace('T', '') === '3' && here.length > other.length,
      'other-side': thumb(here) !== thumb(other),
      attachment: thumb(other) && !thumb(here),
      'longer-slide': slideAt(other) > slideAt(here) || thumb(here) !== thumb(other),
      'left-hand': side(other, 0).length > side(here, 0).length && little(here).includes('right little'),
      'left-f': / LF/.test(side(other, 0)) && grip(here, i).get('right ring') === 'F',
      'other-little-finger': little(here).join() !== little(other).join() && little(other).length > 0,
      'thumb-b-flat': /Tb/.test(other),
      'bis-key': /bis/.test(other),
      'fourth-valve': other.includes('4'),
    };
    if (isTrue[reason] === false) into.wrong.push(`${where}: ${here}, ${other} ${reason}`);
  }
}

function judgeTube(
  into: Judged,
  where: string,
  { figure, origin, intonation, alternates }: Playable,
  sound: number,
  i: Instrument,
): void {
  if (origin === undefined || i.system.kind !== 'brass') return;
  into.made += 1;
  const { tube } = i.system;
  const { partial, openMidi, lowered, cents } = origin;
  const base = openMidi - Math.round(12 * Math.log2(partial));
  const sides = [tube.fundamental, tube.fundamental - 5, tube.fundamental + 5];
  if (!sides.includes(base) || openMidi - lowered !== sound)
    into.wrong.push(`${where}: open ${openMidi} less ${lowered}`);
  const own =
    figure.kind === 'valves'
      ? tubeCents(figure, partial, sound, base, tube)
      : tubeCents(figure, partial, openMidi, base, tube);
  if (Math.abs(own - cents) > 0.5) into.wrong.push(`${where}: ${cents} cents, and ${own} by the tube`);
  if (intonation !== undefined && (Math.abs(own) < 20 || own > 0 !== (intonation.tendency === 'sharp')))
    into.wrong.push(`${where}: said to sit ${intonation.tendency}, and is off by ${own}`);
  if (intonation?.remedy === 'third-slide' && !['trumpet', 'cornet', 'flugelhorn'].includes(likeOf(i.id) ?? i.id))
    into.wrong.push(`${where}: ${i.id} has no slide that is moved in play`);
  for (const a of alternates) {
    if (a.reason !== 'fourth-valve' || a.figure.kind !== 'valves') continue;
    // Whichever partial it stands on, the best of them has to be nearer to the note than the default.
    const best = Math.min(
      ...[2, 3, 4, 5, 6, 8, 10, 12, 16].map((n) => {
        return Math.abs(tubeCents(a.figure, n, sound, base, tube));
      }),
    );
    if (!(best < Math.abs(own))) into.wrong.push(`${where}: ${figureText(a.figure)} is no better in tune`);
  }
}

export const FIGURE_ORACLES: readonly Oracle[] = [easier, reasons];
