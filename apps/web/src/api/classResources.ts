import type {
  TermDto,
  ClassView,
  HandInView,
  KitView,
  LinkView,
  LogView,
  MakeLinksDto,
  MetView,
  PracticeDayView,
  PracticeView,
  ReportDto,
  SaveClassDto,
  SaveKitDto,
  SaveLogDto,
  SaveMetDto,
  SaveAssignmentDto,
  AssignmentView,
} from '@cifra/contract';
import useSWR, { mutate, type SWRResponse } from 'swr';
import { closeLink } from './resources';
import { refetching, saveOver, type Whole } from './saveOver';
import { threeWay } from './threeWay';
import { downloadMade, get, post, put, remove, type RequestError } from './request';

type Resource<T> = SWRResponse<T, RequestError>;
const of = (classId: string, what: string): string => `/api/classes/${classId}/${what}`;

export const useAssignments = (classId: string): Resource<AssignmentView[]> =>
  useSWR<AssignmentView[], RequestError>(of(classId, 'assignments'), get);
export const useLog = (classId: string): Resource<LogView[]> =>
  useSWR<LogView[], RequestError>(of(classId, 'log'), get);
export const useKit = (classId: string): Resource<KitView[]> =>
  useSWR<KitView[], RequestError>(of(classId, 'kit'), get);

/** What the pupils of a class did at home, of all lines. */
export const useHome = (classId: string): Resource<PracticeView[]> =>
  useSWR<PracticeView[], RequestError>(of(classId, 'practice'), get);

/** How far each part had come, day by day. */
export const useHomeDays = (classId: string): Resource<PracticeDayView[]> =>
  useSWR<PracticeDayView[], RequestError>(of(classId, 'practice-days'), get);
export const useTakes = (classId: string): Resource<HandInView[]> =>
  useSWR<HandInView[], RequestError>(of(classId, 'hand-ins'), get);
export const useTerm = (classId: string): Resource<TermDto> => useSWR<TermDto, RequestError>(of(classId, 'term'), get);
export const useMet = (classId: string): Resource<MetView[]> =>
  useSWR<MetView[], RequestError>(of(classId, 'met'), get);

export const useClassLinks = (classId: string): Resource<LinkView[]> =>
  useSWR<LinkView[], RequestError>(of(classId, 'links'), get);
/** Makes a link for every pupil who has none and has something set. @returns all open links of the class */
export async function makeClassLinks(classId: string, days: MakeLinksDto['days']): Promise<LinkView[]> {
  const all = await post<LinkView[]>(of(classId, 'links'), { days });
  await mutate(of(classId, 'links'), all, { revalidate: false });
  return all;
}
export async function closeClassLink(classId: string, link: LinkView): Promise<void> {
  await closeLink(link);
  await refresh(classId, 'links');
}

const TERM_WORDS = {
  from: 'the first day of the term',
  to: 'the last day of the term',
  holidays: 'the days off',
  rubric: 'what is looked at',
  schedule: 'when which note comes',
};

/** Saves the term; the change shows at once. @param base the term that the change was made on */
export async function saveTerm(classId: string, base: TermDto, change: Partial<TermDto>): Promise<void> {
  const key = of(classId, 'term');
  const mine = { ...base, ...change };
  const whole: Whole<TermDto> = {
    put: (term) => put<TermDto>(key, term),
    merge: threeWay,
    show: (term) => mutate(key, term, { revalidate: false }),
    words: TERM_WORDS,
  };
  const shown = mutate<TermDto>(key, saveOver(whole, base, mine), {
    optimisticData: mine,
    rollbackOnError: true,
    revalidate: false,
    populateCache: true,
  });
  await refetching(shown, () => mutate(key));
}

const refreshKnown = (classId: string): Promise<unknown> =>
  Promise.all([refresh(classId, 'met'), refresh(classId, 'pupils'), mutate('/api/classes')]);

/** Writes down that notes were met. @returns the name by which it is taken back; undefined where nothing was new */
export async function saveMet(classId: string, dto: SaveMetDto): Promise<string | undefined> {
  const [first] = await post<MetView[]>(of(classId, 'met'), dto);
  await refreshKnown(classId);
  return first?.batch;
}
export async function removeMet(classId: string, batch: string): Promise<void> {
  await remove(of(classId, `met/${batch}`));
  await refreshKnown(classId);
}

/** A pupil's report as PDF. */
export const makeReport = (classId: string, pupilId: string, dto: ReportDto): Promise<void> =>
  downloadMade(of(classId, `pupils/${pupilId}/report`), dto);

const refresh = (classId: string, what: string): Promise<unknown> => mutate(of(classId, what));

export async function saveAssignment(classId: string, id: string | undefined, dto: SaveAssignmentDto): Promise<void> {
  await (id === undefined ? post(of(classId, 'assignments'), dto) : put(of(classId, `assignments/${id}`), dto));
  await refresh(classId, 'assignments');
}
export async function removeAssignment(classId: string, id: string): Promise<void> {
  await remove(of(classId, `assignments/${id}`));
  await Promise.all([refresh(classId, 'assignments'), refresh(classId, 'log')]);
}
/** Sets again what was taken back, with what was logged of it. */
export async function restoreAssignment(classId: string, id: string): Promise<void> {
  await post(of(classId, `assignments/${id}/restore`));
  await Promise.all([refresh(classId, 'assignments'), refresh(classId, 'log')]);
}
export async function saveLog(classId: string, dto: SaveLogDto): Promise<void> {
  await put(of(classId, 'log'), dto);
  await refresh(classId, 'log');
}
export async function saveKit(classId: string, id: string | undefined, dto: SaveKitDto): Promise<void> {
  await (id === undefined ? post(of(classId, 'kit'), dto) : put(of(classId, `kit/${id}`), dto));
  await refresh(classId, 'kit');
}
export async function removeKit(classId: string, id: string): Promise<void> {
  await remove(of(classId, `kit/${id}`));
  await refresh(classId, 'kit');
}
export async function createClass(dto: SaveClassDto): Promise<ClassView> {
  const made = await post<ClassView>('/api/classes', dto);
  await mutate('/api/classes');
  return made;
}
export async function removeClass(id: string): Promise<void> {
  await remove(`/api/classes/${id}`);
  await mutate('/api/classes');
}
