import { problemSentence } from '@cifra/contract/words';
import { type Finding, type FindingCode, type Key, letterName, type Problem, type Repair, tonic } from '@cifra/core';
import { signatureCount } from './caption';
import { list } from './spoken';

type Facts = Finding['facts'];

const beats = (n: string | number | undefined, meter: string | number | undefined): string => {
  const unit = String(meter).split('/')[1];
  const one = unit === '8' ? 'eighth' : unit === '2' ? 'half' : 'beat';
  return `${neat(String(n))} ${n === '1' || /^\d\/\d$/.test(String(n)) ? one : `${one}s`}`;
};

const FRACTIONS: Readonly<Record<string, string>> = { '1/2': '½', '1/4': '¼', '3/4': '¾', '1/3': '⅓', '2/3': '⅔' };
const neat = (text: string): string =>
  text.replace(/(^|\s)(\d\/\d)/g, (_m, _s, part: string) => FRACTIONS[part] ?? part);

/** `1 + 1 + 1 = 3`, or the sum alone when there is but one note. */
const sumWords = (f: Facts): string =>
  String(f.sum).includes('+')
    ? `${neat(String(f.sum))} = ${neat(String(f.filled))}`
    : `it has ${neat(String(f.filled))}`;

const COUNT = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven'];
const signature = (fifths: number): string =>
  fifths === 0
    ? 'no signature'
    : `${COUNT[Math.abs(fifths)]} ${fifths > 0 ? 'sharp' : 'flat'}${Math.abs(fifths) === 1 ? '' : 's'}`;
const FAULT_WORDS: Readonly<Record<string, string>> = {
  mixed: 'it mixes sharps and flats',
  order: 'its signs are out of order',
  doubled: 'a letter stands in it twice',
  'double-sign': 'it has a double sign',
  missing: 'a sign is left out',
  stray: 'a sign does not belong to it',
  'wrong-line': 'a sign stands on the wrong line',
};
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

/** How a signature that saves signs is said: "Every B and E is flattened by hand: two flats would say it once." */
function proposal(f: Facts): string {
  const letters = String(f.letters)
    .split(' ')
    .filter((s) => s !== '');
  const [now, fifths] = [Number(f.now), Number(f.fifths)];
  if (fifths === 0 || Math.sign(fifths) !== Math.sign(Number(f.alter)))
    return `The signature is taken back at ${Number(f.before) - Number(f.after)} notes: ${signature(fifths)} would do with fewer signs than ${signature(now)}.`;
  const what = fifths > 0 ? 'raised' : 'flattened';
  return `${f.always === 'yes' ? 'Every' : 'Most of'} ${list(letters)} ${f.always === 'yes' ? 'is' : 'are'} ${what} by hand: ${signature(fifths)} would say it once.`;
}

