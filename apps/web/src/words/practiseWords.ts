import type { AccompanimentStyle, LadderRung, SoundSwitches, Turns } from '@cifra/core';

/** What is done on each rung, as a teacher says it. */
export const RUNG_WORDS: Readonly<Record<LadderRung, string>> = {
  count: 'Count it aloud',
  name: 'Say the names in rhythm',
  finger: 'Finger it silently',
  sing: 'Sing it',
  loose: 'Play it without slurs',
  slurred: 'Play it with its slurs',
  tempo: 'Play it at tempo',
};

export const HEARD_WORDS: Readonly<Record<keyof SoundSwitches, string>> = {
  part: 'The part',
  metronome: 'The beat',
  subdivide: 'Half beats',
  countIn: 'Count in',
  repeats: 'Repeats',
  drone: 'A drone on the key note',
  accompaniment: 'Piano, bass and drums',
};
export const STYLE_WORDS: Readonly<Record<AccompanimentStyle, string>> = {
  march: 'March',
  waltz: 'Waltz',
  ballad: 'Ballad',
  swing: 'Swing',
  'six-eight': 'Six-eight',
};
export const TURN_WORDS: Readonly<Record<Turns, string>> = {
  none: 'all at once',
  1: 'a bar each',
  2: 'two bars each',
  phrase: 'a phrase each',
};

/** Cautions while practising, in few words. Common practice, no source. */
export const REST_MINUTES = 10;
export const REST_WORDS = `${REST_MINUTES} minutes of playing: rest the lips and hands for a moment.`;
export const EAR_WORDS = 'Keep it softer than your own playing; ringing ears mean stop.';
