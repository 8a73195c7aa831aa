import type { Written } from '../pitch/pitch';
import { isWritable } from '../pitch/writable';
import { failure, type Result, success } from '../problem/problem';
import type { Score } from '../score/score';
import {
  addBarline,
  addMeasureBefore,
  deleteMeasures,
  joinMeasures,
  repeatMeasure,
  setClef,
  setEnding,
  setMeter,
  setTempo,
  toggleDoubleBar,
  togglePickup,
  toggleNavigation,
  toggleRepeatEnd,
  toggleRepeatStart,
} from './bars';
import { clampCaret, type EditState } from './caret';
import { pasteScore } from './clip';
import type { Command } from './command';
import { changeKey, moveToKey } from './keyChange';
import { keepIds } from './keepIds';
import { scaleLengths, setLength, toggleTriplet } from './lengths';
import {
  cycleDots,
  setChord,
  setDynamic,
  setSyllables,
  setWords,
  toggleArticulation,
  toggleBreath,
  toggleCourtesy,
  toggleFermata,
  toggleHairpin,
  toggleSlur,
  toggleTie,
} from './marks';
import { penDuration } from './pen';
import { changePitches } from './pitches';
import { removeEvents } from './remove';
import { writeLength, writeSound } from './write';

function perform(state: EditState, c: Command): EditState | undefined {
  switch (c.kind) {
    case 'write-note':
      return isWritable(c.pitch) ? writeSound(state, c.pitch, c.pen) : undefined;
    case 'write-rest':
      return writeSound(state, undefined, c.pen);
    case 'write-length':
      return writeLength(state, penDuration(c.pen));
    case 'remove':
      return removeEvents(state, c.back, c.mode);
    case 'change-pitch':
      return changePitches(state, c.change);
    case 'set-length':
      return setLength(state, c.value, c.dots);
    case 'scale-lengths':
      return scaleLengths(state, c.longer);
    case 'dots':
      return cycleDots(state);
    case 'triplet':
      return toggleTriplet(state);
    case 'tie':
      return toggleTie(state);
    case 'slur':
      return toggleSlur(state);
    case 'hairpin':
      return toggleHairpin(state, c.which);
    case 'articulation':
      return toggleArticulation(state, c.which);
    case 'fermata':
      return toggleFermata(state);
    case 'breath':
      return toggleBreath(state);
    case 'courtesy':
      return toggleCourtesy(state);
    case 'dynamic':
      return setDynamic(state, c.which);
    case 'words':
      return setWords(state, c.words);
    case 'chord':
      return setChord(state, c.chord);
    case 'syllables':
      return setSyllables(state, c.text);
    case 'barline':
      return addBarline(state);
    case 'join-measures':
      return joinMeasures(state);
    case 'repeat-measure':
      return repeatMeasure(state);
    case 'delete-measures':
      return deleteMeasures(state);
    case 'add-measure':
      return addMeasureBefore(state);
    case 'repeat-start':
      return toggleRepeatStart(state);
    case 'repeat-end':
      return toggleRepeatEnd(state);
    case 'navigation':
      return toggleNavigation(state, c.sign);
    case 'ending':
      return setEnding(state, c.numbers);
    case 'double-bar':
      return toggleDoubleBar(state);
    case 'pickup':
      return togglePickup(state);
    case 'tempo':
      return setTempo(state, c.tempo);
    case 'clef':
      return setClef(state, c.clef);
    case 'meter':
      return setMeter(state, c.meter, c.rebar);
    case 'key':
      return changeKey(state, c.key, c.notes);
    case 'move-to-key':
      return moveToKey(state, c.key);
    case 'paste':
      return pasteScore(state, c.clip, c.mode);
    case 'replace':
      return replace(state, c.score);
  }
}

function replace(state: EditState, read: Score<Written>): EditState {
  const score = keepIds(state.score, read);
  return { score, caret: clampCaret(score, state.caret) };
}

/**
 * Does one thing to a line and says where the caret goes.
 *
 * The state that is given stays as it is; bars that the command does not touch are the same objects afterwards.
 * @returns the state after it, or `nothing-to-change` (no note to put it on, a note beyond what can be written)
 * @example applyCommand({ score, caret: { measure: 0, at: 0 } }, { kind: 'write-note', pitch, pen: FIRST_PEN })
 */
export function applyCommand(state: EditState, command: Command): Result<EditState> {
  const next = perform(state, command);
  if (next === undefined) return failure('nothing-to-change', { facts: { command: command.kind } });
  return success(next);
}
