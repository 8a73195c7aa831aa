import type { Conventions } from '@cifra/core';
import type { Doubt, Mending } from '@cifra/scan';
import { CircleCheck } from 'lucide-react';
import { Button } from '../../../ui/Button';
import { doubtWords, mendingWords } from '../../../words/scanWords';

interface Props {
  readonly doubts: readonly Doubt[];
  readonly current: Doubt | undefined;
  readonly barOf: (d: Doubt) => string;
  readonly names: Conventions['rhythmNames'];
  readonly onNext: (by: 1 | -1) => void;
  readonly onMend: (d: Doubt, m: Mending) => void;
  readonly onRight: (d: Doubt) => void;
}

const Key = ({ children }: { readonly children: string }) => (
  <kbd className="rounded border border-line bg-panel px-1.5 font-sans text-[12px] text-secondary">{children}</kbd>
);

/** What is in doubt, one after the other, with what it may be instead: one key each. */
export function DoubtPanel({ doubts, current, barOf, names, onNext, onMend, onRight }: Props) {
  if (doubts.length === 0)
    return (
      <p className="flex items-start gap-2 text-accent">
        <CircleCheck size={17} aria-hidden className="mt-0.5 shrink-0" />
        Nothing is in doubt. Compare it once with what is printed.
      </p>
    );
  const shown = current ?? doubts[0];
  if (shown === undefined) return null;
  return (
    <div className="space-y-3">
      <p className="text-[13px] text-secondary" role="status">
        {doubts.length === 1
          ? 'One place to look at'
          : `${doubts.length} places to look at, this is ${doubts.indexOf(shown) + 1}`}
      </p>
      <p className="font-medium">{doubtWords(shown, barOf(shown))}</p>
      <div className="grid grid-cols-2 gap-1.5 lg:grid-cols-1">
        <Button kind="primary" onClick={() => onRight(shown)} className="col-span-full justify-between">
          It is right as it was read <Key>0</Key>
        </Button>
        {shown.mendings.slice(0, 6).map((m, i) => (
          <Button key={i} onClick={() => onMend(shown, m)} className="justify-between">
            {mendingWords(m, names)} <Key>{String(i + 1)}</Key>
          </Button>
        ))}
      </div>
      {doubts.length > 1 && (
        <div className="flex gap-1.5">
          <Button kind="quiet" onClick={() => onNext(-1)}>
            Before <Key>P</Key>
          </Button>
          <Button kind="quiet" onClick={() => onNext(1)}>
            Next <Key>N</Key>
          </Button>
        </div>
      )}
    </div>
  );
}
