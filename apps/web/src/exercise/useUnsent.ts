import useSWR from 'swr';
import { changedDrafts } from './drafts';

/** What was just written is on its way: only what still waits after that is spoken of. */
const PATIENCE_MS = 2000;

async function stillWaiting(): Promise<readonly string[]> {
  await new Promise((go) => setTimeout(go, PATIENCE_MS));
  return (await changedDrafts()).map((d) => d.exerciseId);
}

/** The exercises of which this browser keeps changes that the server has not got. */
export function useUnsent(): ReadonlySet<string> {
  const { data } = useSWR('changes not sent', stillWaiting, {
    refreshInterval: (waiting) => ((waiting?.length ?? 0) > 0 ? PATIENCE_MS : 0),
  });
  return new Set(data);
}
