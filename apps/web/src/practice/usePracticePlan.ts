import {
  type Exercise,
  type InstrumentId,
  type PagePlan,
  type PageSetup,
  partOf,
  planPages,
  type PlaySetup,
  RUNG_SETUP,
  type Teaching,
} from '@cifra/core';
import { useMemo } from 'react';
import { type PreparedPlayback, preparePlayback } from '../player/playback';
import { todayIso } from '../words/pageWords';
import type { FreePlay } from './useFreePlay';
import type { Practice } from './usePractice';

export interface PracticedPart {
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  readonly page: PageSetup;
  /** Notes that were met, as written. */
  readonly known: readonly string[] | undefined;
}

/** The page as a step of the ladder shows it, with as much help over the notes as is left. */
function practicePage(page: PageSetup, { rung, fade }: Pick<Practice, 'rung' | 'fade'>): PageSetup {
  const setup = rung === undefined ? undefined : RUNG_SETUP[rung];
  const ofRung = setup?.rows?.map((row) => ({ row, fade: 'every' as const }));
  const faded = (rows: PageSetup['rows']['brass']) =>
    fade === undefined ? rows : fade === 'none' ? [] : rows.map((r) => ({ ...r, fade }));
  const { woodwind, brass } = page.rows;
  return {
    ...page,
    repeats: 'folded',
    strip: false,
    legend: false,
    slurs: setup?.slurs ?? page.slurs,
    rows:
      ofRung === undefined ? { woodwind: faded(woodwind), brass: faded(brass) } : { woodwind: ofRung, brass: ofRung },
  };
}

/** The notes of a step of a hard place that is built up. */
function notesOfStep(plan: PagePlan | undefined, { chain }: Pick<Practice, 'chain'>): ReadonlySet<string> | undefined {
  const step = chain?.build.steps[chain.step];
  if (step === undefined || plan === undefined) return undefined;
  const events = plan.part.concert.measures.flatMap((m) => m.events);
  return new Set(events.slice(step[0], step[1] + 1).map((e) => e.id));
}

/** To play freely over drone and accompaniment, or in answer to phrases, over and over. */
const freely = (setup: PlaySetup, isTurns: boolean): PlaySetup => ({
  ...setup,
  heard: { ...setup.heard, part: isTurns, drone: !isTurns, accompaniment: true, repeats: false },
  others: [],
  lines: [],
  turns: isTurns ? '1' : 'none',
  ...(isTurns && { bars: undefined, only: undefined }),
  again: true,
});

export interface PracticePlan {
  readonly page: PageSetup;
  readonly plan: PagePlan | undefined;
  readonly setup: PlaySetup;
  readonly prepared: PreparedPlayback | undefined;
}

/** What is shown and what sounds, as it is practised at the moment. */
export function usePracticePlan(
  of: PracticedPart,
  practice: Practice,
  free: Pick<FreePlay, 'isTurns' | 'phrases'> | undefined,
): PracticePlan {
  const { exercise, instrument, teaching, known } = of;
  const { rung, fade, chain, others, lines, setup: chosen } = practice;
  const isFree = free !== undefined;
  const phrases = free?.isTurns === true ? free.phrases : undefined;
  const page = useMemo(() => practicePage(of.page, { rung, fade }), [of.page, rung, fade]);
  const plan = useMemo(
    () => planPages(exercise, instrument, teaching, page, { today: todayIso(), known })[0],
    [exercise, instrument, teaching, page, known],
  );
  const along = useMemo(
    () => [
      ...others.map((o) => partOf(exercise, o, teaching, { repeats: 'folded' })),
      ...lines.map((l) => partOf(exercise, instrument, teaching, { repeats: 'folded' }, l)),
    ],
    [exercise, instrument, others, lines, teaching],
  );
  const setup = useMemo((): PlaySetup => {
    const stepwise = { ...chosen, only: notesOfStep(plan, { chain }) };
    return isFree ? freely(stepwise, phrases !== undefined) : stepwise;
  }, [chosen, plan, chain, isFree, phrases]);
  const prepared = useMemo(() => {
    if (plan === undefined) return undefined;
    if (phrases === undefined) return preparePlayback(plan.part, isFree ? [] : along, setup);
    return preparePlayback(partOf(phrases, instrument, teaching, { repeats: 'folded' }), [], setup);
  }, [plan, along, setup, isFree, phrases, instrument, teaching]);
  return { page, plan, setup, prepared };
}
