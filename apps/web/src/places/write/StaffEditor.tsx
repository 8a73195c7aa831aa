import { linesOf, placeMeasures } from '@cifra/core';
import {
  type ClipboardEvent,
  type KeyboardEvent,
  useCallback,
  useDeferredValue,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react';
import { Failure } from '../../ui/States';
import type { Asks } from './action';
import { actionFor } from './keys';
import { placeAt } from './placeAt';
import { type PointHow, StaffSystem } from './StaffSystem';
import { spokenState } from './spokenState';
import { seen } from './seen';
import type { EditorSystem } from './SystemEngraver';
import { useSystems } from './useSystems';
import type { Writing, WritingState } from './Writing';
import { useLatest } from '../../ui/useLatest';

interface Props {
  readonly writing: Writing;
  readonly state: WritingState;
  readonly asks: Asks;
  readonly zoom: number;
  readonly marked: ReadonlyMap<number, 'warning' | 'hint'>;
  readonly onMark: (measure: number) => void;
  readonly onCopy: (e: ClipboardEvent, cut: boolean) => void;
  readonly onPaste: (e: ClipboardEvent) => void;
}

/** Pixels for a hundredth of a millimetre at 96 dots to the inch. */
const SCREEN = 96 / 2540;

/** The line on the desk: typed by keys, with every change engraved as it is made. */
export function StaffEditor({ writing, state, asks, zoom, marked, onMark, onCopy, onPaste }: Props) {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const scale = SCREEN * zoom;
  useLayoutEffect(() => {
    const desk = ref.current;
    if (desk === null) return undefined;
    const measure = () => setWidth(Math.floor(desk.clientWidth));
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(desk);
    return () => observer.disconnect();
  }, []);
  useEffect(() => ref.current?.focus({ preventScroll: true }), []);
  const { exercise, lens, caret, anchor, line } = state;
  const lines = useMemo(() => linesOf(exercise).map((l) => seen(l, lens)), [exercise, lens]);
  const { systems, error, retry } = useSystems(lines, width === 0 ? 0 : (width - 4) / scale, caret.measure);
  const { edit } = writing;

  useEffect(() => {
    ref.current?.querySelector('.caret')?.scrollIntoView({ block: 'nearest' });
  }, [caret.measure, line]);

  const onKeyDown = (e: KeyboardEvent) => {
    const action = actionFor(e.nativeEvent);
    if (action === undefined) return;
    e.preventDefault();
    action.run(writing, asks);
  };
  const newest = useLatest({ writing, lines, line });
  const onPoint = useCallback(
    (system: EditorSystem, x: number, y: number, how: PointHow) => {
      const now = newest.current;
      const place = placeAt(now.lines, system, x, y);
      if (place === undefined) return;
      if (place.line !== now.line) now.writing.chooseLine(place.line);
      if (how === 'bar')
        now.writing.select(
          { measure: place.caret.measure, at: 0 },
          {
            measure: place.caret.measure,
            at: now.lines[place.line]?.measures[place.caret.measure]?.events.length ?? 0,
          },
        );
      else now.writing.place(place.caret, how === 'drag' && place.line === now.line);
      ref.current?.focus({ preventScroll: true });
    },
    [newest],
  );
  const shownLine = lines[line];
  const shown = useMemo(
    () => ({ score: shownLine ?? edit.score, caret, ...(anchor !== undefined && { anchor }) }),
    [shownLine, edit.score, caret, anchor],
  );
  const placed = useMemo(() => placeMeasures(shown.score), [shown.score]);
  // What is said aloud may come a moment after what is seen.
  const spoken = useDeferredValue(shown);
  const words = useMemo(() => spokenState(spoken), [spoken]);
  return (
    <>
      <div
        ref={ref}
        role="application"
        tabIndex={0}
        aria-label="The line. Letters write notes, question mark lists all keys."
        aria-describedby="desk-spoken"
        data-testid="desk"
        className="desk min-h-72 rounded-lg bg-white px-0.5 pb-24 outline-none"
        onKeyDown={onKeyDown}
        onCopy={(e) => onCopy(e, false)}
        onCut={(e) => onCopy(e, true)}
        onPaste={onPaste}
      >
        {error !== undefined && (
          <Failure
            title="The line could not be drawn"
            detail="What you typed is kept. Try to draw it again."
            onRetry={retry}
          />
        )}
        {systems.map((system) => (
          <StaffSystem
            key={system.from}
            system={system}
            edit={shown}
            placed={placed}
            line={line}
            scale={scale}
            onPoint={onPoint}
            marked={marked}
            onMark={onMark}
          />
        ))}
      </div>
      <p id="desk-spoken" role="status" className="sr-only">
        {words}
      </p>
    </>
  );
}
