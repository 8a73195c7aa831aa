import { diatonic, letterName, samePitch, type Written } from '../pitch/pitch';
import type { Note, NoteId, Score } from '../score/score';
import { placeEvents } from '../score/walk';
import { finding, type Finding } from './finding';

/** Ties that lead nowhere or to another note, slurs that do not end, and each mistaken for the other. */
export function proveSpans(score: Score<Written>): Finding[] {
  const placed = placeEvents(score);
  const found: Finding[] = [];
  const at = new Map<NoteId, number>(placed.map((p, i) => [p.event.id, i]));
  placed.forEach(({ event, place }, i) => {
    if (event.kind !== 'note' || event.tie !== true) return;
    const next = placed[i + 1]?.event;
    const note = letterName(event.pitch);
    const base = { measures: [place.index], notes: [event.id, ...(next?.kind === 'note' ? [next.id] : [])] };
    if (next?.kind !== 'note') {
      found.push(
        finding({
          code: 'tie-open',
          weight: 'mistake',
          ...base,
          facts: { bar: place.number, note, before: next === undefined ? 'end' : 'rest' },
          repairs: [{ kind: 'drop-tie', note: event.id }],
        }),
      );
    } else if (!samePitch(next.pitch, event.pitch)) {
      const sameLine = diatonic(next.pitch) === diatonic(event.pitch);
      const slur = { kind: 'tie-to-slur', from: event.id, to: next.id } as const;
      const same = { kind: 'same-pitch', from: event.id, to: next.id, name: note } as const;
      found.push(
        finding({
          code: 'tie-to-other-pitch',
          weight: 'mistake',
          ...base,
          facts: { bar: place.number, note, next: letterName(next.pitch), sameLine },
          repairs: sameLine ? [same, slur] : [slur, { kind: 'drop-tie', note: event.id }],
        }),
      );
    }
  });
  for (const { from, to } of score.slurs) {
    const [a, b] = [placed[at.get(from) ?? -1], placed[at.get(to) ?? -1]];
    if (a === undefined || b === undefined) continue;
    if (from === to) {
      found.push(
        finding({
          code: 'slur-open',
          weight: 'mistake',
          measures: [a.place.index],
          notes: [from],
          facts: { bar: a.place.number, note: nameOf(a.event) },
          repairs: [{ kind: 'drop-slur', from, to }],
        }),
      );
    } else if (
      (at.get(to) ?? 0) - (at.get(from) ?? 0) === 1 &&
      a.event.kind === 'note' &&
      b.event.kind === 'note' &&
      samePitch(a.event.pitch, b.event.pitch)
    ) {
      found.push(
        finding({
          code: 'slur-as-tie',
          weight: 'mistake',
          measures: [a.place.index],
          notes: [from, to],
          facts: { bar: a.place.number, note: nameOf(a.event) },
          repairs: [
            { kind: 'slur-to-tie', from, to },
            { kind: 'drop-slur', from, to },
          ],
        }),
      );
    }
  }
  return found;
}

const nameOf = (e: { readonly kind: 'rest' } | Note<Written>): string => (e.kind === 'note' ? letterName(e.pitch) : '');
