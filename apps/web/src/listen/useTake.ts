import {
  type Asked,
  askedNotes,
  type Faults,
  type Frame,
  joinFrames,
  lowestListened,
  median,
  otherPartial,
  type PagePlan,
  playSequence,
  type PlaySetup,
  simulatePlayer,
  type Take,
  toleranceFor,
} from '@cifra/core';
import { type Remote, wrap } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import { judgeTake } from './judgeTake';
import type { ListenApi } from './listenWorker';
import { useEar } from './useEar';
import { optionsOf } from '../player/playback';

const SIMULATED_NOISE = 0.02;

/** Where the sound of a take comes from. */
export type TakeSource = { readonly kind: 'microphone' } | { readonly kind: 'simulated'; readonly faults: Faults };

export interface TakeState {
  readonly stage: 'idle' | 'playing' | 'judging' | 'done';
  readonly take: Take | undefined;
  /** How loud it is now, 0 to 1. */
  readonly level: number;
  readonly problem: string | undefined;
}

const IDLE: TakeState = { stage: 'idle', take: undefined, level: 0, problem: undefined };

/** What a take of a part is held against. */
export function askedOf(plan: PagePlan, setup: PlaySetup): Asked[] {
  const { part } = plan;
  const asked = askedNotes(part, playSequence(part.concert, optionsOf(setup, part)), plan.setup.barsPerSystem);
  return setup.only === undefined ? asked : asked.filter((a) => setup.only?.has(a.id) === true);
}

/** A worker that hears a simulated take; one proxy for its whole life, since a worker is closed with its proxy. */
function openListener(): { readonly worker: Worker; readonly api: Remote<ListenApi> } {
  const worker = new Worker(new URL('./listenWorker.ts', import.meta.url), {
    type: 'module',
    name: 'listener',
  });
  return { worker, api: wrap<ListenApi>(worker) };
}

/**
 * Listens to a take of what is practised and holds it against the part.
 * @param beatSeconds one felt beat as it is played
 */
export function useTake(plan: PagePlan | undefined, setup: PlaySetup, beatSeconds: number) {
  const [state, setState] = useState<TakeState>(IDLE);
  const [recording, setRecording] = useState<Blob>();
  const ear = useEar();
  const frames = useRef<Frame[]>([]);
  const lags = useRef<number[]>([]);
  const seed = useRef(1);
  const listener = useRef<{ readonly worker: Worker; readonly api: Remote<ListenApi> }>(undefined);
  useEffect(
    () => () => {
      listener.current?.worker.terminate();
      listener.current = undefined;
    },
    [],
  );
  // Another part or piece: what was heard belongs to the one before.
  useEffect(() => setState(IDLE), [plan, setup]);

  const judge = useCallback(
    (asked: readonly Asked[], all: readonly Frame[], exact: boolean) => {
      if (plan === undefined) return;
      const tolerance = toleranceFor(plan.part.teaching.stage, beatSeconds);
      setState({ ...IDLE, stage: 'done', take: judgeTake(asked, joinFrames(all), tolerance, exact) });
    },
    [plan, beatSeconds],
  );

  /** Opens the ear; the caller starts the player, and calls finish when it has ended. */
  const begin = useCallback(
    async (source: TakeSource, at: () => number): Promise<boolean> => {
      if (plan === undefined) return false;
      setRecording(undefined);
      const asked = askedOf(plan, setup);
      const lowest = lowestListened(asked);
      if (source.kind === 'simulated') {
        setState({ ...IDLE, stage: 'judging' });
        seed.current += 1;
        const { part, annotations } = plan;
        const { notes } = simulatePlayer(
          asked,
          source.faults,
          seed.current,
          toleranceFor(part.teaching.stage, beatSeconds),
          (a) => otherPartial(part, annotations, a),
        );
        try {
          listener.current ??= openListener();
          judge(asked, await listener.current.api.simulated(notes, lowest, SIMULATED_NOISE, seed.current), true);
        } catch (e) {
          setState({ ...IDLE, problem: `The simulated player stopped: ${(e as Error).message}. Try again.` });
        }
        return false;
      }
      [frames.current, lags.current] = [[], []];
      let shown = 0;
      const opened = await ear.open({
        lowestMidi: lowest,
        keep: true,
        onFrame: (f) => {
          frames.current.push(f);
          // The microphone's clock and the player's start at different moments: their distance is learned as it goes.
          const there = at();
          if (there > 0) lags.current.push(f.at - there);
          if (f.at - shown > 0.1) {
            shown = f.at;
            setState((s) => (s.stage === 'playing' ? { ...s, level: f.level } : s));
          }
        },
      });
      setState(
        opened
          ? { ...IDLE, stage: 'playing' }
          : {
              ...IDLE,
              problem: 'The microphone may not be used. Allow it in the address bar, or let the simulated player try.',
            },
      );
      return opened;
    },
    [plan, setup, beatSeconds, ear, judge],
  );

  const finish = useCallback(async () => {
    if (plan === undefined || state.stage !== 'playing') return;
    ear.close();
    setRecording(await ear.recording());
    const apart = lags.current.length === 0 ? 0 : median(lags.current);
    judge(
      askedOf(plan, setup),
      frames.current.map((f) => ({ ...f, at: f.at - apart })),
      false,
    );
  }, [plan, setup, ear, judge, state.stage]);

  const forget = useCallback(() => {
    ear.close();
    setRecording(undefined);
    setState(IDLE);
  }, [ear]);
  return { ...state, ear: ear.state, recording, begin, finish, forget };
}
