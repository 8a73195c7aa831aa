import type { KeyChoice, PageOwner, PartChoice } from '../exercise/exercise';
import type { Instrument } from '../instrument/instrument';
import { type Key, key } from '../key/key';
import type { Clef } from '../key/signature';
import { addIntervals, ENHARMONIC_DOWN, ENHARMONIC_UP, type Interval, octavesUp, semitones, transpose, UNISON } from '../pitch/interval';
import { type Concert, midi, pitch, type Written } from '../pitch/pitch';
import { planBreaths } from '../score/breath';
import type { Measure, MusicEvent, NoteId, Score } from '../score/score';
import { shareStructure } from '../score/structure';
import { concertLineOf } from './concertLine';
import { type OctaveOption, type OctaveReason, rankOctaves } from './octave';
import { DEFAULT_TEACHING, type Teaching } from './teaching';

/** More sharps or flats than this are respelled. */
export const SIGNATURE_LIMIT = 6;

export interface KeyOption {
  readonly choice: KeyChoice;
  readonly fifths: number;
}
export type KeyReason = 'transposed' | 'over-limit' | 'chosen';
export type ClefReason = 'usual' | 'chosen';

/** What was decided for a part, why, and what else could be chosen. */
export interface PartDecisions {
  /** From concert pitch to this page, octave and respelling included. */
  readonly interval: Interval;
  readonly octave: { readonly octaves: number; readonly why: OctaveReason; readonly automatic: number; readonly options: readonly OctaveOption[] };
  readonly key: { readonly choice: KeyChoice; readonly fifths: number; readonly sounding: number; readonly why: KeyReason; readonly automatic: KeyChoice; readonly options: readonly KeyOption[] };
  readonly clef: { readonly clef: Clef; readonly why: ClefReason; readonly options: readonly Clef[] };
}

/** A player's page: the written score with what led to it. */
export interface Part {
  readonly instrument: Instrument;
  readonly teaching: Teaching;
  readonly concert: Score<Concert>;
  readonly score: Score<Written>;
  readonly decisions: PartDecisions;
  /** Playable, but outside the range of the players' stage. */
  readonly outside: readonly NoteId[];
  readonly unplayable: readonly NoteId[];
  /** Notes whose double sharp or flat was written as the plain neighbour. */
  readonly simplified: ReadonlySet<NoteId>;
  /** Notes that a teacher moved by whole octaves on this page, as marked alternatives. */
  readonly moved: ReadonlyMap<NoteId, number>;
}

/** The respelling that brings a signature nearer to none: sharps go up by letter to flats. */
const respellingOf = (fifths: number): Interval => (fifths > 0 ? ENHARMONIC_UP : ENHARMONIC_DOWN);

function keyOptions(fifths: number): KeyOption[] {
  const other = fifths + respellingOf(fifths).fifths;
  return [
    ...(Math.abs(fifths) <= 7 ? [{ choice: 'transposed', fifths } as const] : []),
    ...(Math.abs(other) <= 7 ? [{ choice: 'respelled', fifths: other } as const] : []),
    ...(fifths === 0 ? [] : [{ choice: 'no-signature', fifths: 0 } as const]),
  ];
}

/** Double sharps and flats, and anything beyond, become the neighbour that sounds alike. */
function simplify(p: Written): Written {
  let simple = p;
  while (simple.alter >= 2) simple = transpose(simple, ENHARMONIC_UP);
  while (simple.alter <= -2) simple = transpose(simple, ENHARMONIC_DOWN);
  return simple;
}

/** Where one interval leads each pitch: the letters it gives, and the plain note that is written. */
class Mover {
  private readonly known = new Map<Concert, { readonly spelled: Written; readonly plain: Written }>();

  constructor(private readonly by: Interval) {}

  move(p: Concert): { readonly spelled: Written; readonly plain: Written } {
    let moved = this.known.get(p);
    if (moved === undefined) {
      const spelled = transpose<Written>(p, this.by);
      moved = { spelled, plain: simplify(spelled) };
      this.known.set(p, moved);
    }
    return moved;
  }
}

/** The signature a part is written in, and how each signature of the line is respelled for it. */
class KeyPlan {
  readonly options: readonly KeyOption[];
  readonly automatic: KeyChoice;
  readonly choice: KeyChoice;
  readonly why: KeyReason;

  constructor(private readonly sounding: number, private readonly up: number, asked: KeyChoice | undefined) {
    this.options = keyOptions(sounding);
    this.automatic = Math.abs(sounding) > SIGNATURE_LIMIT ? 'respelled' : 'transposed';
    const wanted = this.options.find((k) => k.choice === asked)?.choice;
    this.choice = wanted ?? this.automatic;
    this.why = wanted !== undefined && wanted !== this.automatic ? 'chosen' : this.automatic === 'respelled' ? 'over-limit' : 'transposed';
  }

  respell(fifths: number): Interval {
    const must = Math.abs(fifths) > SIGNATURE_LIMIT;
    const asked = this.choice === 'respelled' && fifths === this.sounding;
    return (must && this.choice !== 'transposed') || asked || Math.abs(fifths) > 7 ? respellingOf(fifths) : UNISON;
  }

  written(k: Key): Key {
    const fifths = k.fifths + this.up;
    return this.choice === 'no-signature' ? key(0, 'none') : key(fifths + this.respell(fifths).fifths, k.mode);
  }
}

