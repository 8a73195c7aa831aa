import { addIntervals, ENHARMONIC_DOWN, ENHARMONIC_UP, type Interval, transpose, UNISON } from '../pitch/interval';
import { type Concert, midi, pitch, type Written } from '../pitch/pitch';
import type { NoteId } from '../score/score';
import type { Tones } from '../score/tones';
import type { ConcertLine } from './concertLine';
import type { KeyPlan } from './keyPlan';

/** A tone on a player's page, with where it comes from. */
export interface WrittenTone {
  readonly pitch: Written;
  readonly midi: number;
  /** The signature in force on the page. */
  readonly fifths: number;
  readonly concert: Concert;
  /** A double sharp or flat was written as the plain neighbour. */
  readonly simplified: boolean;
  /** Octaves by which a teacher moved notes of this tone alone. */
  readonly moved: number;
}

export interface WrittenTones extends Tones<Written> {
  readonly tones: readonly WrittenTone[];
  /** One interval moved every note and every signature of the line. */
  readonly uniform: boolean;
}

/** Double sharps and flats, and anything beyond, become the neighbour that sounds alike. */
function simplify(p: Written): Written {
  let simple = p;
  while (simple.alter >= 2) simple = transpose(simple, ENHARMONIC_UP);
  while (simple.alter <= -2) simple = transpose(simple, ENHARMONIC_DOWN);
  return simple;
}

const octaveAway = <P extends Concert | Written>(p: P, octaves: number): P =>
  octaves === 0 ? p : pitch<P>(p.step, p.alter, p.octave + octaves);

/**
 * Moves the tones of a line to a player's page; its notes keep their order.
 * @param alternatives notes that go some octaves away on this page alone: each gets a tone of its own
 */
export function writeTones(
  line: ConcertLine,
  keys: KeyPlan,
  base: Interval,
  octaves: number,
  alternatives: Readonly<Record<NoteId, number>> | undefined,
): WrittenTones {
  let respelling = UNISON;
  let by = base;
  let uniform = keys.choice !== 'no-signature';
  const moveTone = (sounding: Concert, fifths: number, moved: number, index: number): WrittenTone => {
    const needed = keys.respell(fifths + keys.up);
    if (needed !== respelling) {
      if (index > 0) uniform = false;
      respelling = needed;
      by = addIntervals(base, needed);
    }
    const spelled = transpose<Written>(sounding, by);
    const plain = simplify(spelled);
    if (plain !== spelled || moved !== 0) uniform = false;
    const written = octaveAway(plain, moved);
    return {
      pitch: written,
      midi: midi(written),
      fifths: keys.writtenFifths(fifths),
      concert: octaveAway(sounding, octaves + moved),
      simplified: plain !== spelled,
      moved,
    };
  };
  const { tones, of } = line.tones;
  const written = tones.map((t, i) => moveTone(t.pitch, t.fifths, 0, i));
  if (alternatives === undefined) return { tones: written, of, uniform };
  const own = Uint16Array.from(of);
  for (const [id, away] of Object.entries(alternatives)) {
    const index = line.structure.indexOf.get(id);
    const from = index === undefined ? undefined : tones[of[index] as number];
    if (index === undefined || from === undefined || away === 0) continue;
    own[index] = written.length;
    written.push(moveTone(from.pitch, from.fifths, away, written.length));
  }
  return { tones: written, of: own, uniform };
}
