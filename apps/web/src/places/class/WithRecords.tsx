import type { ClassView } from '@cifra/contract';
import type { ReactNode } from 'react';
import { Failure, StaffSkeleton } from '../../ui/States';
import { type ClassRecords, useClassRecords } from './useClassRecords';

/** Shows something once the records of a class are there. */
export function WithRecords({
  group,
  what,
  children,
}: {
  readonly group: ClassView;
  readonly what: string;
  readonly children: (records: ClassRecords) => ReactNode;
}) {
  const loaded = useClassRecords(group);
  if (loaded.kind === 'failed')
    return <Failure title={`${what} could not be opened`} detail={loaded.detail} onRetry={loaded.retry} />;
  if (loaded.kind === 'loading') return <StaffSkeleton label={`Opening ${what.toLowerCase()}`} />;
  return <>{children(loaded.records)}</>;
}
