import type { Fingering, KeyFigure } from '../fingering/figure';
import { finger } from '../instrument/finger';
import { signatureAlter, signatureLetters } from '../key/key';
import type { Clef } from '../key/signature';
import { staffLetters } from '../key/staffSentence';
import { diatonic, midi, pitch, type Pitch, type Step, STEPS, type Written } from '../pitch/pitch';
import type { NoteAnnotation } from '../part/annotate';
import { placedNotes } from '../score/placedNotes';
import type { PagePlan } from './pagePlan';

/** A note of the page, with its figure and how often it is played. */
export interface NoteUsed {
  readonly written: Written;
  readonly name: string;
  readonly times: number;
  readonly fingering: Fingering;
  readonly isNew: boolean;
}

/** A letter that is otherwise in this key than in the one that the class is used to. */
export interface LetterAgainst {
  readonly letter: Step;
  readonly was: number;
  readonly is: number;
  /** The notes of the page that the habit would play wrong, each with its figure then and now. */
  readonly notes: readonly {
    readonly name: string;
    readonly habit: Written;
    readonly was: Fingering;
    readonly is: Fingering;
  }[];
}

/** Notes that are easily taken for each other. Facts only; bars by their printed numbers. */
export type Lookalike =
  /** One letter in two forms: B and B♭. */
  | { readonly kind: 'two-forms'; readonly names: readonly string[]; readonly bars: readonly number[] }
  /** One letter in two octaves with the same figure but for one key. */
  | {
      readonly kind: 'octave-key';
      readonly name: string;
      readonly low: Written;
      readonly high: Written;
      readonly key: string;
    }
  /** A sign earlier in the bar still holds, and is not shown again. */
  | { readonly kind: 'still-holds'; readonly name: string; readonly bars: readonly number[] }
  /** The bar line has ended a sign: the letter is as the signature has it, without a sign. */
  | { readonly kind: 'back-again'; readonly name: string; readonly bars: readonly number[] };

/** What a player looks at before the first note, as facts. */
export interface LookSheet {
  readonly clef: Clef;
  readonly lines: readonly Step[];
  readonly spaces: readonly Step[];
  readonly fifths: number;
  /** Letters that the signature changes, in its order. */
  readonly letters: readonly Step[];
  /** The usual key as this player reads it, and what is otherwise; undefined where it cannot be read. */
  readonly against: { readonly fifths: number; readonly letters: readonly LetterAgainst[] } | undefined;
  readonly notes: readonly NoteUsed[];
  readonly lookalikes: readonly Lookalike[];
}

/** The key that most first tunes of a band are in: concert B♭. Common practice, no source. */
export const USUAL_FIFTHS = -2;
const MOST_SIGNS = 7;

/** The notes of a page, low to high. */
function notesOfPage(plan: PagePlan): NoteUsed[] {
  const found = new Map<string, NoteUsed>();
  for (const n of plan.annotations.values()) {
    if (n.tiedFrom !== undefined) continue;
    const name = `${midi(n.written)} ${n.written.step}`;
    found.set(name, {
      written: n.written,
      name: n.name,
      fingering: n.fingering,
      isNew: plan.newNotes.has(n.id),
      times: (found.get(name)?.times ?? 0) + 1,
    });
  }
  return [...found.values()].sort(
    (a, b) => midi(a.written) - midi(b.written) || diatonic(a.written) - diatonic(b.written),
  );
}

function againstUsual(
  { part }: PagePlan,
  fifths: number,
  notes: readonly NoteUsed[],
  usual: number,
): LookSheet['against'] {
  const read = usual + fifths - part.decisions.key.sounding;
  if (Math.abs(read) > MOST_SIGNS) return undefined;
  const letters = STEPS.filter((s) => signatureAlter(read, s) !== signatureAlter(fifths, s)).map(
    (letter): LetterAgainst => {
      const [was, is] = [signatureAlter(read, letter), signatureAlter(fifths, letter)];
      return {
        letter,
        was,
        is,
        notes: notes
          .filter((n) => n.written.step === letter && n.written.alter === is)
          .map((n) => {
            const habit = pitch<Written>(letter, was, n.written.octave);
            return {
              name: n.name,
              habit,
              was: finger(part.instrument, habit, part.teaching.conventions),
              is: n.fingering,
            };
          }),
      };
    },
  );
  return { fifths: read, letters };
}

