import type { ExerciseView } from '@cifra/contract';

/** The cache of the service worker that holds what the server said last; both sides name it. */
export const KEPT_DATA = 'cifra-data-3';

/** Brings the kept copy of an exercise up to what was just stored, for a time when the server is away. */
export async function keepCopy(view: ExerciseView): Promise<void> {
  if (typeof caches === 'undefined') return;
  const cache = await caches.open(KEPT_DATA);
  await cache.put(
    `/api/exercises/${view.id}`,
    new Response(JSON.stringify(view), { headers: { 'Content-Type': 'application/json' } }),
  );
}

/** Forgets all kept copies, as on signing out. */
export const forgetCopies = async (): Promise<void> => {
  if (typeof caches !== 'undefined') await caches.delete(KEPT_DATA);
};
