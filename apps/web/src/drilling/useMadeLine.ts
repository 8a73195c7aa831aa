import {
  DEFAULT_PAGE,
  DEFAULT_SOUNDS,
  type Exercise,
  lineTempo,
  type PageSetup,
  planPages,
  type PlaySetup,
  type Take,
} from '@cifra/core';
import { useMemo } from 'react';
import { useTakePlayer } from '../listen/useTakePlayer';
import { preparePlayback } from '../player/playback';
import { todayIso } from '../words/pageWords';
import type { DrillGiven } from './drill';

/** Music alone: nothing over the notes tells what is asked. */
export const NO_ROWS: PageSetup = {
  ...DEFAULT_PAGE,
  rows: { woodwind: [], brass: [] },
  strip: false,
  legend: false,
  circles: false,
  lookFirst: false,
  fades: [],
};

/** How a made line is played. */
interface MadeLine {
  readonly exercise: Exercise | undefined;
  readonly speed: number;
  /** Whether the part sounds, or the beat alone. */
  readonly isHeard: boolean;
  readonly onJudged: (take: Take) => void;
}

/** A line that was made for a drill, ready to be heard, and to be played to a microphone. */
export function useMadeLine(
  { instrument, teaching }: Pick<DrillGiven, 'instrument' | 'teaching'>,
  { exercise, speed, isHeard, onJudged }: MadeLine,
) {
  const plan = useMemo(
    () =>
      exercise === undefined
        ? undefined
        : planPages(exercise, instrument.id, teaching, NO_ROWS, { today: todayIso() })[0],
    [exercise, instrument, teaching],
  );
  const setup = useMemo(
    (): PlaySetup => ({
      speed,
      heard: { ...DEFAULT_SOUNDS, part: isHeard },
      others: [],
      bars: undefined,
      again: false,
      turns: 'none',
    }),
    [speed, isHeard],
  );
  const playback = useMemo(
    () => (plan === undefined ? undefined : preparePlayback(plan.part, [], setup).playback),
    [plan, setup],
  );
  const beats = exercise === undefined ? 0 : lineTempo(exercise);
  return { plan, playback, beats, ...useTakePlayer({ plan, setup, playback, beats, onJudged }) };
}
