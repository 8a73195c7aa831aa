import {
  type Articulation,
  type Command,
  type Dynamic,
  linesOf,
  NAVIGATION_SIGNS,
  type NoteValue,
  parseInterval,
  STEPS,
  withChords,
  type WriteMode,
} from '@cifra/core';
import { valueName } from '../../words/rhythmWords';
import { MODE_NAMES, NAVIGATION_WORDS } from '../../words/writeWords';
import { type Action, action } from './action';
import { chooseValue, dot, move, selectAll, triplet, writeLetter } from './presses';
import type { Writing } from './Writing';

const does =
  (command: Command) =>
  (w: Writing): void =>
    void w.run(command);

const VALUES: readonly [string, NoteValue, string][] = [
  ['1', 'whole', 'Whole note'],
  ['2', 'half', 'Half note'],
  ['4', 'quarter', 'Quarter note'],
  ['8', 'eighth', 'Eighth note'],
  ['6', '16th', 'Sixteenth note'],
  ['3', '32nd', 'Thirty-second note'],
];
const ARTICULATION: readonly [Articulation, string, string][] = [
  ['staccato', 'Staccato', "'"],
  ['accent', 'Accent', '>'],
  ['tenuto', 'Tenuto', '~'],
  ['marcato', 'Marcato', '^'],
  ['staccatissimo', 'Staccatissimo', ''],
];
const LOUDNESS: readonly [Dynamic, string, string][] = [
  ['pp', 'very soft', 'pianissimo'],
  ['p', 'soft', 'piano'],
  ['mp', 'half soft', 'mezzo piano'],
  ['mf', 'half loud', 'mezzo forte'],
  ['f', 'loud', 'forte'],
  ['ff', 'very loud', 'fortissimo'],
  ['fp', 'loud, then soft', 'fortepiano'],
  ['sfz', 'sudden accent', 'sforzato sforzando'],
];
const INTERVALS: readonly [string, string][] = [
  ['m2', 'a minor second'],
  ['M2', 'a major second'],
  ['m3', 'a minor third'],
  ['M3', 'a major third'],
  ['P4', 'a fourth'],
  ['P5', 'a fifth'],
  ['m6', 'a minor sixth'],
  ['M6', 'a major sixth'],
  ['m7', 'a minor seventh'],
  ['M7', 'a major seventh'],
];
const MODE_ORDER: readonly WriteMode[] = ['insert', 'push', 'overwrite', 'new-notes', 'new-rhythm'];

const pitch = (change: Extract<Command, { kind: 'change-pitch' }>['change']) => does({ kind: 'change-pitch', change });

/**
 * Everything that can be done in the writing place, once. Keys, menus, the list of commands and the help are made from
 * it.
 */
