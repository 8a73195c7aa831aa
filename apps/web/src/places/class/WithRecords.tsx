import type { ClassView } from '@cifra/contract';
import type { ReactNode } from 'react';
import { Loaded } from '../../ui/Loaded';
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
  return (
    <Loaded of={useClassRecords(group)} what={what}>
      {children}
    </Loaded>
  );
}
