import {
  countIn,
  filledQuarters,
  formatRational,
  letterName,
  lookFirst,
  type LookFirst,
  notesOf,
  openingOf,
  type PagePlan,
  type Part,
  placeMeasures,
  rowsAt,
  signatureLetters,
  type CauseShare,
  type TroubleCause,
} from '@cifra/core';
import { originOf } from '../diagram/originMark';
import type { Header } from './header';

/**
 * `Trumpet in B♭`, `Euphonium in B♭, treble clef`, or the plain name of an instrument that reads as it sounds or says
 * its pitch itself.
 */
export function instrumentTitle({
  name,
  inKey,
}: {
  readonly name: string;
  readonly inKey: string | undefined;
}): string {
  if (inKey === undefined || (name.includes(inKey) && !name.includes('horn'))) return name;
  const [plain = name, ...rest] = name.split(', ');
  return [`${plain} in ${inKey}`, ...rest].join(', ');
}

const list = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;

/** What the key signature does, as a teacher says it. @example `Every B is B♭.` */
export function signatureSentence(fifths: number): string {
  const alter = Math.sign(fifths);
  const letters = signatureLetters(fifths);
  if (letters.length === 0) return 'No sharps or flats in the key signature.';
  if (letters.length === 1) return `Every ${letters[0]} is ${letterName({ step: letters[0] as 'B', alter })}.`;
  return `Every ${list(letters)} is ${alter > 0 ? 'sharp' : 'flat'}.`;
}

/** What the first signature does, and each that comes later: `From bar 9: Every B is B♭.` */
function signatureSentences({ score }: Part): { readonly first: string; readonly later: readonly string[] } {
  const placed = placeMeasures(score);
  const [first = '', ...later] = placed
    .filter((p, i) => i === 0 || p.key.fifths !== placed[i - 1]?.key.fifths)
    .map((p, i) => `${i === 0 ? '' : `From ${barName(p.number)}: `}${signatureSentence(p.key.fifths)}`);
  return { first, later };
}

const barName = (number: number): string => (number === 0 ? 'the pickup' : `bar ${number}`);

const TIMES = ['', 'one octave', 'two octaves', 'three octaves', 'four octaves'];

/** Why a change is hard, as it is said to a player. */
const CAUSE_WORDS: Readonly<Record<TroubleCause, (units: number) => string>> = {
  'fingers-move': (n) => (n === 1 ? 'a finger moves' : `${n} fingers move`),
  'fingers-trade': () => 'fingers trade places',
  'finger-slides': () => 'a finger slides from key to key',
  register: () => 'the register changes',
  'over-the-break': () => 'over the break',
  forked: () => 'a forked fingering',
  'half-hole': () => 'a half hole',
  'slide-travel': (n) => (n > LONG_WAY ? 'a long way for the slide' : 'the slide moves'),
  'long-slide': () => 'a long way for the slide',
  'slide-turns': () => 'the slide turns back',
  'partial-leap': (n) => (n === 1 ? 'the lips change' : 'a leap for the lips'),
  'lips-alone': () => 'the lips alone find it',
  'wide-interval': (n) => (n < WIDE ? 'a leap' : 'a wide leap'),
  'range-edge': () => 'at the edge of your range',
  'beyond-range': () => 'beyond your range so far',
  'new-note': () => 'a new note',
  slurred: () => 'slurred',
  'sign-not-shown': () => 'the sign still holds',
  'letter-changes': () => 'the letter is altered another way than just before',
};
/** Positions, and half steps beyond a third, from which a way or a leap is called long or wide: a sixth is. */
const LONG_WAY = 3;
const WIDE = 4;

/** Why a change is hard, in words that hold for how much of it there is. */
export const causeWords = ({ cause, units }: CauseShare): string => CAUSE_WORDS[cause](units);

/** One thing to look at first, in words. */
export function lookFirstWords(l: LookFirst): string {
  switch (l.kind) {
    case 'new-clef':
      return `${l.clef} clef, not ${l.usual}`;
    case 'new-notes': {
      const named = l.notes
        .slice(0, 4)
        .map((n) => `${n.height === undefined ? '' : `${n.height} `}${n.name} (${barName(n.bar)})`);
      const more = l.notes.length - named.length;
      return `new ${l.notes.length === 1 ? 'note' : 'notes'} ${list(more > 0 ? [...named, `${more} more`] : named)}`;
    }
    case 'trouble':
      return `${barName(l.bar)}, ${l.from} to ${l.to}: ${causeWords(l.cause)}`;
    case 'same-bars':
      return l.bars === 1
        ? `1 of ${l.of} bars is the same as one before it: find it`
        : `${l.bars} of ${l.of} bars are the same as one before them: find them`;
  }
}

/** So many things to look at first fit on one line. */
const LOOKS = 2;

/** What to look at before the first note, as one sentence; undefined where there is nothing. */
export function lookFirstSentence(plan: PagePlan): string | undefined {
  const looks = lookFirst(plan).slice(0, LOOKS).map(lookFirstWords);
  return looks.length === 0 ? undefined : `${looks.join('; ')}.`;
}

