import { useCallback, useEffect, useRef, useState } from 'react';
import { useNotice } from '../ui/Notices';
import { Player } from './Player';
import type { Playback } from './playback';
import { reasonOf } from '../ui/reason';
import { useLatest } from '../ui/useLatest';

export interface Playing {
  readonly playing: boolean;
  /** The note that sounds. */
  readonly note: string | undefined;
  /** The number that is being counted before the first note. */
  readonly count: string | undefined;
  /** The word of the count aloud; held ones are thought. */
  readonly word: { readonly text: string; readonly held: boolean } | undefined;
  /** Seconds into the playback at which the last note came. */
  readonly at: number;
  /** Times through since it was started. */
  readonly times: number;
  /** How often it was played to its end or stopped by hand once notes had come. */
  readonly runs: number;
}

const SILENT = { playing: false, note: undefined, count: undefined, word: undefined, at: 0, times: 0 } as const;
const over = (s: Playing): Playing => ({ ...SILENT, runs: s.times > 0 ? s.runs + 1 : s.runs });

/**
 * Plays a playback; a change of what is played starts it anew.
 * @param playback undefined while there is nothing to play
 * @param onEnd what happens when it was played to its end, once
 */
export function usePlayer(playback: Playback | undefined, onEnd?: () => void) {
  const [state, setState] = useState<Playing>({ ...SILENT, runs: 0 });
  const player = useRef<Player>(null);
  const ended = useLatest(onEnd);
  const notice = useNotice();
  const stop = useCallback(() => {
    player.current?.stop();
    setState(over);
  }, []);
  const play = useCallback(async () => {
    if (playback === undefined) return;
    const [first] = playback.cues;
    setState((s) => ({ ...s, ...SILENT, playing: true }));
    try {
      player.current ??= new Player();
      await player.current.play(playback, {
        onCue: (cue) =>
          setState((s) => ({
            ...s,
            note: cue.id,
            at: cue.at,
            count: undefined,
            times: cue === first ? s.times + 1 : s.times,
          })),
        onCount: (click) => setState((s) => ({ ...s, count: click.word, note: undefined, word: undefined })),
        onWord: ({ text, held }) => setState((s) => ({ ...s, word: { text, held } })),
        onEnd: () => {
          setState(over);
          ended.current?.();
        },
      });
    } catch (e) {
      setState((s) => ({ ...s, ...SILENT }));
      notice(`The part cannot be sounded: ${reasonOf(e)}. Press Play again.`, {
        tone: 'warning',
      });
    }
  }, [playback, notice, ended]);
  // What is played has changed: what sounds now is no longer it, and was no run.
  useEffect(
    () => () => {
      player.current?.stop();
      setState((s) => ({ ...s, ...SILENT }));
    },
    [play],
  );
  useEffect(
    () => () => {
      player.current?.dispose();
      player.current = null;
    },
    [],
  );
  /** Where the audio clock stands in what is played, in seconds. */
  const position = useCallback((): number => player.current?.at ?? 0, []);
  return { ...state, play, stop, position };
}
