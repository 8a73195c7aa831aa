import {
  DEFAULT_SOUNDS,
  type AccompanimentStyle,
  type BarRange,
  CLEAN_GOAL,
  climb,
  type FadeStep,
  type SoundSwitches,
  type InstrumentId,
  type LadderRung,
  type PlaySetup,
  type PracticeStart,
  RUNG_SETUP,
  type Stairs,
  type Turns,
} from '@cifra/core';
import { useCallback, useMemo, useState } from 'react';
import { keepPractice, keptPractice, type KeptPractice } from './keptPractice';
import type { Chain } from './Pieces';
import { clampPercent, SLOWEST } from './tempoRange';
import { useStateFor } from '../ui/useStateFor';

const FULL = 100;
const FIRST_STEP = 5;

/** What is heard at a step: the part only where it is imitated. */
const heardAt = (heard: SoundSwitches, rung: LadderRung | undefined): SoundSwitches =>
  rung === undefined ? heard : { ...heard, part: RUNG_SETUP[rung].part, metronome: true };

/**
 * How a part is practised at the moment, and what is remembered of it.
 * @param start what it is begun with
 */
export function usePractice(exercise: string, instrument: InstrumentId, cleanGoal = CLEAN_GOAL, start?: PracticeStart) {
  const part = `${exercise} ${instrument}`;
  const [percent, setPercent] = useState(start?.percent ?? FULL);
  const [heard, setHeard] = useState<SoundSwitches>(heardAt(DEFAULT_SOUNDS, start?.rung));
  const [others, setOthers] = useState<readonly InstrumentId[]>([]);
  const [lines, setLines] = useState<readonly number[]>([]);
  const [style, setStyle] = useState<AccompanimentStyle>();
  const [bars, setBars] = useState(start?.bars);
  const [again, setAgain] = useState(start?.again ?? false);
  const [turns, setTurns] = useState<Turns>('none');
  const [chain, setChain] = useStateFor<Chain | undefined>(part, undefined);
  const [rung, setRung] = useState(start?.rung);
  const [fade, setFade] = useState<FadeStep>();
  const [row, setRow] = useStateFor(part, 0);
  const [stairs, setStairs] = useState<Stairs>();
  const [stairStep, setStairStep] = useState(FIRST_STEP);
  const found = useMemo(() => keptPractice(exercise, instrument), [exercise, instrument]);
  const [kept, setKept] = useStateFor<KeptPractice>(found, found);

  const keep = useCallback(
    (change: (before: KeptPractice) => KeptPractice) =>
      setKept((before) => {
        const after = change(before);
        keepPractice(exercise, instrument, after);
        return after;
      }),
    [exercise, instrument, setKept],
  );

  const takeRung = useCallback(
    (to: LadderRung | undefined) => {
      setRung(to);
      setRow(0);
      if (to === undefined) return;
      setPercent(RUNG_SETUP[to].percent);
      setHeard((h) => heardAt(h, to));
    },
    [setRow],
  );
  const tick = (r: LadderRung, on: boolean) =>
    keep((k) => ({ ...k, rungs: on ? [...k.rungs.filter((t) => t !== r), r] : k.rungs.filter((t) => t !== r) }));

  /** A run is over: clean or not. */
  const run = (clean: boolean) => {
    const reached = clean ? row + 1 : 0;
    if (clean)
      keep((k) => ({
        ...k,
        cleanRuns: k.cleanRuns + 1,
        bestPercent: reached >= cleanGoal ? Math.max(k.bestPercent, percent) : k.bestPercent,
      }));
    if (stairs === undefined) {
      setRow(Math.min(cleanGoal, reached));
      return;
    }
    const next = climb({ ...stairs, percent }, clean, {
      goal: FULL,
      step: stairStep,
      lowest: SLOWEST,
      cleanRuns: cleanGoal,
    });
    setStairs(next);
    setRow(next.row);
    setPercent(next.percent);
  };
  const takeStairs = (on: boolean) => {
    setRow(0);
    setStairs(on ? { percent, row: 0, done: false } : undefined);
  };
  const takeBars = (to: BarRange | undefined, loop: boolean) => {
    setBars(to);
    setAgain(loop);
    setChain(undefined);
    setRow(0);
  };

  const setup = useMemo(
    (): PlaySetup => ({ speed: percent / FULL, heard, others, lines, style, bars, again, turns }),
    [percent, heard, others, lines, style, bars, again, turns],
  );
  return {
    percent,
    setPercent: useCallback(
      (p: number | ((before: number) => number)) =>
        setPercent((before) => clampPercent(typeof p === 'function' ? p(before) : p)),
      [],
    ),
    heard,
    setHeard,
    others,
    setOthers,
    lines,
    setLines,
    style,
    setStyle,
    bars,
    again,
    setAgain,
    takeBars,
    turns,
    setTurns,
    chain,
    setChain,
    rung,
    takeRung,
    fade,
    setFade,
    row,
    cleanGoal,
    run,
    stairs,
    takeStairs,
    stairStep,
    setStairStep,
    kept,
    keep,
    tick,
    setup,
  };
}

export type Practice = ReturnType<typeof usePractice>;