const WORDS: Readonly<Record<FindingCode, (f: Facts) => string>> = {
  'measure-too-long': (f) =>
    `Bar ${f.bar} is too long by ${beats(f.off, f.meter)}: ${sumWords(f)}, and ${f.meter} has ${f.full}.`,
  'measure-too-short': (f) =>
    `Bar ${f.bar} is too short by ${beats(f.off, f.meter)}: ${sumWords(f)}, and should have ${neat(String(f.full))}.`,
  'measure-empty': (f) => `Bar ${f.bar} has no notes and no rests.`,
  'last-measure-too-long': (f) =>
    `The pickup has taken ${neat(String(f.off))} from the last bar: bar ${f.bar} should have ${neat(String(f.full))}, and has ${neat(String(f.filled))}.`,
  'tuplet-open': (f) =>
    `A triplet in bar ${f.bar} is not complete: it has ${f.notes} ${f.notes === 1 ? 'note' : 'notes'}.`,
  'repeat-open': (f) =>
    `The repeat that begins in bar ${f.bar} has no end${f.next === undefined ? '' : ` before another begins in bar ${f.next}`}.`,
  'ending-without-repeat': (f) =>
    `The first ending closes in bar ${f.bar} without a repeat sign: nobody goes back from it.`,
  'ending-without-second': (f) => `There is a first ending up to bar ${f.bar}, and no second one after it.`,
  'ending-without-first': (f) => `Ending ${f.ending} begins in bar ${f.bar} without a first one before it.`,
  'tie-open': (f) =>
    `The tie from ${f.note} in bar ${f.bar} leads ${f.before === 'rest' ? 'into a rest' : 'nowhere: the line ends'}.`,
  'tie-to-other-pitch': (f) =>
    f.sameLine === 'yes'
      ? `The tie in bar ${f.bar} leads from ${f.note} to ${f.next}: a tied note keeps its pitch.`
      : `The tie in bar ${f.bar} leads from ${f.note} to ${f.next}. Between two different notes the curved line is a slur.`,
  'slur-open': (f) =>
    `The slur that begins on ${f.note} in bar ${f.bar} has no end yet. Go to its last note and press S.`,
  'slur-as-tie': (f) =>
    `The slur in bar ${f.bar} joins two notes of one pitch, ${f.note}: that is a tie, and the second is not played again.`,
  'signature-proposed': proposal,
  'signature-malformed': (f) =>
    `The file had a signature that is none, ${f.signs}: ${list(
      String(f.faults)
        .split(' ')
        .map((x) => FAULT_WORDS[x] ?? 'it is not proper'),
    )}. The nearest proper one is ${signature(Number(f.fifths))}. The notes sound as in the file.`,
  'change-says-nothing': (f) =>
    `Bar ${f.bar} sets ${f.what === 'key' ? 'a signature' : f.what === 'clef' ? 'a clef' : 'a meter'} that holds already.`,
  'sign-says-nothing': (f) =>
    `The reminder before ${f.note} in bar ${f.bar} reminds of nothing: no other ${String(f.note).charAt(0)} came before.`,
  'sign-reaches': (f) =>
    `${f.note} in bar ${f.bar} has no sign of its own: the one earlier in the bar still holds. Beginners play ${f.step}.`,
  'sign-over': (f) =>
    f.where === 'bar'
      ? `${f.note} in bar ${f.bar} comes after ${f.before} in the bar before. Beginners keep on playing ${f.before}.`
      : `${f.note} in bar ${f.bar} follows ${f.before} in another octave, where the sign does not hold.`,
  spelling: (f) =>
    f.near === ''
      ? `${f.note} in bar ${f.bar} is ${f.better} in this key.`
      : `${f.note} stands beside ${f.near} in bar ${f.bar}: one sound, written two ways.`,
  'out-of-range': (f) =>
    `${f.instrument}: ${f.names} ${String(f.names).includes(',') ? 'lie' : 'lies'} ${Number(f.unplayable) > 0 ? 'outside what the instrument has' : f.side === 'low' ? 'below what these pupils have learned' : f.side === 'high' ? 'above what these pupils have learned' : 'beyond what these pupils have learned'} (first in bar ${f.bar}).`,
  'breath-far': (f) =>
    `From bar ${f.bar} to bar ${f.to} there is no place to breathe: about ${f.seconds} seconds. These pupils have breath for ${f.limit}.`,
  leap: (f) =>
    `A leap of ${SIZES[Number(f.size)] ?? `${f.size} steps`} ${f.up}, from ${f.from} to ${f.to}, in bar ${f.bar}.`,
  'lines-differ': (f) => `Line ${f.line} ends ${f.missing} ${f.missing === 1 ? 'bar' : 'bars'} before the longest.`,
  'not-taken': () => '',
};

/** What was found, in a teacher's words. @param problem what an import could not take, for that kind of finding */
export const findingWords = (f: Finding, problem?: Problem): string =>
  f.code === 'not-taken' && problem !== undefined
    ? `From the file: ${problemSentence(problem)}`
    : WORDS[f.code](f.facts)
        .replace(/\bBar 0\b/g, 'The pickup')
        .replace(/\bbar 0\b/g, 'the pickup');

const keyWords = (k: Key): string =>
  `${letterName(tonic(k))} ${k.mode === 'minor' ? 'minor' : 'major'}, ${signatureCount(k.fifths)}`;

/** What a repair will do, on its button. @param fifths from the source page's signatures to those that are shown */
export function repairWords(r: Repair, f: Finding, fifths = 0): string {
  switch (r.kind) {
    case 'reflow':
      return f.code === 'measure-too-short' ? 'Fill it from the next bar' : 'Move the rest into the next bar';
    case 'fill-rests':
      return f.code === 'measure-empty' ? 'Put a rest in' : 'Fill it with rests';
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
      return `Make both ${f.facts.note}`;
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
      return `Write ${f.facts.better}`;
    case 'breath':
      return 'Put a breath mark between';
  }
}
