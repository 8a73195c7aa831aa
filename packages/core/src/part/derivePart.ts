import type { KeyChoice, PageOwner, PartChoice } from '../exercise/exercise';
import type { Instrument } from '../instrument/instrument';
import type { Clef } from '../key/signature';
import { addIntervals, type Interval, octavesUp, semitones } from '../pitch/interval';
import { type Concert, midi, type Written } from '../pitch/pitch';
import { planBreaths } from '../score/breath';
import type { Measure, MusicEvent, NoteId, Score } from '../score/score';
import { keepStructure } from '../score/structure';
import { type ConcertLine, concertLineOf } from './concertLine';
import { type KeyOption, KeyPlan, type KeyReason } from './keyPlan';
import { type OctaveOption, type OctaveReason, fitOctave } from './octave';
import { DEFAULT_TEACHING, type Teaching } from './teaching';
import { type WrittenTone, type WrittenTones, writeTones } from './writtenTones';

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

/** A player's page: the written line with what led to it. Its score is written out when it is first asked for. */
export interface Part {
  readonly instrument: Instrument;
  readonly teaching: Teaching;
  readonly concert: Score<Concert>;
  readonly score: Score<Written>;
  readonly tones: WrittenTones;
  readonly decisions: PartDecisions;
  /** Playable, but outside the range of the players' stage. */
  readonly outside: readonly NoteId[];
  readonly unplayable: readonly NoteId[];
  /** Notes whose double sharp or flat was written as the plain neighbour. */
  readonly simplified: ReadonlySet<NoteId>;
  /** Notes that a teacher moved by whole octaves on this page, as marked alternatives. */
  readonly moved: ReadonlyMap<NoteId, number>;
}

class DerivedPart implements Part {
  private made: Score<Written> | undefined;

  constructor(
    readonly instrument: Instrument,
    readonly teaching: Teaching,
    readonly concert: Score<Concert>,
    readonly tones: WrittenTones,
    readonly decisions: PartDecisions,
    private readonly line: ConcertLine,
    private readonly keys: KeyPlan,
  ) {}

  get score(): Score<Written> {
    this.made ??= writeScore(this.concert, this.tones, this.keys, this.decisions.clef.clef, this.line, this.teaching);
    return this.made;
  }

  private idsWhere(holds: (t: WrittenTone) => boolean): NoteId[] {
    const { tones, of } = this.tones;
    const wanted = tones.map(holds);
    return wanted.includes(true) ? this.line.structure.noteIds.filter((_id, i) => wanted[of[i] as number]) : [];
  }

  get unplayable(): readonly NoteId[] {
    const { low, high } = this.instrument.ranges.full;
    return this.idsWhere((t) => t.midi < midi(low) || t.midi > midi(high));
  }

  get outside(): readonly NoteId[] {
    const { full, [this.teaching.stage]: home } = this.instrument.ranges;
    return this.idsWhere(
      (t) =>
        t.midi >= midi(full.low) && t.midi <= midi(full.high) && (t.midi < midi(home.low) || t.midi > midi(home.high)),
    );
  }

  get simplified(): ReadonlySet<NoteId> {
    return new Set(this.idsWhere((t) => t.simplified));
  }

  get moved(): ReadonlyMap<NoteId, number> {
    const { tones, of } = this.tones;
    return new Map(
      this.idsWhere((t) => t.moved !== 0).map((id) => [
        id,
        (tones[of[this.line.structure.indexOf.get(id) as number] as number] as WrittenTone).moved,
      ]),
    );
  }
}

/**
 * Derives an instrument's page from the concert line.
 *
 * Pitches and key move by the instrument's interval, spelled; a signature over the limit is respelled, key and notes
 * together; the whole line takes the octave that suits the players' stage, unless the instrument's own page was the
 * source. A teacher's choice overrides each of the three. Breath marks are added as the school wants them.
 * @example derivePart(a concert line in F, trumpet, 'concert').decisions.key.fifths // 1, G major
 */
export function derivePart(
  concert: Score<Concert>,
  instrument: Instrument,
  owner: PageOwner,
  choice: PartChoice = {},
  teaching: Teaching = DEFAULT_TEACHING,
): Part {
  const line = concertLineOf(concert);
  const { opening } = line;
  const { best, options } = fitOctave(instrument, teaching.stage, line.counts, semitones(instrument.toWritten));
  const automatic = owner === instrument.id ? 0 : best.octaves;
  const octaves = choice.octaves ?? automatic;
  const taken = octaves === best.octaves ? best : options.find((o) => o.octaves === octaves);
  const octaveWhy: OctaveReason =
    choice.octaves !== undefined
      ? 'chosen'
      : owner === instrument.id
        ? 'own-page'
        : (taken?.outside ?? 0) + (taken?.unplayable ?? 0) === 0
          ? 'fits'
          : 'fewest-outside';
  const keys = new KeyPlan(opening.key.fifths, instrument.toWritten.fifths, choice.key);
  const base = addIntervals(instrument.toWritten, octavesUp(octaves));
  const clef = choice.clef !== undefined && instrument.clefs.includes(choice.clef) ? choice.clef : instrument.clefs[0];
  const tones = writeTones(line, keys, base, octaves, choice.alternatives);
  return new DerivedPart(
    instrument,
    teaching,
    concert,
    tones,
    {
      interval: addIntervals(base, keys.respell(opening.key.fifths + keys.up)),
      octave: { octaves, why: octaveWhy, automatic, options },
      key: {
        choice: keys.choice,
        fifths: keys.writtenFifths(opening.key.fifths),
        sounding: opening.key.fifths,
        automatic: keys.automatic,
        options: keys.options,
        why: keys.why,
      },
      clef: {
        clef,
        why: choice.clef !== undefined && clef !== instrument.clefs[0] ? 'chosen' : 'usual',
        options: instrument.clefs,
      },
    },
    line,
    keys,
  );
}

/** Writes a part's page out: every event with its written pitch, keys moved, breaths marked, one clef throughout. */
function writeScore(
  concert: Score<Concert>,
  { tones, of }: WrittenTones,
  keys: KeyPlan,
  clef: Clef,
  { opening, structure }: ConcertLine,
  { schools }: Teaching,
): Score<Written> {
  const breaths = planBreaths(concert, schools.breath);
  let index = 0;
  const write = (e: MusicEvent<Concert>): MusicEvent<Written> => {
    if (e.kind === 'rest') return e;
    const { pitch } = tones[of[index] as number] as WrittenTone;
    index += 1;
    return breaths.has(e.id) ? { ...e, pitch, breathAfter: true } : { ...e, pitch };
  };
  const measures = concert.measures.map(({ clef: _sourceClef, key: sounding, ...m }, i): Measure<Written> => {
    const events = m.events.map(write);
    // The source page's clef changes are that player's; this part keeps to its own clef.
    if (i === 0) return { ...m, clef, key: keys.written(opening.key), meter: opening.meter, events };
    return sounding === undefined ? { ...m, events } : { ...m, key: keys.written(sounding), events };
  });
  const score: Score<Written> = { ...concert, measures };
  keepStructure(score, structure);
  return score;
}
