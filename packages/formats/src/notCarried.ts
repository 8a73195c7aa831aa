import type { Exercise, Score, Written } from '@cifra/core';
import { linesOf } from '@cifra/core';

/** The formats that a line can be taken away in. */
export const LINE_FORMATS = ['musicxml', 'mxl', 'abc', 'mid', 'json'] as const;
export type LineFormat = (typeof LINE_FORMATS)[number];

/** What a format has no word for, of what a line has: said before it is taken away. */
export const LOSSES = [
  'reminders',
  'open-slurs',
  'parts-choices',
  'other-lines',
  'notation',
  'slurs',
  'breaths',
  'words',
  'lyrics',
  'chords',
  'fermatas',
  'repeats-played',
  'hairpins',
] as const;
export type Loss = (typeof LOSSES)[number];

const some = (lines: readonly Score<Written>[], has: (s: Score<Written>) => boolean): boolean => lines.some(has);
const events = (s: Score<Written>) => s.measures.flatMap((m) => m.events);

/**
 * What a file in a format will not say of an exercise.
 * @example notCarried(a line with a slur, 'mid') // notation, slurs
 */
export function notCarried(exercise: Exercise, format: LineFormat): Loss[] {
  if (format === 'json') return [];
  const all = linesOf(exercise);
  const losses: Loss[] = [];
  const add = (loss: Loss, holds: boolean): void => {
    if (holds) losses.push(loss);
  };
  add(
    'open-slurs',
    some(all, (l) => l.slurs.some((s) => s.from === s.to)),
  );
  add('parts-choices', Object.keys(exercise.partChoices).length > 0);
  if (format === 'abc') {
    add(
      'reminders',
      some(all, (l) => events(l).some((e) => e.kind === 'note' && e.courtesy === true)),
    );
    add('other-lines', all.length > 1);
  }
  if (format === 'mid') {
    add('notation', true);
    add(
      'slurs',
      some(all, (l) => l.slurs.length > 0),
    );
    add(
      'breaths',
      some(all, (l) => events(l).some((e) => e.kind === 'note' && e.breathAfter === true)),
    );
    add(
      'words',
      some(
        all,
        (l) => events(l).some((e) => e.words !== undefined) || l.measures.some((m) => m.tempo?.words !== undefined),
      ),
    );
    add(
      'lyrics',
      some(all, (l) => events(l).some((e) => e.kind === 'note' && e.syllable !== undefined)),
    );
    add(
      'chords',
      some(all, (l) => events(l).some((e) => e.chord !== undefined)),
    );
    add(
      'fermatas',
      some(all, (l) => events(l).some((e) => e.fermata === true)),
    );
    add(
      'hairpins',
      some(all, (l) => l.hairpins.length > 0),
    );
    add(
      'repeats-played',
      some(all, (l) => l.measures.some((m) => m.repeatEnd === true || m.navigation !== undefined)),
    );
  }
  return losses;
}
