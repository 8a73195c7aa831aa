import type { OpenedLinkView } from '@cifra/contract';
import { instrumentOf } from '@cifra/core';
import { useEffect, useState } from 'react';
import { fetchToKeep } from '../../api/keptCopies';
import { fetchEngraver } from '../../engraving/useEngraving';
import { timbreFile } from '../../sound/loadTimbre';
import { ACCOMPANIMENT_TIMBRES, timbreOf } from '../../sound/timbre';

/** Whether a pupil's page works on this phone without a network. */
export type KeptHere = 'keeping' | 'kept' | 'not';

/**
 * Keeps on this phone, at the first visit, all that a link opens: the application, every line that is set, its sounds.
 * At home there may be no network.
 */
export function useKeptHere(token: string, { lines, instrument }: OpenedLinkView): KeptHere {
  const [kept, setKept] = useState<KeptHere>('keeping');
  const ids = lines.map((l) => l.line).join(' ');
  useEffect(() => {
    let isWanted = true;
    const keep = async (): Promise<void> => {
      const worker = navigator.serviceWorker as ServiceWorkerContainer | undefined;
      if (worker === undefined || !import.meta.env.PROD) throw new Error('nothing is kept without a worker');
      // It is ready when the application itself is kept as a whole.
      await worker.ready;
      const path = `/api/links/open/${encodeURIComponent(token)}`;
      for (const id of ids.split(' ')) await fetchToKeep(id === '' ? path : `${path}?line=${encodeURIComponent(id)}`);
      await fetchToKeep(path);
      for (const timbre of [timbreOf(instrumentOf(instrument)), ...ACCOMPANIMENT_TIMBRES])
        await fetchToKeep(timbreFile(timbre));
      // The browser is asked not to throw it away when room is short; it may say no.
      await navigator.storage.persist().catch(() => false);
      // It is on this phone by now: what is drawn next is drawn here, also without a network.
      await fetchEngraver();
    };
    keep().then(
      () => isWanted && setKept('kept'),
      () => isWanted && setKept('not'),
    );
    return () => {
      isWanted = false;
    };
  }, [token, ids, instrument]);
  return kept;
}