/** The one touch by which two key figures differ; undefined where they differ in more, or not at all. */
function oneKeyApart(a: KeyFigure, b: KeyFigure): string | undefined {
  const all = (f: KeyFigure): string[] => [...f.left.map((t) => `l${t}`), ...f.right.map((t) => `r${t}`)];
  const [x, y] = [all(a), all(b)];
  const apart = [...x.filter((t) => !y.includes(t)), ...y.filter((t) => !x.includes(t))];
  return apart.length === 1 ? apart[0]?.slice(1) : undefined;
}

function octavePairs(notes: readonly NoteUsed[]): Lookalike[] {
  return notes.flatMap((low): Lookalike[] => {
    const high = notes.find((n) => midi(n.written) === midi(low.written) + 12 && n.written.step === low.written.step);
    if (
      high?.fingering.kind !== 'playable' ||
      low.fingering.kind !== 'playable' ||
      high.fingering.figure.kind !== 'keys' ||
      low.fingering.figure.kind !== 'keys'
    )
      return [];
    const key = oneKeyApart(low.fingering.figure, high.fingering.figure);
    return key === undefined ? [] : [{ kind: 'octave-key', name: low.name, low: low.written, high: high.written, key }];
  });
}

/** Bars gathered under a name, in the order in which they come. */
class BarsByName {
  readonly found = new Map<string, number[]>();

  add(name: string, bar: number): void {
    const bars = this.found.get(name) ?? [];
    if (bars.at(-1) !== bar) bars.push(bar);
    this.found.set(name, bars);
  }
}

const lineOf = ({ step, octave }: Pitch): string => `${step}${octave}`;

/** Signs that hold unseen, letters that are back, and letters in two forms. */
function signTraps(values: readonly NoteAnnotation[], barOf: (index: number) => number): Lookalike[] {
  const holds = new BarsByName();
  const back = new BarsByName();
  const forms = new Map<string, Map<number, { name: string; bars: number[] }>>();
  const last = new Map<string, { alter: number; bar: number }>();
  values.forEach((n, i) => {
    const [line, bar] = [lineOf(n.written), barOf(i)];
    const before = last.get(line);
    if (n.accidental.source === 'bar' && n.accidental.sign === undefined && n.tiedFrom === undefined)
      holds.add(n.name, bar);
    if (
      before !== undefined &&
      before.alter !== n.written.alter &&
      n.accidental.sign === undefined &&
      before.bar !== bar
    )
      back.add(n.name, bar);
    last.set(line, { alter: n.written.alter, bar });
    const known = forms.get(line) ?? new Map<number, { name: string; bars: number[] }>();
    const form = known.get(n.written.alter) ?? { name: n.name, bars: [] };
    if (form.bars.at(-1) !== bar) form.bars.push(bar);
    forms.set(line, known.set(n.written.alter, form));
  });
  const twoForms = [...forms.values()]
    .filter((f) => f.size > 1)
    .map((f): Lookalike => {
      // The rarer form is the one to look out for.
      const sorted = [...f.values()].sort((a, b) => b.bars.length - a.bars.length);
      return { kind: 'two-forms', names: sorted.map((s) => s.name), bars: sorted[sorted.length - 1]?.bars ?? [] };
    });
  const listed = (kind: 'still-holds' | 'back-again', { found }: BarsByName): Lookalike[] =>
    [...found].map(([name, bars]) => ({ kind, name, bars }));
  return [...twoForms, ...listed('still-holds', holds), ...listed('back-again', back)];
}

/**
 * The look-first sheet of a page: what stands at its head, its notes low to high, and what is easily mistaken on it.
 * @param usual the sounding signature that the class is used to
 * @example a trumpet page in G against the usual C: F is sharp now, and F4 changes from valve 1 to valve 2
 */
export function lookSheet(plan: PagePlan, usual: number = USUAL_FIFTHS): LookSheet {
  const { part, annotations } = plan;
  const { fifths } = part.decisions.key;
  const { clef } = part.decisions.clef;
  const notes = notesOfPage(plan);
  const placed = placedNotes(part.score);
  return {
    clef,
    lines: staffLetters(clef, 'lines'),
    spaces: staffLetters(clef, 'spaces'),
    fifths,
    letters: signatureLetters(fifths),
    against: againstUsual(plan, fifths, notes, usual),
    notes,
    lookalikes: [...signTraps([...annotations.values()], (i) => placed[i]?.measureNumber ?? 0), ...octavePairs(notes)],
  };
}
