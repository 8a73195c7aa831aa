import { accidentalsInForce, placeMeasures, type Score, type Written } from '@cifra/core';
import { orderOf, sliceLine, type EngravedSystem } from '@cifra/engrave';
import { type Doubt, measureOf, type Reading, SPACE, STRIP_HEIGHT } from '@cifra/scan';
import { type MouseEvent, useEffect, useMemo, useRef, useState } from 'react';
import { useSystemDrawing } from '../../../engraving/useEngraving';
import type { ShownStaff } from '../../../scanning/scanner';

/** Hundredths of a millimetre to a point of a strip: a staff space of the drawing is 180. */
const UNITS = 180 / SPACE;
/** Of a strip so much is shown over and under the middle line, in points. */
const SHOWN = 70;

interface Props {
  readonly staff: ShownStaff;
  /** Width of the longest staff of the exercise: all are shown alike in size. */
  readonly widest: number;
  /** Number of the staff within the exercise. */
  readonly number: number;
  readonly reading: Reading;
  readonly score: Score<Written>;
  readonly doubts: readonly Doubt[];
  readonly current: Doubt | undefined;
  readonly onDoubt: (d: Doubt) => void;
}

/** Moves each bar of the drawing under the printed bar. */
function useBarsUnderBars(
  drawing: EngravedSystem | undefined,
  bars: readonly { from: number; to: number }[],
  width: number,
) {
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const svg = ref.current?.querySelector('svg');
    if (drawing === undefined || svg === null || svg === undefined) return;
    svg.setAttribute('viewBox', `0 0 ${width * UNITS} ${drawing.height}`);
    svg.querySelectorAll('g.measure').forEach((g, i) => {
      const own = drawing.measures[i];
      const bar = bars[i];
      if (own === undefined || bar === undefined) return;
      const [from, to] = [bar.from * UNITS, bar.to * UNITS];
      const scale = (to - from) / (own.right - own.left);
      g.setAttribute('transform', `translate(${from - own.left * scale} 0) scale(${scale} 1)`);
    });
  }, [drawing, bars, width]);
  return ref;
}

/** A printed staff and what was read of it under it, bar under bar, with what is in doubt marked on both. */
export function StaffBeside({ staff, widest, number, reading, score, doubts, current, onDoubt }: Props) {
  const { width } = staff.seen;
  const here = useMemo(
    () => reading.bars.flatMap((bar, index) => (bar.staff === number ? [{ bar, index }] : [])),
    [reading, number],
  );
  const request = useMemo(() => {
    const first = here[0]?.index ?? 0;
    const last = here.at(-1)?.index ?? first;
    const from = measureOf(reading, first);
    const to = measureOf(reading, last + 1);
    const opening = placeMeasures(score)[from];
    const slice =
      opening === undefined ? { ...score, measures: [] } : sliceLine(score, from, to, opening, orderOf(score));
    return {
      lines: [{ score: slice, signs: [...accidentalsInForce(slice)] }],
      widthMm100: Math.round(width * UNITS),
      spread: true,
      opens: from === 0,
      closes: to === score.measures.length,
    };
  }, [here, reading, score, width]);
  const { data } = useSystemDrawing(request);
  const bars = useMemo(() => {
    const start = here[0] === undefined ? 0 : Math.max(0, 2 * SPACE);
    return here.map(({ bar }, i) => ({ from: i === 0 ? start : bar.from, to: Math.min(bar.to, width - 2 * SPACE) }));
  }, [here, width]);
  const ref = useBarsUnderBars(data, bars, width);
  const asked = useRef<SVGGElement>(null);
  useEffect(() => {
    void asked.current?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [current]);
  /** The note that the pointer is on, so that its place on the picture shows. */
  const [pointed, setPointed] = useState<string>();
  const place = here.flatMap(({ bar }) => bar.events).find((e) => e.id === pointed)?.at;
  const point = (e: MouseEvent) =>
    setPointed(e.target instanceof Element ? e.target.closest('g.note, g.rest')?.id.replace(/^w-/, '') : undefined);
  return (
    <div style={{ width: `${(100 * width) / widest}%` }}>
      <svg
        viewBox={`0 ${STRIP_HEIGHT / 2 - SHOWN} ${width} ${2 * SHOWN}`}
        className="block w-full"
        role="img"
        aria-label={`Staff ${number + 1} as it is printed`}
      >
        <image href={staff.strip} width={width} height={STRIP_HEIGHT} />
        {doubts.map((d, i) => (
          <g
            key={i}
            {...(d === current && { ref: asked })}
            onClick={() => onDoubt(d)}
            className="cursor-pointer scroll-m-10"
          >
            <rect
              x={d.at.x - 13}
              y={d.at.y - 13}
              width={26}
              height={26}
              rx={4}
              className={d === current ? 'fill-fresh/20 stroke-fresh' : 'fill-transparent stroke-fresh'}
              strokeWidth={d === current ? 3 : 1.5}
              strokeDasharray={d === current ? undefined : '4 3'}
            />
            <text x={d.at.x} y={d.at.y - 17} textAnchor="middle" className="fill-fresh text-[13px] font-bold">
              ?
            </text>
          </g>
        ))}
        {place !== undefined && (
          <circle cx={place.x} cy={place.y} r={12} className="fill-accent/20 stroke-accent" strokeWidth={2} />
        )}
      </svg>
      {data === undefined ? (
        <div role="status" aria-label="Engraving" className="pulse h-16 rounded bg-band" />
      ) : (
        <div
          ref={ref}
          className="read-staff"
          onMouseOver={point}
          onMouseLeave={() => setPointed(undefined)}
          aria-hidden
          dangerouslySetInnerHTML={{ __html: data.svg }}
        />
      )}
    </div>
  );
}
