import { type PagePlan, placeMeasures, type PracticeStart, type TodayItem, type TodayWork } from '@cifra/core';
import { RUNG_WORDS } from './practiseWords';
import { barName, barsName } from './spoken';

/** How a stretch is played, as it is told before it begins: `bars 1 to 8, at 60 % of the tempo`. */
export function startWords({ bars, percent }: PracticeStart, { part }: PagePlan): string {
  const placed = placeMeasures(part.concert);
  const numberOf = (index: number): number => placed[index]?.number ?? 0;
  const which = bars === undefined ? 'the whole line' : barsName(numberOf(bars.from), numberOf(bars.to));
  return `${which}, at ${percent} % of the tempo`;
}

/** What a part of the day's practice is called, and what is done in it. */
export function itemWords(item: TodayItem, plan: PagePlan): { readonly name: string; readonly what: string } {
  switch (item.kind) {
    case 'warm-up':
      return { name: 'Warm up', what: 'long notes with the drone and the tuner' };
    case 'hard-place': {
      const [from, to] = [item.change.from, item.change.to].map((n) => plan.annotations.get(n)?.name ?? '');
      return {
        name: 'The hard place',
        what: `${barName(item.change.measure)}: ${from} to ${to}, slowly, over and over`,
      };
    }
    case 'piece':
      return { name: 'The piece', what: startWords(item.start, plan) };
    case 'drill':
      return { name: 'A drill', what: 'the figures of this line' };
  }
}

/** The step with which the piece is begun. */
export const beginWords = ({ rung }: PracticeStart): string => (rung === undefined ? 'Play it' : RUNG_WORDS[rung]);

/** How far the steps are. @param goal the share of the tempo that is wanted @param best that at which it was clean */
export function progressWords({ steps }: TodayWork, best: number, goal: number | undefined): string {
  const done = steps.filter((s) => s.isDone).length;
  const tempo =
    best > 0
      ? `Clean in a row at ${best} %${goal === undefined ? '' : `; wanted: ${goal} %`}.`
      : goal === undefined
        ? ''
        : `Wanted: ${goal} % of the tempo.`;
  return `${done} of ${steps.length} steps done. ${tempo}`.trim();
}
