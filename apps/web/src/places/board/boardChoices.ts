import { type CallChoices } from '@cifra/core';
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { callChoices, callQuery } from '../../classroom/callChoices';

export const SPANS = { 1: 'one bar', 2: 'two bars', 4: 'four bars' } as const;
export type Span = keyof typeof SPANS;
export const SHOWN = { both: 'letters and figures', letters: 'letters', figures: 'figures' } as const;
export type Shown = keyof typeof SHOWN;

/** How the board is set, and the bar that it begins with. */
export interface BoardChoices {
  readonly span: Span;
  readonly shown: Shown;
  readonly isDark: boolean;
}

const read = (query: URLSearchParams): BoardChoices => ({
  span: ([2, 4] as const).find((s) => String(s) === query.get('bars')) ?? 1,
  shown: (['letters', 'figures'] as const).find((s) => s === query.get('show')) ?? 'both',
  isDark: query.get('dark') === 'yes',
});

const written = ({ span, shown, isDark }: BoardChoices, call: CallChoices, bar: number) => ({
  bar: String(bar),
  ...(span !== 1 && { bars: String(span) }),
  ...(shown !== 'both' && { show: shown }),
  ...(isDark && { dark: 'yes' }),
  ...callQuery(call),
});

/** Begins as the address says; from then on the address follows, since keys come faster than it changes. */
export function useBoardChoices() {
  const [query] = useSearchParams();
  const [choices, setChoices] = useState(() => read(query));
  const [bar, setBar] = useState(() => Math.max(0, Number(query.get('bar') ?? 1) - 1 || 0));
  return {
    ...choices,
    bar,
    setBar,
    choose: (change: Partial<BoardChoices>) => setChoices((before) => ({ ...before, ...change })),
  };
}

/** Writes into the address how the board is set. */
export function useBoardAddress({ span, shown, isDark }: BoardChoices, bar: number): string {
  const [query, setQuery] = useSearchParams();
  const address = new URLSearchParams(written({ span, shown, isDark }, callChoices(query), bar)).toString();
  useEffect(() => {
    if (query.toString() !== address) setQuery(address, { replace: true });
  }, [address, query, setQuery]);
  return address;
}
