import type { ClassRecords as WrittenDown, ClassView, PupilView } from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import { useMemo } from 'react';
import {
  useHome,
  useHomeDays,
  useKit,
  useLog,
  useMet,
  useTerm,
  useTakes,
  useAssignments,
} from '../../api/classResources';
import { usePupils, useShelf } from '../../api/resources';

/** Everything that is written down of a class, with its pupils and the lines of the shelf. */
export interface ClassRecords extends WrittenDown {
  readonly pupils: readonly PupilView[];
  readonly lines: readonly { readonly id: string; readonly title: string; readonly document: Exercise }[];
}

export type Loading<T> =
  | { readonly kind: 'there'; readonly records: T }
  | { readonly kind: 'loading' }
  | { readonly kind: 'failed'; readonly detail: string; readonly retry: () => void };

/** The records of a class, once all of them are there. */
export function useClassRecords(group: ClassView): Loading<ClassRecords> {
  const { id } = group;
  const all = [
    usePupils(id),
    useAssignments(id),
    useLog(id),
    useTerm(id),
    useMet(id),
    useHome(id),
    useHomeDays(id),
    useTakes(id),
    useKit(id),
    useShelf(),
  ] as const;
  const [pupils, work, log, plan, met, practice, days, takes, kit, shelf] = all;
  const records = useMemo((): ClassRecords | undefined => {
    if (
      pupils.data === undefined ||
      work.data === undefined ||
      log.data === undefined ||
      plan.data === undefined ||
      met.data === undefined ||
      practice.data === undefined ||
      days.data === undefined ||
      takes.data === undefined ||
      kit.data === undefined ||
      shelf.data === undefined
    )
      return undefined;
    const titles = new Map(shelf.data.map((e) => [e.id, e.title]));
    return {
      pupils: pupils.data,
      assignments: work.data,
      log: log.data,
      term: plan.data,
      met: met.data,
      practice: practice.data,
      days: days.data,
      takes: takes.data,
      kit: kit.data,
      lines: shelf.data,
      titleOf: (line) => titles.get(line) ?? 'a line that is gone',
    };
  }, [
    pupils.data,
    work.data,
    log.data,
    plan.data,
    met.data,
    practice.data,
    days.data,
    takes.data,
    kit.data,
    shelf.data,
  ]);
  if (records !== undefined) return { kind: 'there', records };
  const failed = all.find((r) => r.error !== undefined);
  if (failed?.error === undefined) return { kind: 'loading' };
  return {
    kind: 'failed',
    detail: failed.error.message,
    retry: () => {
      for (const r of all) void r.mutate();
    },
  };
}
