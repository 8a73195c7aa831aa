import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { useEffect } from 'react';
import { v4 as newId } from 'uuid';
import { postBytes, RequestError } from '../../api/request';
import { useNotice } from '../../ui/Notices';
import type { LinkedPage } from './practiceRecord';

/** A take that waits on this phone until there is a network. */
interface WaitingTake {
  /** The name of the act: however often it is sent, it arrives once. */
  readonly id: string;
  readonly token: string;
  readonly path: string;
  readonly sound: Blob;
}
interface Schema extends DBSchema {
  takes: { key: string; value: WaitingTake };
}

let opened: Promise<IDBPDatabase<Schema>> | undefined;
const database = (): Promise<IDBPDatabase<Schema>> =>
  (opened ??= openDB<Schema>('cifra-takes', 1, {
    upgrade: (db) => void db.createObjectStore('takes', { keyPath: 'id' }),
  }));

const isSilence = (e: unknown): boolean => e instanceof RequestError && e.isSilence;
const send = ({ id, path, sound }: WaitingTake): Promise<void> => postBytes(path, sound, id);

/**
 * Gives a take to the teacher, with its sound where there is one; without a network it waits on this phone.
 * @returns how it went
 */
export async function handInTake(
  { token, line }: LinkedPage,
  recording: Blob | undefined,
  percent: number,
  summary: string,
): Promise<'handed-in' | 'waits'> {
  const type = recording?.type.split(';')[0] ?? '';
  const query = new URLSearchParams({
    percent: String(percent),
    summary,
    ...(line !== undefined && { line }),
    ...(recording !== undefined && { type }),
  });
  const path = `/api/links/open/${encodeURIComponent(token)}/hand-ins?${query.toString()}`;
  const take: WaitingTake = { id: newId(), token, path, sound: recording ?? new Blob([]) };
  // Kept first: a phone that is put away in the middle has it.
  await (await database()).put('takes', take);
  try {
    await send(take);
  } catch (e) {
    if (isSilence(e)) return 'waits';
    await (await database()).delete('takes', take.id);
    throw e;
  }
  await (await database()).delete('takes', take.id);
  return 'handed-in';
}

/**
 * Sends what waits of a link. A take that is refused by now is not asked about again.
 * @returns how many were handed in, how many were refused, and how many wait on
 */
async function sendWaiting(
  token: string,
): Promise<{ readonly sent: number; readonly refused: number; readonly waits: number }> {
  const db = await database();
  const all = (await db.getAll('takes')).filter((t) => t.token === token);
  let [sent, refused] = [0, 0];
  for (const take of all) {
    try {
      await send(take);
      sent += 1;
    } catch (e) {
      if (isSilence(e) || (e instanceof RequestError && e.status >= 500)) break;
      refused += 1;
    }
    await db.delete('takes', take.id);
  }
  return { sent, refused, waits: all.length - sent - refused };
}

export const TAKE_WAITS =
  'There is no network now. Your take waits on this phone and goes to your teacher by itself later.';

/**
 * Sends takes that wait when the page opens and when the network is back, and says so.
 * @param token of one pupil's own link; without one nothing waits
 * @param onHandedIn when some arrived
 */
export function useWaitingTakes(token: string | undefined, onHandedIn: () => Promise<unknown>): void {
  const notice = useNotice();
  useEffect(() => {
    if (token === undefined) return undefined;
    const run = async (): Promise<void> => {
      const { sent, refused, waits } = await sendWaiting(token);
      if (sent > 0) await onHandedIn();
      if (sent > 0)
        notice(sent === 1 ? 'Your take that waited is handed in now.' : `${sent} takes that waited are handed in now.`);
      if (refused > 0)
        notice('A take that waited could not be handed in any more. Tell your teacher.', { tone: 'warning' });
      if (waits > 0) notice(TAKE_WAITS);
    };
    const begin = (): void => void run();
    begin();
    window.addEventListener('online', begin);
    return () => window.removeEventListener('online', begin);
  }, [token, notice, onHandedIn]);
}
