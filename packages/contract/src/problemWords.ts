import { type Problem, type ProblemCode } from '@cifra/core';
import { signatureWords } from './signatureWords';

type Facts = NonNullable<Problem['facts']>;
type Words = string | ((f: Facts) => string);

/** What is wrong with a signature that is none. */
const FAULTS: Readonly<Record<string, string>> = {
  mixed: 'it mixes sharps and flats',
  order: 'its signs are out of order',
  doubled: 'a letter stands in it twice',
  'double-sign': 'it has a double sign',
  missing: 'a sign is left out',
  stray: 'a sign does not belong to it',
  'wrong-line': 'a sign stands on the wrong line',
};

const faultsWords = (faults: string | number): string =>
  String(faults)
    .split(' ')
    .map((fault) => FAULTS[fault] ?? fault)
    .join(', ');

/** One sentence for every problem code: what is wrong and what to do. The place is put before it. */
const WORDS: Readonly<Record<ProblemCode, Words>> = {
  'empty-input': 'There is nothing in it. Paste some ABC text or choose a file.',
  'too-large': (f) =>
    `The file is larger than ${f.limit} MB. A written line is far smaller: export only this piece and try again.`,
  'unknown-format': 'This is neither MusicXML nor ABC text. Choose a .musicxml, .xml, .mxl or .abc file.',
  'not-text': 'This is not a text file that can be read. Choose a .musicxml, .xml, .mxl or .abc file.',
  'broken-xml': (f) => `The file is damaged or cut short: ${f.detail}. Export it again and try once more.`,
  'xml-doctype-entities':
    'The file defines entities of its own, which is not safe to open. Export it again from your notation program.',
  'not-musicxml': (f) => `This is XML, but not MusicXML (it begins with ${f.element}).`,
  'musicxml-timewise':
    'This MusicXML is ordered by time (score-timewise). Export it as score-partwise, the usual kind.',
  'broken-zip': 'The compressed file is damaged. Export it again, or export it uncompressed.',
  'zip-too-many-entries': (f) => `The compressed file holds more than ${f.limit} files. Export only this piece.`,
  'zip-too-large': (f) => `The compressed file unpacks to more than ${f.limit} MB and was not opened.`,
  'zip-no-score': 'The compressed file holds no score.',
  'broken-abc': (f) =>
    f.missing !== undefined
      ? 'The ABC text has no key line. Begin with X:1, M:4/4, L:1/4 and K:C, then the notes.'
      : 'The ABC text cannot be read. Check that each line is a field such as K:C or notes.',
  'broken-midi': 'The MIDI file is damaged. Export it again.',
  'midi-not-in-beats':
    'The MIDI file counts in frames of film, not in beats. Export it from a notation or sequencing program.',
  'broken-json': (f) => `The file is damaged: ${f.detail}.`,
  'newer-version': (f) =>
    `The file was written by a newer Cifra (format ${f.version}). Bring Cifra up to date, then try again.`,
  'took-too-long': 'Reading took too long and was stopped. Export only this line and try again.',
  'no-music': 'There are no notes in it.',
  'no-such-part': 'The file has no such part. Choose one from the list.',
  'no-such-voice': 'The part has no such voice. Choose one from the list.',
  'too-many-measures': (f) => `The line has ${f.measures} bars; ${f.limit} is the most. Bring in a shorter section.`,
  'too-many-notes': (f) => `There are more than ${f.limit} notes in one bar. Check the bar lines.`,
  'line-too-long': (f) =>
    `There are ${f.notes} notes and rests in it; ${f.limit}, all lines together, is the most. Make two lines of it.`,
  'too-many-slurs': (f) =>
    `There are ${f.slurs} slurs and hairpins in it; ${f.limit}, all lines together, is the most. Take some out.`,
  'percussion-part': (f) => `${f.part} is a percussion part: it has no pitches to finger. Choose another part.`,
  'tablature-part': (f) => `${f.part} is tablature. Choose the staff with notes.`,
  'measure-too-long': (f) =>
    `has ${f.filled} beats of a quarter and should have ${f.full}: too long. It is kept as it is.`,
  'measure-too-short': (f) =>
    `has ${f.filled} beats of a quarter and should have ${f.full}: too short. It is kept as it is.`,
  'two-voices': (f) => `other voices on this staff (${f.voices}) are left out: Cifra takes one line.`,
  chord: 'a chord: its top note was taken.',
  'grace-note': 'a grace note was left out.',
  unpitched: 'a note without pitch became a rest.',
  'short-value': (f) => `a note value of ${f.value} is shorter than Cifra writes; the nearest was taken.`,
  'odd-duration': 'a length that no single note can show was rounded or tied.',
  tuplet: 'a tuplet could not be read and its notes stand plain.',
  clef: (f) =>
    f.clef === '' || f.clef === undefined
      ? 'a clef change inside the bar was left out.'
      : `clef ${f.clef} is not one that Cifra writes; the line keeps its pitches in another clef.`,
  'octave-clef': 'the clef carries an octave figure; the pitches are kept, the clef is drawn plain.',
  key: 'a key signature could not be read.',
  // Exercises that were kept long ago do not say which signs it had.
  'key-custom': ({ signs, faults, fifths }) =>
    `the key signature${signs === undefined ? '' : `, ${signs},`} is none${faults === undefined ? '' : `: ${faultsWords(faults)}`}. Its signs now stand at the notes.${fifths === undefined ? '' : ` The nearest proper one is ${signatureWords(Number(fifths))}.`}`,
  meter: 'a time signature could not be read and was taken as 4/4.',
  'meter-sum': (f) => `${f.written} is written as ${f.taken}: how its bar divides is not shown.`,
  microtone: 'a quarter tone was rounded to the nearest semitone.',
  'pitch-range': 'a note lies beyond any instrument. Check the octave.',
  'tie-without-end': 'a tie leads to no note of the same pitch and was left out.',
  'slur-without-end': 'a slur has no end and was left out.',
  ending: 'an ending has no number and was left out.',
  'repeat-times': (f) => `a repeat to be played ${f.times} times is drawn as a plain repeat.`,
  jump: (f) => `the mark ${f.mark} was left out: write repeats and endings instead.`,
  lyrics: (f) =>
    f.text === undefined
      ? 'words to sing were left out.'
      : `the words under one note are too long and were left out: ${f.text} …`,
  'lyrics-over': (f) => `words for which there is no note were left out: ${f.text}.`,
  verses: 'further verses were left out: the first is kept.',
  'chord-symbols': 'a chord symbol that stands between two notes, or that has no printed form, was left out.',
  ornament: (f) => `the mark ${f.mark} was left out.`,
  technical: 'fingerings in the file were left out: Cifra works out its own.',
  dynamics: (f) => `the dynamic ${f.mark} was left out.`,
  hairpin: 'a hairpin has no end and was left out.',
  'octave-line': 'an octave line was left out; the notes are at their sounding octave.',
  text: (f) => `${f.text} was left out.`,
  'other-element': (f) => `${f.element} was left out.`,
  barline: 'a bar line was drawn plain.',
  tremolo: 'a tremolo was left out.',
  'abc-warning': (f) => String(f.detail),
  'abc-octave-accidental': (f) =>
    `${f.letter} in another octave has no sign of its own and was taken without one, as on a staff.`,
  'cue-note': 'a cue note became a rest.',
  'repeat-inside': 'a repeat sign inside the bar was left out: write the bar in two parts.',
  'part-order': (f) => `the order in which the parts are played (${f.order}) was left out: write it with repeats.`,
  'words-after': 'the words after the last note were left out.',
  transposed: (f) =>
    `${f.part} is written for an instrument that is not in the catalogue. The file says how it sounds, and the line stands here as it sounds.`,
  'midi-lost': (f) =>
    `${f.count} of ${f.notes} notes fell on the same place of the grid as another and were left out. Choose a finer grid.`,
  'measure-repeat': 'a bar-repeat sign was left out: write the notes.',
  'midi-moved': (f) =>
    `${f.count} of ${f.notes} notes did not begin on the grid and were moved to it. Look at the preview, and choose another grid if it is wrong.`,
  'midi-meter-changes': 'the meter changes in mid-piece; the first one was taken throughout.',
  'nothing-to-change': () => 'There is no note here for that. Write or select one first.',
  'bad-document': (f) => `The exercise is damaged at ${f.path}: ${f.detail}.`,
};

const capital = (s: string): string => s.charAt(0).toUpperCase() + s.slice(1);

/**
 * The sentence for a problem, with its place in front.
 * @example problemSentence({code: 'chord', severity: 'left-out', measure: 3}) // 'Bar 3: a chord: its top note was
 * taken.'
 */
export function problemSentence(p: Problem): string {
  const words = WORDS[p.code];
  const text = typeof words === 'string' ? words : words(p.facts ?? {});
  if (p.measure !== undefined)
    return p.code === 'measure-too-long' || p.code === 'measure-too-short'
      ? `Bar ${p.measure} ${text}`
      : `Bar ${p.measure}: ${text}`;
  return p.line === undefined ? capital(text) : `Line ${p.line}: ${text}`;
}
