import { playSequence } from '../../performance/playSequence';
import { beatPlace } from '../../score/placedNotes';
import { type Case, hold, type Oracle } from './judge';
import { barTicks, type PlainEvent, QUARTER } from './plainLine';

const QUARTERS: Readonly<Record<string, number>> = { whole: 4, half: 2, quarter: 1, eighth: 0.5, '16th': 0.25 };
const UNITS: Readonly<Record<number, number>> = { 1: 40, 2: 66, 4: 92, 8: 132, 16: 132 };

/** How many ticks one count has in each bar, by the tempo that was last marked. */
function countsOf(c: Case): number[] {
  let [beats, unit, quarters] = [4, 4, undefined as number | undefined];
  return c.plan.part.score.measures.map((m) => {
    [beats, unit] = [m.meter?.beats ?? beats, m.meter?.unit ?? unit];
    const mark = m.tempo?.mark;
    if (mark !== undefined) quarters = (QUARTERS[mark.value] as number) * (2 - 0.5 ** mark.dots) * mark.perMinute;
    const tempo = quarters ?? ((UNITS[unit] as number) * 4) / unit;
    const written = (4 * QUARTER) / unit;
    const isInThrees = unit >= 8 && beats % 3 === 0;
    return isInThrees && tempo / ((3 * 4) / unit) >= 60 ? 3 * written : written;
  });
}

const PARTS: Readonly<Record<number, string>> = { 6: '&', 3: 'e', 9: 'a', 4: 'la', 8: 'li' };
const DU: Readonly<Record<number, string>> = { 0: 'du', 6: 'de', 3: 'ta', 9: 'ta', 4: 'da', 8: 'di' };

/** The whole counts that pass while a note is held. */
function passed(e: PlainEvent, count: number): number[] {
  const found: number[] = [];
  for (let k = 0; k * count < e.inBar + e.ticks; k++) if (k * count > e.inBar) found.push(k + 1);
  return found;
}

/** What is said at an event, told anew from its ticks. */
function spoken(c: Case, e: PlainEvent, count: number, triplet: { into: number; lasts: number } | undefined): string {
  const twelfth = (unit: number): number => ((e.inBar % unit) * 12) / unit;
  switch (c.teaching.conventions.counting) {
    case 'numbers': {
      const part = twelfth(count);
      const first = part === 0 ? String(e.inBar / count + 1) : (PARTS[part] ?? 'ta');
      const held = passed(e, count).join(' ');
      if (e.held || !e.isNote) return `(${[first, ...(held === '' ? [] : [held])].join(' ')})`;
      return held === '' ? first : `${first} (${held})`;
    }
    case 'du': {
      const pulse = (((e.unit >= 8 && e.beats % 3 === 0 ? 3 : 1) * 4) / e.unit) * QUARTER;
      const text = [DU[twelfth(pulse)] ?? 'ta', ...passed(e, pulse).map(() => 'u')].join('-');
      return e.held || !e.isNote ? `(${text})` : text;
    }
    case 'ta': {
      const text = !e.isNote
        ? Array.from({ length: Math.ceil(e.ticks / QUARTER) }, () => 'sh').join('-')
        : triplet !== undefined
          ? thirds(triplet, e.ticks)
          : values(e);
      return e.held || !e.isNote ? `(${text})` : text;
    }
  }
}

function thirds({ into, lasts }: { into: number; lasts: number }, ticks: number): string {
  const third = lasts / 3;
  const said = into % third === 0 ? (['tri', 'o', 'la'][(into / third) % 3] as string) : 'ka';
  const through = [1, 2, 3, 4, 5].filter((k) => k * third > into && k * third < into + ticks);
  return [said, ...through.map((k) => ['tri', 'o', 'la'][k % 3] as string)].join('-');
}

function values({ inBar, ticks }: PlainEvent): string {
  if (ticks < QUARTER) {
    if (ticks === (QUARTER * 3) / 4) return 'tim';
    return ticks < QUARTER / 2 && inBar % (QUARTER / 2) !== 0 ? 'ka' : 'ti';
  }
  const whole = Math.floor(ticks / QUARTER);
  return ['ta', ...Array.from({ length: whole - 1 }, () => 'a'), ...(ticks % QUARTER === 0 ? [] : ['i'])].join('-');
}

/** For every event of the page the group of three in which it stands, from the brackets alone. */
function tripletsOf(c: Case): ReadonlyMap<string, { into: number; lasts: number }> {
  const found = new Map<string, { into: number; lasts: number }>();
  const ticks = new Map(c.page.map((e) => [e.id, e.ticks]));
  for (const m of c.plan.part.score.measures) {
    m.events.forEach((e, i) => {
      if (e.tupletPlace !== 'start') return;
      const stop = m.events.findIndex((x, k) => k > i && x.tupletPlace === 'stop');
      const group = m.events.slice(i, stop + 1);
      const lasts = group.reduce((sum, x) => sum + (ticks.get(x.id) as number), 0);
      let into = 0;
      for (const x of group) {
        found.set(x.id, { into, lasts });
        into += ticks.get(x.id) as number;
      }
    });
  }
  return found;
}

