import { type Exercise, type PartChoice, SIMPLER_BARS, type SimplerBar } from '../exercise/exercise';
import { linesOf } from '../exercise/lines';
import type { InstrumentId } from '../instrument/instrument';
import { knownMidi } from '../page/callSheet';
import { partOf } from '../page/pageParts';
import { annotate } from '../part/annotate';
import { betterOctaves } from '../part/misfit';
import type { Part } from '../part/derivePart';
import type { Teaching } from '../part/teaching';
import { canSimplify } from '../performance/simplify';
import { placeMeasures } from '../score/walk';
import { barHeat } from '../trouble/heat';
import { partChanges } from '../trouble/partTrouble';

/** One way of making a part easier, and what it would be then. */
export type EasierOffer = {
  /** What the part's choices are if it is taken. */
  readonly choice: PartChoice;
  /** What all changes of the part cost now, and then. */
  readonly before: number;
  readonly after: number;
} & (
  | { readonly kind: 'octave'; readonly octaves: number; readonly outside: number }
  | {
      readonly kind: 'bar';
      readonly measure: string;
      readonly number: number;
      readonly how: SimplerBar;
      /** What is held ends at a rest of the bar. */
      readonly hasRest: boolean;
    }
  /** Every bar that can be: fewer notes for a weak reader. */
  | { readonly kind: 'all-bars'; readonly how: SimplerBar; readonly bars: number }
);

/** Bars that are offered, the hardest first. */
const HARDEST = 3;

interface Asked {
  readonly exercise: Exercise;
  readonly id: InstrumentId;
  readonly teaching: Teaching;
  readonly known: readonly string[] | undefined;
}

const withChoice = (exercise: Exercise, id: InstrumentId, choice: PartChoice): Exercise => ({
  ...exercise,
  partChoices: { ...exercise.partChoices, [id]: choice },
});

const changesOf = (part: Part, known: readonly string[] | undefined) => {
  const met = knownMidi(part.instrument, known);
  return partChanges(part, annotate(part, { alone: true }), (n) => !met.has(n));
};
const troubleOf = (part: Part, known: readonly string[] | undefined): number =>
  changesOf(part, known).reduce((sum, c) => sum + c.cost, 0);

/** An offer is one only if the part becomes easier. */
function priced<T extends object>(
  asked: Asked,
  before: number,
  offer: T & { readonly choice: PartChoice },
): (T & { choice: PartChoice; before: number; after: number })[] {
  const after = troubleOf(
    partOf(withChoice(asked.exercise, asked.id, offer.choice), asked.id, asked.teaching),
    asked.known,
  );
  return [{ ...offer, before, after }];
}

function barOffers(asked: Asked, part: Part, choice: PartChoice, before: number): EasierOffer[] {
  const placed = placeMeasures(linesOf(asked.exercise)[choice.line ?? 0] ?? asked.exercise.source);
  const heat = barHeat(changesOf(part, asked.known), placed.length);
  const done = choice.easier ?? {};
  const able = (how: SimplerBar) => placed.filter((bar) => canSimplify(bar, how));
  const hardest = placed
    .filter((p) => done[p.measure.id] === undefined)
    .sort((a, b) => (heat[b.index] ?? 0) - (heat[a.index] ?? 0) || a.index - b.index);
  const bars = SIMPLER_BARS.flatMap((how) =>
    hardest
      .filter((bar) => (heat[bar.index] ?? 0) > 0 && canSimplify(bar, how))
      .slice(0, HARDEST)
      .flatMap(({ measure, number }) =>
        priced(asked, before, {
          kind: 'bar' as const,
          how,
          number,
          measure: measure.id,
          hasRest: measure.events.some((e) => e.kind === 'rest'),
          choice: { ...choice, easier: { ...done, [measure.id]: how } },
        }),
      ),
  );
  const whole = SIMPLER_BARS.flatMap((how) => {
    const all = able(how);
    if (all.length < 2) return [];
    return priced(asked, before, {
      kind: 'all-bars' as const,
      how,
      bars: all.length,
      choice: { ...choice, easier: { ...done, ...Object.fromEntries(all.map((p) => [p.measure.id, how])) } },
    });
  });
  return [...bars.sort((a, b) => a.after - b.after), ...whole].filter((o) => o.after < before);
}

/**
 * Ways of making one instrument's part easier, each of which it can be looked at with before it is taken: another
 * octave in which less lies outside, its hardest bars with fewer notes, or all of them.
 * @param known written notes that the players have met, as text
 * @returns none for a part that is as easy as it can be
 */
export function offerEasier(
  exercise: Exercise,
  id: InstrumentId,
  teaching: Teaching,
  known?: readonly string[],
): EasierOffer[] {
  const asked: Asked = { exercise, id, teaching, known };
  const choice = exercise.partChoices[id] ?? {};
  const part = partOf(exercise, id, teaching);
  const before = troubleOf(part, known);
  const { octave } = part.decisions;
  const octaves = betterOctaves(octave.options, octave.octaves)
    .slice(0, 1)
    .flatMap((o) =>
      priced(asked, before, {
        kind: 'octave' as const,
        octaves: o.octaves,
        outside: o.outside + o.unplayable,
        choice: { ...choice, octaves: o.octaves },
      }),
    );
  return [...octaves, ...barOffers(asked, part, choice, before)];
}
