import type { ClassView, ExerciseView } from '@cifra/contract';
import { type CallRow, type CallSheet, callSheet, knownNotes, type NoteAnnotation, placeMeasures } from '@cifra/core';
import { figureLines } from '@cifra/engrave';
import { ChevronLeft, ChevronRight, X } from 'lucide-react';
import { useCallback, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useExercise } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useTeaching } from '../../conventions/teaching';
import { allOf } from '../../ui/allOf';
import { Loaded } from '../../ui/Loaded';
import { Failure } from '../../ui/States';
import { StaffLine } from './StaffLine';

/** Opens the line and the class for the board. */
export function Board() {
  const { id = '' } = useParams();
  const loading = allOf({ exercise: useExercise(id), group: useCurrentClass() });
  return (
    <Loaded of={loading} what="The board" className="p-10">
      {({ exercise, group }) => <SheetOnBoard exercise={exercise} group={group} />}
    </Loaded>
  );
}

function SheetOnBoard({ exercise, group }: { readonly exercise: ExerciseView; readonly group: ClassView }) {
  const teaching = useTeaching(group);
  const sheet = useMemo(
    () => callSheet(exercise.document, group.instruments, teaching, knownNotes(group.known)),
    [exercise.document, group, teaching],
  );
  return <OpenBoard id={exercise.id} sheet={sheet} />;
}

const figureOf = ({ part }: CallRow, { fingering }: NoteAnnotation): string =>
  fingering.kind === 'playable'
    ? figureLines(fingering.figure, part.teaching.conventions.fingerCount)
        .filter((l) => l !== '')
        .join(' | ')
    : '–';

/** One bar at a time, large enough for the back row; the arrow keys step from bar to bar. */
function OpenBoard({ id, sheet }: { readonly id: string; readonly sheet: CallSheet }) {
  const [query, setQuery] = useSearchParams();
  const bars = useMemo(
    () => placeMeasures(sheet.concert).filter((p) => p.measure.events.some((e) => e.kind === 'note')),
    [sheet],
  );
  const last = bars.length - 1;
  // The address follows: keys may come faster than it changes.
  const [at, setAt] = useState(() => Math.min(last, Math.max(0, Number(query.get('bar') ?? 1) - 1 || 0)));
  const bar = bars[at];
  const go = useCallback(
    (to: (before: number) => number) => setAt((before) => Math.min(last, Math.max(0, to(before)))),
    [last],
  );
  useEffect(() => setQuery({ bar: String(at + 1) }, { replace: true }), [at, setQuery]);
  // Before the bar is seen, not after: whoever sees it may press a key.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const by = {
        ArrowRight: 1,
        ArrowDown: 1,
        PageDown: 1,
        ' ': 1,
        ArrowLeft: -1,
        ArrowUp: -1,
        PageUp: -1,
        Home: -Infinity,
        End: Infinity,
      }[e.key];
      if (by === undefined || (e.key === ' ' && e.target instanceof HTMLButtonElement)) return;
      e.preventDefault();
      go((before) => before + by);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [go]);
  if (bar === undefined)
    return <Failure title="Nothing is written yet" detail="Write the line first; the board shows it bar by bar." />;
  const struck = bar.measure.events.filter((e) => e.kind === 'note');
  const name = bar.measure.pickup === true ? 'Pickup' : `Bar ${bar.number}`;
  return (
    <div className="flex h-full min-h-0 flex-col bg-white">
      <header className="flex items-center gap-4 border-b border-line px-6 py-3">
        <h1 className="text-[28px]" aria-live="polite">
          {name}
        </h1>
        <p className="text-[18px] text-secondary">
          {at + 1} of {bars.length}, {sheet.concert.title}
        </p>
        <div className="ml-auto flex gap-2">
          <Step label="Bar before" disabled={at === 0} onClick={() => go((n) => n - 1)}>
            <ChevronLeft size={28} aria-hidden />
          </Step>
          <Step label="Next bar" disabled={at === last} onClick={() => go((n) => n + 1)}>
            <ChevronRight size={28} aria-hidden />
          </Step>
          <Link
            to={`/exercises/${id}/parts/call-sheet`}
            aria-label="Leave the board"
            className="grid size-12 place-items-center rounded-md border border-[#8a97ab] hover:bg-panel"
          >
            <X size={24} aria-hidden />
          </Link>
        </div>
      </header>
      <div
        tabIndex={0}
        role="region"
        aria-label={`${name} for every instrument`}
        className="min-h-0 flex-1 overflow-auto px-6 py-2"
      >
        <StaffLine score={sheet.concert} index={bar.index} last={at === last} />
        <table className="mt-1 w-full border-collapse text-[25px] leading-none">
          <tbody>
            {sheet.rows.map((row) => (
              <tr key={row.part.instrument.id} className="odd:bg-band">
                <th scope="row" className="w-44 px-3 py-1 text-left text-[22px] font-semibold">
                  {row.part.instrument.shortName}
                </th>
                {struck.map((e) => {
                  const note = row.annotations.get(e.id);
                  if (note === undefined || note.tiedFrom !== undefined)
                    return (
                      <td key={e.id} className="px-2 text-center text-secondary">
                        {note === undefined ? '' : '–'}
                      </td>
                    );
                  const fresh = row.newNotes.has(e.id);
                  return (
                    <td key={e.id} className="px-2 py-1.5 text-center">
                      <span
                        className={`font-semibold ${fresh ? 'border-b-4 border-double border-fresh text-fresh' : ''}`}
                      >
                        {note.name}
                      </span>
                      {fresh && <span className="sr-only"> new</span>}
                      <span className="mt-1 block text-[19px] text-secondary">{figureOf(row, note)}</span>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}

function Step({
  label,
  children,
  ...rest
}: {
  readonly label: string;
  readonly disabled: boolean;
  readonly onClick: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={label}
      className="grid size-12 place-items-center rounded-md border border-[#8a97ab] hover:bg-panel disabled:opacity-40"
      {...rest}
    >
      {children}
    </button>
  );
}
