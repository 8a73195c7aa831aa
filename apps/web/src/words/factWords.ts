import { type AlternateReason, type Fact, figureText, letterName, type IntervalName, type OctaveReason, signatureLetters, type StaffPlace, type BeatPlace } from '@cifra/core';
import { figureLines } from '@cifra/engrave';
import { figureWords, ordinal } from './spoken';

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
    case 'line': return `${ordinal(number)} line`;
    case 'space': return number === 0 ? 'under the first line' : number === 5 ? 'above the fifth line' : `${ordinal(number)} space`;
    case 'ledger-above': return onLine ? `on the ${ordinal(number)} ledger line above` : `above the ${ordinal(number)} ledger line`;
    case 'ledger-below': return onLine ? `on the ${ordinal(number)} ledger line below` : `under the ${ordinal(number)} ledger line`;
  }
}

export const beatWords = ({ measure, beat }: BeatPlace): string => (measure === 0 ? `pickup, beat ${beat}` : `bar ${measure}, beat ${beat}`);

export const OCTAVE_WHY: Readonly<Record<OctaveReason, string>> = {
  'own-page': 'as on your page', fits: 'the octave in which every note suits a first-year player', 'fewest-outside': 'the octave with the fewest notes out of first-year range', chosen: 'your choice',
};

export const ALTERNATE_WHY: Readonly<Record<AlternateReason, string>> = {
  'better-in-tune': 'better in tune', 'fourth-valve': 'better in tune, where there is a fourth valve', trill: 'for a quick change with its neighbour', chromatic: 'between its chromatic neighbours',
  'thumb-b-flat': 'where no B natural follows', 'one-and-one': 'coming from a note with both first fingers', 'bis-key': 'in flat keys, where no B natural follows', 'side-key': 'next to B',
  'other-little-finger': 'when the other little finger is needed next', 'longer-slide': 'further out, when the next note is out there too', forked: 'next to D or E flat', 'next-partial': 'from the next open note, to save a change',
  'clearer-sound': 'for a clearer sound', 'left-hand': 'when the right little finger is busy', stable: 'for a steadier sound',
};

const SIGN_NAME: Readonly<Record<number, string>> = { [-2]: 'double flat', [-1]: 'flat', 0: 'natural', 1: 'sharp', 2: 'double sharp' };
const SEMITONE_STEPS = ['', 'a half step', 'a whole step', 'a step and a half', 'two whole steps', 'two and a half steps', 'three whole steps'];
const OPEN_LETTERS = ['C', 'C♯', 'D', 'E♭', 'E', 'F', 'F♯', 'G', 'A♭', 'A', 'B♭', 'B'];

const signatureWords = (fifths: number): string => fifths === 0 ? 'no sharps or flats' : `${Math.abs(fifths)} ${fifths > 0 ? 'sharp' : 'flat'}${Math.abs(fifths) === 1 ? '' : 's'} (${signatureLetters(fifths).join(' ')})`;

const centsWords = (cents: number): string => Math.abs(cents) < 5 ? '' : `; the tube alone sounds ${Math.round(Math.abs(cents))} cents ${cents > 0 ? 'sharp' : 'flat'}`;

/** The words for every kind of fact; a kind without words does not compile. */
export function factWords(f: Fact): TrailLine {
  switch (f.kind) {
    case 'place': return { term: 'at', text: beatWords(f.at) };
    case 'tied': return { term: 'tied', text: 'held over from the note before: nothing new to finger' };
    case 'concert': return { term: 'sounds', text: `${letterName(f.pitch)}${f.pitch.octave}, concert pitch` };
    case 'octave': return { term: 'octave', text: `${Math.abs(f.octaves) === 1 ? 'one octave' : `${Math.abs(f.octaves)} octaves`} ${f.octaves > 0 ? 'above' : 'below'} the source line: ${OCTAVE_WHY[f.why]}` };
    case 'interval': {
      const words = intervalWords(f.interval);
      if (words === 'unison') return { term: 'reads', text: 'as it sounds' };
      return { term: f.interval.up ? 'up' : 'down', text: `${/^[aeiou]/.test(words) ? 'an' : 'a'} ${words}${f.inKey === undefined ? '' : `, for an instrument in ${f.inKey}`}` };
    }
    case 'respelled': return { term: 'respelled', text: f.because === 'double' ? `${letterName(f.from)} is written as its plain neighbour` : `${letterName(f.from)} takes the other letter, with the whole key` };
    case 'written': return { term: 'written', text: `${letterName(f.pitch)}, ${staffWords(f.staff)} (${f.clef} clef)` };
    case 'signature': return { term: 'signature', text: `${signatureWords(f.fifths)}: ${f.alter === 0 ? `${f.step} is untouched` : `every ${f.step} is ${letterName({ step: f.step, alter: f.alter })}`}` };
    case 'accidental': {
      const name = letterName({ step: f.step, alter: f.alter });
      if (f.source === 'tie') return { term: 'tie', text: `${name} still, held over the bar line by the tie` };
      if (f.source === 'bar') return { term: 'bar', text: `the ${SIGN_NAME[f.alter]} ${f.setAt === undefined ? 'earlier in this bar' : `at ${beatWords(f.setAt)}`} still holds, until the bar line` };
      return { term: 'sign', text: `the ${SIGN_NAME[f.alter]} before it makes it ${name} for the rest of the bar` };
    }
    case 'figure': return { term: f.figure.kind === 'valves' ? 'valves' : f.figure.kind === 'slide' ? 'slide' : 'fingers', text: `${f.figure.kind === 'keys' ? '' : `${figureText(f.figure)}: `}${figureWords(f.figure)}` };
    case 'origin': {
      const open = OPEN_LETTERS[((f.origin.openMidi % 12) + 12) % 12] ?? '';
      const lowered = f.origin.lowered === 0 ? 'as it is' : `lowered ${SEMITONE_STEPS[f.origin.lowered]}`;
      return { term: 'because', text: `open ${open} (partial ${f.origin.partial}) ${lowered}${centsWords(f.origin.cents)}` };
    }
    case 'alternate': return { term: 'also', text: `${figureLines(f.alternate.figure).filter((l) => l !== '').join(' | ')}: ${ALTERNATE_WHY[f.alternate.reason]}` };
    case 'unplayable': return { term: 'figure', text: f.because === 'below-range' ? 'none: too low for this instrument' : f.because === 'above-range' ? 'none: too high for this instrument' : 'none known' };
  }
}

