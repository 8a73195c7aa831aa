import useSWR from 'swr';
import { changedDrafts } from './drafts';

/** While something waits it is looked at again and again: another window may just be sending it. */
const AGAIN_MS = 2000;

/** The exercises of which this browser keeps changes that the server has not got. */
export function useUnsent(): ReadonlySet<string> {
  const { data } = useSWR('changes not sent', changedDrafts, {
    refreshInterval: (drafts) => ((drafts?.length ?? 0) > 0 ? AGAIN_MS : 0),
  });
  return new Set(data?.map((d) => d.exerciseId));
}
