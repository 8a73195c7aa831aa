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
}

const SILENT: Playing = { playing: false, note: undefined, count: undefined, word: undefined, at: 0, times: 0 };

/**
 * Plays a playback; a change of what is played starts it anew.
 * @param playback undefined while there is nothing to play
 * @param onEnd what happens when it was played to its end, once
 */
export function usePlayer(playback: Playback | undefined, onEnd?: () => void) {
  const [state, setState] = useState<Playing>(SILENT);
  const player = useRef<Player>(null);
  const ended = useLatest(onEnd);
  const notice = useNotice();
  const stop = useCallback(() => {
    player.current?.stop();
    setState(SILENT);
  }, []);
  const play = useCallback(async () => {
    if (playback === undefined) return;
    const [first] = playback.cues;
    setState({ ...SILENT, playing: true });
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
          setState(SILENT);
          ended.current?.();
        },
      });
    } catch (e) {
      setState(SILENT);
      notice(`The part cannot be sounded: ${reasonOf(e)}. Check the connection and press Play again.`, {
        tone: 'warning',
      });
    }
  }, [playback, notice, ended]);
  // What is played has changed: what sounds now is no longer it.
  useEffect(() => stop, [play, stop]);
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
