import { figureText } from '../../fingering/figure';
import { lineFacts } from '../../analysis/lineFacts';
import { lineValues, tiedSums } from '../../analysis/lineValues';
import { lookFirst } from '../../page/lookFirst';
import { lookSheet } from '../../page/lookSheet';
import { toNumber } from '../../rational/rational';
import { causeOf } from './signs';
import { type Case, hold, type Oracle } from './judge';
import { alterInKey, barTicks, type PlainEvent, QUARTER } from './plainLine';

/** The notes that are struck. */
const struck = (c: Case): PlainEvent[] => c.notes.filter((n) => !n.held);

/** Whether a sign is drawn before a note. */
const isShown = (c: Case, { id }: PlainEvent): boolean => c.plan.annotations.get(id)?.accidental.sign !== undefined;

const spoken = (c: Case, id: string): string => c.plan.annotations.get(id)?.spokenName ?? '';

/** What is easily mistaken, found by looking at every pair of notes. */
const mistaken: Oracle = {
  claim: 'what is easily mistaken: two forms, a sign that holds, one that has ended, two octaves',
  judge(c, into) {
    const notes = struck(c);
    const bars = (of: readonly PlainEvent[]): string => [...new Set(of.map((n) => n.number))].join();
    const found: string[] = [];
    for (const letter of 'CDEFGAB') {
      const own = notes.filter((n) => n.letter === letter);
      if (new Set(own.map((n) => n.alter)).size > 1) found.push(`two-forms ${letter}`);
    }
    const byName = (kind: string, of: readonly PlainEvent[]): void => {
      for (const name of new Set(of.map((n) => spoken(c, n.id))))
        found.push(`${kind} ${name} ${bars(of.filter((n) => spoken(c, n.id) === name))}`);
    };
    byName(
      'still-holds',
      notes.filter((n) => !isShown(c, n) && causeOf(n, c.notes).startsWith('set by')),
    );
    byName(
      'back-again',
      notes.filter((n) => {
        const before = c.notes.filter((o) => o.index < n.index && o.place === n.place).at(-1);
        if (before === undefined || before.bar === n.bar || isShown(c, n)) return false;
        // As the signature has it now and had it then, and not as it was.
        return n.alter === n.inKey && before.inKey === n.alter && before.alter !== n.alter;
      }),
    );
    const figure = (n: PlainEvent): string | undefined => {
      const f = c.plan.annotations.get(n.id)?.fingering;
      return f?.kind === 'playable' && f.figure.kind === 'keys' ? figureText(f.figure) : undefined;
    };
    const touches = (text: string): string[] =>
      text.split('|').flatMap((s, i) =>
        s
          .trim()
          .split(/\s+/)
          .filter((t) => t !== '' && t !== '-')
          .map((t) => `${i}${t}`),
      );
    for (const low of notes)
      for (const high of notes) {
        if (high.sound !== low.sound + 12 || high.letter !== low.letter) continue;
        const [a, b] = [figure(low), figure(high)];
        if (a === undefined || b === undefined) continue;
        const apart = [
          ...touches(a).filter((t) => !touches(b).includes(t)),
          ...touches(b).filter((t) => !touches(a).includes(t)),
        ];
        if (apart.length === 1) found.push(`octave-key ${spoken(c, low.id)} ${apart[0]?.slice(1)}`);
      }
    const claimed = lookSheet(c.plan).lookalikes.map((l) => {
      switch (l.kind) {
        case 'two-forms':
          return `two-forms ${notes.find((n) => spoken(c, n.id) === l.names[0])?.letter}`;
        case 'octave-key':
          return `octave-key ${l.name} ${l.key}`;
        default:
          return `${l.kind} ${l.name} ${l.bars.join()}`;
      }
    });
    hold(into, c, claimed, found);
  },
};

/** Which letters the habit of the usual key gets wrong, and that the note named is what stands on the page. */
const habit: Oracle = {
  claim: 'which letters are otherwise than in the key the class is used to',
  judge(c, into) {
    const { keys, against } = lookSheet(c.plan, -2);
    const shown = c.plan.part.score.measures.flatMap((m, i) =>
      m.key === undefined ? [] : [{ i, fifths: m.key.fifths }],
    );
    hold(
      into,
      c,
      keys.map((k) => `${k.fifths}`),
      shown.filter((k, i) => k.fifths !== shown[i - 1]?.fifths).map((k) => `${k.fifths}`),
    );
    if (against.kind === 'no-signature') {
      if (c.notes.some((n) => n.bar === 0 && n.inKey !== 0)) into.wrong.push(`line ${c.seed}: there is a signature`);
      return;
    }
    // The usual key sounds B flat major: its key note on this page, by the half steps between sound and page.
    const up = (c.notes[0]?.sound ?? 0) - (c.concert.find((n) => n.isNote)?.sound ?? 0);
    const KEY_NOTE = [0, -5, 2, -3, 4, -1, 6, 1, -4, 3, -2, 5];
    const at = (((10 + up) % 12) + 12) % 12;
    if (c.notes.length > 0 && (against.fifths - (KEY_NOTE[at] as number)) % 12 !== 0)
      into.wrong.push(`line ${c.seed}: the usual key is read with ${against.fifths}`);
    const end = shown.find((k, i) => i > 0 && k.fifths !== shown[0]?.fifths)?.i ?? Infinity;
    const first = struck(c).filter((n) => n.bar < end);
    for (const l of against.letters) {
      into.made += 1;
      const own = first.filter((n) => n.letter === l.letter);
      const isSo =
        alterInKey(against.fifths, l.letter) === l.was &&
        (own[0]?.inKey ?? alterInKey(keys[0].fifths, l.letter)) === l.is &&
        (l.notes.length > 0 ? own.some((n) => n.alter === l.is) : own.length === 0) &&
        l.hasSigns === own.some((n) => n.alter !== l.is);
      if (!isSo) into.wrong.push(`line ${c.seed}: ${l.letter} is said to be ${l.is}, not ${l.was}`);
    }
  },
};

