import {
  annotate,
  type BuildUp,
  buildUp,
  buildUpPart,
  changeNames,
  DEFAULT_PAGE,
  type Exercise,
  type PagePlan,
  planPage,
  type PageSetup,
  troubleSpots,
} from '@cifra/core';
import { CAUSE_WORDS } from '@cifra/engrave';

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

/** What a build-up is called: where it is, which change, and why it is hard. */
export function buildUpLabel({ spot }: BuildUp, plan: PagePlan): string {
  const [from, to] = changeNames(spot, plan.annotations);
  const cause = spot.causes[0]?.cause;
  return `${spot.measure === 0 ? 'pickup' : `bar ${spot.measure}`}: ${from} to ${to}${cause === undefined ? '' : `, ${CAUSE_WORDS[cause]}`}`;
}

/** The hard places of a page taken apart; undefined where none is hard. */
export function buildUpPage(plan: PagePlan, exercise: Exercise, most: number): BuildUpPage | undefined {
  const builds = troubleSpots(plan.changes, plan.annotations, most).map((spot) => buildUp(plan.part.concert, spot));
  if (builds.length === 0) return undefined;
  const part = buildUpPart(
    plan.part,
    exercise,
    builds,
    builds.map((b) => buildUpLabel(b, plan)),
    `${plan.part.concert.title}: hard places`,
  );
  return { plan: planPage(part, annotate(part), DRILL, { today: '' }), builds };
}
