import type { Exercise, Finding, InstrumentId, PageTransposition, Teaching } from '@cifra/core';
import { type Remote, wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { ProofApi } from './proofWorker';

let remote: Remote<ProofApi> | undefined;
const prover = (): Remote<ProofApi> =>
  (remote ??= wrap<ProofApi>(
    new Worker(new URL('./proofWorker.ts', import.meta.url), { type: 'module', name: 'prover' }),
  ));

const PAUSE_MS = 250;
const NONE: readonly Finding[] = [];

/** The findings of a line, in a worker, a moment after the last keystroke: never in the way of typing. */
export function useProof(
  exercise: Exercise,
  line: number,
  lens: PageTransposition,
  instruments: readonly InstrumentId[],
  teaching: Teaching,
): readonly Finding[] {
  const [findings, setFindings] = useState<readonly Finding[]>(NONE);
  const asked = useRef(0);
  useEffect(() => {
    const mine = ++asked.current;
    const timer = setTimeout(() => {
      void prover()
        .prove(exercise, line, lens, instruments, teaching)
        .then((found) => {
          if (asked.current === mine) setFindings(found);
        });
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [exercise, line, lens, instruments, teaching]);
  return findings;
}
