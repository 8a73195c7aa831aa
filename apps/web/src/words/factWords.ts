import {
  type BeatPlace,
  type BetterCause,
  DEFAULT_CONVENTIONS,
  type Fact,
  figureText,
  type IntervalName,
  letterName,
  type OctaveReason,
  type PreferredReason,
  type Conventions,
  signatureLetters,
  type StaffPlace,
} from '@cifra/core';
import { ALTERNATE_WORDS, signatureWords, STAGE_WORDS, tuningWords } from '@cifra/contract/words';
import { figureLines } from '@cifra/engrave';
import { durationWords } from './rhythmWords';
import { barName, figureWords, list, ordinal } from './spoken';

/** One line of the reason trail: what it is about, and the sentence. */
export interface TrailLine {
  readonly term: string;
  readonly text: string;
}

const NUMBER_NAMES = ['', 'unison', '2nd', '3rd', '4th', '5th', '6th', '7th'];

export function intervalWords({ quality, number, octaves }: IntervalName): string {
  const plain = quality === 'perfect' && number === 1 ? '' : `${quality} ${NUMBER_NAMES[number]}`;
  const octaveText = octaves === 0 ? '' : octaves === 1 ? 'octave' : `${octaves} octaves`;
  if (octaveText === '') return plain === '' ? 'unison' : plain;
  return plain === '' ? octaveText : `${octaveText} and a ${plain}`;
}

export function staffWords({ kind, number, onLine }: StaffPlace): string {
  switch (kind) {
    case 'line':
      return `${ordinal(number)} line`;
    case 'space':
      return number === 0 ? 'under the first line' : number === 5 ? 'above the fifth line' : `${ordinal(number)} space`;
    case 'ledger-above':
      return onLine ? `on the ${ordinal(number)} ledger line above` : `above the ${ordinal(number)} ledger line`;
    case 'ledger-below':
      return onLine ? `on the ${ordinal(number)} ledger line below` : `under the ${ordinal(number)} ledger line`;
  }
}

export const beatWords = ({ measure, beat }: BeatPlace): string => `${barName(measure)}, beat ${beat}`;

const STRENGTH: Readonly<Record<BeatPlace['strength'], string>> = {
  strong: ' (strong)',
  medium: ' (half strong)',
  weak: '',
  off: '',
};

export const OCTAVE_WHY: Readonly<Record<OctaveReason, string>> = {
  'own-page': 'as on your page',
  fits: 'the octave in which every note suits the players',
  'fewest-outside': 'the octave with the fewest notes out of range',
  chosen: 'your choice',
};

export const BETTER_WHY: Readonly<Record<BetterCause, string>> = {
  'no-slide': 'no finger has to slide',
  'no-exchange': 'fingers do not have to trade places',
  'fewer-fingers': 'fewer fingers move',
  'less-to-do': 'the fingers have less to do',
  'same-side': 'the thumb stays as it is',
  'fewer-valves': 'fewer valves change',
  'shorter-slide': 'the slide travels less',
  'no-turn': 'the slide goes on in the same direction',
  'held-on': 'the key can stay down',
  'must-let-go': 'a B natural follows before the finger lifts, and this key would spoil it',
};

const PREFERRED_WHY: Readonly<Record<PreferredReason, string>> = {
  'quick-fingers': 'one and two rather than three alone: the two quick fingers, and the way everybody learns it',
  'three-valves-first': 'learned on three valves first; the fourth comes later',
};

const SIGN_NAME: Readonly<Record<number, string>> = {
  [-2]: 'double flat',
  [-1]: 'flat',
  0: 'natural',
  1: 'sharp',
  2: 'double sharp',
};
const SEMITONE_STEPS = [
  '',
  'a half step',
  'a whole step',
  'a step and a half',
  'two whole steps',
  'two and a half steps',
  'three whole steps',
  'three and a half steps',
  'four whole steps',
  'four and a half steps',
  'five whole steps',
  'five and a half steps',
];
const OPEN_LETTERS = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'];
const COUNTING: Readonly<Record<Conventions['counting'], string>> = { numbers: 'count', ta: 'say', du: 'say' };
const SIDE = { 'below-stage': 'lower', 'above-stage': 'higher' } as const;

const lettersOfSignature = (fifths: number): string =>
  fifths === 0 ? signatureWords(0) : `${signatureWords(fifths)} (${signatureLetters(fifths).join(' ')})`;
const centsWords = (cents: number): string =>
  Math.abs(cents) < 5
    ? ''
    : `; the tube alone sounds ${Math.round(Math.abs(cents))} cents ${cents > 0 ? 'sharp' : 'flat'}`;
const octavesWords = (n: number): string => (Math.abs(n) === 1 ? 'one octave' : `${Math.abs(n)} octaves`);

/** A figure on one line, as the class counts its fingers. */
export const figureLine = (f: Extract<Fact, { kind: 'figure' }>['figure'], conventions: Conventions): string =>
  figureLines(f, conventions.fingerCount)
    .filter((l) => l !== '')
    .join(' | ');

