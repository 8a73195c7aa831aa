import { linesOf, seenThrough } from '@cifra/core';
import { type ClipboardEvent, type KeyboardEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { Failure } from '../ui/States';
import type { Asks } from './actions';
import { actionFor } from './keys';
import { type PointAt, StaffSystem } from './StaffSystem';
import { spokenState } from './spokenState';
import { useSystems } from './useSystems';
import type { Writing, WritingState } from './Writing';

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
export function StaffDesk({ writing, state, asks, zoom, marked, onMark, onCopy, onPaste }: Props) {
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
  const lines = useMemo(() => linesOf(exercise).map((l) => seenThrough(l, lens)), [exercise, lens]);
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
  const onPoint: PointAt = (place, how) => {
    if (place.line !== line) writing.chooseLine(place.line);
    if (how === 'bar') writing.select({ measure: place.caret.measure, at: 0 }, { measure: place.caret.measure, at: linesOf(exercise)[place.line]?.measures[place.caret.measure]?.events.length ?? 0 });
    else writing.place(place.caret, how === 'drag' && place.line === line);
    ref.current?.focus({ preventScroll: true });
  };
  const shownLine = lines[line];
  return (
    <>
      <div
        ref={ref} role="application" tabIndex={0} aria-label="The line. Letters write notes, question mark lists all keys." aria-describedby="desk-spoken" data-testid="desk"
        className="desk min-h-72 rounded-lg bg-white px-0.5 pb-24 outline-none" onKeyDown={onKeyDown} onCopy={(e) => onCopy(e, false)} onCut={(e) => onCopy(e, true)} onPaste={onPaste}
      >
        {error !== undefined && <Failure title="The line could not be drawn" detail="What you typed is kept. Try to draw it again." onRetry={retry} />}
        {systems.map((system) => (
          <StaffSystem key={system.from} system={system} lines={lines} edit={{ score: shownLine ?? edit.score, caret, ...(anchor === undefined ? {} : { anchor }) }} line={line} scale={scale} onPoint={onPoint} marked={marked} onMark={onMark} />
        ))}
      </div>
      <p id="desk-spoken" role="status" className="sr-only">{shownLine === undefined ? '' : spokenState({ score: shownLine, caret, ...(anchor === undefined ? {} : { anchor }) })}</p>
    </>
  );
}