const counted: Oracle = {
  claim: 'what is counted at a note or rest',
  judge(c, into) {
    const [counts, triplets] = [countsOf(c), tripletsOf(c)];
    const { annotations, restCounts } = c.plan;
    // Bars that are drawn as one rest are counted by their number alone.
    const silent = new Set(
      c.plan.part.score.measures.flatMap(({ multiRest = 0 }, bar) =>
        Array.from({ length: multiRest }, (_u, i) => bar + i),
      ),
    );
    hold(
      into,
      c,
      [...[...annotations.values()].map((n) => `${n.id} ${n.count}`), ...[...restCounts].map((r) => r.join(' '))],
      c.page
        .filter((e) => !silent.has(e.bar))
        .map((e) => `${e.id} ${spoken(c, e, counts[e.bar] as number, triplets.get(e.id))}`),
    );
  },
};

/** A place is named by the counts that are clicked and said there. */
const places: Oracle = {
  claim: 'at which count of which bar a note stands',
  judge(c, into) {
    const counts = countsOf(c);
    hold(
      into,
      c,
      [...c.plan.annotations.values()].map((n) => {
        const { measure, beat } = beatPlace(n.place);
        return `${n.id} ${measure} ${beat}`;
      }),
      c.notes.map((n) => {
        const count = counts[n.bar] as number;
        const [whole, part] = [Math.floor(n.inBar / count) + 1, ((n.inBar % count) * 12) / count];
        const fraction = [part, 12].every((x) => x % 1 === 0) ? reduced(part) : 'odd';
        const name = part === 0 ? '' : part === 4 ? ' la' : part === 8 ? ' li' : fraction;
        return fraction === 'odd' ? `${n.id} ${n.number} ${beatOf(c, n.id)}` : `${n.id} ${n.number} ${whole}${name}`;
      }),
    );
  },
};
const beatOf = (c: Case, id: string): string => {
  const note = c.plan.annotations.get(id);
  return note === undefined ? '' : beatPlace(note.place).beat;
};

/** Twelfths of a count as teachers write them after a whole one. */
function reduced(twelfths: number): string {
  for (const d of [2, 3, 4, 6, 12]) if ((twelfths * d) % 12 === 0) return ` ${(twelfths * d) / 12}/${d}`;
  return '';
}

/** The click falls on every count, the count-in is two counts at least, and the first note comes on its own count. */
const clicks: Oracle = {
  claim: 'where the metronome clicks, and what is counted in',
  judge(c, into) {
    const { concert } = c.plan.part;
    if (concert.measures.some((m) => m.events.some((e) => e.fermata === true))) return;
    const counts = countsOf(c);
    const played = playSequence(concert, { speed: 1, repeats: false, countIn: true, subdivide: false });
    const [first] = c.page;
    if (first === undefined) return;
    const before = played.clicks.filter((k) => k.word !== undefined);
    const second = before[1];
    into.made += 1;
    if (second === undefined) return void into.wrong.push(`line ${c.seed}: one click sets no tempo`);
    const ticksASecond = (counts[0] as number) / (second.at - (before[0]?.at ?? 0));
    if (played.starts * ticksASecond < 2 * (counts[0] as number) - 1e-6)
      into.wrong.push(`line ${c.seed}: ${played.starts} s are counted in`);
    // Whole bars are counted from the bar line before: the first event comes at its own place.
    const bar = barTicks(first.beats, first.unit);
    const place = (played.starts * ticksASecond) % bar;
    if (Math.abs(place - first.inBar) > 1 && Math.abs(Math.abs(place - first.inBar) - bar) > 1)
      into.wrong.push(`line ${c.seed}: enters at ${place}, not at ${first.inBar}`);
    const starts = new Map(played.bars.map((b) => [b.index, b]));
    const wanted = concert.measures.flatMap((_m, i) => {
      const events = c.page.filter((e) => e.bar === i);
      const [head, tail] = [events[0], events.at(-1)];
      const b = starts.get(i);
      if (head === undefined || tail === undefined || b === undefined) return [];
      const perTick = b.seconds / (tail.inBar + tail.ticks - head.inBar);
      const found: string[] = [];
      for (
        let k = Math.ceil(head.inBar / (counts[i] as number));
        k * (counts[i] as number) < tail.inBar + tail.ticks;
        k++
      )
        found.push((b.at + (k * (counts[i] as number) - head.inBar) * perTick).toFixed(3));
      return found;
    });
    hold(
      into,
      c,
      played.clicks.filter((k) => k.word === undefined).map((k) => k.at.toFixed(3)),
      wanted,
    );
  },
};

export const COUNTING_ORACLES: readonly Oracle[] = [counted, places, clicks];
