import type { LadderRung } from '@cifra/core';
import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { RUNG_WORDS } from '../words/practiseWords';

interface Props {
  /** In the teacher's order. */
  readonly rungs: readonly LadderRung[];
  readonly rung: LadderRung | undefined;
  readonly ticked: readonly LadderRung[];
  readonly onRung: (rung: LadderRung | undefined) => void;
  readonly onTick: (rung: LadderRung, on: boolean) => void;
}

/** The steps from counting to playing at tempo; each sets the player up, and is ticked when it is done. */
export function Ladder({ rungs, rung, ticked, onRung, onTick }: Props) {
  return (
    <section className="border-b border-line px-4 py-3" aria-label="The ladder">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">Step by step</h2>
      <ol>
        {rungs.map((r) => (
          <li key={r} className="flex items-center gap-2.5">
            <Checkbox.Root
              aria-label={`Done: ${RUNG_WORDS[r]}`}
              checked={ticked.includes(r)}
              onCheckedChange={(on) => onTick(r, on === true)}
              className="grid size-5 shrink-0 place-items-center rounded border border-[#8a97ab] bg-white data-[state=checked]:border-accent data-[state=checked]:bg-accent"
            >
              <Checkbox.Indicator className="text-white">
                <Check size={14} aria-hidden />
              </Checkbox.Indicator>
            </Checkbox.Root>
            <button
              type="button"
              aria-pressed={rung === r}
              onClick={() => onRung(rung === r ? undefined : r)}
              className="my-0.5 flex-1 rounded px-2 py-1.5 text-left hover:bg-desk aria-pressed:bg-accent-soft aria-pressed:font-semibold aria-pressed:text-accent"
            >
              {RUNG_WORDS[r]}
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
