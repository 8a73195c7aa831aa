import type { Playable } from '../fingering/figure';
import type { Annotations, NoteAnnotation } from '../part/annotate';
import type { Part } from '../part/derivePart';
import { quartersAMinute } from '../score/tempo';
import { diatonic, midi } from '../pitch/pitch';
import { toNumber } from '../rational/rational';
import type { Accidental } from '../score/accidental';
import { placedNotes } from '../score/placedNotes';
import type { NoteId } from '../score/score';
import { slurredOn } from '../score/slurs';
import { placeMeasures } from '../score/walk';
import { type CauseShare, changeCost, type ChangeCost, rangeEnds, slideTurns } from './changeCost';
import { WEIGHTS } from './weights.data';

/** The change into a note, with what it costs there. */
export interface Change extends ChangeCost {
  readonly from: NoteId;
  readonly to: NoteId;
  /** Where `to` stands in the order of notes, and the bar it stands in: its index, and its printed number. */
  readonly index: number;
  readonly measureIndex: number;
  readonly measure: number;
}

const SECONDS_A_MINUTE = 60;

/** Quarters a minute in each bar. */
function speeds({ concert }: Part): number[] {
  return placeMeasures(concert).map(({ tempo, meter }) => quartersAMinute(tempo, meter));
}

/** What the eye has to know: a sign that is in force unseen, a letter that has just changed. */
function readingCauses({ source }: Accidental, alter: number, lastAlter: number | undefined): CauseShare[] {
  const causes: CauseShare[] = [];
  const share = (cause: 'sign-not-shown' | 'letter-changes'): void => {
    causes.push({ cause, units: 1, cost: WEIGHTS[cause] });
  };
  if (source === 'bar' || source === 'tie') share('sign-not-shown');
  if (lastAlter !== undefined && lastAlter !== alter) share('letter-changes');
  return causes;
}

/** A note that is struck, while it sounds. */
interface Struck {
  readonly note: NoteAnnotation;
  readonly fingering: Playable | undefined;
  seconds: number;
}

/**
 * Every change of a part with its cost, in the order of the notes.
 *
 * A change over a rest or into a held-over note is none. Slurs count as the page has them.
 * @param isNew whether the players have yet to meet a written note (as MIDI number)
 */
export function partChanges(part: Part, annotations: Annotations, isNew: (midi: number) => boolean): Change[] {
  const slurred = slurredOn(part.concert);
  const speed = speeds(part);
  const range = rangeEnds(part.instrument.ranges[part.teaching.stage]);
  const found: Change[] = [];
  const alters = new Map<number, number>();
  let before: Struck | undefined;
  let last: Struck | undefined;
  let lastId: NoteId | undefined;
  for (const { note: written, index, measureIndex, measureNumber, quarters, tiedFrom, restBefore } of placedNotes(
    part.score,
  )) {
    const note = annotations.get(written.id);
    if (note === undefined) continue;
    const { alter } = written.pitch;
    const line = diatonic(written.pitch);
    const seconds = (toNumber(quarters) * SECONDS_A_MINUTE) / (speed[measureIndex] ?? SECONDS_A_MINUTE);
    if (tiedFrom !== undefined && last !== undefined) last.seconds += seconds;
    else {
      const here: Struck = {
        note,
        fingering: note.fingering.kind === 'playable' ? note.fingering : undefined,
        seconds,
      };
      if (last?.fingering !== undefined && here.fingering !== undefined && !restBefore) {
        const sound = midi(written.pitch);
        const hands = changeCost(
          part.instrument,
          { midi: midi(last.note.written), fingering: last.fingering },
          { midi: sound, fingering: here.fingering },
          {
            ...range,
            seconds: last.seconds,
            slurred: lastId !== undefined && slurred.has(lastId),
            turns: slideTurns(before?.fingering?.figure, last.fingering.figure, here.fingering.figure),
            isNew: isNew(sound),
          },
        );
        const eyes = readingCauses(note.accidental, alter, alters.get(line));
        found.push({
          from: last.note.id,
          to: note.id,
          index,
          measureIndex,
          measure: measureNumber,
          cost: eyes.reduce((sum, c) => sum + c.cost, hands.cost),
          causes: [...hands.causes, ...eyes].sort((x, y) => y.cost - x.cost),
        });
      }
      before = last;
      last = here;
    }
    alters.set(line, alter);
    lastId = written.id;
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
