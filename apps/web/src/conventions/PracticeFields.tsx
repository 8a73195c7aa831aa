import type { PracticeSetupDto } from '@cifra/contract';
import { CLEAN_GOAL, LADDER_RUNGS, type LadderRung, MOST_CLEAN_GOAL, rungsInOrder } from '@cifra/core';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { SelectField } from '../ui/Field';
import { RUNG_WORDS } from '../words/practiseWords';

interface Props {
  readonly practice: PracticeSetupDto;
  readonly onChange: (practice: PracticeSetupDto) => void;
}

const GOALS = Array.from({ length: MOST_CLEAN_GOAL }, (_u, i) => i + 1);

/** The steps of practising in the teacher's own order, and how often clean is enough. */
export function PracticeFields({ practice, onChange }: Props) {
  const shown = rungsInOrder(practice.ladder);
  const hidden = LADDER_RUNGS.filter((r) => !shown.includes(r));
  const setLadder = (ladder: readonly LadderRung[]) => onChange({ ...practice, ladder: [...ladder] });
  const move = (at: number, by: number) => {
    const next = [...shown];
    const [rung] = next.splice(at, 1);
    if (rung !== undefined) next.splice(at + by, 0, rung);
    setLadder(next);
  };
  return (
    <div className="space-y-4">
      <fieldset>
        <legend className="mb-1 text-[13px] font-medium">The steps, in your order</legend>
        <ol className="divide-y divide-line rounded-md border border-line">
          {[...shown, ...hidden].map((r) => {
            const at = shown.indexOf(r);
            const words = RUNG_WORDS[r].toLowerCase();
            return (
              <li key={r} className="flex items-center gap-2 px-3 py-1">
                <label className="flex flex-1 items-center gap-2.5 py-1">
                  <input
                    type="checkbox"
                    className="size-4 accent-[var(--color-accent)]"
                    checked={at >= 0}
                    disabled={at >= 0 && shown.length === 1}
                    onChange={(e) => setLadder(e.target.checked ? [...shown, r] : shown.filter((x) => x !== r))}
                  />
                  {RUNG_WORDS[r]}
                </label>
                <button
                  type="button"
                  aria-label={`Earlier: ${words}`}
                  disabled={at <= 0}
                  onClick={() => move(at, -1)}
                  className="rounded p-1 text-secondary hover:bg-desk disabled:opacity-30"
                >
                  <ChevronUp size={16} aria-hidden />
                </button>
                <button
                  type="button"
                  aria-label={`Later: ${words}`}
                  disabled={at < 0 || at === shown.length - 1}
                  onClick={() => move(at, 1)}
                  className="rounded p-1 text-secondary hover:bg-desk disabled:opacity-30"
                >
                  <ChevronDown size={16} aria-hidden />
                </button>
              </li>
            );
          })}
        </ol>
      </fieldset>
      <SelectField
        id="clean-goal"
        label="Go on when it was clean so many times in a row"
        className="max-w-xs"
        value={practice.cleanGoal ?? CLEAN_GOAL}
        onChange={(e) => onChange({ ...practice, cleanGoal: Number(e.target.value) })}
      >
        {GOALS.map((g) => (
          <option key={g} value={g}>
            {g === 1 ? 'once' : `${g} times`}
          </option>
        ))}
      </SelectField>
    </div>
  );
}
