import {
  type Articulation,
  type CaretMove,
  type Command,
  type Dynamic,
  letterPitch,
  linesOf,
  moveCaret,
  type NoteValue,
  parseInterval,
  selectedPlaces,
  type Step,
  STEPS,
  type WriteMode,
} from '@cifra/core';
import type { Writing } from './Writing';

/** What an action may ask of the place besides the line itself. */
export interface Asks {
  readonly ask: (what: 'tempo' | 'words' | 'key' | 'meter' | 'clef' | 'new-key' | 'history' | 'take-away') => void;
  readonly showCommands: () => void;
  readonly showKeys: () => void;
  readonly togglePiano: () => void;
  readonly toggleText: () => void;
}

export const ACTION_GROUPS = ['Write', 'Move', 'Notes', 'Signs', 'Loudness', 'Bars', 'Change', 'Line', 'Show'] as const;
export type ActionGroup = (typeof ACTION_GROUPS)[number];

/** Something that can be done, by a key, from a menu, or from the list of commands. */
export interface Action {
  readonly id: string;
  readonly name: string;
  readonly group: ActionGroup;
  /** As `comboOf` names them; the first is shown. */
  readonly keys: readonly string[];
  /** Other words that find it in the list. */
  readonly also?: string;
  readonly run: (w: Writing, asks: Asks) => void;
}

const does =
  (command: Command) =>
  (w: Writing): void =>
    void w.run(command);

/** Presses of one value key after another: the pen, or the selection, or the next note when the rhythm is rewritten. */
function chooseValue(w: Writing, value: NoteValue): void {
  const { pen } = w.snapshot();
  if (selectedPlaces(w.edit).length > 0) {
    w.run({ kind: 'set-length', value, dots: 0 });
    return;
  }
  w.hold({ value, dots: 0 });
  if (pen.mode === 'new-rhythm') w.run({ kind: 'write-length', pen: { ...pen, value, dots: 0 } });
}

/** A dot just after a value was chosen is for the notes to come; else for what is selected or was just written. */
function dot(w: Writing): void {
  const { pen } = w.snapshot();
  if (w.valueJustChosen && selectedPlaces(w.edit).length === 0 && pen.mode !== 'new-rhythm')
    w.hold({ dots: pen.dots >= 2 ? 0 : pen.dots + 1 });
  else w.run({ kind: 'dots' });
}

function triplet(w: Writing): void {
  if (selectedPlaces(w.edit).length > 0) w.run({ kind: 'triplet' });
  else w.hold({ triplet: !w.snapshot().pen.triplet });
}

export function writeLetter(w: Writing, step: Step): void {
  const { pen, lens } = w.snapshot();
  w.run({ kind: 'write-note', pitch: letterPitch(w.edit, step, lens.interval), pen });
}

const move =
  (to: CaretMove, select: boolean) =>
  (w: Writing): void => {
    const { caret, anchor } = w.snapshot();
    const { score } = w.edit;
    // Without Shift a selection closes to the side that the key points to.
    if (!select && anchor !== undefined && (to === 'left' || to === 'right')) {
      const first =
        anchor.measure < caret.measure || (anchor.measure === caret.measure && anchor.at < caret.at) ? anchor : caret;
      w.place(to === 'left' ? first : first === anchor ? caret : anchor);
    } else w.place(moveCaret(score, caret, to), select);
  };

function selectAll(w: Writing): void {
  const { score } = w.edit;
  w.select({ measure: 0, at: 0 }, moveCaret(score, w.snapshot().caret, 'end'));
}

const VALUES: readonly [string, NoteValue, string][] = [
  ['1', 'whole', 'Whole note'],
  ['2', 'half', 'Half note'],
  ['4', 'quarter', 'Quarter note'],
  ['8', 'eighth', 'Eighth note'],
  ['6', '16th', 'Sixteenth note'],
  ['3', '32nd', 'Thirty-second note'],
];
const BRITISH: Readonly<Record<string, string>> = {
  whole: 'semibreve',
  half: 'minim',
  quarter: 'crotchet',
  eighth: 'quaver',
  '16th': 'semiquaver',
  '32nd': 'demisemiquaver',
};
const ARTICULATION: readonly [Articulation, string, string][] = [
  ['staccato', 'Staccato', "'"],
  ['accent', 'Accent', '>'],
  ['tenuto', 'Tenuto', '~'],
  ['marcato', 'Marcato', '^'],
  ['staccatissimo', 'Staccatissimo', ''],
];
const LOUDNESS: readonly [Dynamic, string][] = [
  ['pp', 'very soft'],
  ['p', 'soft'],
  ['mp', 'half soft'],
  ['mf', 'half loud'],
  ['f', 'loud'],
  ['ff', 'very loud'],
  ['fp', 'loud, then soft'],
  ['sfz', 'sudden accent'],
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
export const MODE_NAMES: Readonly<Record<WriteMode, { readonly name: string; readonly hint: string }>> = {
  insert: { name: 'Insert', hint: 'A note goes between the others, in its bar.' },
  push: { name: 'Push on', hint: 'All that follows moves on, over the bar lines.' },
  overwrite: { name: 'Overwrite', hint: 'A note takes the time of what stands there.' },
  'new-notes': { name: 'New notes', hint: 'The rhythm stays; letters change the notes one after the other.' },
  'new-rhythm': { name: 'New rhythm', hint: 'The notes stay; values change their lengths one after the other.' },
};
const MODE_ORDER: readonly WriteMode[] = ['insert', 'push', 'overwrite', 'new-notes', 'new-rhythm'];

const pitch = (change: Extract<Command, { kind: 'change-pitch' }>['change']) => does({ kind: 'change-pitch', change });

function action(
  group: ActionGroup,
  id: string,
  name: string,
  keys: string | readonly string[],
  run: Action['run'],
  also?: string,
): Action {
  return {
    id,
    name,
    group,
    keys: typeof keys === 'string' ? (keys === '' ? [] : [keys]) : keys,
    run,
    ...(also === undefined ? {} : { also }),
  };
}

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
    action('Write', `value-${value}`, name, keys, (w) => chooseValue(w, value), BRITISH[value]),
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
  action('Signs', 'words', 'Words under the note …', '"', (_w, a) => a.ask('words'), 'text'),
  ...LOUDNESS.map(([which, name]) =>
    action('Loudness', which, `${which}: ${name}`, '', does({ kind: 'dynamic', which }), 'dynamics loudness'),
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
