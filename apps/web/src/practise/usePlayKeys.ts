import { useEffect, useRef } from 'react';
import { TEMPO_STEP } from './tempoRange';
import { addTap, tappedTempo } from './tempoTap';

interface Keys {
  readonly playing: boolean;
  readonly start: () => Promise<void>;
  readonly halt: () => void;
  readonly setPercent: (percent: number | ((before: number) => number)) => void;
  /** Felt beats a minute at the line's own tempo. */
  readonly beats: number;
}

/** What has the keyboard to itself, and what Space presses. */
const TYPED_IN = 'input, textarea, select';
const PRESSED = `${TYPED_IN}, button, [role=slider], [role=button], [role=tab]`;
const PER_CENT = 100;

/** Space plays and stops, + and - change the tempo, T taps it. */
export function usePlayKeys({ playing, start, halt, setPercent, beats }: Keys): void {
  const taps = useRef<readonly number[]>([]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return;
      if (e.target instanceof HTMLElement && e.target.closest(e.key === ' ' ? PRESSED : TYPED_IN) !== null) return;
      if (e.key === ' ') {
        e.preventDefault();
        if (playing) halt();
        else void start();
      } else if (e.key === '+' || e.key === '-') setPercent((p) => p + (e.key === '+' ? TEMPO_STEP : -TEMPO_STEP));
      else if (e.key.toLowerCase() === 't') {
        taps.current = addTap(taps.current, performance.now() / 1000);
        const tempo = tappedTempo(taps.current);
        if (tempo !== undefined && beats > 0) setPercent((PER_CENT * tempo) / beats);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [playing, start, halt, setPercent, beats]);
}
