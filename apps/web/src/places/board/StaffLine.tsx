import { type Concert, excerpt, type Score, type Written } from '@cifra/core';
import { useMemo } from 'react';
import { useLine } from '../../engraving/useEngraving';

const WIDTH_MM100 = 30000;

/** Some bars of a line, large, with clef and signature before them. */
export function StaffLine({
  score,
  from,
  to,
}: {
  readonly score: Score<Concert>;
  readonly from: number;
  readonly to: number;
}) {
  const bars = useMemo((): Score<Written> => {
    const some = excerpt(score, from, to);
    const last = some.measures.length - 1;
    const measures = some.measures.map(({ tempo: _t, ...m }, i) => ({
      ...m,
      // What is tied on to the next bar ends here.
      events: m.events.map((e, n, all) => {
        if (i < last || n < all.length - 1 || e.kind !== 'note') return e;
        const { tie: _tie, ...loose } = e;
        return loose;
      }),
    }));
    return { ...some, hairpins: [], measures } as unknown as Score<Written>;
  }, [score, from, to]);
  const { data } = useLine(bars, WIDTH_MM100, to === score.measures.length - 1);
  return data === undefined ? (
    <div className="pulse h-28 rounded bg-band" role="status" aria-label="Engraving the bar" />
  ) : (
    <div
      aria-hidden
      className="sheet board-staff mx-auto h-[19vh] group-data-dark:invert"
      dangerouslySetInnerHTML={{ __html: data.svg }}
    />
  );
}
