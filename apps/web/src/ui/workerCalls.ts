import { type Remote, wrap } from 'comlink';

export interface WorkerCalls<Api> {
  readonly call: <T>(work: (api: Remote<Api>) => Promise<T>) => Promise<T>;
  readonly close: () => void;
}

interface Opened<Api> {
  readonly api: Remote<Api>;
  /** Rejects once this worker answers no more. */
  readonly gone: Promise<never>;
  readonly end: (why: Error) => void;
}

/** Somebody else's call broke the worker that was to answer this one. */
class Interrupted extends Error {}

const NOT_FETCHED = 'a file of Cifra could not be fetched';

/**
 * Calls on a worker that is opened when it is first needed.
 *
 * A worker whose file did not come, or that died, answers nobody: whoever waits is told so, and the next call opens
 * another. After a call that threw, what the worker remembers cannot be trusted: it is closed, and the calls that
 * waited beside that one are made again.
 */
export function workerCalls<Api>(open: () => Worker): WorkerCalls<Api> {
  let current: Opened<Api> | undefined;
  const opened = (): Opened<Api> => {
    const worker = open();
    let reject: (why: Error) => void = () => undefined;
    const gone = new Promise<never>((_answered, rejected) => (reject = rejected));
    // Perhaps nobody waits.
    gone.catch(() => undefined);
    const now: Opened<Api> = {
      api: wrap<Api>(worker),
      gone,
      end: (why) => {
        worker.terminate();
        if (current === now) current = undefined;
        reject(why);
      },
    };
    worker.addEventListener('error', (e) => now.end(new Error(e.message || NOT_FETCHED)));
    return now;
  };
  const call: WorkerCalls<Api>['call'] = async (work) => {
    const now = (current ??= opened());
    try {
      return await Promise.race([work(now.api), now.gone]);
    } catch (e) {
      if (e instanceof Interrupted) return call(work);
      now.end(new Interrupted());
      throw e;
    }
  };
  return { call, close: () => current?.end(new Error('closed')) };
}
