import type { ClassView } from '@cifra/contract';
import { useSyncExternalStore } from 'react';
import type { SWRResponse } from 'swr';
import type { RequestError } from '../api/request';
import { useClasses } from '../api/resources';

const KEY = 'cifra.class';
const listeners = new Set<() => void>();
const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
const chosen = (): string | null => localStorage.getItem(KEY);

/** From now on every place is about this class, in this browser. */
export function chooseClass(id: string): void {
  localStorage.setItem(KEY, id);
  for (const l of listeners) l();
}

export interface CurrentClass {
  /** The class that every place is about: the one chosen last, else the first. */
  readonly group: ClassView | undefined;
  readonly all: readonly ClassView[];
  readonly error: RequestError | undefined;
  readonly mutate: SWRResponse<ClassView[], RequestError>['mutate'];
}

export function useCurrentClass(): CurrentClass {
  const { data, error, mutate } = useClasses();
  const id = useSyncExternalStore(subscribe, chosen);
  const group = data?.find((c) => c.id === id) ?? data?.[0];
  return { group, all: data ?? NONE, error, mutate };
}

const NONE: readonly ClassView[] = [];
