import type { ClassRecords as WrittenDown, ClassView, ListedExerciseView, PupilView } from '@cifra/contract';
import { useMemo } from 'react';
import {
  useAssignments,
  useHome,
  useHomeDays,
  useKit,
  useLog,
  useMet,
  useTakes,
  useTerm,
} from '../../api/classResources';
import { usePupils } from '../../api/pupils';
import { useShelf } from '../../api/resources';
import { allOf } from '../../ui/allOf';
import type { Loading } from '../../ui/Loaded';

/** Everything that is written down of a class, with its pupils and the lines of the shelf. */
export interface ClassRecords extends WrittenDown {
  readonly pupils: readonly PupilView[];
  readonly lines: readonly ListedExerciseView[];
}

/** The records of a class, once all of them are there. */
export function useClassRecords({ id }: ClassView): Loading<ClassRecords> {
  const { data, ...rest } = allOf({
    pupils: usePupils(id),
    assignments: useAssignments(id),
    log: useLog(id),
    term: useTerm(id),
    met: useMet(id),
    practice: useHome(id),
    days: useHomeDays(id),
    takes: useTakes(id),
    kit: useKit(id),
    lines: useShelf(),
  });
  const titles = useMemo(() => new Map(data?.lines.map((e) => [e.id, e.title])), [data?.lines]);
  const titleOf = (line: string): string => titles.get(line) ?? 'a line that is gone';
  return { ...rest, data: data === undefined ? undefined : { ...data, titleOf } };
}
