import type { Exercise, PartChoice } from '../exercise/exercise';
import type { InstrumentId, Stage } from '../instrument/instrument';
import { taughtAs } from '../instrument/taught';
import { type Key, key } from '../key/key';
import { annotate } from '../part/annotate';
import { chartNotes, notesUsed } from '../part/chart';
import type { Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { midi, parsePitch, type Written } from '../pitch/pitch';
import { randomFrom } from '../random/random';
import type { NoteId, Score } from '../score/score';
import { openingOf } from '../score/walk';
import { partOf } from './pageParts';
import { type PageFor, type PagePlan, type PlannedRow, planPage, soundsAsWritten } from './pagePlan';
import { type BandRow, DEFAULT_PAGE, type PageSetup } from './pageSetup';

/** What a worksheet asks for. */
export const WORK = ['names', 'figures', 'concert', 'counts', 'bar-lines', 'signature', 'wrong-signature'] as const;
export type Work = (typeof WORK)[number];

/** The notes that cards are made for. */
export const CARD_NOTES = ['line', 'stage', 'known'] as const;
export type CardNotes = (typeof CARD_NOTES)[number];

/** A sheet for a class besides the part. */
export type Handout =
  /** A line with something left out; with its answers it is the teacher's key. */
  | {
      readonly kind: 'worksheet';
      readonly work: readonly Work[];
      /** Of notes that the players know instead of the line: another number, other notes. */
      readonly known?: number | undefined;
      readonly answers: boolean;
    }
  /** The line with its key signature and, under it, with a sign at every note. */
  | { readonly kind: 'two-ways' }
  /** A note on one side, its figure and name on the other. */
  | { readonly kind: 'cards'; readonly notes: CardNotes }
  /** Every note of a stage with its figure, for the wall. */
  | { readonly kind: 'wall-chart'; readonly stage: Stage; readonly sheets: 'large' | 'four' };

export const HANDOUT_KINDS = [
  'worksheet',
  'two-ways',
  'cards',
  'wall-chart',
] as const satisfies readonly Handout['kind'][];

/** Nothing but the music: what a worksheet asks for is added. */
const BARE: Partial<PageSetup> = {
  rows: { woodwind: [], brass: [] },
  fades: [],
  strip: false,
  legend: false,
  countIn: false,
  lookFirst: false,
  signatureMarks: false,
  easierFigures: false,
  circles: false,
};

const KNOWN_NOTES = 16;
const IN_A_BAR = 4;
/** The next note is no further away than this among those that are known. */
const NEAR = 2;

/** Sixteen notes that the players know, each near the one before, without a signature. */
export function knownLine(owner: InstrumentId, notes: readonly Written[], seed: number): Exercise {
  const chance = randomFrom(seed);
  let at = chance.below(notes.length);
  const chosen = Array.from({ length: KNOWN_NOTES }, () => {
    const near = notes.map((_n, i) => i).filter((i) => i !== at && Math.abs(i - at) <= NEAR);
    at = near.length === 0 ? at : chance.of(near);
    return notes[at] as Written;
  });
  const measures = Array.from({ length: KNOWN_NOTES / IN_A_BAR }, (_u, bar) => ({
    id: `m${bar + 1}`,
    ...(bar === 0 && { key: key(0, 'none'), meter: { beats: IN_A_BAR, unit: 4 } as const }),
    events: chosen.slice(bar * IN_A_BAR, (bar + 1) * IN_A_BAR).map((p, i) => ({
      kind: 'note' as const,
      id: `n${bar * IN_A_BAR + i + 1}`,
      duration: { value: 'quarter' as const, dots: 0 as const },
      pitch: p,
    })),
  }));
  return { owner, source: { title: 'Notes that you know', slurs: [], hairpins: [], measures }, partChoices: {} };
}

/** The notes that players have met, as they are written; without a list the instrument's first ones. */
export function metNotes(id: InstrumentId, { conventions }: Teaching, known: readonly string[] | undefined): Written[] {
  const { firstNotes } = taughtAs(id, conventions);
  const notes = known === undefined || known.length === 0 ? firstNotes : known.map((n) => parsePitch<Written>(n));
  return [...notes].sort((a, b) => midi(a) - midi(b));
}

/** A part with another signature at its beginning; the signs at its notes stay as they are. */
const withOpeningKey = (score: Score<Written>, fifths: number): Score<Written> => ({
  ...score,
  measures: score.measures.map((m, i) => (i === 0 ? { ...m, key: key(fifths) } : m)),
});

/** A signature that is wrong by one sign: one too few, or one too many where there are few. */
export const wrongSignature = (fifths: number): number =>
  Math.abs(fifths) > 1 ? fifths - Math.sign(fifths) : fifths + (fifths < 0 ? -1 : 1);

/** A worksheet's page, and what of it there is to ask. */
export interface WorksheetPlan {
  readonly plan: PagePlan;
  /** What is asked for, without what there is nothing to ask of. */
  readonly work: readonly Work[];
  /** The key that is right. */
  readonly key: Key;
}

/** The row that is filled in; woodwind figures are drawn and shaded. */
function rowFor(work: Work, family: 'woodwind' | 'brass'): BandRow | undefined {
  switch (work) {
    case 'names':
      return 'name';
    case 'concert':
      return 'sounds';
    case 'counts':
      return 'count';
    case 'figures':
      return family === 'woodwind' ? 'diagram' : 'figure';
    default:
      return undefined;
  }
}

/** What can be asked of a part. */
function askable(part: Part, plan: PagePlan, work: readonly Work[]): Work[] {
  const { mode, fifths } = openingOf(part.score).key;
  const hasSignature = mode !== 'none' && part.decisions.key.choice !== 'no-signature';
  return work.filter((w) => {
    if (w === 'concert') return !soundsAsWritten(plan.annotations);
    if (w === 'signature') return fifths !== 0 && !work.includes('wrong-signature');
    return w !== 'wrong-signature' || hasSignature;
  });
}

/**
 * A part as a worksheet: rows of empty boxes, hidden bar lines, a signature that is missing or wrong; with its answers,
 * the same filled in.
 */
export function worksheetPlan(
  exercise: Exercise,
  id: InstrumentId,
  teaching: Teaching,
  players: PageFor,
  { work: wanted, known, answers }: Extract<Handout, { kind: 'worksheet' }>,
): WorksheetPlan {
  const line = known === undefined ? exercise : knownLine(id, metNotes(id, teaching, players.known), known);
  const part = partOf(line, id, teaching);
  const plan = planPage(part, annotate(part), { ...DEFAULT_PAGE, ...BARE }, players);
  const work = askable(part, plan, wanted);
  const blank = answers ? ('answered' as const) : ('empty' as const);
  const rows = work.flatMap((w): PlannedRow[] => {
    const row = rowFor(w, part.instrument.family);
    return row === undefined ? [] : [{ row, blank, hiddenAt: new Set<NoteId>() }];
  });
  const { key: right } = openingOf(part.score);
  const { fifths } = right;
  const shown = answers
    ? fifths
    : work.includes('signature')
      ? 0
      : work.includes('wrong-signature')
        ? wrongSignature(fifths)
        : fifths;
  const hideBarLines = work.includes('bar-lines') && !answers;
  return {
    work,
    key: right,
    plan: {
      ...plan,
      part: shown === fifths ? part : { ...part, score: withOpeningKey(part.score, shown) },
      setup: { ...plan.setup, barNumbers: work.includes('bar-lines') ? 'none' : 'systems' },
      rows,
      ...(hideBarLines && { hideBarLines }),
    },
  };
}

/** The line with its signature over the same with a sign at each note; what stands in one way alone is ringed. */
export function twoWays(exercise: Exercise, id: InstrumentId, teaching: Teaching, players: PageFor): PagePlan[] {
  const setup: PageSetup = {
    ...DEFAULT_PAGE,
    ...BARE,
    rows: { woodwind: [{ row: 'name' }], brass: [{ row: 'name' }] },
  };
  const { key: _chosen, ...choice } = exercise.partChoices[id] ?? {};
  const planWith = (chosen: PartChoice): PagePlan => {
    const part = partOf({ ...exercise, partChoices: { ...exercise.partChoices, [id]: chosen } }, id, teaching);
    return planPage(part, annotate(part), setup, players);
  };
  const ways = [planWith(choice), planWith({ ...choice, key: 'no-signature' })];
  const [signed, plain] = ways.map((w) => w.annotations);
  const changed = [...(signed?.values() ?? [])].filter(
    (n) => n.tiedFrom === undefined && n.accidental.sign !== plain?.get(n.id)?.accidental.sign,
  );
  return ways.map((w) => ({ ...w, circled: changed.map(({ id: note }) => ({ from: note, to: note })) }));
}

/** The notes of a set of cards, low to high. */
export function cardNotes(
  exercise: Exercise,
  id: InstrumentId,
  teaching: Teaching,
  known: readonly string[] | undefined,
  of: CardNotes,
): Written[] {
  if (of === 'line') return notesUsed(partOf(exercise, id, teaching));
  return of === 'stage'
    ? chartNotes(taughtAs(id, teaching.conventions), teaching.stage)
    : metNotes(id, teaching, known);
}
