import { problemSentence, signatureWords } from '@cifra/contract/words';
import {
  type BarSum,
  compare,
  type Finding,
  type FindingCode,
  type FindingFacts,
  type FindingOf,
  type NavigationSign,
  formatRational,
  type Key,
  letterName,
  type Meter,
  meterText,
  type Rational,
  rational,
  type Repair,
  tonic,
} from '@cifra/core';
import { signatureCount } from './caption';
import { barName, list } from './spoken';

const Bar = (number: number): string => barName(number).replace(/^./, (c) => c.toUpperCase());

const FRACTIONS: Readonly<Record<string, string>> = { '1/2': '½', '1/4': '¼', '3/4': '¾', '1/3': '⅓', '2/3': '⅔' };
/** A length as a teacher counts it. @example counted(rational(3, 2)) // '1 ½' */
const counted = (length: Rational): string =>
  formatRational(length).replace(/\d\/\d+$/, (part) => FRACTIONS[part] ?? part);

function beats(length: Rational, { unit }: Meter): string {
  const one = unit === 8 ? 'eighth' : unit === 2 ? 'half' : 'beat';
  return `${counted(length)} ${compare(length, rational(1)) > 0 ? `${one}s` : one}`;
}

/** `1 + 1 + 1 = 3`, or the sum alone when there is but one note. */
const sumWords = ({ lengths, filled }: BarSum): string =>
  lengths.length > 1 ? `${lengths.map(counted).join(' + ')} = ${counted(filled)}` : `it has ${counted(filled)}`;

const SIZES: Readonly<Record<number, string>> = {
  8: 'an octave',
  9: 'a ninth',
  10: 'a tenth',
  11: 'an eleventh',
  12: 'a twelfth',
  13: 'a thirteenth',
  14: 'a fourteenth',
  15: 'two octaves',
};
/** So many notes are named one by one. */
const NAMED = 6;
const notesWords = (notes: readonly string[]): string =>
  notes.length > NAMED ? `${notes.length} notes, from ${notes[0]} to ${notes.at(-1)},` : list(notes);

const MISSING: Readonly<Partial<Record<NavigationSign, string>>> = {
  segno: 'there is no segno before it',
  fine: 'there is no Fine',
  'to-coda': 'nothing says “To Coda”',
  coda: 'there is no coda after “To Coda”',
};
const CHANGED = { key: 'a signature', clef: 'a clef', meter: 'a meter' } as const;
const BEYOND_ALL = { low: 'below its lowest note', high: 'above its highest note' } as const;
const LEARNED = { low: 'below', high: 'above', both: 'beyond' } as const;
function rangeWords({ notes, isUnplayable, side }: FindingFacts['out-of-range']): string {
  const [lie, are] = notes.length > 1 ? ['lie', 'are'] : ['lies', 'is'];
  if (!isUnplayable) return `${lie} ${LEARNED[side]} what these pupils have learned`;
  return side === 'both' ? `${are} not among its notes` : `${lie} ${BEYOND_ALL[side]}`;
}

/** How a signature that saves signs is said: "Every B and E is flattened by hand: two flats would say it once." */
function proposal({ letters, always, now, fifths, notes }: FindingFacts['signature-proposed']): string {
  if (fifths === 0 || Math.sign(fifths) !== Math.sign(fifths - now))
    return `The signature is taken back at ${notes} notes: ${signatureWords(fifths)} would do with fewer signs than ${signatureWords(now)}.`;
  const what = fifths > 0 ? 'raised' : 'flattened';
  const often = letters.length === 1 ? 'is often' : 'are often';
  return `${always ? `Every ${list(letters)} is` : `${list(letters)} ${often}`} ${what} by hand: ${signatureWords(fifths)} would say it once.`;
}