/**
 * Derives an instrument's page from the concert line.
 *
 * Pitches and key move by the instrument's interval, spelled; a signature over the limit is respelled, key and notes
 * together; the whole line takes the octave that suits the players' stage, unless the instrument's own page was the
 * source. A teacher's choice overrides each of the three. Breath marks are added as the school wants them.
 */
export function derivePart(concert: Score<Concert>, instrument: Instrument, owner: PageOwner, choice: PartChoice = {}, teaching: Teaching = DEFAULT_TEACHING): Part {
  const { midis, counts, opening } = concertLineOf(concert);
  const up = semitones(instrument.toWritten);
  const options = rankOctaves(instrument, teaching.stage, counts, up);
  const automatic = owner === instrument.id ? 0 : (options[0]?.octaves ?? 0);
  const octaves = choice.octaves ?? automatic;
  const taken = options.find((o) => o.octaves === octaves);
  const octaveWhy: OctaveReason = choice.octaves !== undefined ? 'chosen' : owner === instrument.id ? 'own-page'
    : (taken?.outside ?? 0) + (taken?.unplayable ?? 0) === 0 ? 'fits' : 'fewest-outside';
  const keys = new KeyPlan(opening.key.fifths + instrument.toWritten.fifths, instrument.toWritten.fifths, choice.key);
  const base = addIntervals(instrument.toWritten, octavesUp(octaves));
  const clef = choice.clef !== undefined && instrument.clefs.includes(choice.clef) ? choice.clef : instrument.clefs[0];
  const { measures, simplified, moved } = writeMeasures(concert, keys, base, instrument.toWritten.fifths, choice, teaching);
  const first = measures[0];
  // The source page's clef changes are that player's; this part keeps to its own clef.
  if (first !== undefined) measures[0] = { ...first, clef, key: keys.written(opening.key), meter: opening.meter };
  const score: Score<Written> = { ...concert, measures };
  shareStructure(score, concert);
  return {
    instrument, teaching, concert, score, simplified, moved, ...rangeOf(instrument, teaching, concert, midis, up + 12 * octaves, moved),
    decisions: {
      interval: addIntervals(base, keys.respell(opening.key.fifths + instrument.toWritten.fifths)),
      octave: { octaves, why: octaveWhy, automatic, options: options.sort((a, b) => b.octaves - a.octaves) },
      key: { choice: keys.choice, fifths: keys.written(opening.key).fifths, sounding: opening.key.fifths, automatic: keys.automatic, options: keys.options, why: keys.why },
      clef: { clef, why: choice.clef !== undefined && clef !== instrument.clefs[0] ? 'chosen' : 'usual', options: instrument.clefs },
    },
  };
}

function writeMeasures(concert: Score<Concert>, keys: KeyPlan, base: Interval, up: number, choice: PartChoice, teaching: Teaching) {
  const simplified = new Set<NoteId>();
  const moved = new Map<NoteId, number>();
  const breaths = planBreaths(concert, teaching.schools.breath);
  const movers = new Map<number, Mover>();
  let mover = new Mover(UNISON);
  const measures = concert.measures.map((m, index): Measure<Written> => {
    if (m.key !== undefined || index === 0) {
      const respelling = keys.respell((m.key?.fifths ?? 0) + up);
      mover = movers.get(respelling.fifths) ?? new Mover(addIntervals(base, respelling));
      movers.set(respelling.fifths, mover);
    }
    const events: MusicEvent<Written>[] = new Array<MusicEvent<Written>>(m.events.length);
    for (let i = 0; i < events.length; i++) {
      const e = m.events[i] as MusicEvent<Concert>;
      if (e.kind === 'rest') {
        events[i] = e;
        continue;
      }
      const { spelled, plain } = mover.move(e.pitch);
      if (plain !== spelled) simplified.add(e.id);
      const away = choice.alternatives?.[e.id];
      if (away !== undefined) moved.set(e.id, away);
      const written = away === undefined ? plain : pitch<Written>(plain.step, plain.alter, plain.octave + away);
      events[i] = breaths.has(e.id) ? { ...e, pitch: written, breathAfter: true } : { ...e, pitch: written };
    }
    if (m.key === undefined && m.clef === undefined) return { ...m, events } as Measure<Written>;
    const { clef: _sourceClef, ...others } = m;
    return { ...others, ...(m.key === undefined ? {} : { key: keys.written(m.key) }), events } as Measure<Written>;
  });
  return { measures, simplified, moved };
}

/** Notes outside the stage, and outside everything. */
function rangeOf({ ranges }: Instrument, { stage }: Teaching, concert: Score<Concert>, midis: readonly number[], shift: number, moved: ReadonlyMap<NoteId, number>) {
  const range = { low: midi(ranges.full.low) - shift, high: midi(ranges.full.high) - shift };
  const home = { low: midi(ranges[stage].low) - shift, high: midi(ranges[stage].high) - shift };
  const outside: NoteId[] = [];
  const unplayable: NoteId[] = [];
  const { notes } = concertLineOf(concert);
  for (let i = 0; i < midis.length; i++) {
    const plain = midis[i] as number;
    const { id } = notes[i] as { id: NoteId };
    const at = moved.size === 0 ? plain : plain + 12 * (moved.get(id) ?? 0);
    if (at >= home.low && at <= home.high) continue;
    if (at < range.low || at > range.high) unplayable.push(id);
    else outside.push(id);
  }
  return { outside, unplayable };
}
