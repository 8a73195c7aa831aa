import { isCompound, measureQuarters } from '../meter/meter';
import { type Strength, strengthAt } from '../meter/strength';
import { phraseStarts } from '../performance/phrases';
import { midi, type Pitch } from '../pitch/pitch';
import { add, compare, divide, type Rational, rational, subtract, toNumber, ZERO } from '../rational/rational';
import { durationQuarters } from '../score/duration';
import type { MusicEvent, NoteId, Score } from '../score/score';
import { quartersAMinute } from '../score/tempo';
import { type PlacedMeasure, placeMeasures } from '../score/walk';
import { classOf } from './chordTones';

/** A stretch of the line under which one chord stands. */
export interface Slot {
  readonly place: PlacedMeasure<Pitch>;
  readonly at: NoteId;
  readonly onset: Rational;
  /** What sounds in it: which twelfth of the octave, how heavy, and whether it only passes. */
  readonly notes: readonly { readonly class: number; readonly weight: number; readonly isPassing: boolean }[];
  /** The note at its beginning, as a MIDI number. */
  readonly first: number | undefined;
  readonly endsPhrase: boolean;
  readonly isLast: boolean;
}

const WEIGHT: Readonly<Record<Strength, number>> = { strong: 2, medium: 1.6, weak: 1, off: 0.6 };
/** A bar is parted in two where each half lasts at least so long. From memory. */
const SHORTEST_SECONDS = 1.1;
const SECONDS_A_MINUTE = 60;

/** The places of a bar at which a chord may begin, in quarters: its start, and where there is time its middle. */
function placesIn({ meter, tempo, measure }: PlacedMeasure<Pitch>): readonly Rational[] {
  const full = measureQuarters(meter);
  const half = divide(full, rational(2));
  const parts = isCompound(meter) ? meter.beats / 3 : meter.beats;
  const seconds = (toNumber(half) * SECONDS_A_MINUTE) / quartersAMinute(tempo, meter);
  if (parts % 2 !== 0 || seconds < SHORTEST_SECONDS || measure.pickup === true) return [ZERO];
  return parts >= 4 || isCompound(meter) ? [ZERO, half] : [ZERO];
}

interface Sounded {
  readonly event: MusicEvent<Pitch>;
  readonly from: Rational;
  readonly to: Rational;
  readonly isPassing: boolean;
}

/** Whether a note comes and goes by step, and is no longer than a quarter: it passes, or it turns around another. */
function passes(before: MusicEvent<Pitch> | undefined, e: MusicEvent<Pitch>, after: typeof before): boolean {
  if (e.kind !== 'note' || before?.kind !== 'note' || after?.kind !== 'note') return false;
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= 2;
  const [b, m, a] = [before, e, after].map((n) => midi(n.pitch)) as [number, number, number];
  return toNumber(durationQuarters(e.duration)) <= 1 && near(b, m) && near(m, a) && m !== a;
}

/** The stretches of a line that each have one chord: they begin where something is played, and never in a pickup. */
export function slotsOf(score: Score<Pitch>): Slot[] {
  const placed = placeMeasures(score);
  const starts = phraseStarts(score);
  const all = score.measures.flatMap((m) => m.events);
  const slots: Slot[] = [];
  let number = 0;
  for (const place of placed) {
    let onset = ZERO;
    const sounded = place.measure.events.map((event): Sounded => {
      const from = onset;
      onset = add(onset, durationQuarters(event.duration));
      number += 1;
      return { event, from, to: onset, isPassing: passes(all[number - 2], event, all[number]) };
    });
    if (place.index === 0 && place.measure.pickup === true) continue;
    const begins = placesIn(place).flatMap((p) => {
      const found = sounded.find((s) => compare(s.from, p) === 0);
      return found === undefined ? [] : [found];
    });
    const begun = begins.length === 0 ? sounded.slice(0, 1) : begins;
    begun.forEach((b, i) => {
      const end = begun[i + 1]?.from ?? onset;
      const inside = sounded.filter((s) => compare(s.from, end) < 0 && compare(s.to, b.from) > 0);
      slots.push({
        place,
        at: b.event.id,
        onset: b.from,
        notes: inside.flatMap(({ event, from, to, isPassing }) => {
          if (event.kind === 'rest') return [];
          const within = compare(from, b.from) < 0 ? b.from : from;
          const lasts = toNumber(subtract(compare(to, end) < 0 ? to : end, within));
          const weight = lasts * WEIGHT[strengthAt(place.meter, within, place.count)];
          return [{ class: classOf(event.pitch), weight, isPassing: isPassing && from.n !== 0 }];
        }),
        first: b.event.kind === 'note' ? midi(b.event.pitch) : undefined,
        endsPhrase: i === begun.length - 1 && starts.has(place.index + 1),
        isLast: false,
      });
    });
  }
  // Under rests what held before goes on.
  const played = slots.filter((s, i) => s.notes.length > 0 || i === 0);
  return played.map((s, i) => (i === played.length - 1 ? { ...s, isLast: true, endsPhrase: true } : s));
}