/** What is new, and where it first comes. */
const fresh: Oracle = {
  claim: 'which notes are new, how high, and in which bar they first come',
  judge(c, into) {
    const [clef] = c.plan.part.instrument.clefs;
    const claimed = lookFirst(c.plan).flatMap((l) =>
      l.kind === 'new-notes'
        ? l.notes.map((n) => `${n.height ?? ''} ${n.name} ${n.bar}`)
        : l.kind === 'new-clef'
          ? [`clef ${l.clef}`]
          : [],
    );
    const unknown = c.notes.filter((n) => !c.plan.known.has(n.sound));
    const names = new Map<string, string>();
    for (const n of unknown) {
      const octaves = [...new Set(c.notes.filter((o) => o.letter === n.letter).map((o) => o.octave))];
      const [low, high] = [Math.min(...octaves), Math.max(...octaves)];
      const height = low === high ? '' : n.octave === low ? 'low' : n.octave === high ? 'high' : 'middle';
      const key = `${n.letter}${n.alter}${n.octave}`;
      if (!names.has(key)) names.set(key, `${height} ${spoken(c, n.id)} ${n.number}`);
    }
    const shown = c.plan.part.score.measures[0]?.clef;
    hold(into, c, claimed, [...names.values(), ...(shown === clef ? [] : [`clef ${shown}`])]);
  },
};

/** Bars, pickup, and how long values and ties last. */
const sums: Oracle = {
  claim: 'how many bars, whether the pickup is given back, and how long values and ties last',
  judge(c, into) {
    const { concert } = c.plan.part;
    const facts = lineFacts(concert);
    const first = c.concert[0];
    const lastBar = c.concert.filter((e) => e.bar === concert.measures.length - 1);
    const pickup = first?.number === 0 ? barTicks(first.beats, first.unit) - first.inBar : 0;
    const ticks = lastBar.reduce((sum, e) => sum + e.ticks, 0);
    const full = barTicks(lastBar[0]?.beats ?? 4, lastBar[0]?.unit ?? 4);
    hold(
      into,
      c,
      [`bars ${facts.bars}`, `borrowed ${facts.isBorrowed}`, `pickup ${facts.pickup}`],
      [
        `bars ${c.concert.at(-1)?.number ?? 0}`,
        `borrowed ${pickup > 0 && pickup + ticks === full}`,
        `pickup ${first?.number === 0}`,
      ],
    );
    const lasts = new Set(c.concert.map((e) => e.ticks / QUARTER));
    for (const v of lineValues(concert)) {
      into.made += 1;
      const { value, dots, tuplet } = v.duration;
      const plain = ({ breve: 8, whole: 4, half: 2, quarter: 1, eighth: 0.5, '16th': 0.25, '32nd': 0.125 } as const)[
        value
      ];
      const quarters = (plain * (2 - 0.5 ** dots) * (tuplet?.normal ?? 1)) / (tuplet?.actual ?? 1);
      if (![...lasts].some((l) => Math.abs(l - quarters) < 1e-9))
        into.wrong.push(`line ${c.seed}: no ${value} ${dots}`);
    }
    const ties = c.concert.flatMap((e, i) => {
      if (!e.isNote || e.held || !e.tie) return [];
      const chain = [e];
      for (let k = i + 1; c.concert[k]?.held === true; k++) chain.push(c.concert[k] as PlainEvent);
      return chain.length > 1 ? [chain.map((x) => x.ticks).join('+')] : [];
    });
    const lengths = (
      ds: readonly { value: string; dots: number; tuplet?: { actual: number; normal: number } }[],
    ): string =>
      ds
        .map((d) => {
          const plain =
            { breve: 8, whole: 4, half: 2, quarter: 1, eighth: 0.5, '16th': 0.25, '32nd': 0.125 }[d.value] ?? 0;
          return Math.round(
            (plain * (2 - 0.5 ** d.dots) * QUARTER * (d.tuplet?.normal ?? 1)) / (d.tuplet?.actual ?? 1),
          );
        })
        .join('+');
    hold(
      into,
      c,
      tiedSums(concert).map((t) => lengths(t.durations)),
      ties,
    );
    for (const t of tiedSums(concert)) if (toNumber(t.counts) <= 0) into.wrong.push(`line ${c.seed}: a tie of nothing`);
  },
};

export const LOOK_ORACLES: readonly Oracle[] = [mistaken, habit, fresh, sums];
