import type { ReactNode } from 'react';

interface Props {
  readonly name: string;
  /** Beside the name, softer. */
  readonly beside?: string;
  readonly what: string;
  readonly icon: ReactNode;
  readonly onOpen: () => void;
}

/** Something to practise, as a row that opens it. */
export const WorkRow = ({ name, beside, what, icon, onOpen }: Props) => (
  <button
    type="button"
    onClick={onOpen}
    className="flex min-h-14 w-full min-w-0 flex-1 items-center gap-2 py-1.5 text-left hover:bg-panel"
  >
    <span className="min-w-0 flex-1">
      <span className="font-semibold">{name}</span>
      {beside !== undefined && <span className="text-secondary"> · {beside}</span>}
      <span className="block text-[14px] text-secondary">{what}</span>
    </span>
    <span className="shrink-0 text-secondary">{icon}</span>
  </button>
);
