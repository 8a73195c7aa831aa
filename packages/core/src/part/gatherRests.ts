import type { Pitch } from '../pitch/pitch';
import { standsAtStart } from '../score/navigation';
import type { Measure, NoteId, Score } from '../score/score';

type Bar = Measure<Pitch>;

/** Whether a bar is silent and says nothing else. @param ends where hairpins begin and end */
const isSilent = (bar: Bar, ends: ReadonlySet<NoteId>): boolean =>
  bar.events.length > 0 &&
  bar.pickup !== true &&
  bar.events.every(
    (e) =>
      e.kind === 'rest' &&
      e.fermata === undefined &&
      e.dynamic === undefined &&
      e.words === undefined &&
      e.chord === undefined &&
      !ends.has(e.id),
  );

/** Whether nothing stands between two bars but a plain bar line. */
const leadsOn = (before: Bar, bar: Bar): boolean =>
  before.repeatEnd !== true &&
  before.endBar === undefined &&
  (before.navigation ?? []).every(standsAtStart) &&
  bar.clef === undefined &&
  bar.key === undefined &&
  bar.meter === undefined &&
  bar.tempo === undefined &&
  bar.repeatStart !== true &&
  bar.startsSystem !== true &&
  !(bar.navigation ?? []).some(standsAtStart) &&
  (before.ending ?? []).join() === (bar.ending ?? []).join();

/**
 * Silent bars in a row are drawn as one multi-bar rest, as far as nothing stands between them. Common practice, no
 * source.
 * @example four bars of rests of which the third repeats: two and two
 */
export function gatherRests<P extends Pitch>(score: Score<P>): Score<P> {
  const ends = new Set(score.hairpins.flatMap((h) => [h.from, h.to]));
  const measures: Measure<P>[] = [];
  for (let i = 0; i < score.measures.length;) {
    const first = score.measures[i] as Measure<P>;
    let to = i + 1;
    if (isSilent(first, ends))
      while (to < score.measures.length) {
        const [before, bar] = [score.measures[to - 1] as Measure<P>, score.measures[to] as Measure<P>];
        if (!isSilent(bar, ends) || !leadsOn(before, bar)) break;
        to += 1;
      }
    const run = score.measures.slice(i, to).map(({ multiRest: _said, ...bar }): Measure<P> => bar);
    measures.push(...run.map((bar, at) => (at === 0 && run.length > 1 ? { ...bar, multiRest: run.length } : bar)));
    i = to;
  }
  return { ...score, measures };
}
