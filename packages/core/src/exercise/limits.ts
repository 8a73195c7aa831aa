import type { Problem } from '../problem/problem';

/** Largest things an exercise may hold. */
export const MAX_MEASURES = 1024;
export const MAX_EVENTS_PER_MEASURE = 96;
/**
 * Notes and rests of all lines together: 512 full bars of four, or a quartet of 128. To check, to keep and to draw so
 * many is what a server does for one teacher while others wait.
 */
export const MAX_NOTES = 2048;
export const MAX_TEXT_LENGTH = 200;
export const MAX_SYLLABLE_LENGTH = 40;

interface Sized {
  readonly measures: readonly { readonly events: readonly unknown[] }[];
  readonly slurs: readonly unknown[];
  readonly hairpins: readonly unknown[];
}

/** Notes and rests of some lines together. */
export const notesIn = (lines: readonly Pick<Sized, 'measures'>[]): number =>
  lines.reduce((n, { measures }) => n + measures.reduce((m, { events }) => m + events.length, 0), 0);

/**
 * Says which limit some lines go over.
 * @returns `too-many-measures`, `too-many-notes` (of one bar), `too-many-slurs` (and hairpins, as many as notes of all
 * together), `line-too-long` (notes of all together), or nothing
 * @example sizeFault([{ measures: [{ events: [] }], slurs: [], hairpins: [] }]) // undefined
 */
export function sizeFault(lines: readonly Sized[]): Problem | undefined {
  const faultOf = (code: Problem['code'], facts: Problem['facts'], measure?: number): Problem => ({
    code,
    severity: 'error',
    ...(measure !== undefined && { measure }),
    facts: { ...facts },
  });
  for (const { measures } of lines) {
    if (measures.length > MAX_MEASURES)
      return faultOf('too-many-measures', { measures: measures.length, limit: MAX_MEASURES });
    const crowded = measures.findIndex((m) => m.events.length > MAX_EVENTS_PER_MEASURE);
    if (crowded >= 0) return faultOf('too-many-notes', { limit: MAX_EVENTS_PER_MEASURE }, crowded + 1);
  }
  const slurs = lines.reduce((n, l) => n + l.slurs.length + l.hairpins.length, 0);
  if (slurs > MAX_NOTES) return faultOf('too-many-slurs', { slurs, limit: MAX_NOTES });
  const notes = notesIn(lines);
  return notes > MAX_NOTES ? faultOf('line-too-long', { notes, limit: MAX_NOTES }) : undefined;
}
