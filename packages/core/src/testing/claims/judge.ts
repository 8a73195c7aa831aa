import { ANY_INSTRUMENT_IDS } from '../anyInstrument';
import { realize } from '../../exercise/realize';
import { taughtAs } from '../../instrument/taught';
import { DEFAULT_PAGE } from '../../page/pageSetup';
import { type PagePlan, planPage } from '../../page/pagePlan';
import { annotate } from '../../part/annotate';
import { derivePart } from '../../part/derivePart';
import { explain } from '../../part/explain';
import type { Trail } from '../../part/fact';
import { pitchText } from '../../pitch/pitch';
import { randomFrom } from '../../random/random';
import { wholeRange } from '../notes';
import { type OddLine, oddLine } from '../oddLine';
import { plainLine, type PlainEvent } from './plainLine';

/** A line with the page that one instrument has of it: what Cifra says, and the plain events that say what is so. */
export interface Case extends OddLine {
  readonly plan: PagePlan;
  readonly trails: ReadonlyMap<string, Trail>;
  /** The page's events, flat. */
  readonly page: readonly PlainEvent[];
  readonly notes: readonly PlainEvent[];
  /** The line as it sounds, flat. */
  readonly concert: readonly PlainEvent[];
}

/** The case of a seed: its line, for an instrument whose players have met some notes. */
export function caseOf(seed: number): Case {
  const line = oddLine(seed);
  const random = randomFrom(seed + 1);
  const { exercise, teaching } = line;
  const instrument = taughtAs(random.of(ANY_INSTRUMENT_IDS), teaching.conventions);
  const concert = realize(exercise);
  const part = derivePart(concert, instrument, exercise.owner, {}, teaching);
  const annotations = annotate(part);
  const known =
    random.next() < 0.5
      ? wholeRange(instrument)
          .filter(() => random.next() < 0.7)
          .map(pitchText)
      : undefined;
  const page = plainLine(part.score);
  return {
    ...line,
    plan: planPage(part, annotations, DEFAULT_PAGE, { today: '2026-09-14', known }),
    trails: explain(part, annotations),
    page,
    notes: page.filter((e) => e.isNote),
    concert: plainLine(concert),
  };
}

/** What a kind of claim came to over some lines. */
export interface Judged {
  /** How often it was claimed. */
  made: number;
  /** Claims that do not hold, in words that lead to the place. */
  readonly wrong: string[];
  /** How often it should have been claimed, where the oracle can tell. */
  due: number;
  /** What should have been claimed and was not. */
  readonly missed: string[];
}

/** A kind of claim with its oracle: a second, slower way to decide whether it holds, sharing no code with its maker. */
export interface Oracle {
  readonly claim: string;
  readonly judge: (c: Case, into: Judged) => void;
}

/**
 * Holds what was claimed against what the oracle finds: each claim has to be found, and what is found has to be
 * claimed.
 * @param claimed, found sentences, equal where they say the same
 */
export function hold(into: Judged, c: Case, claimed: Iterable<string>, found: Iterable<string>): void {
  const [said, so] = [new Set(claimed), new Set(found)];
  into.made += said.size;
  into.due += so.size;
  for (const s of said) if (!so.has(s)) into.wrong.push(`line ${c.seed}: ${s}`);
  for (const s of so) if (!said.has(s)) into.missed.push(`line ${c.seed}: ${s}`);
}

/** Judges every kind of claim over the lines of some seeds. */
export function judgeLines(oracles: readonly Oracle[], from: number, to: number): ReadonlyMap<Oracle, Judged> {
  const all = new Map(oracles.map((o): [Oracle, Judged] => [o, { made: 0, wrong: [], due: 0, missed: [] }]));
  for (let seed = from; seed < to; seed++) {
    const c = caseOf(seed);
    for (const [oracle, judged] of all) oracle.judge(c, judged);
  }
  return all;
}
