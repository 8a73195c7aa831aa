import type { Part } from '../part/derivePart';
import type { Annotations } from '../part/annotate';
import { quartersAMinute } from '../performance/perform';
import { diatonic } from '../pitch/pitch';
import { type Rational, toNumber } from '../rational/rational';
import type { AccidentalReading } from '../score/accidental';
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

const PLAIN_READING: readonly CauseShare[] = [];

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
  for (const s of part.concert.slurs)
    for (let i = indexOf.get(s.from) ?? 0; i < (indexOf.get(s.to) ?? 0); i++) on.add(i);
  return on;
}

/** What the eye has to know: a sign that is in force unseen, a letter that has just changed. */
function readingCauses(
  { source }: AccidentalReading,
  alter: number,
  lastAlter: number | undefined,
): readonly CauseShare[] {
  const unseen = source === 'bar' || source === 'tie';
  const changes = lastAlter !== undefined && lastAlter !== alter;
  if (!unseen && !changes) return PLAIN_READING;
  return [
    ...(unseen ? [{ cause: 'sign-not-shown' as const, units: 1, cost: WEIGHTS['sign-not-shown'] }] : []),
    ...(changes ? [{ cause: 'letter-changes' as const, units: 1, cost: WEIGHTS['letter-changes'] }] : []),
  ];
}

/**
 * Every change of a part with its cost, in the order of the notes.
 *
 * A change over a rest or into a held-over note is none. Slurs count as the page has them.
 * @param costOf a change's own cost, where one is remembered
 * @param isNew whether the players have yet to meet a written note (as MIDI number)
 */
export function partChanges(
  part: Part,
  annotations: Annotations,
  isNew: (midi: number) => boolean,
  costOf = changeCost,
): Change[] {
  const { indexOf, heldOver, restAfter, measureOf, quarters, places, noteIds } = structureOf(part.concert);
  const slurred = slurredNotes(part, indexOf);
  const speed = speeds(part);
  const { low, high } = rangeEnds(part.instrument.ranges[part.teaching.stage]);
  const { tones, of } = part.tones;
  // What is said of one tone holds wherever it comes: nothing is put together for each note.
  const lines = tones.map((t) => diatonic(t.pitch));
  const found: Change[] = [];
  const alters = new Map<number, number>();
  let struck = -1;
  let before = -1;
  let seconds = 0;
  for (let i = 0; i < of.length; i++) {
    const tone = of[i] as number;
    const {
      midi,
      pitch: { alter },
    } = tones[tone] as (typeof tones)[number];
    const lasts =
      (toNumber(quarters[i] as Rational) * SECONDS_A_MINUTE) / (speed[measureOf[i] as number] ?? SECONDS_A_MINUTE);
    if (heldOver[i] === 1) {
      seconds += lasts;
    } else {
      const from = struck < 0 ? undefined : (of[struck] as number);
      const [leaves, reaches] = [
        from === undefined ? undefined : annotations.toneWords[from]?.fingering,
        annotations.toneWords[tone]?.fingering,
      ];
      if (from !== undefined && leaves?.kind === 'playable' && reaches?.kind === 'playable' && restAfter[i - 1] !== 1) {
        const came = before < 0 ? undefined : annotations.toneWords[of[before] as number]?.fingering;
        const turns = came?.kind === 'playable' && slideTurns(came.figure, leaves.figure, reaches.figure);
        const hands = costOf(
          part.instrument,
          { midi: tones[from]?.midi ?? 0, fingering: leaves },
          { midi, fingering: reaches },
          { low, high, seconds, slurred: slurred.has(i - 1), turns, isNew: isNew(midi) },
        );
        const eyes = readingCauses(
          annotations.accidentals[i] as AccidentalReading,
          alter,
          alters.get(lines[tone] as number),
        );
        found.push({
          from: noteIds[struck] as NoteId,
          to: noteIds[i] as NoteId,
          index: i,
          measure: places[i]?.measure ?? 0,
          cost: eyes.reduce((sum, c) => sum + c.cost, hands.cost),
          causes: eyes.length === 0 ? hands.causes : [...hands.causes, ...eyes].sort((x, y) => y.cost - x.cost),
        });
      }
      before = struck;
      struck = i;
      seconds = lasts;
    }
    alters.set(lines[tone] as number, alter);
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
