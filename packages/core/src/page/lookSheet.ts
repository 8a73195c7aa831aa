import type { Fingering, KeyFigure } from '../fingering/figure';
import { finger } from '../instrument/finger';
import { signatureAlter } from '../key/key';
import { spokenName } from '../key/noteName';
import type { Clef } from '../key/signature';
import { staffLetters } from '../key/staffSentence';
import { diatonic, midi, pitch, type Pitch, type Step, STEPS, type Written } from '../pitch/pitch';
import type { NoteAnnotation } from '../part/annotate';
import { decideKey, respelling } from '../part/keyDecision';
import { openingOf, placeMeasures } from '../score/walk';
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
  /** The letter also comes with a sign of its own: only where none stands is it so. */
  readonly hasSigns: boolean;
  /** The notes of the page that the habit would play wrong, each with its figure then and now. */
  readonly notes: readonly {
    readonly name: string;
    readonly habit: Written;
    readonly habitName: string;
    readonly was: Fingering;
    readonly is: Fingering;
  }[];
}

/** How the key of a page stands to the one that the class is used to. */
export type AgainstUsual =
  /** The usual key as this player reads it, and what is otherwise up to the first change of key. */
  | { readonly kind: 'letters'; readonly fifths: number; readonly letters: readonly LetterAgainst[] }
  /** The page has no signature: every sign stands at its note. */
  | { readonly kind: 'no-signature' };

/** Notes that are easily taken for each other. Facts only; bars by their printed numbers. */
export type Lookalike =
  /** One letter in two forms: B and B♭; the last is the rarer one, in these bars. */
  | { readonly kind: 'two-forms'; readonly names: readonly string[]; readonly bars: readonly number[] }
  /** One letter in several octaves, next to each other with the same figure but for one key. */
  | { readonly kind: 'octave-key'; readonly name: string; readonly key: string }
  /** A sign earlier in the bar still holds, and is not shown again. */
  | { readonly kind: 'still-holds'; readonly name: string; readonly natural: boolean; readonly bars: readonly number[] }
  /** The bar line has ended a sign: the letter is as the signature has it, without a sign. */
  | { readonly kind: 'back-again'; readonly name: string; readonly natural: boolean; readonly bars: readonly number[] };

/** A signature, and from which bar on it holds. */
export interface KeyFrom {
  readonly fifths: number;
  readonly bar: number;
}

/** What a player looks at before the first note, as facts. */
export interface LookSheet {
  readonly clef: Clef;
  /** The clef in which these players begin, where this one is another. */
  readonly usualClef: Clef | undefined;
  readonly lines: readonly Step[];
  readonly spaces: readonly Step[];
  /** The signatures of the page in their order; the first opens it. */
  readonly keys: readonly [KeyFrom, ...KeyFrom[]];
  readonly against: AgainstUsual;
  readonly notes: readonly NoteUsed[];
  readonly lookalikes: readonly Lookalike[];
}

/** The key that most first tunes of a band are in: concert B♭. Common practice, no source. */
export const USUAL_FIFTHS = -2;

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

/** The signatures of a page, each from the bar in which it begins. */
function keysOf({ part: { score } }: PagePlan): LookSheet['keys'] {
  const [first, ...rest] = placeMeasures(score);
  const keys: [KeyFrom, ...KeyFrom[]] = [{ fifths: first?.key.fifths ?? 0, bar: first?.number ?? 1 }];
  for (const { key, number } of rest)
    if (key.fifths !== keys.at(-1)?.fifths) keys.push({ fifths: key.fifths, bar: number });
  return keys;
}

/** The notes that stand under the first signature. */
function notesOfFirstKey(plan: PagePlan): NoteAnnotation[] {
  const placed = placeMeasures(plan.part.score);
  const fifths = placed[0]?.key.fifths;
  const end = placed.findIndex((p) => p.key.fifths !== fifths);
  return [...plan.annotations.values()].filter((n) => end < 0 || n.place.measureIndex < end);
}

function againstUsual(plan: PagePlan, fifths: number, usual: number): AgainstUsual {
  const { instrument, teaching, decisions, score } = plan.part;
  if (decisions.key.choice === 'no-signature' || openingOf(score).key.mode === 'none') {
    const isPlain = fifths === 0 && [...plan.annotations.values()].some((n) => n.accidental.source === 'sign');
    if (isPlain) return { kind: 'no-signature' };
  }
  // The usual key is respelled for these players as any key is.
  const keys = decideKey(usual, instrument.toWritten.fifths, undefined);
  const read = usual + keys.up + respelling(keys, usual).fifths;
  const notes = notesOfFirstKey(plan).filter((n) => n.tiedFrom === undefined);
  const letters = STEPS.flatMap((letter): LetterAgainst[] => {
    const [was, is] = [signatureAlter(read, letter), signatureAlter(fifths, letter)];
    const own = notes.filter((n) => n.written.step === letter);
    const different = new Map(own.filter((n) => n.written.alter === is).map((n) => [n.written.octave, n]));
    const hasSigns = own.some((n) => n.written.alter !== is);
    // Where every note of the letter has a sign of its own, the signature says nothing of them.
    if (was === is || (different.size === 0 && hasSigns)) return [];
    const against = [...different.values()]
      .sort((a, b) => a.written.octave - b.written.octave)
      .map((n) => {
        const habit = pitch<Written>(letter, was, n.written.octave);
        return {
          name: n.spokenName,
          habit,
          habitName: spokenName(habit, teaching.conventions.noteNames),
          was: finger(instrument, habit, teaching.conventions),
          is: n.fingering,
        };
      });
    return [{ letter, was, is, hasSigns, notes: against }];
  });
  return { kind: 'letters', fifths: read, letters };
}

