import { type Exercise, type InstrumentId, linesOf, taughtAs, type Teaching } from '@cifra/core';
import { Toggle } from '../ui/Toggle';
import type { Practice } from './usePractice';

interface Props {
  readonly exercise: Exercise;
  readonly instrument: InstrumentId;
  readonly teaching: Teaching;
  /** Others of the class. */
  readonly along: readonly InstrumentId[];
  readonly practice: Practice;
}

/** Who is heard with the part: the other lines of a duet, a section of the class, all of it. */
export function PlayingAlong({ exercise, instrument, teaching, along, practice }: Props) {
  const { others, setOthers, lines, setLines } = practice;
  const own = exercise.partChoices[instrument]?.line ?? 0;
  const otherLines = linesOf(exercise).flatMap((_l, i) => (i === own ? [] : [i]));
  if (along.length === 0 && otherLines.length === 0) return null;
  const switched = <T,>(all: readonly T[], one: T, on: boolean): T[] =>
    on ? [...all, one] : all.filter((o) => o !== one);
  return (
    <section aria-label="Playing along">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Playing along</h2>
      {otherLines.map((l) => (
        <Toggle
          key={l}
          id={`along-line-${l}`}
          label={otherLines.length === 1 ? 'The other line' : `Line ${l + 1}`}
          checked={lines.includes(l)}
          onChange={(on) => setLines(switched(lines, l, on))}
        />
      ))}
      {along.length > 1 && (
        <Toggle
          id="along-all"
          label="The whole class"
          checked={along.every((i) => others.includes(i))}
          onChange={(on) => setOthers(on ? along : [])}
        />
      )}
      {along.map((i) => (
        <Toggle
          key={i}
          id={`along-${i}`}
          label={taughtAs(i, teaching.conventions).name}
          checked={others.includes(i)}
          onChange={(on) => setOthers(switched(others, i, on))}
        />
      ))}
    </section>
  );
}
