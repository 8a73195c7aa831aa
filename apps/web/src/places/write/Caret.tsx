import { type Caret as CaretPlace, type EditState, selectedPlaces } from '@cifra/core';
import type { EditorSystem } from './SystemEngraver';

interface Props {
  readonly edit: EditState;
  readonly line: number;
  readonly system: EditorSystem;
}

const HALF = 130;
const REACH = 340;

/** Where signs of the written line stand in one system, by bar. */
function signsOf(edit: EditState, line: number, { engraved, from, to }: EditorSystem): Map<string, number> {
  const inside = new Set(edit.score.measures.slice(from, to).flatMap((m) => m.events.map((e) => e.id)));
  return new Map((engraved?.signs ?? []).filter((s) => s.line === line && inside.has(s.id)).map((s) => [s.id, s.x]));
}

/** The x of a caret in a system: halfway between its neighbours, or in the free room of its bar. */
export function caretX(
  edit: EditState,
  line: number,
  system: EditorSystem,
  { measure, at }: CaretPlace,
): number | undefined {
  const { engraved, from } = system;
  const box = engraved?.measures[measure - from];
  const events = edit.score.measures[measure]?.events ?? [];
  if (box === undefined) return undefined;
  const xs = signsOf(edit, line, system);
  const before = xs.get(events[at - 1]?.id ?? '');
  const after = xs.get(events[at]?.id ?? '');
  if (before !== undefined && after !== undefined) return (before + after) / 2;
  if (after !== undefined) return Math.max(after - 260, measure === from ? 0 : box.left + 60);
  if (before !== undefined)
    return at < events.length ? undefined : Math.min(before + 300, Math.max(box.right - 60, before + 180));
  // Nothing is drawn there yet: wait for the drawing, unless the bar is empty.
  return events.length === 0
    ? measure === from && engraved !== undefined
      ? Math.max(box.left + 700, box.right - 700)
      : box.left + 250
    : undefined;
}

/** The selection as a band behind the notes and the caret as a line with a foot, drawn over the staff. */
export function Caret({ edit, line, system }: Props) {
  const { engraved, from, to } = system;
  const staff = engraved?.staves[line];
  if (engraved === undefined || staff === undefined) return null;
  const xs = signsOf(edit, line, system);
  const selected = selectedPlaces(edit)
    .filter((p) => p.measure >= from && p.measure < to)
    .flatMap((p) => xs.get(edit.score.measures[p.measure]?.events[p.at]?.id ?? '') ?? []);
  const top = staff.top - REACH;
  const height = staff.bottom - staff.top + 2 * REACH;
  const { caret } = edit;
  const x = caret.measure >= from && caret.measure < to ? caretX(edit, line, system, caret) : undefined;
  return (
    <>
      {selected.length > 0 && (
        <rect
          x={Math.min(...selected) - HALF - 30}
          y={top}
          width={Math.max(...selected) - Math.min(...selected) + 2 * HALF + 60}
          height={height}
          rx={60}
          className="fill-accent opacity-15"
          data-testid="selection"
        />
      )}
      {x !== undefined && (
        <g className="caret fill-accent" data-testid="caret">
          <rect x={x - 14} y={top} width={28} height={height} />
          <path d={`M${x - 90} ${top + height + 60}L${x} ${top + height - 40}L${x + 90} ${top + height + 60}Z`} />
        </g>
      )}
    </>
  );
}
