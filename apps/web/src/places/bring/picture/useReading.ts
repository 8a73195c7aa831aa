import { type Doubt, mend, type Mending, type Reading, readMusic, type Said, scoreOf } from '@cifra/scan';
import { useMemo, useState } from 'react';
import type { ShownStaff } from '../../../scanning/scanner';

/** What was mended, with what had been said of the head then: said anew, the line is read anew. */
interface Mended {
  readonly said: Said;
  readonly readings: readonly Reading[];
}

/**
 * The lines of an exercise, read from their staves; what is mended stays until something else is said of the head.
 * @param lines for each line its staves
 */
export function useReading(lines: readonly (readonly ShownStaff[])[]) {
  const [said, setSaid] = useState<Said>({});
  const [mended, setMended] = useState<Mended>();
  const fresh = useMemo(
    () =>
      lines.map((staves) =>
        readMusic(
          staves.map((s) => s.seen),
          said,
        ),
      ),
    [lines, said],
  );
  const readings = mended?.said === said ? mended.readings : fresh;
  const change = (line: number, to: (r: Reading) => Reading): void =>
    setMended({ said, readings: readings.map((r, i) => (i === line ? to(r) : r)) });
  return {
    said,
    say: setSaid,
    readings,
    mendNote: (line: number, d: Doubt, m: Mending): void =>
      change(line, (r) => (d.note === undefined ? r : mend(r, d.note, m))),
    settle: (line: number, d: Doubt): void => change(line, (r) => ({ ...r, doubts: r.doubts.filter((o) => o !== d) })),
    scores: useMemo(() => readings.map((r) => scoreOf(r, '')), [readings]),
  };
}
