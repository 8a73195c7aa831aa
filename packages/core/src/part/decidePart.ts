import type { KeyChoice, PageOwner, PartChoice } from '../exercise/exercise';
import type { Instrument } from '../instrument/instrument';
import type { Clef } from '../key/signature';
import { addIntervals, type Interval, octavesUp, semitones } from '../pitch/interval';
import { type Key } from '../key/key';
import { decideKey, type KeyDecision, type KeyOption, type KeyReason, respelling, writtenKey } from './keyDecision';
import { fitOctave, type NoteCounts, type OctaveOption, type OctaveReason } from './octave';
import type { Teaching } from './teaching';

export type ClefReason = 'usual' | 'chosen';

/** What was decided for a part, why, and what else could be chosen. */
export interface PartDecisions {
  /** From concert pitch to this page, octave and respelling included. */
  readonly interval: Interval;
  readonly octave: {
    readonly octaves: number;
    readonly why: OctaveReason;
    readonly automatic: number;
    readonly options: readonly OctaveOption[];
  };
  readonly key: {
    readonly choice: KeyChoice;
    readonly fifths: number;
    readonly sounding: number;
    readonly why: KeyReason;
    readonly automatic: KeyChoice;
    readonly options: readonly KeyOption[];
  };
  readonly clef: { readonly clef: Clef; readonly why: ClefReason; readonly options: readonly Clef[] };
}

/** The octave of a part: the teacher's, the source page's own, or the one that suits best. */
function decideOctave(
  counts: NoteCounts,
  instrument: Instrument,
  owner: PageOwner,
  chosen: number | undefined,
  { stage }: Teaching,
): PartDecisions['octave'] {
  const { best, options } = fitOctave(instrument, stage, counts, semitones(instrument.toWritten));
  const automatic = owner === instrument.id ? 0 : best.octaves;
  const octaves = chosen ?? automatic;
  const taken = options.find((o) => o.octaves === octaves);
  const fits = (taken?.outside ?? 0) + (taken?.unplayable ?? 0) === 0;
  const automaticWhy = owner === instrument.id ? 'own-page' : fits ? 'fits' : 'fewest-outside';
  return { octaves, automatic, options, why: chosen === undefined ? automaticWhy : 'chosen' };
}

/** What a part is decided from: the key that the line opens in, and how often each sound comes. */
export interface LineOutline {
  readonly key: Key;
  readonly counts: NoteCounts;
}

/** How an instrument's page is made from a line. */
export interface DecidedPart {
  readonly decisions: PartDecisions;
  readonly keys: KeyDecision;
  /** From concert pitch to the page, octave included, before any respelling. */
  readonly interval: Interval;
}

/**
 * Decides octave, key and clef of an instrument's page.
 *
 * A signature over the limit is respelled; the whole line takes the octave that suits the players' stage, unless the
 * instrument's own page was the source. A teacher's choice overrides each of the three.
 */
export function decidePart(
  { key: sounding, counts }: LineOutline,
  instrument: Instrument,
  owner: PageOwner,
  choice: PartChoice,
  teaching: Teaching,
): DecidedPart {
  const octave = decideOctave(counts, instrument, owner, choice.octaves, teaching);
  const keys = decideKey(sounding.fifths, instrument.toWritten.fifths, choice.key);
  const interval = addIntervals(instrument.toWritten, octavesUp(octave.octaves));
  const usual = instrument.clefs[0];
  const clef = choice.clef !== undefined && instrument.clefs.includes(choice.clef) ? choice.clef : usual;
  return {
    keys,
    interval,
    decisions: {
      interval: addIntervals(interval, respelling(keys, sounding.fifths)),
      octave,
      key: {
        choice: keys.choice,
        fifths: writtenKey(keys, sounding).fifths,
        sounding: sounding.fifths,
        automatic: keys.automatic,
        options: keys.options,
        why: keys.why,
      },
      clef: { clef, why: clef === usual ? 'usual' : 'chosen', options: instrument.clefs },
    },
  };
}
