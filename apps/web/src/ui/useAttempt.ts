import { useCallback } from 'react';
import { useNotice } from './Notices';

/** Does something that may be refused, and says so in a notice where it is. */
export function useAttempt(): (run: () => Promise<unknown>) => Promise<void> {
  const notice = useNotice();
  return useCallback(
    async (run) => {
      try {
        await run();
      } catch (e) {
        notice((e as Error).message, { tone: 'warning' });
      }
    },
    [notice],
  );
}
