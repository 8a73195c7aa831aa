import type { LadderRung } from '@cifra/core';
import { ArrowRight } from 'lucide-react';
import { Button } from '../ui/Button';
import { RUNG_WORDS } from '../words/practiseWords';

interface Props {
  /** Clean runs in a row that are asked for, and how many there are. */
  readonly goal: number;
  readonly row: number;
  /** The step that comes after this one, once there are enough. */
  readonly next: LadderRung | undefined;
  readonly onRun: (clean: boolean) => void;
  readonly onNext: () => void;
}

const BIG = 'h-12 min-w-0 flex-1 px-2 text-[15px]';

/**
 * How a run was, asked where it was played: on a phone and a tablet, whose panel is not beside it. With enough clean
 * ones in a row, what comes next.
 */
export function RunQuestion({ goal, row, next, onRun, onNext }: Props) {
  return (
    <div role="group" aria-label="How was it?" className="flex min-w-0 flex-1 items-center gap-2 lg:hidden">
      <p role="status" className="shrink-0 text-[13px] leading-tight text-secondary tabular-nums">
        {row} of {goal}
        <br />
        clean
      </p>
      {row >= goal && next !== undefined ? (
        <Button className={BIG} icon={<ArrowRight size={16} aria-hidden className="shrink-0" />} onClick={onNext}>
          <span className="truncate">On: {RUNG_WORDS[next].toLowerCase()}</span>
        </Button>
      ) : (
        <>
          <Button className={BIG} onClick={() => onRun(false)}>
            Not yet
          </Button>
          <Button className={BIG} onClick={() => onRun(true)}>
            Clean
          </Button>
        </>
      )}
    </div>
  );
}
