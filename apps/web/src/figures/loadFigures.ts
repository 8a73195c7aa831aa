import { hasFigures, type Instrument, instrumentOf, type InstrumentId, type Woodwind } from '@cifra/core';
import useSWR, { type SWRResponse } from 'swr';

/** Each kind of woodwind's figures are a module of their own, fetched when an instrument of the kind is looked at. */
const LOADERS: Readonly<Record<Woodwind, () => Promise<unknown>>> = {
  flute: () => import('@cifra/core/figures/flute'),
  oboe: () => import('@cifra/core/figures/oboe'),
  clarinet: () => import('@cifra/core/figures/clarinet'),
  saxophone: () => import('@cifra/core/figures/saxophone'),
  bassoon: () => import('@cifra/core/figures/bassoon'),
  recorder: () => import('@cifra/core/figures/recorder'),
};

const woodwindOf = ({ system }: Instrument): Woodwind[] => (system.kind === 'woodwind' ? [system.woodwind] : []);

/** Fetches the figures that some instruments need; brass figures are computed and need none. */
export async function loadFigures(ids: readonly InstrumentId[]): Promise<void> {
  const needed = new Set(ids.flatMap((id) => woodwindOf(instrumentOf(id))));
  await Promise.all([...needed].filter((w) => !hasFigures(w)).map((w) => LOADERS[w]()));
}

/** The figures of some instruments, which are at hand once they are fetched. */
export const useFigures = (ids: readonly InstrumentId[]): SWRResponse<true, Error> =>
  useSWR<true, Error>(['figures', ids.join()], () => loadFigures(ids).then(() => true as const), {
    revalidateOnFocus: false,
    revalidateOnReconnect: false,
  });