const WORDS: { readonly [C in FindingCode]: (f: FindingFacts[C]) => string } = {
  'measure-too-long': (f) =>
    `${Bar(f.bar)} is too long by ${beats(f.off, f.meter)}: ${sumWords(f)}, and ${meterText(f.meter)} has ${counted(f.full)}.`,
  'measure-too-short': (f) =>
    `${Bar(f.bar)} is too short by ${beats(f.off, f.meter)}: ${sumWords(f)}, and should have ${counted(f.full)}.`,
  'measure-empty': (f) => `${Bar(f.bar)} has no notes and no rests.`,
  'last-measure-too-long': (f) =>
    `The pickup has taken ${counted(f.off)} from the last bar: ${barName(f.bar)} should have ${counted(f.full)}, and has ${counted(f.filled)}.`,
  'tuplet-open': (f) =>
    `A triplet in ${barName(f.bar)} is not complete: it has ${f.notes} ${f.notes === 1 ? 'note' : 'notes'}.`,
  'jump-nowhere': (f) => `The jump in ${barName(f.bar)} leads nowhere: ${MISSING[f.missing] ?? 'a sign is missing'}.`,
  'repeat-open': (f) =>
    `The repeat that begins in ${barName(f.bar)} has no end${f.next === undefined ? '' : ` before another begins in ${barName(f.next)}`}.`,
  'ending-without-repeat': (f) =>
    `The first ending closes in ${barName(f.bar)} without a repeat sign: nobody goes back from it.`,
  'ending-without-second': (f) => `There is a first ending up to ${barName(f.bar)}, and no second one after it.`,
  'ending-without-first': (f) =>
    `Ending ${f.ending.join(', ')} begins in ${barName(f.bar)} without a first one before it.`,
  'tie-open': (f) =>
    `The tie from ${f.note} in ${barName(f.bar)} leads ${f.before === 'rest' ? 'into a rest' : 'nowhere: the line ends'}.`,
  'tie-to-other-pitch': (f) =>
    f.sameLine
      ? `The tie in ${barName(f.bar)} leads from ${f.note} to ${f.next}: a tied note keeps its pitch.`
      : `The tie in ${barName(f.bar)} leads from ${f.note} to ${f.next}. Between two different notes the curved line is a slur.`,
  'slur-open': (f) =>
    `The slur that begins on ${f.note} in ${barName(f.bar)} has no end yet. Go to its last note and press S.`,
  'slur-as-tie': (f) =>
    `The slur in ${barName(f.bar)} joins two notes of one pitch, ${f.note}: that is a tie, and the second is not played again.`,
  'signature-proposed': proposal,
  'change-says-nothing': (f) => `${Bar(f.bar)} sets ${CHANGED[f.what]} that holds already.`,
  'sign-says-nothing': (f) =>
    `The reminder before ${f.note} in ${barName(f.bar)} reminds of nothing: ${f.isFirst ? `no ${f.step} came before` : `the ${f.step} before it was the same`}.`,
  'sign-reaches': (f) =>
    `${f.note} in ${barName(f.bar)} has no sign of its own: the one earlier in the bar still holds. Beginners play ${f.habit}.`,
  'sign-over': (f) =>
    f.where === 'bar'
      ? `${f.note} in ${barName(f.bar)} comes after ${f.before} in the bar before. Beginners keep on playing ${f.before}.`
      : f.where === 'tie'
        ? `${f.note} in ${barName(f.bar)} comes after ${f.before}, which is only held over: with the tie its sign is over.`
        : `${f.note} in ${barName(f.bar)} follows ${f.before} in another octave, where the sign does not hold.`,
  spelling: (f) =>
    f.near === undefined
      ? `${f.note} in ${barName(f.bar)} is ${f.better} in this key.`
      : `${f.note} stands beside ${f.near} in ${barName(f.bar)}: one sound, written two ways.`,
  'out-of-range': (f) => `${f.instrument}: ${notesWords(f.notes)} ${rangeWords(f)} (first in ${barName(f.bar)}).`,
  'breath-far': (f) =>
    `From ${barName(f.bar)} to ${barName(f.to)} ${f.isPlanned ? 'ties or slurs leave no place to breathe' : 'no breath is marked'}: about ${f.seconds} seconds. These pupils have breath for ${f.limit}.`,
  leap: (f) =>
    `A leap of ${SIZES[f.size] ?? 'more than two octaves'} ${f.direction}, from ${f.from} to ${f.to}, in ${barName(f.bar)}.`,
  'lines-differ': (f) => `Line ${f.line} ends ${f.missing} ${f.missing === 1 ? 'bar' : 'bars'} before the longest.`,
  'not-taken': (f) => `From the file: ${problemSentence(f.problem)}`,
};
export const FINDING_CODES = Object.keys(WORDS) as readonly FindingCode[];

/** What was found, in a teacher's words. */
export function findingWords<C extends FindingCode>({ code, facts }: FindingOf<C>): string {
  const words: (f: FindingFacts[C]) => string = WORDS[code];
  return words(facts);
}

const keyWords = (k: Key): string =>
  `${letterName(tonic(k))} ${k.mode === 'minor' ? 'minor' : 'major'}, ${signatureCount(k.fifths)}`;

/** What a repair will do, on its button. @param fifths from the source page's signatures to those that are shown */
export function repairWords(r: Repair, { code }: Finding, fifths = 0): string {
  switch (r.kind) {
    case 'reflow':
      return code === 'measure-too-short' ? 'Fill it from the next bar' : 'Move the rest into the next bar';
    case 'fill-rests':
      return code === 'measure-empty' ? 'Put a rest in' : 'Fill it with rests';
    case 'shorten-last':
      return 'Shorten its last note';
    case 'make-pickup':
      return 'It is a pickup';
    case 'remove-measure':
      return 'Take the bar away';
    case 'end-repeat':
      return 'End the repeat here';
    case 'drop-ending':
      return 'Take the ending away';
    case 'drop-tie':
      return 'Take the tie away';
    case 'tie-to-slur':
      return 'Make it a slur';
    case 'same-pitch':
      return `Make both ${r.name}`;
    case 'slur-to-tie':
      return 'Make it a tie';
    case 'drop-slur':
      return 'Take the slur away';
    case 'signature':
      return `Write it in ${keyWords({ ...r.key, fifths: r.key.fifths + fifths })} …`;
    case 'drop-change':
      return 'Take it away';
    case 'reminder':
      return r.on ? 'Put a reminder' : 'Take the reminder away';
    case 'respell':
      return `Write ${r.name}`;
    case 'breath':
      return 'Put a breath mark between';
  }
}
