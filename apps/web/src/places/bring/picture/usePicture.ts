import { exercisesOf, type FoundExercise } from '@cifra/scan';
import { useCallback, useEffect, useRef, useState } from 'react';
import { openScanner, type ScanRefusal, type ShownPage, type ShownStaff } from '../../../scanning/scanner';

/** How far the reading of a picture is. */
export type PictureState =
  | { readonly step: 'opening' }
  | { readonly step: 'refused'; readonly why: ScanRefusal }
  | { readonly step: 'failed'; readonly reason: string }
  | {
      readonly step: 'reading' | 'read' | 'stopped';
      readonly page: ShownPage;
      /** From the top, as far as they are read. */
      readonly staves: readonly ShownStaff[];
      readonly exercises: readonly FoundExercise[];
    };

/**
 * A picture that is opened and read, staff by staff, in a worker of its own.
 * @returns how far it is, and what to call to turn the page by a quarter and to stop
 */
export function usePicture(file: Blob): {
  readonly state: PictureState;
  readonly turn: (quarters: number) => void;
  readonly stop: () => void;
} {
  const [state, setState] = useState<PictureState>({ step: 'opening' });
  const [quarters, setQuarters] = useState(0);
  const stopped = useRef(false);

  useEffect(() => {
    const scanner = openScanner();
    let isLeft = false;
    stopped.current = false;
    const work = async () => {
      const { page, refused } = await scanner.call((s) => s.open(file, quarters));
      if (isLeft) return;
      if (page === undefined) return setState({ step: 'refused', why: refused ?? { kind: 'no-picture' } });
      const staves: ShownStaff[] = [];
      const joined = page.staves.map((s) => s.joinedToNext);
      const tell = (step: 'reading' | 'read' | 'stopped') =>
        setState({
          step,
          page,
          staves: [...staves],
          exercises: exercisesOf(
            staves.map((s) => s.seen),
            joined,
          ),
        });
      tell('reading');
      for (let i = 0; i < page.staves.length; i++) {
        const staff = await scanner.call((s) => s.read(i));
        if (isLeft) return;
        staves.push(staff);
        if (stopped.current) return tell('stopped');
        tell(i + 1 < page.staves.length ? 'reading' : 'read');
      }
    };
    work().catch((e: unknown) => {
      if (!isLeft) setState({ step: 'failed', reason: e instanceof Error ? e.message : String(e) });
    });
    return () => {
      isLeft = true;
      scanner.close();
    };
  }, [file, quarters]);

  return {
    state,
    turn: useCallback((by: number) => {
      setState({ step: 'opening' });
      setQuarters((q) => (q + by + 4) % 4);
    }, []),
    stop: useCallback(() => (stopped.current = true), []),
  };
}
