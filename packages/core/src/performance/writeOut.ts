import type { Pitch } from '../pitch/pitch';
import { jumpOf } from '../score/navigation';
import type { Measure, MusicEvent, NoteId, Score, Span } from '../score/score';
import { placeMeasures } from '../score/walk';
import { playOrder } from './playOrder';

/** Stands between an id and the how-manieth time it is played. */
const AGAIN = '-again';

/** The note of the line that a written-out copy comes from. @example sourceId('n3-again2') // 'n3' */
export const sourceId = (id: NoteId): NoteId => id.replace(/-again\d+$/, '');

/**
 * The line with its repeats and jumps written out: bars in the order in which they are played, without their signs.
 *
 * What is played once more gets ids of its own, which sourceId leads back. Ties and slurs stay where both their ends
 * are played one after the other.
 * @example |: A | B :| becomes A | B | A | B
 */
export function writeOut<P extends Pitch>(score: Score<P>): Score<P> {
  const placed = placeMeasures(score);
  if (!score.measures.some((m) => m.repeatEnd === true || m.ending !== undefined || jumpOf(m) !== undefined))
    return score;
  const times = new Map<number, number>();
  const idAt = (id: string, time: number): string => (time === 1 ? id : `${id}${AGAIN}${time}`);
  let before: (typeof placed)[number] | undefined;
  /** For every note as it is played: its id in the line and on the written-out page. */
  const run: { source: NoteId; id: NoteId }[] = [];
  const measures = playOrder(score).map(({ index }, i, order): Measure<P> => {
    const here = placed[index] as (typeof placed)[number];
    const time = (times.get(index) ?? 0) + 1;
    times.set(index, time);
    const {
      repeatStart: _s,
      repeatEnd: _e,
      ending: _n,
      navigation: _j,
      clef: _c,
      key: _k,
      meter: _m,
      multiRest,
      ...plain
    } = here.measure;
    const events = plain.events.map((e): MusicEvent<P> => {
      run.push({ source: e.id, id: idAt(e.id, time) });
      return { ...e, id: idAt(e.id, time) };
    });
    const made: Measure<P> = {
      ...plain,
      id: idAt(plain.id, time),
      events,
      ...(multiRest !== undefined && { multiRest }),
      ...(here.clef !== before?.clef && { clef: here.clef }),
      ...(here.key.fifths === before?.key.fifths && here.key.mode === before.key.mode ? {} : { key: here.key }),
      ...(here.meter.beats === before?.meter.beats &&
      here.meter.unit === before.meter.unit &&
      here.meter.symbol === before.meter.symbol
        ? {}
        : { meter: here.meter }),
    };
    before = here;
    const { endBar, ...open } = made;
    return i < order.length - 1 && endBar === 'final' ? open : made;
  });
  return {
    ...score,
    measures: untieAcross(measures, score),
    slurs: spansPlayed(score.slurs, run),
    hairpins: spansPlayed(score.hairpins, run),
  };
}

/** A tie that led to another note than the one that is now played next would say what is not there. */
function untieAcross<P extends Pitch>(measures: readonly Measure<P>[], score: Score<P>): Measure<P>[] {
  const next = new Map<NoteId, NoteId | undefined>();
  const all = score.measures.flatMap((m) => m.events);
  all.forEach((e, i) => next.set(e.id, all[i + 1]?.id));
  const played = measures.flatMap((m) => m.events);
  const stays = new Set<NoteId>();
  played.forEach((e, i) => {
    const after = played[i + 1];
    const samePitch =
      e.kind === 'note' &&
      after?.kind === 'note' &&
      after.pitch.step === e.pitch.step &&
      after.pitch.alter === e.pitch.alter &&
      after.pitch.octave === e.pitch.octave;
    if (samePitch || (after !== undefined && sourceId(after.id) === next.get(sourceId(e.id))) || after === undefined)
      stays.add(e.id);
  });
  return measures.map((m) => ({
    ...m,
    events: m.events.map((e): MusicEvent<P> => {
      if (e.kind !== 'note' || e.tie !== true || stays.has(e.id)) return e;
      const { tie: _tie, ...loose } = e;
      return loose;
    }),
  }));
}

/** Each span once for every time that its two ends are played in one run. */
function spansPlayed<S extends Span>(
  spans: readonly S[],
  run: readonly { readonly source: NoteId; readonly id: NoteId }[],
): S[] {
  return spans.flatMap((s) => {
    const found: S[] = [];
    let from: NoteId | undefined;
    for (const { source, id } of run) {
      if (source === s.from) from = id;
      if (source === s.to && from !== undefined) {
        found.push({ ...s, from, to: id });
        from = undefined;
      }
    }
    return found;
  });
}