/** The one touch by which two key figures differ; undefined where they differ in more, or not at all. */
function oneKeyApart(a: KeyFigure, b: KeyFigure): string | undefined {
  const all = (f: KeyFigure): string[] => [...f.left.map((t) => `l${t}`), ...f.right.map((t) => `r${t}`)];
  const [x, y] = [all(a), all(b)];
  const apart = [...x.filter((t) => !y.includes(t)), ...y.filter((t) => !x.includes(t))];
  return apart.length === 1 ? apart[0]?.slice(1) : undefined;
}

/** Letters that come an octave apart with one key between them, each letter and key once. */
function octavePairs(notes: readonly NoteUsed[], spoken: (n: NoteUsed) => string): Lookalike[] {
  const found = new Map<string, Lookalike>();
  for (const low of notes) {
    const high = notes.find((n) => midi(n.written) === midi(low.written) + 12 && n.written.step === low.written.step);
    if (
      high?.fingering.kind !== 'playable' ||
      low.fingering.kind !== 'playable' ||
      high.fingering.figure.kind !== 'keys' ||
      low.fingering.figure.kind !== 'keys'
    )
      continue;
    const key = oneKeyApart(low.fingering.figure, high.fingering.figure);
    const name = spoken(low);
    if (key !== undefined) found.set(`${name} ${key}`, { kind: 'octave-key', name, key });
  }
  return [...found.values()];
}

/** Bars gathered under a note's name, in the order in which they come. */
class BarsByNote {
  readonly found = new Map<string, { readonly note: NoteAnnotation; readonly bars: number[] }>();

  add(note: NoteAnnotation): void {
    const bars: number[] = this.found.get(note.spokenName)?.bars ?? [];
    const bar = note.place.measureNumber;
    if (bars.at(-1) !== bar) bars.push(bar);
    this.found.set(note.spokenName, { note, bars });
  }

  as(kind: 'still-holds' | 'back-again'): Lookalike[] {
    return [...this.found].map(([name, { note, bars }]) => ({
      kind,
      name,
      natural: note.written.alter === 0,
      bars,
    }));
  }
}

const lineOf = ({ step, octave }: Pitch): string => `${step}${octave}`;

/** Whether a sign, in this bar or held over into it, and not the signature makes a note what it is. */
const isBySign = ({ written, fifths }: NoteAnnotation): boolean =>
  written.alter !== signatureAlter(fifths, written.step);

/**
 * Whether the bar line has ended the sign that altered a letter the last time it came on its line: the signature has it
 * as it is, as it had it then, and no sign reminds of it.
 */
const isBack = (n: NoteAnnotation, before: NoteAnnotation): boolean =>
  before.place.measureIndex !== n.place.measureIndex &&
  isBySign(before) &&
  !isBySign(n) &&
  n.accidental.sign === undefined &&
  signatureAlter(before.fifths, n.written.step) === n.written.alter;

/** Signs that hold unseen, letters that are back, and letters in two forms. */
function signTraps(notes: readonly NoteAnnotation[]): Lookalike[] {
  const holds = new BarsByNote();
  const back = new BarsByNote();
  const forms = new Map<Step, Map<number, { name: string; bars: number[] }>>();
  const last = new Map<string, NoteAnnotation>();
  for (const n of notes) {
    if (n.tiedFrom !== undefined) {
      last.set(lineOf(n.written), n);
      continue;
    }
    const bar = n.place.measureNumber;
    const before = last.get(lineOf(n.written));
    if (n.accidental.source === 'bar' && n.accidental.sign === undefined) holds.add(n);
    if (before !== undefined && isBack(n, before)) back.add(n);
    last.set(lineOf(n.written), n);
    const known = forms.get(n.written.step) ?? new Map<number, { name: string; bars: number[] }>();
    const form = known.get(n.written.alter) ?? { name: n.spokenName, bars: [] };
    if (form.bars.at(-1) !== bar) form.bars.push(bar);
    forms.set(n.written.step, known.set(n.written.alter, form));
  }
  const twoForms = [...forms.values()]
    .filter((f) => f.size > 1)
    .map((f): Lookalike => {
      // The rarer form is the one to look out for.
      const sorted = [...f.values()].sort((a, b) => b.bars.length - a.bars.length);
      return { kind: 'two-forms', names: sorted.map((s) => s.name), bars: sorted.at(-1)?.bars ?? [] };
    });
  return [...twoForms, ...holds.as('still-holds'), ...back.as('back-again')];
}

/**
 * The look-first sheet of a page: what stands at its head, its notes low to high, and what is easily mistaken on it.
 * @param usual the sounding signature that the class is used to
 * @example a trumpet page in G against the usual C: F is sharp now, and F4 changes from valve 1 to valve 2
 */
export function lookSheet(plan: PagePlan, usual: number = USUAL_FIFTHS): LookSheet {
  const { instrument, decisions, teaching } = plan.part;
  const { clef } = decisions.clef;
  const keys = keysOf(plan);
  const notes = notesOfPage(plan);
  const spoken = (n: NoteUsed): string => spokenName(n.written, teaching.conventions.noteNames);
  return {
    clef,
    usualClef: clef === instrument.clefs[0] ? undefined : instrument.clefs[0],
    lines: staffLetters(clef, 'lines'),
    spaces: staffLetters(clef, 'spaces'),
    keys,
    against: againstUsual(plan, keys[0].fifths, usual),
    notes,
    lookalikes: [...signTraps([...plan.annotations.values()]), ...octavePairs(notes, spoken)],
  };
}
