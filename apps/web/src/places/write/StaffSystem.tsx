import { type EditState, openingOf, type PlacedMeasure, placeMeasures, type Score, type Written } from '@cifra/core';
import { memo, type PointerEvent, useRef } from 'react';
import { barName } from '../../words/spoken';
import { beatSum } from './beatSum';
import { Caret } from './Caret';
import type { EditorSystem } from './SystemEngraver';

interface Props {
  readonly system: EditorSystem;
  /** The line that is written, and its bars with what holds in them. */
  readonly edit: EditState;
  readonly placed: readonly PlacedMeasure<Written>[];
  readonly line: number;
  /** Pixels for a hundredth of a millimetre. */
  readonly scale: number;
  readonly onPoint: (system: EditorSystem, x: number, y: number, how: PointHow) => void;
  readonly marked: ReadonlyMap<number, 'warning' | 'hint'>;
  readonly onMark: (measure: number) => void;
}

/** How the pointer came: pressed, drawn along, or twice on a bar. */
export type PointHow = 'press' | 'drag' | 'bar';

/** The drawing alone: it changes only with its music. */
const Drawing = memo(({ svg }: { readonly svg: string }) => (
  <div className="staff-drawing" dangerouslySetInnerHTML={{ __html: svg }} />
));
Drawing.displayName = 'Drawing';

const SUM_LOOK = {
  empty: 'text-secondary',
  full: 'text-secondary',
  short: 'text-fresh',
  long: 'font-semibold text-warning',
} as const;

/** One line of music on the desk with what lies on it: caret, selection, and under each bar its sum. */
function System({ system, edit, placed, line, scale, onPoint, marked, onMark }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const { engraved, from, to } = system;
  if (engraved === undefined)
    return <div role="status" aria-label="Engraving" className="pulse h-28 rounded bg-band" />;
  const point = (e: PointerEvent, how: PointHow) => {
    const box = ref.current?.getBoundingClientRect();
    if (box !== undefined) onPoint(system, (e.clientX - box.left) / scale, (e.clientY - box.top) / scale, how);
  };
  const first = placed[from];
  return (
    <div className="desk-system relative mb-2" data-testid="system" data-current={system.current}>
      <p className="h-4 text-[11px] leading-4 text-secondary tabular-nums" aria-hidden>
        {first === undefined || first.number === 0 ? '' : first.number}
      </p>
      <div
        ref={ref}
        className="relative cursor-text touch-pan-y select-none"
        style={{ width: engraved.width * scale, height: engraved.height * scale }}
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          if (e.pointerType !== 'touch') e.currentTarget.setPointerCapture(e.pointerId);
          point(e, e.detail >= 2 ? 'bar' : e.shiftKey ? 'drag' : 'press');
        }}
        onPointerMove={(e) => {
          if ((e.buttons & 1) === 1) point(e, 'drag');
        }}
        onDoubleClick={(e) => point(e as unknown as PointerEvent, 'bar')}
      >
        <Drawing svg={engraved.svg} />
        <svg
          className="pointer-events-none absolute inset-0 size-full"
          viewBox={`0 0 ${engraved.width} ${engraved.height}`}
          aria-hidden
        >
          <Caret edit={edit} line={line} system={system} />
        </svg>
      </div>
      <div className="relative h-6 text-[12px] tabular-nums">
        {engraved.measures.map((box, i) => {
          const place = placed[from + i];
          if (place === undefined || from + i >= to) return null;
          const { text, state } = beatSum(
            place.measure.events,
            place.meter,
            place.measure.pickup === true || closesPickup(edit.score, from + i),
          );
          const mark = marked.get(from + i);
          const left = i === 0 ? Math.max(box.left, box.right - Math.min(box.right - box.left, 3200)) : box.left;
          return (
            <span
              key={box.id}
              className={`absolute top-0 flex items-center justify-center gap-1 ${SUM_LOOK[state]}`}
              style={{ left: left * scale, width: (box.right - left) * scale }}
            >
              <span className="truncate" title={text}>
                {text}
              </span>
              {mark !== undefined && (
                <button
                  type="button"
                  onClick={() => onMark(from + i)}
                  aria-label={`What was found in ${barName(place.number)}`}
                  className={`grid size-4 shrink-0 place-items-center rounded-full text-[10px] leading-none font-bold text-white ${mark === 'warning' ? 'bg-warning' : 'bg-fresh'}`}
                >
                  {mark === 'warning' ? '!' : '?'}
                </button>
              )}
            </span>
          );
        })}
      </div>
    </div>
  );
}

/** What a system shows of caret and selection: nothing when they lie elsewhere. */
const shownCaret = ({ edit: { caret, anchor }, system: { from, to } }: Props): string => {
  const [first, last] =
    anchor === undefined ? [caret, caret] : anchor.measure < caret.measure ? [anchor, caret] : [caret, anchor];
  return last.measure < from || first.measure >= to ? '' : JSON.stringify([caret, anchor]);
};

/** The same bars, drawn the same, with the same on them. */
function looksSame(a: Props, b: Props): boolean {
  if (
    a.system !== b.system ||
    a.line !== b.line ||
    a.scale !== b.scale ||
    a.onPoint !== b.onPoint ||
    a.onMark !== b.onMark ||
    shownCaret(a) !== shownCaret(b)
  )
    return false;
  for (let i = a.system.from; i < a.system.to; i++) {
    const [p, q] = [a.placed[i], b.placed[i]];
    if (
      p?.measure !== q?.measure ||
      p?.meter !== q?.meter ||
      p?.number !== q?.number ||
      a.marked.get(i) !== b.marked.get(i)
    )
      return false;
  }
  return a.placed.length === b.placed.length || b.system.to < b.placed.length;
}

/** A line of music that did not change is not drawn again. */
export const StaffSystem = memo(System, looksSame);

/**
 * A bar that closes the piece or a repeat may be short by what a pickup took: the first bar's, or the one that follows.
 */
function closesPickup(score: Score<Written>, index: number): boolean {
  const m = score.measures[index];
  const closes = index > 0 && (index === score.measures.length - 1 || m?.repeatEnd === true);
  if (m === undefined || !closes) return false;
  const meter = placeMeasures(score)[index]?.meter ?? openingOf(score).meter;
  return [score.measures[0], score.measures[index + 1]].some(
    (p) => p?.pickup === true && beatSum([...m.events, ...p.events], meter).state === 'full',
  );
}
