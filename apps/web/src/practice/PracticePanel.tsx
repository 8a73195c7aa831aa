import { Tabs } from 'radix-ui';
import type { ReactNode } from 'react';

export const PRACTICE_VIEWS = {
  steps: 'Steps',
  pieces: 'Pieces',
  sound: 'Sound',
  listen: 'Listen',
  tune: 'Tune',
  free: 'Freely',
} as const;
export type PracticeView = keyof typeof PRACTICE_VIEWS;
export const isPracticeView = (v: string | null): v is PracticeView => v !== null && v in PRACTICE_VIEWS;

interface Props {
  readonly view: PracticeView;
  /** Whether it stands there where there is no room for it beside the part. */
  readonly isOpen: boolean;
  readonly onView: (view: PracticeView) => void;
  readonly children: ReactNode;
}

/** One panel at a time beside the part; on a phone and a tablet it stands under it, and only when it is opened. */
export function PracticePanel({ view, isOpen, onView, children }: Props) {
  return (
    <aside
      aria-label="How it is practised"
      className={`flex shrink-0 flex-col border-line bg-panel max-lg:h-[45dvh] max-lg:border-t lg:w-[18.75rem] lg:border-l ${isOpen ? '' : 'max-lg:hidden'}`}
    >
      <Tabs.Root
        value={view}
        onValueChange={(to) => onView(to as PracticeView)}
        className="flex min-h-0 flex-1 flex-col"
      >
        <div className="flex shrink-0 border-b border-line bg-white px-3">
          <Tabs.List aria-label="What is practised" className="flex min-w-0 flex-1 justify-between overflow-x-auto">
            {Object.entries(PRACTICE_VIEWS).map(([name, words]) => (
              <Tabs.Trigger
                key={name}
                value={name}
                className="border-b-2 border-transparent pt-2 pb-1.5 text-[13px] max-lg:h-11 font-medium whitespace-nowrap text-secondary data-[state=active]:border-accent data-[state=active]:text-ink"
              >
                {words}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
        </div>
        <Tabs.Content
          value={view}
          aria-label={PRACTICE_VIEWS[view]}
          className="relative min-h-0 flex-1 overflow-y-auto"
        >
          {children}
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  );
}
