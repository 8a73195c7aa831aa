import type { Pitch } from '../pitch/pitch';
import type { NoteId, Score } from './score';

/** The notes and rests from which a slur leads on to the next: no breath and no tongue comes between. */
export function slurredOn<P extends Pitch>({ measures, slurs }: Score<P>): ReadonlySet<NoteId> {
  if (slurs.length === 0) return new Set();
  const ids = measures.flatMap((m) => m.events.map((e) => e.id));
  const indexOf = new Map(ids.map((id, i) => [id, i]));
  return new Set(slurs.flatMap((s) => ids.slice(indexOf.get(s.from) ?? 0, indexOf.get(s.to) ?? 0)));
}
