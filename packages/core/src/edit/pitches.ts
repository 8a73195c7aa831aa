import { signatureAlter } from '../key/key';
import { enharmonic } from '../pitch/enharmonic';
import { type Interval, octavesUp, transpose } from '../pitch/interval';
import { diatonic, midi, pitch, stepAt, type Written } from '../pitch/pitch';
import { isWritable, tame } from '../pitch/writable';
import type { Score } from '../score/score';
import { placeMeasures } from '../score/walk';
import { type EditState, eventAt, type EventPlace, placeAfter, targetPlaces } from './caret';
import { changeEvents } from './events';

/** The neighbour of a pitch along the letters of a signature. */
function alongKey(p: Written, letters: number, fifths: number): Written {
  const place = diatonic(p) + letters;
  const step = stepAt(place);
  return pitch<Written>(step, signatureAlter(fifths, step), Math.floor(place / 7));
}

/** A half step up or down, spelled on the same letter while a single sign says it, else on the next. */
function halfStep(p: Written, by: 1 | -1): Written {
  if (Math.abs(p.alter + by) <= 1) return pitch<Written>(p.step, p.alter + by, p.octave);
  const place = diatonic(p) + by;
  const next = pitch<Written>(stepAt(place), 0, Math.floor(place / 7));
  return pitch<Written>(next.step, midi(p) + by - midi(next), next.octave);
}

export type PitchChange =
  | { readonly by: 'step'; readonly letters: number }
  | { readonly by: 'half-step'; readonly up: boolean }
  | { readonly by: 'octave'; readonly up: boolean }
  | { readonly by: 'interval'; readonly interval: Interval }
  | { readonly by: 'alter'; readonly alter: number }
  | { readonly by: 'enharmonic' };

function changed(p: Written, c: PitchChange, fifths: number): Written {
  switch (c.by) {
    case 'step':
      return alongKey(p, c.letters, fifths);
    case 'half-step':
      return halfStep(p, c.up ? 1 : -1);
    case 'octave':
      return transpose<Written>(p, octavesUp(c.up ? 1 : -1));
    case 'interval':
      return tame(transpose<Written>(p, c.interval));
    case 'alter':
      return pitch<Written>(p.step, c.alter, p.octave);
    case 'enharmonic':
      return enharmonic(p);
  }
}

/** Notes tied to each other change together: a tie holds one pitch. */
function withTied(score: Score<Written>, places: readonly EventPlace[]): EventPlace[] {
  const all = new Map(places.map((p) => [`${p.measure}/${p.at}`, p]));
  for (const start of places) {
    let p: EventPlace | undefined = start;
    while (p !== undefined) {
      const e = eventAt(score, p);
      if (e?.kind !== 'note' || e.tie !== true) break;
      const next: EventPlace | undefined = placeAfter(score, { measure: p.measure, at: p.at + 1 });
      const after = eventAt(score, next);
      if (
        next === undefined ||
        after?.kind !== 'note' ||
        diatonic(after.pitch) !== diatonic(e.pitch) ||
        all.has(`${next.measure}/${next.at}`)
      )
        break;
      all.set(`${next.measure}/${next.at}`, next);
      p = next;
    }
  }
  return [...all.values()];
}

/**
 * Moves or respells the notes that are selected, or the note just written; refused (`undefined`) where one would leave
 * what can be written.
 */
export function changePitches(state: EditState, change: PitchChange): EditState | undefined {
  const placed = placeMeasures(state.score);
  const places = withTied(state.score, targetPlaces(state)).filter((p) => eventAt(state.score, p)?.kind === 'note');
  if (places.length === 0) return undefined;
  let allowed = true;
  const score = changeEvents(state.score, places, (e, { measure }) => {
    if (e.kind !== 'note') return e;
    const next = changed(e.pitch, change, placed[measure]?.key.fifths ?? 0);
    allowed &&= isWritable(next);
    return { ...e, pitch: next };
  });
  return allowed ? { ...state, score } : undefined;
}
