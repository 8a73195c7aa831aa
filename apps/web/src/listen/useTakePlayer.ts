import type { PagePlan, PlaySetup, Take } from '@cifra/core';
import { useCallback, useEffect, useMemo } from 'react';
import { type Playback, preparePlayback } from '../player/playback';
import { usePlayer } from '../player/usePlayer';
import type { TakeSource } from './take';
import { useTake } from './useTake';

const SECONDS_A_MINUTE = 60;

export interface TakePlayerQuestion {
  readonly plan: PagePlan | undefined;
  /** How it is practised. */
  readonly setup: PlaySetup;
  /** What sounds when it is played. */
  readonly playback: Playback | undefined;
  /** Felt beats a minute of the line as it is written. */
  readonly beats: number;
  readonly onJudged: (take: Take) => void;
}

/** Alone and once through, counted in. */
const takeSetupOf = (setup: PlaySetup): PlaySetup => ({
  ...setup,
  again: false,
  turns: 'none',
  others: [],
  heard: { ...setup.heard, part: false, countIn: true, drone: false, accompaniment: false },
});

/** A player that also plays to takes: what sounds then leaves the part to whoever is listened to. */
export function useTakePlayer({ plan, setup, playback, beats, onJudged }: TakePlayerQuestion) {
  const takeSetup = useMemo(() => takeSetupOf(setup), [setup]);
  const beatSeconds = beats === 0 ? 1 : SECONDS_A_MINUTE / (beats * setup.speed);
  const take = useTake({ plan, setup: takeSetup, beatSeconds, onJudged });
  const takePlayback = useMemo(
    () => (plan === undefined ? undefined : preparePlayback(plan.part, [], takeSetup).playback),
    [plan, takeSetup],
  );
  const isTaking = take.state.stage === 'playing';
  const player = usePlayer(isTaking ? takePlayback : playback, () => {
    if (isTaking) void take.finish();
  });
  const { play, stop, position } = player;
  const { forget, begin } = take;
  // The playback of the take is chosen first, then started.
  useEffect(() => {
    if (isTaking) void play();
  }, [isTaking, play]);
  /** Stopped by hand: a take that was not played to its end is not judged. */
  const halt = useCallback(() => {
    if (isTaking) forget();
    stop();
  }, [isTaking, forget, stop]);
  return {
    player: { ...player, stop: halt },
    take: take.state,
    forgetTake: forget,
    beginTake: (source: TakeSource) => {
      stop();
      begin(source, position);
    },
  };
}
