import type { SimplerBar } from '../exercise/exercise';
import { measureQuarters } from '../meter/meter';
import type { Pitch } from '../pitch/pitch';
import { add, divide, type Rational, subtract, sum, ZERO } from '../rational/rational';
import { durationQuarters, splitQuarters } from '../score/duration';
import { filledQuarters } from '../score/measureSum';
import type { Measure, MusicEvent, Note, NoteId, Score } from '../score/score';
import { type PlacedMeasure, placeMeasures } from '../score/walk';

/** Stands over a bar that was made easier. */
export const SIMPLER_WORD = 'easier';

interface Kept<P extends Pitch> {
  readonly note: Note<P>;
  readonly quarters: Rational;
}

/** The notes between two rests that stay, each as long as it is until the next that stays. */
function keepNotes<P extends Pitch>(
  run: readonly Note<P>[],
  start: Rational,
  count: Rational,
  how: SimplerBar,
): Kept<P>[] {
  const kept: { note: Note<P>; quarters: Rational }[] = [];
  let onset = start;
  run.forEach((note, i) => {
    const quarters = durationQuarters(note.duration);
    const last = kept.at(-1);
    const onBeat = divide(onset, count).d === 1;
    if (last === undefined || (how === 'beats' && onBeat && i > 0 && run[i - 1]?.tie !== true))
      kept.push({ note, quarters });
    else last.quarters = add(last.quarters, quarters);
    onset = add(onset, quarters);
  });
  return kept;
}

/** A note over a length that may need several values: they are tied, and the first keeps its id. */
function write<P extends Pitch>({ note, quarters }: Kept<P>, tiedOn: boolean): MusicEvent<P>[] {
  const { tupletPlace: _place, tie: _tie, breathAfter, ...plain } = note;
  const durations = splitQuarters(quarters);
  return durations.map((duration, i): MusicEvent<P> => {
    const last = i === durations.length - 1;
    const marks = i === 0 ? plain : { kind: 'note' as const, pitch: note.pitch };
    return {
      ...marks,
      id: i === 0 ? note.id : `${note.id}-held${i}`,
      duration,
      ...(!last || tiedOn ? { tie: true } : {}),
      ...(last && breathAfter === true && { breathAfter: true }),
    };
  });
}

/** A bar with its meter, and one count of it in quarters. */
type BarToSimplify<P extends Pitch> = Pick<PlacedMeasure<P>, 'measure' | 'meter' | 'count'>;

function simplifyMeasure<P extends Pitch>(
  { measure: m, meter, count }: BarToSimplify<P>,
  how: SimplerBar,
  leadsOn: (last: Note<P>, kept: Note<P>) => boolean,
): Measure<P> {
  let onset = m.pickup === true ? subtract(measureQuarters(meter), filledQuarters(m)) : ZERO;
  const events: MusicEvent<P>[] = [];
  let run: Note<P>[] = [];
  const close = (): void => {
    const [start, last] = [onset, run.at(-1)];
    if (last === undefined) return;
    const kept = keepNotes(run, start, count, how);
    kept.forEach((k, i) =>
      events.push(...write(k, i === kept.length - 1 && last.tie === true && leadsOn(last, k.note))),
    );
    onset = add(onset, sum(run.map((n) => durationQuarters(n.duration))));
    run = [];
  };
  for (const e of m.events) {
    if (e.kind === 'note') {
      run.push(e);
      continue;
    }
    close();
    events.push(e);
    onset = add(onset, durationQuarters(e.duration));
  }
  close();
  const [first, ...rest] = events;
  return first === undefined
    ? m
    : { ...m, events: [first.words === undefined ? { ...first, words: SIMPLER_WORD } : first, ...rest] };
}

const sounds = (a: Pitch, b: Pitch): boolean => a.step === b.step && a.alter === b.alter && a.octave === b.octave;

/** Whether making a bar easier would leave out a note of it. */
export function canSimplify<P extends Pitch>(bar: BarToSimplify<P>, how: SimplerBar): boolean {
  const notes = bar.measure.events.filter((e) => e.kind === 'note').length;
  return (
    simplifyMeasure(bar, how, () => true).events.filter((e) => e.kind === 'note' && !e.id.includes('-held')).length <
    notes
  );
}

/**
 * Notes that a line has no longer are nobody's end: a slur or hairpin shrinks to what is left between its ends, or
 * goes.
 */
function spansLeft<S extends { readonly from: NoteId; readonly to: NoteId }>(
  spans: readonly S[],
  was: readonly NoteId[],
  is: ReadonlySet<NoteId>,
): S[] {
  const at = new Map(was.map((id, i) => [id, i]));
  return spans.flatMap((s) => {
    const inside = was.slice(at.get(s.from), (at.get(s.to) ?? -1) + 1).filter((id) => is.has(id));
    const [from, to] = [inside[0], inside.at(-1)];
    return from === undefined || to === undefined || from === to ? [] : [{ ...s, from, to }];
  });
}

/**
 * The line with some of its bars made easier, each with a word over it.
 *
 * Rests stay where they are, bars keep their length, and what is kept keeps its id.
 * @param bars how, by the ids of the bars
 * @example in 4/4 the eighths C D E F and a half G become the quarters C E and the half G under `beats`, a whole C
 * under `held`
 */
export function simplify<P extends Pitch>(
  score: Score<P>,
  bars: Readonly<Record<string, SimplerBar>> | undefined,
): Score<P> {
  if (bars === undefined || Object.keys(bars).length === 0) return score;
  const placed = placeMeasures(score);
  const nextNote = (index: number): Note<P> | undefined => {
    const e = score.measures[index + 1]?.events[0];
    return e?.kind === 'note' ? e : undefined;
  };
  const measures = placed.map((bar) => {
    const { measure, index } = bar;
    const how = bars[measure.id];
    return how === undefined
      ? measure
      : simplifyMeasure(bar, how, (_last, kept) => {
          const next = nextNote(index);
          return next !== undefined && sounds(next.pitch, kept.pitch);
        });
  });
  const was = score.measures.flatMap((m) => m.events.map((e) => e.id));
  const is = new Set(measures.flatMap((m) => m.events.map((e) => e.id)));
  return { ...score, measures, slurs: spansLeft(score.slurs, was, is), hairpins: spansLeft(score.hairpins, was, is) };
}
