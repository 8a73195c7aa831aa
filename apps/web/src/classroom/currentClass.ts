import type { ClassView } from '@cifra/contract';
import { useSyncExternalStore } from 'react';
import { useClasses } from '../api/resources';
import type { Loading } from '../ui/Loaded';

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

/** Forgets which class that was. */
export const forgetClass = (): void => localStorage.removeItem(KEY);

export interface CurrentClass extends Loading<ClassView> {
  readonly all: readonly ClassView[];
}

/** The class that every place is about: the one chosen last, else the first. */
export function useCurrentClass(): CurrentClass {
  const { data, error, mutate } = useClasses();
  const id = useSyncExternalStore(subscribe, chosen);
  return { data: data?.find((c) => c.id === id) ?? data?.[0], all: data ?? NONE, error, mutate };
}

const NONE: readonly ClassView[] = [];
