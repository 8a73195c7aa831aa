import type { Exercise, Finding, InstrumentId, PageTransposition, Teaching } from '@cifra/core';
import { useEffect, useRef, useState } from 'react';
import { workerCalls } from '../../ui/workerCalls';
import type { ProofApi } from './proofWorker';

const prover = workerCalls<ProofApi>(
  () => new Worker(new URL('./proofWorker.ts', import.meta.url), { type: 'module', name: 'prover' }),
);

const PAUSE_MS = 250;

export interface Proof {
  readonly findings: readonly Finding[];
  /** How far it is: without it, no findings would mean that nothing is wrong. */
  readonly standing: 'proving' | 'proved' | 'failed';
}

/** The findings of a line, in a worker, a moment after the last keystroke: never in the way of typing. */
export function useProof(
  exercise: Exercise,
  line: number,
  lens: PageTransposition,
  instruments: readonly InstrumentId[],
  teaching: Teaching,
): Proof {
  const [proof, setProof] = useState<Proof>({ findings: [], standing: 'proving' });
  const asked = useRef(0);
  useEffect(() => {
    const mine = ++asked.current;
    const timer = setTimeout(() => {
      prover
        .call((p) => p.prove(exercise, line, lens, instruments, teaching))
        .then(
          (findings) => {
            if (asked.current === mine) setProof({ findings, standing: 'proved' });
          },
          (error: unknown) => {
            console.error(error);
            if (asked.current === mine) setProof(({ findings }) => ({ findings, standing: 'failed' }));
          },
        );
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [exercise, line, lens, instruments, teaching]);
  return proof;
}