export const ACTIONS: readonly Action[] = [
  ...STEPS.map((step) =>
    action('Write', `letter-${step}`, `Write ${step}`, step.toLowerCase(), (w) => writeLetter(w, step)),
  ),
  action(
    'Write',
    'rest',
    'Write a rest',
    ['r', '0'],
    (w) => void w.run({ kind: 'write-rest', pen: w.snapshot().pen }),
    'silence',
  ),
  ...VALUES.map(([keys, value, name]) =>
    action('Write', `value-${value}`, name, keys, (w) => chooseValue(w, value), valueName(value, 'british')),
  ),
  action('Write', 'dot', 'Dot', '.', dot, 'dotted'),
  action('Write', 'triplet', 'Triplet: three in the time of two', 't', triplet),
  action('Write', 'barline', 'Bar line', '|', does({ kind: 'barline' }), 'new bar measure pickup'),
  action('Write', 'repeat-measure', 'Repeat the last bar', '%', does({ kind: 'repeat-measure' }), 'copy bar measure'),
  action(
    'Write',
    'mode',
    'Next way of typing',
    'i',
    (w) =>
      w.hold({ mode: MODE_ORDER[(MODE_ORDER.indexOf(w.snapshot().pen.mode) + 1) % MODE_ORDER.length] as WriteMode }),
    'insert overwrite push',
  ),
  ...MODE_ORDER.map((mode) =>
    action(
      'Write',
      `mode-${mode}`,
      `Typing: ${MODE_NAMES[mode].name.toLowerCase()}`,
      '',
      (w) => w.hold({ mode }),
      MODE_NAMES[mode].hint,
    ),
  ),
  action(
    'Write',
    'delete-back',
    'Take away the note before',
    'Backspace',
    (w) => void w.run({ kind: 'remove', back: true, mode: w.snapshot().pen.mode }),
    'delete erase',
  ),
  action(
    'Write',
    'delete-on',
    'Take away the note after',
    'Delete',
    (w) => void w.run({ kind: 'remove', back: false, mode: w.snapshot().pen.mode }),
    'delete erase',
  ),
  action('Write', 'undo', 'Undo', 'Mod+z', (w) => w.undo()),
  action('Write', 'redo', 'Redo', ['Mod+Shift+z', 'Mod+y'], (w) => w.redo()),

  action('Move', 'left', 'One note back', 'ArrowLeft', move('left', false)),
  action('Move', 'right', 'One note on', 'ArrowRight', move('right', false)),
  action('Move', 'bar-left', 'One bar back', ['Mod+ArrowLeft', 'Alt+ArrowLeft'], move('measure-left', false)),
  action('Move', 'bar-right', 'One bar on', ['Mod+ArrowRight', 'Alt+ArrowRight'], move('measure-right', false)),
  action('Move', 'start', 'To the start', ['Home', 'Mod+Home'], move('start', false)),
  action('Move', 'end', 'To the end', ['End', 'Mod+End'], move('end', false)),
  action('Move', 'select-left', 'Select one note back', 'Shift+ArrowLeft', move('left', true)),
  action('Move', 'select-right', 'Select one note on', 'Shift+ArrowRight', move('right', true)),
  action('Move', 'select-bar-left', 'Select one bar back', 'Mod+Shift+ArrowLeft', move('measure-left', true)),
  action('Move', 'select-bar-right', 'Select one bar on', 'Mod+Shift+ArrowRight', move('measure-right', true)),
  action('Move', 'select-start', 'Select to the start', 'Shift+Home', move('start', true)),
  action('Move', 'select-end', 'Select to the end', 'Shift+End', move('end', true)),
  action('Move', 'select-all', 'Select all', 'Mod+a', selectAll),
  action('Move', 'select-none', 'Select nothing', 'Escape', (w) => w.place(w.snapshot().caret)),

  action('Notes', 'up', 'One step up', 'ArrowUp', pitch({ by: 'step', letters: 1 }), 'higher transpose'),
  action('Notes', 'down', 'One step down', 'ArrowDown', pitch({ by: 'step', letters: -1 }), 'lower transpose'),
  action('Notes', 'octave-up', 'One octave up', 'Shift+ArrowUp', pitch({ by: 'octave', up: true }), 'higher transpose'),
  action(
    'Notes',
    'octave-down',
    'One octave down',
    'Shift+ArrowDown',
    pitch({ by: 'octave', up: false }),
    'lower transpose',
  ),
  action('Notes', 'half-up', 'A half step up', 'Alt+ArrowUp', pitch({ by: 'half-step', up: true }), 'semitone'),
  action('Notes', 'half-down', 'A half step down', 'Alt+ArrowDown', pitch({ by: 'half-step', up: false }), 'semitone'),
  action('Notes', 'sharp', 'Sharp', '#', pitch({ by: 'alter', alter: 1 }), 'accidental'),
  action('Notes', 'flat', 'Flat', '_', pitch({ by: 'alter', alter: -1 }), 'accidental'),
  action('Notes', 'natural', 'Natural', ['=', 'n'], pitch({ by: 'alter', alter: 0 }), 'accidental'),
  action('Notes', 'double-sharp', 'Double sharp', '', pitch({ by: 'alter', alter: 2 }), 'accidental'),
  action('Notes', 'double-flat', 'Double flat', '', pitch({ by: 'alter', alter: -2 }), 'accidental'),
  action('Notes', 'enharmonic', 'The other spelling', 'x', pitch({ by: 'enharmonic' }), 'enharmonic respell'),

  action('Signs', 'tie', 'Tie to the next note', '-', does({ kind: 'tie' })),
  action('Signs', 'slur', 'Slur: begin, then end; or over the selection', 's', does({ kind: 'slur' }), 'legato'),
  action('Signs', 'breath', 'Breath mark', ',', does({ kind: 'breath' })),
  action('Signs', 'fermata', 'Fermata', 'h', does({ kind: 'fermata' }), 'hold pause'),
  ...ARTICULATION.map(([which, name, keys]) =>
    action('Signs', which, name, keys, does({ kind: 'articulation', which }), 'articulation'),
  ),
  action('Signs', 'courtesy', 'Reminder sign in brackets', '', does({ kind: 'courtesy' }), 'courtesy accidental'),
  action('Signs', 'words', 'Words such as dolce, at the note …', '"', (_w, a) => a.ask('words'), 'text direction'),
  action('Signs', 'syllables', 'Words to sing …', 'l', (_w, a) => a.ask('syllables'), 'lyrics verse syllables'),
  action('Signs', 'chord', 'Chord symbol over the note …', 'w', (_w, a) => a.ask('chord'), 'harmony chords'),
  action(
    'Signs',
    'chords',
    'Chords over the line, worked out from its notes',
    '',
    (w) => w.run({ kind: 'replace', score: withChords(w.edit.score) }),
    'harmony harmonise accompaniment',
  ),
  ...LOUDNESS.map(([which, name, also]) =>
    action('Loudness', which, `${which}: ${name}`, '', does({ kind: 'dynamic', which }), `${also} dynamics loudness`),
  ),
  action(
    'Loudness',
    'crescendo',
    'Growing, under the selection',
    '<',
    does({ kind: 'hairpin', which: 'crescendo' }),
    'crescendo hairpin louder',
  ),
  action(
    'Loudness',
    'diminuendo',
    'Fading, under the selection',
    '',
    does({ kind: 'hairpin', which: 'diminuendo' }),
    'diminuendo hairpin softer',
  ),

  action('Bars', 'repeat-start', 'Repeat begins here', '[', does({ kind: 'repeat-start' })),
  action('Bars', 'repeat-end', 'Repeat ends here', ']', does({ kind: 'repeat-end' })),
  ...NAVIGATION_SIGNS.map((sign) =>
    action('Bars', `navigation-${sign}`, NAVIGATION_WORDS[sign], '', does({ kind: 'navigation', sign }), 'jump repeat'),
  ),
  action('Bars', 'ending-1', 'First ending', 'Alt+1', does({ kind: 'ending', numbers: [1] }), 'volta'),
  action('Bars', 'ending-2', 'Second ending', 'Alt+2', does({ kind: 'ending', numbers: [2] }), 'volta'),
  action('Bars', 'double-bar', 'Double bar line', '', does({ kind: 'double-bar' })),
  action('Bars', 'pickup', 'This bar is a pickup', 'p', does({ kind: 'pickup' }), 'upbeat anacrusis'),
  action('Bars', 'join', 'Join with the next bar', '', does({ kind: 'join-measures' }), 'remove bar line'),
  action('Bars', 'add-measure', 'Empty bar before this one', '', does({ kind: 'add-measure' }), 'insert'),
  action(
    'Bars',
    'delete-measures',
    'Take these bars away',
    'Mod+Backspace',
    does({ kind: 'delete-measures' }),
    'delete',
  ),
  action('Bars', 'tempo', 'Tempo from here …', '', (_w, a) => a.ask('tempo'), 'speed metronome'),
  action('Bars', 'key', 'Key signature from here …', 'k', (_w, a) => a.ask('key'), 'sharps flats'),
  action('Bars', 'meter', 'Meter from here …', 'm', (_w, a) => a.ask('meter'), 'time signature'),
  action('Bars', 'clef', 'Clef from here …', '', (_w, a) => a.ask('clef')),

  action(
    'Change',
    'double',
    'Twice as long',
    '*',
    does({ kind: 'scale-lengths', longer: true }),
    'double values augment',
  ),
  action(
    'Change',
    'halve',
    'Half as long',
    '',
    does({ kind: 'scale-lengths', longer: false }),
    'halve values diminish',
  ),
  ...INTERVALS.flatMap(([short, name]) => [
    action(
      'Change',
      `up-${short}`,
      `Move up ${name}`,
      '',
      pitch({ by: 'interval', interval: parseInterval(short) }),
      'transpose interval',
    ),
    action(
      'Change',
      `down-${short}`,
      `Move down ${name}`,
      '',
      pitch({ by: 'interval', interval: parseInterval(`-${short}`) }),
      'transpose interval',
    ),
  ]),
  action('Change', 'move-to-key', 'Move the whole line to another key …', '', (_w, a) => a.ask('new-key'), 'transpose'),

  action('Line', 'line-add', 'Add a line under this one', '', (w) => w.addLine(), 'duet voice second'),
  action('Line', 'line-remove', 'Take this line away', '', (w) => w.removeLine(), 'delete voice'),
  action('Line', 'line-up', 'Write in the line above', 'PageUp', (w) => w.chooseLine(w.snapshot().line - 1)),
  action('Line', 'line-down', 'Write in the line below', 'PageDown', (w) =>
    w.chooseLine(Math.min(w.snapshot().line + 1, linesOf(w.snapshot().exercise).length - 1)),
  ),

  action('Show', 'commands', 'Find a command', ['/', 'Mod+k'], (_w, a) => a.showCommands(), 'search'),
  action('Show', 'keys', 'All keys', '?', (_w, a) => a.showKeys(), 'help shortcuts'),
  action('Show', 'piano', 'Keyboard on the screen', '', (_w, a) => a.togglePiano(), 'piano midi'),
  action('Show', 'text', 'The line as ABC text', '', (_w, a) => a.toggleText(), 'abc'),
  action(
    'Show',
    'take-away',
    'Take the line away as a file …',
    '',
    (_w, a) => a.ask('take-away'),
    'download export musicxml midi abc',
  ),
  action('Show', 'history', 'Earlier versions', '', (_w, a) => a.ask('history'), 'history restore'),
];

export const actionOf = (id: string): Action => {
  const found = ACTIONS.find((a) => a.id === id);
  if (found === undefined) throw new Error(`no action ${id}`);
  return found;
};
