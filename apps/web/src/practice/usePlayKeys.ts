import { type MouseEvent, useEffect } from 'react';
import { TEMPO_STEP } from './tempoRange';

interface Keys {
  readonly playing: boolean;
  readonly start: () => Promise<void>;
  readonly halt: () => void;
  readonly setPercent: (percent: number | ((before: number) => number)) => void;
  readonly tapTempo: () => void;
}

/** What has the keyboard to itself, and what Space presses. */
const TYPED_IN = 'input, textarea, select';
const PRESSED = `${TYPED_IN}, button, [role=slider], [role=button], [role=tab]`;

/** What a foot pedal sends. */
const PEDAL = ['PageDown', 'PageUp'];

/** Space and a pedal play and stop, + and - change the tempo, T taps it. */
export function usePlayKeys({ playing, start, halt, setPercent, tapTempo }: Keys): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey || e.defaultPrevented) return;
      if (e.target instanceof HTMLElement && e.target.closest(e.key === ' ' ? PRESSED : TYPED_IN) !== null) return;
      if (e.key === ' ' || PEDAL.includes(e.key)) {
        e.preventDefault();
        if (playing) halt();
        else void start();
      } else if (e.key === '+' || e.key === '-') setPercent((p) => p + (e.key === '+' ? TEMPO_STEP : -TEMPO_STEP));
      else if (e.key.toLowerCase() === 't') tapTempo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [playing, start, halt, setPercent, tapTempo]);
}

/**
 * A button that was pressed with the hand lets go of the keyboard, so that Space plays; one reached by Tab keeps it.
 */
export function freeSpace({ detail, target }: MouseEvent): void {
  if (detail > 0 && target instanceof HTMLElement) target.closest('button')?.blur();
}
