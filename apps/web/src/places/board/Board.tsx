import type { ClassView, ExerciseView } from '@cifra/contract';
import { type CallSheet, callSheet, knownNotes, placeMeasures, systemsOfPage } from '@cifra/core';
import { ChevronLeft, ChevronRight, Maximize, Moon, Play, Square, X } from 'lucide-react';
import { type ReactNode, useCallback, useLayoutEffect, useMemo } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { useExercise } from '../../api/resources';
import { useCurrentClass } from '../../classroom/currentClass';
import { useTeaching } from '../../conventions/teaching';
import { allOf } from '../../ui/allOf';
import { Loaded } from '../../ui/Loaded';
import { Failure } from '../../ui/States';
import { callChoices } from '../../classroom/callChoices';
import { SHOWN, type Shown, type Span, SPANS, useBoardAddress, useBoardChoices } from './boardChoices';
import { BoardRows } from './BoardRows';
import { StaffLine } from './StaffLine';
import { useBoardRun } from './useBoardRun';

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
  const [query] = useSearchParams();
  const { together, woodwindFigures } = callChoices(query);
  const sheet = useMemo(
    () =>
      callSheet(
        exercise.document,
        group.instruments,
        teaching,
        knownNotes(group.known),
        {},
        {
          together,
          woodwindFigures,
        },
      ),
    [exercise.document, group, teaching, together, woodwindFigures],
  );
  if (sheet.concert.measures.every((m) => m.events.every((e) => e.kind !== 'note')))
    return <Failure title="Nothing is written yet" detail="Write the line first; the board shows it bar by bar." />;
  return <OpenBoard id={exercise.id} sheet={sheet} />;
}

/** Keys that step, a remote's among them; by how many steps. */
const STEPS: Readonly<Record<string, number>> = {
  ArrowRight: 1,
  ArrowDown: 1,
  PageDown: 1,
  ' ': 1,
  ArrowLeft: -1,
  ArrowUp: -1,
  PageUp: -1,
  Home: -Infinity,
  End: Infinity,
};

