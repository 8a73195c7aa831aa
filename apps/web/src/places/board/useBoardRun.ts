import { type Concert, playSequence, type Score } from '@cifra/core';
import { useMemo } from 'react';
import type { Playback } from '../../player/playback';
import { usePlayer } from '../../player/usePlayer';

const BAR = 'bar ';

/** Runs through the line by the beat: counted in, clicks alone, and where it is. */
export function useBoardRun(score: Score<Concert>) {
  const playback = useMemo((): Playback => {
    const { clicks, cues, bars, seconds } = playSequence(score, {
      speed: 1,
      repeats: true,
      countIn: true,
      subdivide: false,
    });
    // A bar without a note is gone through as well.
    const silent = bars.filter((b) => !cues.some((c) => c.at >= b.at && c.at < b.at + b.seconds));
    const all = [...cues, ...silent.map((b) => ({ id: `${BAR}${b.index}`, at: b.at, bar: b.index }))];
    return {
      voices: [],
      drone: [],
      accompaniment: [],
      clicks,
      cues: all.sort((a, b) => a.at - b.at),
      words: [],
      seconds,
      loop: false,
    };
  }, [score]);
  const barOf = useMemo(() => new Map(playback.cues.map((c) => [c.id, c.bar])), [playback]);
  const player = usePlayer(playback);
  return { ...player, bar: player.note === undefined ? undefined : barOf.get(player.note) };
}
