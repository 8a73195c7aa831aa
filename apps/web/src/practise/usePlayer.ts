import type { Part, PlayOptions } from '@cifra/core';
import { planPlaying } from '@cifra/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useNotice } from '../ui/Notices';
import { type Mix, Player } from './Player';

export interface Playing {
  readonly playing: boolean;
  /** The note that sounds. */
  readonly note: string | undefined;
  /** The number that is being counted before the first note. */
  readonly count: string | undefined;
  /** Times through since it was started. */
  readonly times: number;
}

const SILENT: Playing = { playing: false, note: undefined, count: undefined, times: 0 };

/** Plays a part; a change of how it is played starts it anew. */
export function usePlayer(part: Part | undefined, options: PlayOptions, mix: Mix, again: boolean) {
  const [state, setState] = useState<Playing>(SILENT);
  const player = useRef<Player>(null);
  const notice = useNotice();
  const stop = useCallback(() => {
    player.current?.stop();
    setState(SILENT);
  }, []);
  const play = useCallback(async () => {
    if (part === undefined) return;
    const { octaves } = part.decisions.octave;
    const plan = planPlaying(part.concert, options);
    const [first] = plan.cues;
    setState({ ...SILENT, playing: true });
    try {
      player.current ??= new Player();
      await player.current.play(plan, (id) => 12 * (octaves + (part.moved.get(id) ?? 0)), mix, again, {
      onCue: (cue) => setState((s) => ({ ...s, note: cue.id, count: undefined, times: cue === first ? s.times + 1 : s.times })),
      onCount: (click) => setState((s) => ({ ...s, count: click.word, note: undefined })),
      onEnd: () => setState(SILENT),
    });
    } catch (e) {
      setState(SILENT);
      notice(`The part cannot be sounded: ${(e as Error).message}. Reload the page and try again.`, { tone: 'warning' });
    }
  }, [part, options, mix, again, notice]);
  // What is played has changed: what sounds now is no longer it.
  useEffect(() => stop, [play, stop]);
  useEffect(() => () => {
    player.current?.dispose();
    player.current = null;
  }, []);
  return { ...state, play, stop };
}
