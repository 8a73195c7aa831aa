import type {
  ChangePasswordDto,
  ClassView,
  ExerciseView,
  ListedExerciseView,
  LinkView,
  MakeLinkDto,
  MakePrintSetDto,
  OpenedLinkView,
  RevisionDocumentView,
  RevisionListView,
  RevisionView,
  SaveClassDto,
  SaveProfileDto,
  SessionView,
  PrintSetView,
  TeacherView,
} from '@cifra/contract';
import type { Exercise } from '@cifra/core';
import useSWR, { mutate, type SWRResponse } from 'swr';
import useSWRInfinite, { type SWRInfiniteResponse } from 'swr/infinite';
import { firstPage } from './firstView';
import { get, post, put, remove, type RequestError } from './request';
import { refetching, saveOver } from './saveOver';
import { threeWay } from './threeWay';

type Resource<T> = SWRResponse<T, RequestError>;

export const useTeacher = (): Resource<TeacherView> =>
  useSWR<TeacherView, RequestError>('/api/session', get, { shouldRetryOnError: false });
export const useShelf = (): Resource<ListedExerciseView[]> =>
  useSWR<ListedExerciseView[], RequestError>('/api/exercises', get);
export const useClasses = (): Resource<ClassView[]> => useSWR<ClassView[], RequestError>('/api/classes', get);

const SESSIONS = '/api/session/everywhere';
/** Where the teacher is signed in. */
export const useSessions = (): Resource<SessionView[]> => useSWR<SessionView[], RequestError>(SESSIONS, get);
export async function signOutElsewhere(): Promise<void> {
  await remove('/api/session/elsewhere');
  await mutate(SESSIONS);
}
/** Sets another password; every other session ends. */
export async function changePassword(passwords: ChangePasswordDto): Promise<void> {
  await put('/api/session/password', passwords);
  await mutate(SESSIONS);
}

const exerciseKey = (id: string): string => `/api/exercises/${id}`;
/** @param id none where none is chosen */
export const useExercise = (id: string | undefined): Resource<ExerciseView> =>
  useSWR<ExerciseView, RequestError>(id === undefined ? null : exerciseKey(id), get);
export const fetchExercise = (id: string): Promise<ExerciseView> => get<ExerciseView>(exerciseKey(id));

const refreshShelf = (): Promise<unknown> => mutate('/api/exercises');

export async function createExercise(title: string, document: Exercise): Promise<ExerciseView> {
  const made = await post<ExerciseView>('/api/exercises', { title, document });
  await refreshShelf();
  return made;
}

/** Saves over the version that the change was made on; shows the change at once and takes it back when refused. */
export async function saveExercise(
  from: ExerciseView,
  change: { title?: string; document?: Exercise },
): Promise<ExerciseView> {
  const title = change.title ?? from.title;
  const document = change.document ?? from.document;
  const saved = await mutate<ExerciseView>(
    exerciseKey(from.id),
    put<ExerciseView>(exerciseKey(from.id), { version: from.version, title, document }),
    {
      optimisticData: { ...from, title, document },
      rollbackOnError: true,
      revalidate: false,
      populateCache: true,
    },
  );
  void refreshShelf();
  if (saved === undefined) throw new Error('a save gave no exercise');
  return saved;
}

/** Gives an exercise another title, wherever it is listed. */
export async function renameExercise(
  { id, version }: Pick<ExerciseView, 'id' | 'version'>,
  title: string,
): Promise<void> {
  await put<ExerciseView>(exerciseKey(id), { version, title });
  await Promise.all([mutate(exerciseKey(id)), refreshShelf()]);
}

/** Takes the stored version in place of what is on the screen. */
export const takeStored = (current: ExerciseView): Promise<unknown> =>
  mutate(exerciseKey(current.id), current, { revalidate: false });

export async function duplicateExercise(id: string): Promise<ExerciseView> {
  const copy = await post<ExerciseView>(`${exerciseKey(id)}/duplicate`);
  await refreshShelf();
  return copy;
}

export async function deleteExercise(id: string): Promise<void> {
  await remove(exerciseKey(id));
  await refreshShelf();
}

export async function restoreExercise(id: string): Promise<void> {
  await post(`${exerciseKey(id)}/restore`);
  await refreshShelf();
}

const PROFILE_WORDS = {
  conventions: 'how you teach',
  sentences: 'the sentences for lines and spaces',
  practice: 'the order of practice',
  keepMonths: 'how long records are kept',
};

/** Saves how the teacher teaches, whatever the class. @param base the profile that the change was made on */
export async function saveProfile(base: TeacherView, change: Partial<SaveProfileDto>): Promise<void> {
  const show = (t: TeacherView): Promise<unknown> => mutate('/api/session', t, { revalidate: false });
  await show(
    await saveOver<TeacherView>(
      {
        put: ({ conventions, sentences, practice, keepMonths, version }) =>
          put<TeacherView>('/api/session/profile', { conventions, sentences, practice, keepMonths, version }),
        merge: threeWay,
        show,
        words: PROFILE_WORDS,
      },
      base,
      { ...base, ...change } as TeacherView,
    ),
  );
}

