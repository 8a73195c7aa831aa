import {
  type CatalogueId,
  type Clef,
  type Instrument,
  INSTRUMENTS,
  isInstrumentId,
  letterSteps,
  MAX_OWN_NAME,
  type Measure,
  ownId,
  type PageOwner,
  parsePitch,
  semitones,
  transpose,
  widestRange,
  type Written,
} from '@cifra/core';
import type { ProblemList } from './problemList';
import { intervalOf, type Transposition, toConcert, type TranspositionFrom } from './toConcert';

/** Whose page a part is by its own transposition and name; undefined where no instrument of the catalogue has it. */
function ownerOf(partName: string, { chromatic, diatonic }: Transposition): PageOwner | undefined {
  const name = partName.toLowerCase();
  const fits = INSTRUMENTS.filter(
    (i) => -semitones(i.toWritten) === chromatic && -letterSteps(i.toWritten) === diatonic,
  );
  const best = namedIn(name, fits);
  if (best !== undefined) return best.id;
  return chromatic === 0 ? 'concert' : fits[0]?.id;
}

/** The instrument whose name stands in a part's, the longest name first. */
const namedIn = (name: string, among: readonly Instrument[]): Instrument | undefined =>
  among
    .filter((i) => name.includes(i.name.toLowerCase().split(',')[0] ?? ''))
    .sort((a, b) => b.name.length - a.name.length)[0];

const MIDDLE_C = parsePitch<Written>('C4');

/** The page of an instrument that the catalogue does not have, where the part's name says what it is like. */
function ownPage(partName: string, transposition: Transposition, clef: Clef | undefined): PageOwner | undefined {
  const like = namedIn(partName.toLowerCase(), INSTRUMENTS);
  if (like === undefined) return undefined;
  const id = ownId({
    name: [...partName.trim()].slice(0, MAX_OWN_NAME).join('').trim(),
    like: like.id as CatalogueId,
    sounds: transpose(MIDDLE_C, intervalOf(transposition)),
    fingeredAs: MIDDLE_C,
    clef: clef ?? like.clefs[0],
    range: widestRange({ fingeredAs: MIDDLE_C }, like),
    openOnly: false,
  });
  return isInstrumentId(id) ? id : undefined;
}

/**
 * Whose page a part is, by the file's own transposition, which decides always; the teacher confirms it.
 *
 * A transposition that no instrument of the catalogue has makes an instrument of its own where the part's name says
 * what it is like: a clarinet in A. Without such a name, or where it changes inside, it is worked out: the line comes
 * in as it sounds, and that is said.
 * @param from the transpositions of the part in order; none for a page that sounds as it reads
 */
export function settleOwner(
  partName: string,
  measures: readonly Measure<Written>[],
  from: readonly TranspositionFrom[],
  problems: ProblemList,
): { readonly suggestedOwner: PageOwner; readonly measures: readonly Measure<Written>[] } {
  const first = from.find((t) => t.bar === 0) ?? { chromatic: 0, diatonic: 0 };
  const isOne = from.every((t) => t.chromatic === first.chromatic && t.diatonic === first.diatonic);
  const owner = isOne ? (ownerOf(partName, first) ?? ownPage(partName, first, measures[0]?.clef)) : undefined;
  if (owner !== undefined) return { suggestedOwner: owner, measures };
  problems.add('transposed', 'notice', { facts: { steps: first.chromatic, part: partName } });
  return { suggestedOwner: 'concert', measures: toConcert(measures, from) };
}
