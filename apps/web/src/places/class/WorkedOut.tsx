import type { ReactNode } from 'react';
import { Failure, StaffSkeleton } from '../../ui/States';
import type { ClassSum } from './useClassSum';

/** Shows something once it is worked out. */
export function WorkedOut<T>({
  sum,
  what,
  children,
}: {
  readonly sum: ClassSum<T>;
  readonly what: string;
  readonly children: (value: T) => ReactNode;
}) {
  if (sum.error !== undefined)
    return <Failure title={`${what} could not be worked out`} detail={sum.error.message} onRetry={sum.retry} />;
  if (sum.value === undefined) return <StaffSkeleton systems={1} label={`Working out ${what.toLowerCase()}`} />;
  return <>{children(sum.value)}</>;
}
