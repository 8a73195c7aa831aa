import type { Instrument, Stage } from '../../instrument/instrument';
import { midi } from '../../pitch/pitch';
import { prove } from '../../proof/prove';
import type { Finding } from '../../proof/finding';
import { hold, type Oracle } from './judge';
import { causeOf } from './signs';
import { alterInKey, barTicks, type PlainEvent, plainLine } from './plainLine';

const SIGNS: Readonly<Record<number, string>> = { [-2]: '♭♭', [-1]: '♭', 0: '', 1: '♯', 2: '♯♯' };
const spell = (letter: string, alter: number): string => `${letter}${SIGNS[alter] ?? ''}`;

/** The source line as it stands, flat, and its notes. */
interface Source {
  readonly events: readonly PlainEvent[];
  readonly notes: readonly PlainEvent[];
}

/** The last note of a letter before one, in whatever octave. */
const lastOf = ({ notes }: Source, n: PlainEvent): PlainEvent | undefined =>
  notes.filter((o) => o.index < n.index && o.letter === n.letter).at(-1);

/** Whether a finding about signs, sums or leaps says what is so of the line. */
function isSo(f: Finding, source: Source): boolean | undefined {
  const note = source.notes.find((n) => n.id === f.notes[0]);
  switch (f.code) {
    case 'sign-reaches':
      return (
        note !== undefined &&
        !note.held &&
        causeOf(note, source.notes).startsWith('set by') &&
        f.facts.note === spell(note.letter, note.alter) &&
        f.facts.habit === spell(note.letter, alterInKey(note.fifths, note.letter)) &&
        f.facts.habit !== f.facts.note
      );
    case 'sign-over': {
      const before = note === undefined ? undefined : lastOf(source, note);
      if (note === undefined || before === undefined || note.held || before.alter === note.alter) return false;
      if (f.facts.before !== spell(before.letter, before.alter)) return false;
      switch (f.facts.where) {
        case 'bar':
          return before.bar === note.bar - 1;
        case 'octave':
          return before.bar === note.bar && before.octave !== note.octave;
        case 'tie':
          return before.bar === note.bar && before.octave === note.octave && before.held;
      }
      return false;
    }
    case 'sign-says-nothing': {
      const before = note === undefined ? undefined : lastOf(source, note);
      return f.facts.isFirst ? before === undefined : before?.alter === note?.alter;
    }
    case 'last-measure-too-long': {
      const [first] = source.events;
      const bar = source.events.filter((e) => e.bar === f.measures[0]);
      const [head] = bar;
      if (first?.number !== 0 || head === undefined) return false;
      const filled = bar.reduce((sum, e) => sum + e.ticks, 0);
      const pickup = source.events.filter((e) => e.bar === 0).reduce((sum, e) => sum + e.ticks, 0);
      const full = barTicks(head.beats, head.unit);
      return filled === full && pickup < full && head.beats === first.beats && head.unit === first.unit;
    }
    case 'leap': {
      const to = source.notes.find((n) => n.id === f.notes[1]);
      if (note === undefined || to === undefined) return false;
      const steps = Math.abs(to.place - note.place) + 1;
      return (
        steps === f.facts.size &&
        source.notes.indexOf(to) === source.notes.indexOf(note) + 1 &&
        Math.abs(to.sound - note.sound) > 12 &&
        (f.facts.direction === 'up') === to.place >= note.place
      );
    }
    case 'spelling': {
      const near = source.notes.find((n) => n.id === f.notes[1]);
      if (note === undefined) return false;
      return near === undefined ? note.alter !== note.inKey : near.sound === note.sound && near.letter !== note.letter;
    }
    case 'signature-proposed':
      return f.notes.every((id) => {
        const n = source.notes.find((x) => x.id === id);
        return n !== undefined && n.alter !== n.inKey && n.alter === alterInKey(f.facts.fifths, n.letter);
      });
    case 'slur-as-tie': {
      const to = source.notes.find((n) => n.id === f.notes.at(-1));
      return note !== undefined && to !== undefined && note.sound === to.sound && note.letter === to.letter;
    }
    default:
      return undefined;
  }
}

const proved: Oracle = {
  claim: 'what the proof says of signs, sums, leaps and spelling',
  judge(c, into) {
    const events = plainLine(c.exercise.source);
    const source = { events, notes: events.filter((e) => e.isNote) };
    for (const f of prove(c.exercise, { stage: c.teaching.stage })) {
      const so = isSo(f, source);
      if (so === undefined) continue;
      into.made += 1;
      if (!so) into.wrong.push(`line ${c.seed}: ${f.code} ${JSON.stringify(f.facts)}`);
    }
  },
};

/** The partials of an open tube that players use. Common practice, no source. */
const OPEN = [2, 3, 4, 5, 6, 8, 10, 12, 16];

/** Why a note does not fit, or nothing: by the ends of the ranges, and by the harmonics of a tube without valves. */
export function misfitOf({ ranges, system }: Instrument, at: Stage, sound: number): string | undefined {
  const { full, [at]: stage } = ranges;
  if (sound < midi(full.low)) return 'all low';
  if (sound > midi(full.high)) return 'all high';
  if (system.kind === 'brass' && system.tube.openOnly === true) {
    const { fundamental } = system.tube;
    if (!OPEN.some((n) => Math.abs(fundamental + 12 * Math.log2(n) - sound) < 0.5)) return 'all between';
  }
  if (sound < midi(stage.low)) return 'stage low';
  return sound > midi(stage.high) ? 'stage high' : undefined;
}

const fitting: Oracle = {
  claim: 'notes that an instrument does not have, or its players have not come to',
  judge(c, into) {
    const { part } = c.plan;
    const named = (n: PlainEvent): string => `${spell(n.letter, n.alter)}${n.octave}`;
    const reasons = new Map(c.notes.map((n) => [n.id, misfitOf(part.instrument, part.teaching.stage, n.sound)]));
    const found = c.notes.flatMap((n) => {
      const why = reasons.get(n.id);
      return why === undefined ? [] : [`${named(n)} ${why.split(' ')[0] ?? ''}`];
    });
    const findings = prove(c.exercise, { parts: [part] }).filter((f) => f.code === 'out-of-range');
    hold(
      into,
      c,
      findings.flatMap((f) => f.facts.notes.map((n) => `${n} ${f.facts.isUnplayable ? 'all' : 'stage'}`)),
      found,
    );
    for (const { facts, notes, measures } of findings) {
      const sides = new Set(notes.map((id) => reasons.get(id)?.split(' ')[1]));
      const side = sides.size === 1 ? [...sides][0] : 'both';
      const first = Math.min(...c.notes.filter((n) => notes.includes(n.id)).map((n) => n.bar));
      if (facts.side !== (side === 'between' ? 'both' : side))
        into.wrong.push(`line ${c.seed}: ${facts.side}, not ${side}`);
      if (first !== measures[0]) into.wrong.push(`line ${c.seed}: first in ${first}, not ${measures[0]}`);
    }
  },
};

export const FINDING_ORACLES: readonly Oracle[] = [proved, fitting];