/** What one count lasts, by its length in quarters, in both ways of naming values. */
const COUNTED: Readonly<Record<string, { readonly american: string; readonly british: string }>> = {
  '4': { american: 'whole notes', british: 'semibreves' },
  '2': { american: 'half notes', british: 'minims' },
  '1 1/2': { american: 'dotted quarter notes', british: 'dotted crotchets' },
  '1': { american: 'quarter notes', british: 'crotchets' },
  '3/4': { american: 'dotted eighth notes', british: 'dotted quavers' },
  '1/2': { american: 'eighth notes', british: 'quavers' },
  '1/4': { american: '16th notes', british: 'semiquavers' },
};

function countInWords({ part }: PagePlan): string {
  const { meter, count } = openingOf(part.concert);
  const [first] = part.concert.measures;
  const { words } = countIn(meter, count, first?.pickup === true ? filledQuarters(first) : undefined);
  const value = COUNTED[formatRational(count)];
  return `${words.join(' ')}${value === undefined ? '' : `, in ${value[part.teaching.conventions.rhythmNames]}`}`;
}

/** What the marks under letters mean, in the words of a page's foot. */
const ORIGIN_WORDS = { signature: 'line: key signature', bar: 'dots: earlier sign', tie: 'arc: tied over' } as const;

/** The marks that stand under the letters of a page, explained. */
function originSentence({ annotations, rows }: PagePlan): string[] {
  const named = rows.find((r) => r.row === 'name');
  if (named === undefined) return [];
  const shown = new Set([...annotations.values()].filter((n) => !named.hiddenAt.has(n.id)).map(originOf));
  const words = (['signature', 'bar', 'tie'] as const).filter((o) => shown.has(o)).map((o) => ORIGIN_WORDS[o]);
  return words.length === 0 ? [] : [`Under a letter: ${words.join(', ')}.`];
}

/** What a page says besides what it knows of itself. */
export interface PageExtras {
  readonly name?: string | undefined;
  /** The teacher's word to the players. */
  readonly note?: string | undefined;
  readonly code?: readonly string[] | undefined;
}

/** Signs of touches in a woodwind's figures that are no finger's number. */
const TOUCH_SIGNS = { T: 'thumb', R: 'register key', 8: 'octave key', W: 'whisper key' } as const;

/** The signs of the figures that are written over the notes, explained. */
function touchSentence({ annotations, rows }: PagePlan): string[] {
  const written = rows.find((r) => r.row === 'figure');
  if (written === undefined) return [];
  const used = new Set(
    [...annotations.values()].flatMap(({ id, fingering: f }) =>
      f.kind === 'playable' && f.figure.kind === 'keys' && !written.hiddenAt.has(id)
        ? [...f.figure.left, ...f.figure.right]
        : [],
    ),
  );
  const words = Object.entries(TOUCH_SIGNS).flatMap(([sign, name]) => (used.has(sign) ? [`${sign} ${name}`] : []));
  return words.length === 0 ? [] : [`In the figures: ${words.join(', ')}.`];
}

/** What stands in small type at the foot of a part. */
function footOf(plan: PagePlan): string[] {
  const { part, annotations, setup } = plan;
  const { octave, key } = part.decisions;
  const foot = part.score.composer === undefined ? [] : [part.score.composer];
  if (octave.octaves !== 0)
    foot.push(`Sounds ${TIMES[Math.abs(octave.octaves)]} ${octave.octaves > 0 ? 'above' : 'below'} the source line.`);
  if (key.why === 'over-limit') foot.push('Key respelled to stay readable.');
  if (part.unplayable.length > 0)
    foot.push(`${part.unplayable.length} of ${notesOf(part.score).length} notes lie outside this instrument.`);
  if (
    setup.easierFigures &&
    [...annotations.values()].some((n) => n.better !== undefined && rowsAt(plan.rows, n.id).length > 0)
  )
    foot.push('A triangle: another figure is easier here.');
  if (part.moved.size > 0) foot.push('8va, 8vb: this note alone was moved by an octave.');
  return [...foot, ...originSentence(plan), ...touchSentence(plan)];
}

/** The words at the head and at the foot of a printed part. */
export function partHeader(plan: PagePlan, { name, note, code }: PageExtras = {}): Header {
  const { part, setup } = plan;
  const look = setup.lookFirst ? lookFirstSentence(plan) : undefined;
  const { first, later } = signatureSentences(part);
  const advice = [
    { lead: first, text: [...later, ...(look === undefined ? [] : [`Look first: ${look}`])].join(' ') },
    ...(setup.countIn ? [{ lead: 'Count in:', text: countInWords(plan) }] : []),
    ...(note === undefined || note.trim() === '' ? [] : [{ lead: 'Your teacher says:', text: note }]),
  ];
  return {
    title: part.score.title === '' ? 'Untitled line' : part.score.title,
    instrument: instrumentTitle(part.instrument),
    nameLabel: 'Name',
    advice,
    foot: footOf(plan),
    ...(name !== undefined && { name }),
    ...(code !== undefined && { code }),
  };
}
