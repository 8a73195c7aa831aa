import { type RefObject, useLayoutEffect, useRef } from 'react';

/** The newest of something that changes with every drawing, for what is called later and must not change with it. */
export function useLatest<T>(value: T): RefObject<T> {
  const latest = useRef(value);
  useLayoutEffect(() => {
    latest.current = value;
  });
  return latest;
}
