import { Toast } from 'radix-ui';
import { createContext, type ReactNode, use, useCallback, useMemo, useState } from 'react';

interface Notice {
  readonly id: number;
  readonly text: string;
  readonly tone: 'plain' | 'warning';
  readonly action: { readonly label: string; readonly run: () => void } | undefined;
  /** Until it is closed. */
  readonly stays: boolean;
}
type Show = (
  text: string,
  options?: { readonly tone?: Notice['tone']; readonly action?: Notice['action']; readonly stays?: boolean },
) => void;

const NoticeContext = createContext<Show>(() => undefined);
export const useNotice = (): Show => use(NoticeContext);

const SECONDS = 9;
let next = 1;

/** Short messages at the foot of the screen, one of which may carry an undo. */
export function Notices({ children }: { readonly children: ReactNode }) {
  const [notices, setNotices] = useState<readonly Notice[]>([]);
  const show = useCallback<Show>((text, { tone = 'plain', action, stays = false } = {}) => {
    setNotices((all) => [...all.slice(-2), { id: next++, text, tone, stays, action }]);
  }, []);
  const close = (id: number) => setNotices((all) => all.filter((n) => n.id !== id));
  return (
    <NoticeContext value={show}>
      <Toast.Provider duration={SECONDS * 1000} swipeDirection="down">
        {useMemo(() => children, [children])}
        {notices.map((n) => (
          <Toast.Root
            key={n.id}
            duration={n.stays ? Infinity : SECONDS * 1000}
            onOpenChange={(open) => !open && close(n.id)}
            className={`fade-in flex items-center gap-4 rounded-md px-4 py-3 text-white shadow-lg ${n.tone === 'warning' ? 'bg-warning' : 'bg-ink'}`}
          >
            <Toast.Description className="flex-1">{n.text}</Toast.Description>
            {n.action !== undefined && (
              <Toast.Action
                altText={n.action.label}
                onClick={n.action.run}
                className="rounded px-2 py-1 font-semibold text-[#8fe0d3] underline underline-offset-4 hover:bg-white/10"
              >
                {n.action.label}
              </Toast.Action>
            )}
          </Toast.Root>
        ))}
        <Toast.Viewport className="print:hidden fixed bottom-4 left-1/2 z-50 flex w-[min(30rem,calc(100vw-2rem))] -translate-x-1/2 flex-col gap-2" />
      </Toast.Provider>
    </NoticeContext>
  );
}
