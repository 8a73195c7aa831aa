import type { ReactNode } from 'react';
import { Failure, StaffSkeleton } from './States';

/**
 * Something that is fetched or worked out: there, on its way, or failed; what is there stays when a later try fails.
 */
export interface Loading<T> {
  readonly data: T | undefined;
  readonly error: Failed | undefined;
  /** Tries again. */
  readonly mutate: () => unknown;
}
/** A failure; of a server that does not answer the frame tells already. */
type Failed = Error & { readonly isSilence?: boolean };

interface Props<T> {
  readonly of: Loading<T>;
  /** What is waited for, as it stands at the beginning of a sentence. @example The shelf */
  readonly what: string;
  /** What is done to it, and what could not be. */
  readonly verb?: { readonly doing: string; readonly done: string };
  /** Said in place of the reason. */
  readonly detail?: string;
  readonly systems?: number;
  /** Of what stands there while it is not there: set in from the edges, as large as it will be. */
  readonly className?: string;
  readonly children: (data: T) => ReactNode;
}

export const OPENED = { doing: 'Opening', done: 'opened' } as const;
export const DRAWN = { doing: 'Drawing', done: 'drawn' } as const;
export const WORKED_OUT = { doing: 'Working out', done: 'worked out' } as const;

/** Shows something once it is there, and until then how it is on its way or what is wrong. */
export function Loaded<T>({ of, what, verb = OPENED, detail, systems, className, children }: Props<T>) {
  const { data, error, mutate } = of;
  const retry = () => void mutate();
  if (data === undefined)
    return (
      <div className={className}>
        {error === undefined ? (
          <StaffSkeleton systems={systems} label={`${verb.doing} ${what.charAt(0).toLowerCase()}${what.slice(1)}`} />
        ) : (
          <Failure title={`${what} could not be ${verb.done}`} detail={detail ?? error.message} onRetry={retry} />
        )}
      </div>
    );
  return (
    <>
      {error !== undefined && error.isSilence !== true && (
        <p role="status" className="mb-3 text-[13px] text-fresh print:hidden">
          {what} could not be {verb.done} anew, and stands here as it was: {detail ?? error.message}{' '}
          <button type="button" className="underline" onClick={retry}>
            Try again
          </button>
        </p>
      )}
      {children(data)}
    </>
  );
}
