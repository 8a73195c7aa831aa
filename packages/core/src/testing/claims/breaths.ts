import { breathSeconds } from '../../instrument/instrument';
import type { Case, Oracle } from './judge';
import { barTicks, type PlainEvent, QUARTER } from './plainLine';

const quartersAMinute = (c: Case): number[] => {
  let [unit, mark] = [4, undefined as number | undefined];
  const DEFAULTS: Readonly<Record<number, number>> = { 1: 40, 2: 66, 4: 92, 8: 132, 16: 132 };
  const LENGTHS: Readonly<Record<string, number>> = { whole: 4, half: 2, quarter: 1, eighth: 0.5 };
  return c.plan.part.score.measures.map((m) => {
    unit = m.meter?.unit ?? unit;
    const own = m.tempo?.mark;
    if (own !== undefined) mark = (LENGTHS[own.value] as number) * (own.dots === 1 ? 1.5 : 1) * own.perMinute;
    return mark ?? ((DEFAULTS[unit] as number) * 4) / unit;
  });
};

/** Whether a player may breathe after an event: a note that nothing leads on from, with a note after it. */
function mayBreathe(c: Case, i: number): boolean {
  const [e, next] = [c.page[i], c.page[i + 1]];
  if (e?.isNote !== true || next?.isNote !== true || e.tie) return false;
  const order = new Map(c.page.map((x, k) => [x.id, k]));
  return !c.plan.part.score.slurs.some((s) => (order.get(s.from) ?? 0) <= i && i < (order.get(s.to) ?? 0));
}

/** Whether an event ends a bar whose last beats are a pickup like the one that the line opens with. */
function isBeforeDownbeat(c: Case, i: number): boolean {
  const [first] = c.page;
  if (first?.number !== 0) return false;
  const pickup = barTicks(first.beats, first.unit) - first.inBar;
  const e = c.page[i] as PlainEvent;
  const end = e.inBar + e.ticks;
  if (e.number === 0) return end === barTicks(e.beats, e.unit);
  const inBar = c.page.filter((x) => x.bar === e.bar);
  const full = barTicks(e.beats, e.unit);
  return end === full && inBar.some((x) => x.inBar + x.ticks === full - pickup);
}

/** The marks that Cifra adds: none where it cannot be breathed, and no breath longer than the players have. */
const planned: Oracle = {
  claim: 'where to breathe, within what the players can do on one breath',
  judge(c, into) {
    const { part } = c.plan;
    if (c.teaching.conventions.breath === 'own-marks') return;
    const own = new Set(
      part.concert.measures.flatMap((m) =>
        m.events.flatMap((e) => (e.kind === 'note' && e.breathAfter === true ? [e.id] : [])),
      ),
    );
    const tempo = quartersAMinute(c);
    const limit = breathSeconds(part.instrument, c.teaching.stage) + 0.5;
    let seconds = 0;
    let open: { at: number; i: number }[] = [];
    const close = (end: number): void => {
      into.due += 1;
      // Too long, although there was a place that leaves a good breath on either side.
      const places = open.filter((o) => o.at >= limit / 4 && end - o.at >= limit / 4 && !isBeforeDownbeat(c, o.i));
      if (end > limit && places.length > 0)
        into.missed.push(`line ${c.seed}: ${end.toFixed(1)} s of ${limit} and ${places.length} places`);
      seconds = 0;
      open = [];
    };
    c.page.forEach((e, i) => {
      if (!e.isNote) return close(seconds);
      seconds += ((e.ticks / QUARTER) * 60) / (tempo[e.bar] as number);
      if (!e.breath) {
        if (mayBreathe(c, i)) open.push({ at: seconds, i });
        return;
      }
      if (!own.has(e.id)) {
        into.made += 1;
        if (!mayBreathe(c, i)) into.wrong.push(`line ${c.seed}: no breath can be taken after ${e.id}`);
        if (isBeforeDownbeat(c, i)) into.wrong.push(`line ${c.seed}: ${e.id} is a pickup, and its downbeat follows`);
      }
      close(seconds);
    });
    close(seconds);
  },
};

export const BREATH_ORACLES: readonly Oracle[] = [planned];
