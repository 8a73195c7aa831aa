import type { ListedPupilDto, PupilPageDto, PupilView } from '@cifra/contract';
import useSWR, { mutate, type SWRResponse } from 'swr';
import { get, post, put, remove, type RequestError } from './request';
import { saveOver } from './saveOver';
import { threeWayRows } from './threeWay';

const pupilsKey = (classId: string): string => `/api/classes/${classId}/pupils`;
export const usePupils = (classId: string | undefined): SWRResponse<PupilView[], RequestError> =>
  useSWR<PupilView[], RequestError>(classId === undefined ? null : pupilsKey(classId), get);

/**
 * Saves pupils that changed or are new, in their order. Nobody goes by missing.
 * @param base the list that the change was made on
 * @returns the list that stands
 */
export async function savePupils(
  classId: string,
  base: readonly ListedPupilDto[],
  mine: readonly ListedPupilDto[],
): Promise<readonly PupilView[]> {
  const key = pupilsKey(classId);
  const show = (all: readonly ListedPupilDto[]): Promise<unknown> => mutate(key, all, { revalidate: false });
  const saved = await saveOver<readonly ListedPupilDto[]>(
    {
      put: (pupils) => put<PupilView[]>(key, { pupils }),
      merge: (from, here, there) => threeWayRows(from, here, there, bothOf),
      show,
    },
    base,
    mine,
  );
  await show(saved);
  return saved as readonly PupilView[];
}
/** What both windows wrote of a pupil: `Ada (seat: there “row 4”, here “row 5”)`. */
function bothOf(mine: ListedPupilDto, theirs: ListedPupilDto, fields: readonly string[]): string {
  const shown = fields.flatMap((f) =>
    f === 'name' || f === 'seat' || f === 'note' ? [`${f}: there “${theirs[f] ?? ''}”, here “${mine[f] ?? ''}”`] : [],
  );
  return shown.length === 0 ? theirs.name : `${theirs.name} (${shown.join('; ')})`;
}

/** Takes a pupil off the list; all that is theirs is kept for some days. */
export async function removePupil(classId: string, pupilId: string): Promise<void> {
  await remove(`${pupilsKey(classId)}/${pupilId}`);
  await mutate(pupilsKey(classId));
}

/** Puts a pupil back on the list, with all that is theirs. */
export async function restorePupil(classId: string, pupilId: string): Promise<void> {
  await mutate(pupilsKey(classId), post<PupilView[]>(`${pupilsKey(classId)}/${pupilId}/restore`), {
    revalidate: false,
    populateCache: true,
  });
}

/** Saves what a pupil's pages have otherwise; the change shows at once. */
export async function savePupilPage(classId: string, pupilId: string, page: PupilPageDto): Promise<void> {
  const replace = (all: PupilView[] | undefined): PupilView[] =>
    (all ?? []).map((p) => (p.id === pupilId ? { ...p, page } : p));
  await mutate<PupilView[]>(
    pupilsKey(classId),
    async (all) => {
      const saved = await put<PupilView>(`${pupilsKey(classId)}/${pupilId}/page`, page);
      return (all ?? []).map((p) => (p.id === pupilId ? saved : p));
    },
    { optimisticData: replace, rollbackOnError: true, revalidate: false },
  );
}
