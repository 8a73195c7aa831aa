import { ChevronDown, ChevronUp } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { type ReactNode, useState } from 'react';

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
  readonly onView: (view: PracticeView) => void;
  readonly children: ReactNode;
}

/** One panel at a time beside the part; on a phone it stands under it, and can make room for it. */
export function PracticePanel({ view, onView, children }: Props) {
  const [isFolded, setFolded] = useState(false);
  return (
    <aside
      aria-label="How it is practised"
      className={`flex shrink-0 flex-col border-line bg-panel max-md:border-t md:w-[18.75rem] md:border-l ${isFolded ? '' : 'max-md:h-[40dvh]'}`}
    >
      <Tabs.Root
        value={view}
        onValueChange={(to) => {
          setFolded(false);
          onView(to as PracticeView);
        }}
        className="flex min-h-0 flex-1 flex-col"
      >
        <div className="flex shrink-0 border-b border-line bg-white px-3">
          <Tabs.List aria-label="What is practised" className="flex min-w-0 flex-1 justify-between overflow-x-auto">
            {Object.entries(PRACTICE_VIEWS).map(([name, words]) => (
              <Tabs.Trigger
                key={name}
                value={name}
                className="border-b-2 border-transparent pt-2 pb-1.5 text-[13px] font-medium whitespace-nowrap text-secondary data-[state=active]:border-accent data-[state=active]:text-ink"
              >
                {words}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <button
            type="button"
            aria-expanded={!isFolded}
            aria-label={isFolded ? 'Unfold the panel' : 'Fold the panel, for more of the part'}
            onClick={() => setFolded(!isFolded)}
            className="ml-2 p-1 text-secondary md:hidden"
          >
            {isFolded ? <ChevronUp size={18} aria-hidden /> : <ChevronDown size={18} aria-hidden />}
          </button>
        </div>
        <Tabs.Content
          value={view}
          aria-label={PRACTICE_VIEWS[view]}
          className={`relative min-h-0 flex-1 overflow-y-auto ${isFolded ? 'max-md:hidden' : ''}`}
        >
          {children}
        </Tabs.Content>
      </Tabs.Root>
    </aside>
  );
}
