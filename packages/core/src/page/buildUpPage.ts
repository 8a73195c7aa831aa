import type { Exercise } from '../exercise/exercise';
import { annotate } from '../part/annotate';
import { type BuildUp, buildUp, buildUpPart } from '../trouble/buildUp';
import { troubleSpots } from '../trouble/partTrouble';
import { type PagePlan, planPage } from './pagePlan';
import { DEFAULT_PAGE, type PageSetup } from './pageSetup';

/** A page of build-ups, and what was taken apart for it. */
export interface BuildUpPage {
  readonly plan: PagePlan;
  readonly builds: readonly BuildUp[];
}

/** Figures and names over every note, whatever the page has faded: the hands are what is practised. */
const DRILL: PageSetup = {
  ...DEFAULT_PAGE,
  size: 'large',
  barNumbers: 'none',
  countIn: false,
  lookFirst: false,
  strip: false,
  legend: false,
  circles: false,
  signatureMarks: false,
  repeats: 'folded',
  fades: [],
  rows: {
    woodwind: [
      { row: 'figure', fade: 'every' },
      { row: 'name', fade: 'every' },
    ],
    brass: [
      { row: 'figure', fade: 'every' },
      { row: 'name', fade: 'every' },
    ],
  },
};

/** What stands over a page of build-ups and over each of them. */
export interface BuildUpWords {
  readonly title: string;
  readonly labelOf: (build: BuildUp) => string;
}

/** The hard places of a page taken apart, at most so many; undefined where none is hard. */
export function buildUpPage(
  plan: PagePlan,
  exercise: Pick<Exercise, 'owner'>,
  most: number,
  { title, labelOf }: BuildUpWords,
): BuildUpPage | undefined {
  const builds = troubleSpots(plan.changes, plan.annotations, most).map((spot) => buildUp(plan.part.concert, spot));
  if (builds.length === 0) return undefined;
  const part = buildUpPart(plan.part, exercise, builds, builds.map(labelOf), title);
  return { plan: planPage(part, annotate(part), DRILL, { today: '' }), builds };
}