/** The words for every kind of fact; a kind without words does not compile. */
export function factWords(f: Fact, conventions: Conventions = DEFAULT_CONVENTIONS): TrailLine {
  switch (f.kind) {
    case 'place':
      return { term: 'at', text: beatWords(f.at) + STRENGTH[f.at.strength] };
    case 'value':
      return { term: 'lasts', text: durationWords(f.duration, f.names) };
    case 'count':
      return { term: COUNTING[f.system], text: f.text };
    case 'tied':
      return { term: 'tied', text: 'held over from the note before: nothing new to finger' };
    case 'concert':
      return { term: 'sounds', text: `${letterName(f.pitch)}${f.pitch.octave}, concert pitch` };
    case 'octave':
      return {
        term: 'octave',
        text: `${octavesWords(f.octaves)} ${f.octaves > 0 ? 'above' : 'below'} the source line: ${OCTAVE_WHY[f.why]}`,
      };
    case 'moved':
      return {
        term: 'moved',
        text: `this note alone ${octavesWords(f.octaves)} ${f.octaves > 0 ? 'up' : 'down'}, as your alternative`,
      };
    case 'interval': {
      const words = intervalWords(f.interval);
      if (words === 'unison') return { term: 'reads', text: 'as it sounds' };
      return {
        term: f.interval.up ? 'up' : 'down',
        text: `${/^\d/.test(words) ? '' : /^[aeiou]/.test(words) ? 'an ' : 'a '}${words}${f.inKey === undefined ? '' : `, for an instrument in ${f.inKey}`}`,
      };
    }
    case 'respelled':
      return {
        term: 'respelled',
        text:
          f.because === 'double'
            ? `${letterName(f.from)} is written as its plain neighbour`
            : `${letterName(f.from)} takes the other letter, with the whole key`,
      };
    case 'written':
      return { term: 'written', text: `${f.name}, ${staffWords(f.staff)} (${f.clef} clef)` };
    case 'tenor-clef':
      return f.method === 'move-two'
        ? { term: 'from bass', text: `see it two lines or spaces higher, as in bass clef: ${staffWords(f.seen)}` }
        : { term: 'from bass', text: `read it as bass clef, ${letterName(f.reads)}, and count up a fifth` };
    case 'signature':
      return {
        term: 'signature',
        text: `${lettersOfSignature(f.fifths)}: ${f.alter === 0 ? `${f.step} is untouched` : `every ${f.step} is ${letterName({ step: f.step, alter: f.alter })}`}`,
      };
    case 'accidental': {
      const name = letterName({ step: f.step, alter: f.alter });
      if (f.courtesy)
        return {
          term: 'reminder',
          text: `the ${SIGN_NAME[f.alter]} in brackets changes nothing: it is ${f.alter === 0 ? `${name} natural` : name} here`,
        };
      if (f.source === 'tie') return { term: 'tie', text: `${name} still, held over the bar line by the tie` };
      if (f.source === 'bar')
        return {
          term: 'bar',
          text: `the ${SIGN_NAME[f.alter]} ${f.setAt === undefined ? 'earlier in this bar' : `at ${beatWords(f.setAt)}`} still holds, until the bar line`,
        };
      return {
        term: 'sign',
        text: `the ${SIGN_NAME[f.alter]} before it makes it ${f.alter === 0 ? `${name} natural` : name} for the rest of the bar, in this octave`,
      };
    }
    case 'reach':
      return {
        term: 'reaches',
        text: `${f.at.length === 1 ? 'beat' : 'beats'} ${list(f.at.map((b) => b.beat))} of this bar, with no new sign`,
      };
    case 'figure':
      return {
        term: f.figure.kind === 'valves' ? 'valves' : f.figure.kind === 'slide' ? 'slide' : 'fingers',
        text: `${f.figure.kind === 'keys' ? '' : `${figureText(f.figure)}: `}${figureWords(f.figure, conventions.fingerCount)}`,
      };
    case 'preferred':
      return { term: 'why', text: PREFERRED_WHY[f.reason] };
    case 'origin': {
      const open = OPEN_LETTERS[((f.origin.openMidi % 12) + 12) % 12] ?? '';
      const lowered = f.origin.lowered === 0 ? 'as it is' : `lowered ${SEMITONE_STEPS[f.origin.lowered]}`;
      return {
        term: 'because',
        text: `open ${open} (partial ${f.origin.partial}) ${lowered}${centsWords(f.origin.cents)}`,
      };
    }
    case 'intonation':
      return { term: 'tuning', text: tuningWords(f.intonation) };
    case 'alternate':
      return {
        term: 'also',
        text: `${figureWords(f.alternate.figure, conventions.fingerCount)} – ${ALTERNATE_WORDS[f.alternate.reason]}`,
      };
    case 'better':
      return {
        term: 'easier here',
        text: `${figureWords(f.alternate.figure, conventions.fingerCount)} – ${BETTER_WHY[f.cause]}`,
      };
    case 'misfit':
      return {
        term: 'range',
        text: `${SIDE[f.side]} than players go at this stage (${STAGE_WORDS[f.stage].toLowerCase()})`,
      };
    case 'unplayable':
      return {
        term: 'figure',
        text:
          f.because === 'below-range'
            ? 'none: too low for this instrument'
            : f.because === 'above-range'
              ? 'none: too high for this instrument'
              : 'none: not among its notes',
      };
  }
}