/** A few bars at a time, as large as the screen lets every instrument be; keys step, or the beat does. */
function OpenBoard({ id, sheet }: { readonly id: string; readonly sheet: CallSheet }) {
  const { span, shown, isDark, choose, bar, setBar } = useBoardChoices();
  const bars = useMemo(() => placeMeasures(sheet.concert), [sheet]);
  /** For each bar the step that shows it; a pickup is shown with the bar that it leads to. */
  const stepOf = useMemo(() => systemsOfPage(sheet.concert, span), [sheet, span]);
  const last = stepOf.at(-1) ?? 0;
  const run = useBoardRun(sheet.concert);
  const { stop } = run;
  const at = stepOf[run.bar ?? bar] ?? last;
  const [from, to] = [stepOf.indexOf(at), stepOf.lastIndexOf(at)];
  const go = useCallback(
    (to: (before: number) => number) => {
      // Where the beat has led to is where keys go on from.
      setBar((before) => {
        const step = to(stepOf[run.bar ?? before] ?? last);
        return stepOf.indexOf(Math.min(last, Math.max(0, step)));
      });
      stop();
    },
    [last, stepOf, run.bar, setBar, stop],
  );
  const address = useBoardAddress({ span, shown, isDark }, from + 1);
  // Before the bar is seen, not after: whoever sees it may press a key.
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const by = STEPS[e.key];
      const isOnControl = e.target instanceof HTMLButtonElement || e.target instanceof HTMLSelectElement;
      if (by === undefined || (isOnControl && (e.key === ' ' || e.target instanceof HTMLSelectElement))) return;
      e.preventDefault();
      go((before) => before + by);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [go]);
  const here = bars.slice(from, to + 1);
  const name = nameOf(here);
  const notes = here.flatMap((b) => b.measure.events.flatMap((e) => (e.kind === 'note' ? [e.id] : [])));
  return (
    <div
      data-dark={isDark ? '' : undefined}
      className={`group flex h-full min-h-0 flex-col ${isDark ? 'bg-black text-white' : 'bg-white text-black'}`}
    >
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 px-6 py-2">
        <h1 className="text-[26px]" aria-live="polite">
          {run.count === undefined ? name : `${run.count} …`}
        </h1>
        <p className="truncate text-[16px]">{sheet.concert.title}</p>
        <div className="ml-auto flex flex-wrap items-center gap-2">
          <Choice
            label="Bars at a time"
            value={String(span)}
            of={SPANS}
            onChange={(v) => choose({ span: Number(v) as Span })}
          />
          <Choice label="What is shown" value={shown} of={SHOWN} onChange={(v) => choose({ shown: v as Shown })} />
          <Key label={isDark ? 'Black on white' : 'White on black'} onClick={() => choose({ isDark: !isDark })}>
            <Moon size={20} aria-hidden />
          </Key>
          <Key label="Fill the screen" onClick={() => void fillScreen()}>
            <Maximize size={20} aria-hidden />
          </Key>
          <Key label="Step before" disabled={at === 0} onClick={() => go((n) => n - 1)}>
            <ChevronLeft size={24} aria-hidden />
          </Key>
          <Key label="Next step" disabled={at === last} onClick={() => go((n) => n + 1)}>
            <ChevronRight size={24} aria-hidden />
          </Key>
          <Key
            label={run.playing ? 'Stop the beat' : 'Run from the beginning, by the beat'}
            onClick={() => (run.playing ? go((n) => n) : void run.play())}
          >
            {run.playing ? <Square size={20} aria-hidden /> : <Play size={20} aria-hidden />}
          </Key>
          <Link to={`/exercises/${id}/parts/call-sheet?${address}`} aria-label="Leave the board" className={KEY}>
            <X size={22} aria-hidden />
          </Link>
        </div>
      </header>
      <section aria-label={`${name} for every instrument`} className="flex min-h-0 flex-1 flex-col gap-2 px-6 pb-3">
        <StaffLine score={sheet.concert} from={from} to={to} />
        {notes.length === 0 ? (
          <p className="pt-[12vh] text-center text-[64px]">rest</p>
        ) : (
          <BoardRows sheet={sheet} notes={notes} shown={shown} playing={run.note} />
        )}
      </section>
    </div>
  );
}

/** `Pickup`, `Bar 5`, `Bars 5 and 6`, `Bars 5 to 8`. */
function nameOf(bars: readonly { readonly number: number; readonly measure: { readonly pickup?: boolean } }[]): string {
  const full = bars.filter((b) => b.measure.pickup !== true).map((b) => b.number);
  const [first, last] = [full[0], full.at(-1)];
  if (first === undefined || last === undefined) return 'Pickup';
  const some = first === last ? `Bar ${first}` : `Bars ${first} ${last === first + 1 ? 'and' : 'to'} ${last}`;
  return full.length === bars.length ? some : `Pickup, ${some.toLowerCase()}`;
}

const fillScreen = (): Promise<void> =>
  document.fullscreenElement === null ? document.documentElement.requestFullscreen() : document.exitFullscreen();

const KEY =
  'grid size-11 place-items-center rounded-md border border-[#8a97ab] hover:bg-panel group-data-dark:hover:bg-white/20 disabled:opacity-40';

function Key({
  label,
  children,
  ...rest
}: {
  readonly label: string;
  readonly children: ReactNode;
  readonly disabled?: boolean;
  readonly onClick: () => void;
}) {
  return (
    <button type="button" aria-label={label} title={label} className={KEY} {...rest}>
      {children}
    </button>
  );
}

function Choice({
  label,
  value,
  of,
  onChange,
}: {
  readonly label: string;
  readonly value: string;
  readonly of: Readonly<Record<string, string>>;
  readonly onChange: (value: string) => void;
}) {
  return (
    <select
      aria-label={label}
      value={value}
      onChange={(e) => {
        onChange(e.target.value);
        // What was chosen is chosen: keys step through the bars again.
        e.target.blur();
      }}
      className="h-11 rounded-md border border-[#8a97ab] bg-white px-3 text-black"
    >
      {Object.entries(of).map(([v, words]) => (
        <option key={v} value={v}>
          {words}
        </option>
      ))}
    </select>
  );
}
