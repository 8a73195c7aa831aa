import type { EngravedScore, EngravedSystem, Page, SystemRequest } from '@cifra/engrave';
import type { Score, Written } from '@cifra/core';
import type { Remote } from 'comlink';
import useSWR, { type SWRResponse } from 'swr';
import { workerCalls } from '../ui/workerCalls';
import type {
  BuildUpRequest,
  CallSheetRequest,
  ChartRequest,
  EngraveApi,
  PartRequest,
  ScrollRequest,
} from './engraveWorker';

const { call: engraved } = workerCalls<EngraveApi>(
  () => new Worker(new URL('./engraveWorker.ts', import.meta.url), { type: 'module', name: 'engraver' }),
);

const OPTIONS = {
  revalidateOnFocus: false,
  revalidateOnReconnect: false,
  revalidateIfStale: false,
  shouldRetryOnError: false,
};

/** What is drawn for a request; the drawing before stays until the new one is there, but not where that one failed. */
function useDrawn<T>(
  key: readonly unknown[] | null,
  draw: (e: Remote<EngraveApi>) => Promise<T>,
  inTurn: (call: () => Promise<T>) => Promise<T> = (call) => call(),
): SWRResponse<T, Error> {
  const drawn = useSWR<T, Error>(key, () => inTurn(() => engraved(draw)), { ...OPTIONS, keepPreviousData: true });
  return { ...drawn, data: drawn.error === undefined ? drawn.data : undefined };
}

export const usePartPages = (request: PartRequest): SWRResponse<Page[], Error> =>
  useDrawn(['part', JSON.stringify(request)], (e) => e.part(request));

export const useBuildUps = (request: BuildUpRequest): SWRResponse<Page[], Error> =>
  useDrawn(['build-ups', JSON.stringify(request)], (e) => e.buildUps(request));

/** A part as one long strip; none while its width is not known. */
export const useScroll = (request: ScrollRequest | undefined): SWRResponse<Page, Error> =>
  useDrawn(request === undefined ? null : ['scroll', JSON.stringify(request)], (e) =>
    e.scroll(request as ScrollRequest),
  );

export const useCallSheet = (request: CallSheetRequest): SWRResponse<Page[], Error> =>
  useDrawn(['call-sheet', JSON.stringify(request)], (e) => e.callSheet(request));

/** All parts under each other in one unbroken strip. */
export const useScoreStrip = (name: string, scores: readonly Score<Written>[]): SWRResponse<EngravedScore, Error> =>
  useDrawn(['score', name, JSON.stringify(scores)], (e) => e.score(scores));

export const useChartPages = (request: ChartRequest): SWRResponse<Page[], Error> =>
  useDrawn(['chart', JSON.stringify(request)], (e) => e.chart(request));

/** Strips are drawn one by one, so that what is asked for beside them waits for one of them and not for all. */
let lastStrip: Promise<unknown> = Promise.resolve();
function afterTheOthers<T>(draw: () => Promise<T>): Promise<T> {
  const drawn = lastStrip.then(draw, draw);
  lastStrip = drawn;
  return drawn;
}

/**
 * First bars, as one strip.
 * @param key names them; without one they are not drawn yet
 * @param isAll whether the music ends with them
 */
export const useStrip = (key: string | undefined, opening: Score<Written>, isAll: boolean): SWRResponse<Page, Error> =>
  useDrawn(key === undefined ? null : ['strip', key], (e) => e.strip(opening, isAll), afterTheOthers);

export const useLine = (score: Score<Written>, widthMm100: number, finalBar = true): SWRResponse<Page, Error> =>
  useDrawn(['line', JSON.stringify(score), widthMm100, finalBar], (e) => e.line(score, widthMm100, finalBar));

export const useSnippet = (score: Score<Written>, hideMeter: boolean): SWRResponse<Page, Error> =>
  useDrawn(['snippet', JSON.stringify(score), hideMeter], (e) => e.snippet(score, hideMeter));

export const engraveOneSystem = (request: SystemRequest): Promise<EngravedSystem> => engraved((e) => e.system(request));

export const warmUpSystems = (request: SystemRequest): Promise<void> => engraved((e) => e.warmUp(request));
