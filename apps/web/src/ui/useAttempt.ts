import { useCallback } from 'react';
import { BothChanged } from './bothChanged';
import { useNotice } from './Notices';
import { reasonOf } from './reason';

interface Refused {
  /** Stands before the reason. */
  readonly saying?: string;
  /** Whether it can be tried again from the notice. */
  readonly again?: boolean;
}
export type Attempt = (run: () => Promise<unknown>, refused?: Refused) => Promise<boolean>;

/**
 * Does something that may be refused, and says so in a notice where it is.
 * @returns whether it was done
 */
export function useAttempt(): Attempt {
  const notice = useNotice();
  return useCallback(
    async (run, { saying, again = false } = {}) => {
      const attempt = async (once: () => Promise<unknown> = run): Promise<boolean> => {
        try {
          await once();
          return true;
        } catch (e) {
          if (e instanceof BothChanged) {
            notice(e.message, {
              tone: 'warning',
              stays: true,
              action: { label: 'Save mine over it', run: () => void attempt(e.overwrite) },
            });
            return false;
          }
          notice([saying, reasonOf(e)].filter((w) => w !== undefined).join(' '), {
            tone: 'warning',
            action: again ? { label: 'Try again', run: () => void attempt() } : undefined,
          });
          return false;
        }
      };
      return attempt();
    },
    [notice],
  );
}
