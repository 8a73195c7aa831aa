import { hold, type Oracle } from './judge';
import type { PlainEvent } from './plainLine';

/**
 * What the staff makes of a place when nothing is drawn before the note: the last sign before it in its bar and on its
 * line, else the signature. Signs are looked up in what was drawn before, brackets too.
 */
function unmarked(note: PlainEvent, before: readonly PlainEvent[], drawn: ReadonlyMap<string, number>): number {
  const last = before.filter((n) => n.bar === note.bar && n.place === note.place && drawn.has(n.id)).at(-1);
  return last === undefined ? note.inKey : (drawn.get(last.id) as number);
}

/**
 * Gives a page with its drawn signs to somebody who reads by the rules alone, and asks whether every note comes out as
 * it is meant; and whether every sign was needed, where it does not stand in brackets.
 */
const needed: Oracle = {
  claim: 'a sign stands where the rules want one, and nowhere else',
  judge(c, into) {
    const { annotations } = c.plan;
    const drawn = new Map<string, number>();
    for (const { id, accidental } of annotations.values())
      if (accidental.sign !== undefined) drawn.set(id, accidental.sign);
    const claimed: string[] = [];
    const found: string[] = [];
    c.notes.forEach((note, i) => {
      const accidental = annotations.get(note.id)?.accidental;
      if (accidental?.sign !== undefined && accidental.courtesy !== true) claimed.push(`${note.id} ${accidental.sign}`);
      // A note that is held over is read from the one that it is held from.
      const withoutSign = note.held ? note.alter : unmarked(note, c.notes.slice(0, i), drawn);
      if (withoutSign !== note.alter) found.push(`${note.id} ${note.alter}`);
      if (accidental?.courtesy === true && accidental.sign !== note.alter)
        into.wrong.push(`line ${c.seed}: the bracket at ${note.id} says ${accidental.sign}`);
    });
    hold(into, c, claimed, found);
  },
};

/** What makes each note what it is, found by going back from it. */
export function causeOf(note: PlainEvent, notes: readonly PlainEvent[]): string {
  const at = notes.indexOf(note);
  let first = at;
  while (notes[first]?.held === true) first -= 1;
  // A tie carries a note from an earlier bar for as long as it is held.
  if (notes[first]?.bar !== note.bar) return note.alter === note.inKey ? 'in key' : 'tie';
  const struck = notes.slice(0, at).filter((n) => n.bar === note.bar && n.place === note.place && !n.held);
  const setter = struck.filter((n, i) => n.alter !== (struck[i - 1]?.alter ?? n.inKey)).at(-1);
  if (!note.held && note.alter !== (setter?.alter ?? note.inKey)) return 'sign';
  return setter === undefined ? 'in key' : `set by ${setter.id}`;
}

const whyAltered: Oracle = {
  claim: 'why a note is altered: signature, sign, earlier in the bar, tie',
  judge(c, into) {
    const claimed = [...c.plan.annotations.values()].map(({ id, accidental: { source, setBy } }) => {
      const inKey = source === 'plain' || source === 'signature';
      return `${id} ${inKey ? 'in key' : source === 'bar' ? `set by ${setBy}` : source}`;
    });
    hold(
      into,
      c,
      claimed,
      c.notes.map((n) => `${n.id} ${causeOf(n, c.notes)}`),
    );
  },
};

/** The trail says of a sign which later notes of its bar it reaches. */
const reach: Oracle = {
  claim: 'which later notes of the bar a sign reaches',
  judge(c, into) {
    const claimed = [...c.trails].flatMap(([id, trail]) =>
      trail.flatMap((f) => (f.kind === 'reach' ? [`${id}: ${f.at.length}`] : [])),
    );
    const reached = new Map<string, number>();
    for (const n of c.notes) {
      const [, by] = /^set by (.*)$/.exec(causeOf(n, c.notes)) ?? [];
      if (by !== undefined) reached.set(by, (reached.get(by) ?? 0) + 1);
    }
    hold(
      into,
      c,
      claimed,
      [...reached].map(([id, times]) => `${id}: ${times}`),
    );
  },
};

export const SIGN_ORACLES: readonly Oracle[] = [needed, whyAltered, reach];
