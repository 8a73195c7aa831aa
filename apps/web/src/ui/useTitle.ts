import { useEffect } from 'react';

/** Names the window after what is open in it; undefined while that is not known. */
export function useTitle(what: string | undefined): void {
  useEffect(() => {
    if (what === undefined) return undefined;
    document.title = `${what} · Cifra`;
    return () => {
      document.title = 'Cifra';
    };
  }, [what]);
}
