import {
  BAND_ROWS,
  type BandRow,
  FADE_STEPS,
  type FadeStep,
  ROW_SIZES,
  type RowSetup,
  type RowSize,
} from '@cifra/core';
import { ArrowDown, ArrowUp, SlidersHorizontal } from 'lucide-react';
import { Popover } from 'radix-ui';
import { SelectField } from '../../ui/Field';
import { Toggle } from '../../ui/Toggle';
import { FADE_WORDS, ROW_SIZE_WORDS, ROW_WORDS } from '../../words/pageWords';

interface Props {
  readonly rows: readonly RowSetup[];
  readonly onChange: (change: (rows: readonly RowSetup[]) => readonly RowSetup[]) => void;
}

/** Rows that are on keep their order; one that is switched on takes the place that it usually has. */
function switchRow(rows: readonly RowSetup[], row: BandRow, on: boolean): readonly RowSetup[] {
  if (!on) return rows.filter((r) => r.row !== row);
  const before = rows.findIndex((r) => BAND_ROWS.indexOf(r.row) > BAND_ROWS.indexOf(row));
  const at = before < 0 ? rows.length : before;
  return [...rows.slice(0, at), { row }, ...rows.slice(at)];
}

function move(rows: readonly RowSetup[], row: BandRow, by: -1 | 1): readonly RowSetup[] {
  const from = rows.findIndex((r) => r.row === row);
  const to = from + by;
  const moved = rows[from];
  if (moved === undefined || to < 0 || to >= rows.length) return rows;
  const others = rows.filter((r) => r.row !== row);
  return [...others.slice(0, to), moved, ...others.slice(to)];
}

const ICON = 'grid size-7 place-items-center rounded text-secondary hover:bg-desk disabled:opacity-35';

/** The rows of the band in the order in which they stand, then those that are off. */
export function RowList({ rows, onChange }: Props) {
  const shown = [...rows.map((r) => r.row), ...BAND_ROWS.filter((row) => !rows.some((r) => r.row === row))];
  const change = (row: BandRow, key: 'size' | 'fade', value: RowSize | FadeStep | undefined) =>
    onChange((all) =>
      all.map((r) => {
        if (r.row !== row) return r;
        const { [key]: _before, ...rest } = r;
        return value === undefined ? rest : { ...rest, [key]: value };
      }),
    );
  return (
    <ul>
      {shown.map((row) => {
        const setup = rows.find((r) => r.row === row);
        const at = rows.findIndex((r) => r.row === row);
        return (
          <li key={row} className="flex items-center gap-1.5">
            <div className="min-w-0 flex-1">
              <Toggle
                id={`row-${row}`}
                label={ROW_WORDS[row]}
                checked={setup !== undefined}
                onChange={(on) => onChange((all) => switchRow(all, row, on))}
              />
            </div>
            {setup === undefined ? (
              <span className="size-7" />
            ) : (
              <Popover.Root>
                <Popover.Trigger asChild>
                  <button type="button" className={ICON} aria-label={`${ROW_WORDS[row]}: order, size and help`}>
                    <SlidersHorizontal size={14} aria-hidden />
                  </button>
                </Popover.Trigger>
                <Popover.Portal>
                  <Popover.Content
                    align="end"
                    sideOffset={4}
                    className="fade-in z-30 w-64 space-y-3 rounded-md border border-line bg-white p-3 shadow-lg"
                  >
                    <div className="flex items-center justify-between">
                      <h3 className="font-sans text-[13px] font-semibold">{ROW_WORDS[row]}</h3>
                      <div className="flex gap-1">
                        <button
                          type="button"
                          className={ICON}
                          aria-label="Move this row up"
                          disabled={at === 0}
                          onClick={() => onChange((all) => move(all, row, -1))}
                        >
                          <ArrowUp size={15} aria-hidden />
                        </button>
                        <button
                          type="button"
                          className={ICON}
                          aria-label="Move this row down"
                          disabled={at === rows.length - 1}
                          onClick={() => onChange((all) => move(all, row, 1))}
                        >
                          <ArrowDown size={15} aria-hidden />
                        </button>
                      </div>
                    </div>
                    <SelectField
                      id={`size-${row}`}
                      label="Size"
                      value={setup.size ?? 'medium'}
                      onChange={(e) =>
                        change(row, 'size', e.target.value === 'medium' ? undefined : (e.target.value as RowSize))
                      }
                    >
                      {ROW_SIZES.map((s) => (
                        <option key={s} value={s}>
                          {ROW_SIZE_WORDS[s]}
                        </option>
                      ))}
                    </SelectField>
                    <SelectField
                      id={`fade-${row}`}
                      label="Stands over"
                      value={setup.fade ?? ''}
                      onChange={(e) =>
                        change(row, 'fade', e.target.value === '' ? undefined : (e.target.value as FadeStep))
                      }
                    >
                      <option value="">as the page’s plan says</option>
                      {FADE_STEPS.map((s) => (
                        <option key={s} value={s}>
                          {FADE_WORDS[s]}
                        </option>
                      ))}
                    </SelectField>
                  </Popover.Content>
                </Popover.Portal>
              </Popover.Root>
            )}
          </li>
        );
      })}
    </ul>
  );
}
