import type { CallRow, CallSheet, NoteAnnotation, NoteId } from '@cifra/core';
import { figureLines } from '@cifra/engrave';
import { useLayoutEffect, useRef, useState } from 'react';
import type { Shown } from './boardChoices';
import { boardSize } from './boardSize';

interface Props {
  readonly sheet: CallSheet;
  readonly notes: readonly NoteId[];
  readonly shown: Shown;
  /** The note that is being played. */
  readonly playing: string | undefined;
}

const figureOf = (row: CallRow, { fingering }: NoteAnnotation): string =>
  fingering.kind === 'playable'
    ? figureLines(fingering.figure, row.part.teaching.conventions.fingerCount)
        .filter((l) => l !== '')
        .join(' | ')
    : 'none';

/** The lines of a row's cell: its letter, its figure, or both. */
function linesOf(row: CallRow, note: NoteAnnotation | undefined, shown: Shown): string[] {
  if (note === undefined) return [];
  if (note.tiedFrom !== undefined) return ['–'];
  const figure = row.figures || shown === 'figures' ? [figureOf(row, note)] : [];
  return shown === 'letters' ? [note.name] : shown === 'figures' ? figure : [note.name, ...figure];
}

/** How much room an element has; nothing before it is laid out. */
function useRoom() {
  const ref = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<{ width: number; height: number }>();
  useLayoutEffect(() => {
    const element = ref.current;
    if (element === null) return undefined;
    const look = () => setRoom({ width: element.clientWidth, height: element.clientHeight });
    look();
    const observer = new ResizeObserver(look);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, room };
}

/** Every row of the class under some bars, as large as all of them fit. */
export function BoardRows({ sheet: { rows }, notes, shown, playing }: Props) {
  const { ref, room } = useRoom();
  const cells = rows.map((row) => notes.map((id) => linesOf(row, row.annotations.get(id), shown)));
  const lines = cells.some((c) => c.some((l) => l.length > 1)) ? 2 : 1;
  const size = boardSize(
    {
      rows: rows.length,
      cells: notes.map((_id, n) => Math.max(1, ...cells.map((c) => widest(c[n] ?? [])))),
      name: Math.max(0, ...rows.map((r) => r.names.join(', ').length)),
      lines,
    },
    room ?? { width: 1, height: 1 },
  );
  const perColumn = Math.ceil(rows.length / size.columns);
  return (
    <div
      ref={ref}
      tabIndex={0}
      role="group"
      aria-label="Every instrument"
      className="flex min-h-0 flex-1 gap-6 overflow-auto"
    >
      {room !== undefined &&
        Array.from({ length: size.columns }, (_u, c) => (
          <table key={c} className="h-fit flex-1 border-collapse leading-none" style={{ fontSize: size.letter }}>
            <tbody>
              {rows.slice(c * perColumn, (c + 1) * perColumn).map((row, i) => (
                <tr
                  key={row.part.instrument.id}
                  style={{ height: size.row }}
                  className="odd:bg-band group-data-dark:odd:bg-white/10"
                >
                  <th scope="row" className="px-2 text-left font-semibold" style={{ fontSize: size.small }}>
                    {row.names.join(', ')}
                  </th>
                  {notes.map((id, n) => (
                    <Cell
                      key={id}
                      lines={cells[c * perColumn + i]?.[n] ?? []}
                      small={size.small}
                      isNew={row.newNotes.has(id)}
                      isPlaying={id === playing}
                    />
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        ))}
    </div>
  );
}

/** Letters in a cell; a figure under a letter is set smaller. */
const widest = ([first = '', second = '']: readonly string[]): number => Math.max(first.length, second.length * 0.74);

function Cell({
  lines: [first, second],
  small,
  isNew,
  isPlaying,
}: {
  readonly lines: readonly string[];
  readonly small: number;
  readonly isNew: boolean;
  readonly isPlaying: boolean;
}) {
  return (
    <td className={`px-1 text-center whitespace-nowrap ${isPlaying ? 'bg-accent text-white' : ''}`}>
      {first !== undefined && (
        <span
          className={`font-semibold ${isNew && first !== '–' ? 'underline decoration-double decoration-1 underline-offset-[0.12em]' : ''}`}
        >
          {first}
        </span>
      )}
      {isNew && first !== '–' && <span className="sr-only"> new</span>}
      {second !== undefined && (
        <span className="mt-[0.3em] block" style={{ fontSize: small }}>
          {second}
        </span>
      )}
    </td>
  );
}
