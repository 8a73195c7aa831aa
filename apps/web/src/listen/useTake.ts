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
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { optionsOf } from '../player/playback';
import { reasonOf } from '../ui/reason';
import { useStateFor } from '../ui/useStateFor';
import { type WorkerCalls, workerCalls } from '../ui/workerCalls';
import { judgeTake } from './judgeTake';
import type { ListenApi } from './listenWorker';
import { NO_TAKE, nextTake, type TakeEvent, type TakeSource, type TakeState } from './take';
import { useEar } from './useEar';

const SIMULATED_NOISE = 0.02;
/** How often the loudness is shown. */
const LEVEL_SECONDS = 0.1;
const REFUSED = 'The microphone may not be used. Allow it in the address bar, or let the simulated player try.';

/** What a take of a part is held against. */
function askedOf(plan: PagePlan, setup: PlaySetup): Asked[] {
  const { part } = plan;
  const asked = askedNotes(part, playSequence(part.concert, optionsOf(setup, part)), plan.setup.barsPerSystem);
  return setup.only === undefined ? asked : asked.filter((a) => setup.only?.has(a.id) === true);
}

/** What came through the microphone while a take was played. */
interface Heard {
  readonly frames: Frame[];
  /** How far the microphone's clock was ahead of the player's: they start at different moments. */
  readonly lags: number[];
}

/** Hears a simulated take. */
const openListener = (): WorkerCalls<ListenApi> =>
  workerCalls(() => new Worker(new URL('./listenWorker.ts', import.meta.url), { type: 'module', name: 'listener' }));

export interface TakeQuestion {
  readonly plan: PagePlan | undefined;
  readonly setup: PlaySetup;
  /** One felt beat as it is played. */
  readonly beatSeconds: number;
  /** What was really played is counted; what the simulated player played is not. */
  readonly onJudged: (take: Take) => void;
}

/** Listens to takes of what is practised and holds each against the part; another part or piece begins with none. */
export function useTake({ plan, setup, beatSeconds, onJudged }: TakeQuestion) {
  const piece = useMemo(() => ({ plan, setup }), [plan, setup]);
  const [state, setState] = useStateFor<TakeState>(piece, NO_TAKE);
  const tell = useCallback((event: TakeEvent) => setState((s) => nextTake(s, event)), [setState]);
  const ear = useEar();
  const { close } = ear;
  const heard = useRef<Heard>({ frames: [], lags: [] });
  const seed = useRef(1);
  const listener = useRef<WorkerCalls<ListenApi>>(undefined);
  useEffect(() => () => listener.current?.close(), []);
  useEffect(() => close, [close, piece]);

  const judged = (frames: readonly Frame[], source: TakeSource['kind'], recording?: Blob) => {
    if (plan === undefined) return;
    const tolerance = toleranceFor(plan.part.teaching.stage, beatSeconds);
    const take = judgeTake(askedOf(plan, setup), joinFrames(frames), tolerance, source === 'simulated');
    tell({ kind: 'judged', take, recording });
    if (source === 'microphone') onJudged(take);
  };

  const simulate = async ({ part, annotations }: PagePlan, faults: Faults) => {
    seed.current += 1;
    const asked = piece.plan === undefined ? [] : askedOf(piece.plan, setup);
    const tolerance = toleranceFor(part.teaching.stage, beatSeconds);
    const partialOf = (a: Asked) => otherPartial(part, annotations, a);
    const { notes } = simulatePlayer(asked, faults, seed.current, tolerance, partialOf);
    try {
      listener.current ??= openListener();
      const mine = seed.current;
      const frames = await listener.current.call((l) =>
        l.simulated(notes, lowestListened(asked), SIMULATED_NOISE, mine),
      );
      if (mine === seed.current) judged(frames, 'simulated');
    } catch (e) {
      tell({ kind: 'failed', problem: `The simulated player stopped: ${reasonOf(e)}. Try again.` });
    }
  };

  const listen = async (of: PagePlan, position: () => number) => {
    const mine: Heard = { frames: [], lags: [] };
    heard.current = mine;
    let shown = 0;
    const isOpen = await ear.open({
      lowestMidi: lowestListened(askedOf(of, setup)),
      keep: true,
      onFrame: (frame) => {
        mine.frames.push(frame);
        const there = position();
        if (there > 0) mine.lags.push(frame.at - there);
        if (frame.at - shown <= LEVEL_SECONDS) return;
        shown = frame.at;
        tell({ kind: 'heard', level: frame.level });
      },
    });
    tell(isOpen ? { kind: 'opened' } : { kind: 'failed', problem: REFUSED });
  };

  return {
    state,
    /**
     * Begins a take; once it is being played, the caller starts the player.
     * @param position of the player, in seconds
     */
    begin: (source: TakeSource, position: () => number): void => {
      if (plan === undefined) return;
      tell({ kind: 'asked', source: source.kind });
      void (source.kind === 'simulated' ? simulate(plan, source.faults) : listen(plan, position));
    },
    /** It was played to its end. */
    finish: async (): Promise<void> => {
      tell({ kind: 'ended' });
      close();
      const mine = heard.current;
      const recording = await ear.recording();
      if (mine !== heard.current) return;
      const { frames, lags } = mine;
      const ahead = lags.length === 0 ? 0 : median(lags);
      judged(
        frames.map((f) => ({ ...f, at: f.at - ahead })),
        'microphone',
        recording,
      );
    },
    /** It is stopped before its end, or what was heard is thrown away. */
    forget: useCallback((): void => {
      close();
      // What is still on its way is nobody's.
      heard.current = { frames: [], lags: [] };
      seed.current += 1;
      tell({ kind: 'forgotten' });
    }, [close, tell]),
  };
}

export type TakeOfPart = ReturnType<typeof useTake>;
