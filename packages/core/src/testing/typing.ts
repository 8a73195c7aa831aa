import { applyCommand } from '../edit/applyCommand';
import type { EditState } from '../edit/caret';
import { moveCaret } from '../edit/caret';
import type { Command } from '../edit/command';
import { letterPitch } from '../edit/letterPitch';
import { FIRST_PEN, type Pen } from '../edit/pen';
import { key } from '../key/key';
import type { Meter } from '../meter/meter';
import type { Step, Written } from '../pitch/pitch';
import { pitchText } from '../pitch/pitch';
import type { NoteValue } from '../score/duration';
import type { Score } from '../score/score';

const DIGITS: Readonly<Record<string, NoteValue>> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  6: '16th',
  3: '32nd',
};

export const blank = ({ fifths = 0, meter = { beats: 4, unit: 4 } as Meter } = {}): EditState => ({
  score: {
    title: '',
    measures: [{ id: 'm1', events: [], clef: 'treble', key: key(fifths), meter }],
    slurs: [],
    hairpins: [],
  },
  caret: { measure: 0, at: 0 },
});

const SIGNS: Readonly<Record<string, Command>> = {
  '-': { kind: 'tie' },
  S: { kind: 'slur' },
  '|': { kind: 'barline' },
  ',': { kind: 'breath' },
  '%': { kind: 'repeat-measure' },
  '#': { kind: 'change-pitch', change: { by: 'alter', alter: 1 } },
  _: { kind: 'change-pitch', change: { by: 'alter', alter: -1 } },
  '=': { kind: 'change-pitch', change: { by: 'alter', alter: 0 } },
  '^': { kind: 'change-pitch', change: { by: 'octave', up: true } },
  v: { kind: 'change-pitch', change: { by: 'octave', up: false } },
  '[': { kind: 'repeat-start' },
  ']': { kind: 'repeat-end' },
};

/**
 * Types a line for tests: letters, digits for values with `.` after them, `T` for three in the time of two, `R` rests,
 * the signs above, `<` `>` to move, `x` to take back.
 * @example typed('4 G A 2 B') // G A quarter, B half
 */
export function typed(text: string, from: EditState = blank(), mode: Pen['mode'] = 'insert'): EditState {
  let state = from;
  let pen: Pen = { ...FIRST_PEN, mode };
  let last = '';
  const run = (command: Command): void => {
    const done = applyCommand(state, command);
    if (!done.ok) throw new Error(`refused: ${text} at ${command.kind}: ${done.problems[0]?.code}`);
    state = done.value;
  };
  for (const c of text.replace(/\s+/g, '')) {
    const value = DIGITS[c];
    const sign = SIGNS[c];
    if (value !== undefined) pen = { ...pen, value, dots: 0 };
    else if (c === '.' && DIGITS[last] !== undefined) pen = { ...pen, dots: 1 };
    else if (c === '.') run({ kind: 'dots' });
    else if (c === 'T') pen = { ...pen, triplet: !pen.triplet };
    else if (c === 'R') run({ kind: 'write-rest', pen });
    else if (c === '<') state = { ...state, caret: moveCaret(state.score, state.caret, 'left') };
    else if (c === '>') state = { ...state, caret: moveCaret(state.score, state.caret, 'right') };
    else if (c === 'x') run({ kind: 'remove', back: true, mode });
    else if (c === 'L') run({ kind: 'write-length', pen });
    else if (sign !== undefined) run(sign);
    else run({ kind: 'write-note', pitch: letterPitch(state, c as Step), pen });
    last = c;
  }
  return state;
}

const SHORT: Readonly<Record<NoteValue, string>> = {
  breve: 'b',
  whole: 'w',
  half: 'h',
  quarter: 'q',
  eighth: 'e',
  '16th': 's',
  '32nd': 't',
};

/** A line as short text: `G4q A4h~ | Rq` with bars, ties and brackets of tuplets. */
export const shown = (score: Score<Written>): string =>
  score.measures
    .map((m) =>
      m.events
        .map((e) => {
          const length = SHORT[e.duration.value] + '.'.repeat(e.duration.dots);
          const bracket = e.tupletPlace === 'start' ? '(' : '';
          const close = e.tupletPlace === 'stop' ? ')' : '';
          return `${bracket}${e.kind === 'rest' ? 'R' : pitchText(e.pitch)}${length}${e.kind === 'note' && e.tie === true ? '~' : ''}${close}`;
        })
        .join(' '),
    )
    .join(' | ');
