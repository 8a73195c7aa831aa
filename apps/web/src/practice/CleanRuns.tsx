import type { Stairs } from '@cifra/core';
import { Check, RotateCcw } from 'lucide-react';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { Toggle } from '../ui/Toggle';

interface Props {
  /** Clean runs in a row that are asked for. */
  readonly goal: number;
  readonly row: number;
  readonly percent: number;
  /** Where the tempo goes up by itself: how it stands. */
  readonly stairs: Stairs | undefined;
  readonly step: number;
  readonly onRun: (clean: boolean) => void;
  readonly onStairs: (on: boolean) => void;
  readonly onStep: (step: number) => void;
}

export const STAIR_STEPS = [2, 5, 10, 15] as const;

/** Counts clean runs in a row, and lets the tempo climb with them. */
export function CleanRuns({ goal, row, percent, stairs, step, onRun, onStairs, onStep }: Props) {
  const reached = stairs === undefined ? row >= goal : stairs.done;
  return (
    <section className="border-b border-line px-4 py-3" aria-label="Clean in a row">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Clean in a row</h2>
      <div className="flex items-center gap-1.5" role="img" aria-label={`${row} of ${goal} clean in a row`}>
        {Array.from({ length: goal }, (_u, i) => (
          <span
            key={i}
            className={`grid h-6 min-w-0 flex-1 place-items-center rounded border text-[11px] ${i < row ? 'border-accent bg-accent text-white' : 'border-line bg-white'}`}
          >
            {i < row && <Check size={13} aria-hidden />}
          </span>
        ))}
      </div>
      <p role="status" className="mt-1.5 text-[13px] text-secondary">
        {reached
          ? `Clean ${goal} times in a row at ${percent} %: go on.`
          : `After each run say how it went: ${row} of ${goal} clean, at ${percent} %.`}
      </p>
      <div className="mt-2 grid grid-cols-2 gap-2">
        <Button icon={<Check size={15} aria-hidden />} onClick={() => onRun(true)}>
          Clean
        </Button>
        <Button icon={<RotateCcw size={15} aria-hidden />} onClick={() => onRun(false)}>
          Not yet
        </Button>
      </div>
      <Toggle id="stairs" label="Tempo climbs when clean" checked={stairs !== undefined} onChange={onStairs} />
      {stairs !== undefined && (
        <SelectField id="stair-step" label="A step is" value={step} onChange={(e) => onStep(Number(e.target.value))}>
          {STAIR_STEPS.map((s) => (
            <option key={s} value={s}>
              {s} % of the tempo
            </option>
          ))}
        </SelectField>
      )}
    </section>
  );
}
