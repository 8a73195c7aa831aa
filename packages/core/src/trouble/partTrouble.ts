import type { Part } from '../part/derivePart';
import type { Annotations, NoteAnnotation } from '../part/annotate';
import { quartersAMinute } from '../performance/perform';
import { toNumber } from '../rational/rational';
import type { NoteId, Tempo } from '../score/score';
import { structureOf } from '../score/structure';
import { placeMeasures } from '../score/walk';
import { type CauseShare, changeCost, type ChangeCost, rangeEnds, slideTurns } from './changeCost';
import { WEIGHTS } from './weights.data';

/** The change into a note, with what it costs there. */
export interface Change extends ChangeCost {
  readonly from: NoteId;
  readonly to: NoteId;
  /** Where `to` stands in the order of notes, and in which bar. */
  readonly index: number;
  readonly measure: number;
}

const SECONDS_A_MINUTE = 60;

/** Quarters a minute in each bar. */
function speeds(part: Part): number[] {
  let tempo: Tempo | undefined;
  return placeMeasures(part.concert).map(({ measure, meter }) => {
    tempo = measure.tempo?.mark === undefined ? tempo : measure.tempo;
    return quartersAMinute(tempo, meter);
  });
}

/** Notes from which a slur leads on. */
function slurredNotes(part: Part, indexOf: ReadonlyMap<NoteId, number>): ReadonlySet<number> {
  const on = new Set<number>();
  for (const s of part.concert.slurs) for (let i = indexOf.get(s.from) ?? 0; i < (indexOf.get(s.to) ?? 0); i++) on.add(i);
  return on;
}

/** What the eye has to know: a sign that is in force unseen, a letter that has just changed. */
function readingCauses(note: NoteAnnotation, lastAlter: number | undefined): CauseShare[] {
  const { source } = note.accidental;
  const unseen = source === 'bar' || source === 'tie';
  const changes = lastAlter !== undefined && lastAlter !== note.written.alter;
  return [
    ...(unseen ? [{ cause: 'sign-not-shown' as const, units: 1, cost: WEIGHTS['sign-not-shown'] }] : []),
    ...(changes ? [{ cause: 'letter-changes' as const, units: 1, cost: WEIGHTS['letter-changes'] }] : []),
  ];
}

/**
 * Every change of a part with its cost, in the order of the notes.
 *
 * A change over a rest or into a held-over note is none. Slurs count as the page has them.
 * @param isNew whether the players have yet to meet a written note (as MIDI number)
 */
export function partChanges(part: Part, annotations: Annotations, isNew: (midi: number) => boolean): Change[] {
  const structure = structureOf(part.concert);
  const { indexOf, heldOver, restAfter, measureOf, quarters, places } = structure;
  const slurred = slurredNotes(part, indexOf);
  const speed = speeds(part);
  const ends = rangeEnds(part.instrument.ranges[part.teaching.stage]);
  const { tones, of } = part.tones;
  const found: Change[] = [];
  const alters = new Map<string, number>();
  const letterOf = (n: NoteAnnotation): string => `${n.written.step}${n.written.octave}`;
  let struck = -1;
  let before: NoteAnnotation | undefined;
  let seconds = 0;
  for (let i = 0; i < annotations.size; i++) {
    const here = annotations.at(i);
    if (here === undefined) break;
    const lasts = (toNumber(quarters[i] ?? { n: 1, d: 1 }) * SECONDS_A_MINUTE) / (speed[measureOf[i] as number] ?? SECONDS_A_MINUTE);
    if (heldOver[i] === 1) {
      seconds += lasts;
    } else {
      const from = struck < 0 ? undefined : annotations.at(struck);
      if (from?.fingering.kind === 'playable' && here.fingering.kind === 'playable' && restAfter[i - 1] !== 1) {
        const [a, b] = [tones[of[struck] as number]?.midi ?? 0, tones[of[i] as number]?.midi ?? 0];
        const turns = before?.fingering.kind === 'playable' && slideTurns(before.fingering.figure, from.fingering.figure, here.fingering.figure);
        const hands = changeCost(part.instrument, { midi: a, fingering: from.fingering }, { midi: b, fingering: here.fingering }, { ...ends, seconds, slurred: slurred.has(i - 1), turns, isNew: isNew(b) });
        const eyes = readingCauses(here, alters.get(letterOf(here)));
        found.push({
          from: from.id, to: here.id, index: i, measure: places[i]?.measure ?? 0, cost: hands.cost + eyes.reduce((sum, c) => sum + c.cost, 0),
          causes: [...hands.causes, ...eyes].sort((x, y) => y.cost - x.cost),
        });
      }
      before = from;
      struck = i;
      seconds = lasts;
    }
    alters.set(letterOf(here), here.written.alter);
  }
  return found;
}

/** What a change has to cost to be worth a mark: easy lines have no trouble spots. */
export const WORTH_A_MARK = 4;

/**
 * The places most likely to go wrong, dearest first: each in a bar of its own, and no two for the same change.
 * @example in a trumpet line with one leap of a sixth the leap stands first
 */
export function troubleSpots(changes: readonly Change[], annotations: Annotations, most: number): Change[] {
  const nameOf = (id: NoteId): string => {
    const p = annotations.get(id)?.written;
    return p === undefined ? id : `${p.step}${p.alter}${p.octave}`;
  };
  const bars = new Set<number>();
  const changesSeen = new Set<string>();
  const spots: Change[] = [];
  for (const c of [...changes].sort((a, b) => b.cost - a.cost || a.index - b.index)) {
    if (spots.length === most || c.cost < WORTH_A_MARK) break;
    const name = `${nameOf(c.from)} ${nameOf(c.to)}`;
    if (bars.has(c.measure) || changesSeen.has(name)) continue;
    bars.add(c.measure);
    changesSeen.add(name);
    spots.push(c);
  }
  return spots;
}