const CLASS_WORDS = {
  name: 'the name of the class',
  conventions: 'how it is taught',
  stage: 'how far they are',
  usualFifths: 'the key they are used to',
  page: 'what stands on the pages',
  paper: 'the paper',
  known: 'the notes that are known',
};

/** Saves a class; the change shows at once. @param base the class that the change was made on */
export async function saveClass(base: ClassView, change: Partial<SaveClassDto>): Promise<void> {
  const mine: ClassView = { ...base, ...change, version: base.version };
  const replaced = (by: ClassView) => (all: ClassView[] | undefined) =>
    (all ?? []).map((c) => (c.id === base.id ? by : c));
  const show = (by: ClassView): Promise<unknown> => mutate('/api/classes', replaced(by), { revalidate: false });
  const shown = mutate<ClassView[]>(
    '/api/classes',
    async (all) => {
      const saved = await saveOver<ClassView>(
        {
          put: ({ id, ...dto }) => put<ClassView>(`/api/classes/${id}`, dto),
          merge: threeWay,
          show,
          words: CLASS_WORDS,
        },
        base,
        mine,
      );
      return replaced(saved)(all);
    },
    { optimisticData: (all) => replaced(mine)(all), rollbackOnError: true, revalidate: false },
  );
  await refetching(shown, () => mutate('/api/classes'));
}

const revisionsKey = (id: string): string => `${exerciseKey(id)}/revisions`;
/** The saves of an exercise that are kept, newest first, a page of them at a time. */
export const useRevisions = (id: string, open: boolean): SWRInfiniteResponse<RevisionListView, RequestError> =>
  useSWRInfinite<RevisionListView, RequestError>((_page: number, before: RevisionListView | null) => {
    if (!open || before?.more === false) return null;
    const last = before?.revisions.at(-1);
    return last === undefined ? revisionsKey(id) : `${revisionsKey(id)}?after=${last.id}`;
  }, get);
/** Gives a save a name, so that it is kept for ever; an empty one takes it away. */
export const nameRevision = (id: string, revision: string, name: string): Promise<RevisionView> =>
  put<RevisionView>(`${revisionsKey(id)}/${revision}`, { name });
export const useRevision = (id: string, revision: string | undefined): Resource<RevisionDocumentView> =>
  useSWR<RevisionDocumentView, RequestError>(
    revision === undefined ? null : `${exerciseKey(id)}/revisions/${revision}`,
    get,
    { revalidateOnFocus: false },
  );

const setsKey = (exerciseId: string): string => `${exerciseKey(exerciseId)}/print-sets`;
/** How often a set that is being made is asked after. */
const ASK_MS = 500;

/** The newest sets of a line, asked after again while one is being made. */
export const usePrintSets = (exerciseId: string, open: boolean): Resource<PrintSetView[]> =>
  useSWR<PrintSetView[], RequestError>(open ? setsKey(exerciseId) : null, get, {
    refreshInterval: (sets) => (sets?.some((s) => s.state === 'working') === true ? ASK_MS : 0),
  });

export async function makeSet(exerciseId: string, dto: MakePrintSetDto): Promise<PrintSetView> {
  const made = await post<PrintSetView>(setsKey(exerciseId), dto);
  await mutate<PrintSetView[]>(setsKey(exerciseId), (all) => [made, ...(all ?? [])], { revalidate: true });
  return made;
}

export async function stopSet(set: PrintSetView): Promise<void> {
  await remove(`/api/print-sets/${set.id}`);
  await mutate(setsKey(set.exerciseId));
}

const linksKey = (exerciseId: string): string => `/api/links?exercise=${exerciseId}`;
export const useLinks = (exerciseId: string, open: boolean): Resource<LinkView[]> =>
  useSWR<LinkView[], RequestError>(open ? linksKey(exerciseId) : null, get);

export async function makeLink(dto: MakeLinkDto): Promise<LinkView> {
  const made = await post<LinkView>('/api/links', dto);
  await mutate(linksKey(dto.exerciseId));
  return made;
}

export async function closeLink(link: LinkView): Promise<void> {
  await remove(`/api/links/${link.id}`);
  await mutate(linksKey(link.exerciseId));
}

/** @param line another of the lines that are set for the link's pupil */
export const useOpenedLink = (token: string, line: string | undefined): Resource<OpenedLinkView> =>
  useSWR<OpenedLinkView, RequestError>(
    `/api/links/open/${encodeURIComponent(token)}${line === undefined ? '' : `?line=${encodeURIComponent(line)}`}`,
    get,
    { revalidateOnFocus: false, shouldRetryOnError: false, fallbackData: firstPage(token, line)?.opened },
  );
