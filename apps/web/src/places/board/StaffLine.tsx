import { type Concert, placeMeasures, type Score, type Written } from '@cifra/core';
import { useMemo } from 'react';
import { useLine } from '../../engraving/useEngraving';

const WIDTH_MM100 = 20000;

/** One bar of a line, large, with clef and signature before it. */
export function StaffLine({
  score,
  index,
  last,
}: {
  readonly score: Score<Concert>;
  readonly index: number;
  readonly last: boolean;
}) {
  const bar = useMemo((): Score<Written> => {
    const place = placeMeasures(score)[index];
    if (place === undefined) throw new RangeError(`no bar ${index}`);
    const { repeatStart: _s, repeatEnd: _e, ending: _n, tempo: _t, navigation: _j, ...m } = place.measure;
    const events = m.events.map((e, i, all) => {
      if (e.kind !== 'note' || e.tie !== true || i < all.length - 1) return e;
      const { tie: _tie, ...loose } = e;
      return loose;
    });
    const kept = new Set(events.map((e) => e.id));
    const alone = {
      ...score,
      hairpins: [],
      slurs: score.slurs.filter((s) => kept.has(s.from) && kept.has(s.to)),
      measures: [{ ...m, events, clef: place.clef, key: place.key, meter: place.meter }],
    };
    return alone as unknown as Score<Written>;
  }, [score, index]);
  const { data } = useLine(bar, WIDTH_MM100, last);
  return data === undefined ? (
    <div className="pulse h-32 rounded bg-band" role="status" aria-label="Engraving the bar" />
  ) : (
    <div aria-hidden className="sheet mx-auto max-w-[36rem]" dangerouslySetInnerHTML={{ __html: data.svg }} />
  );
}
