import type { EngravedScore, EngravedSystem, Page, SystemRequest } from '@cifra/engrave';
import type { Score, Written } from '@cifra/core';
import { type Remote, wrap } from 'comlink';
import useSWR, { type SWRResponse } from 'swr';
import type {
  BuildUpRequest,
  CallSheetRequest,
  ChartRequest,
  EngraveApi,
  PartRequest,
  ScrollRequest,
} from './engraveWorker';

let worker: Worker | undefined;
let remote: Remote<EngraveApi> | undefined;

function engraver(): Remote<EngraveApi> {
  worker ??= new Worker(new URL('./engraveWorker.ts', import.meta.url), { type: 'module', name: 'engraver' });
  return (remote ??= wrap<EngraveApi>(worker));
}

/** After a throw the engine's memory cannot be trusted: the next call gets a new worker. */
async function engraved<T>(call: (e: Remote<EngraveApi>) => Promise<T>): Promise<T> {
  try {
    return await call(engraver());
  } catch (e) {
    worker?.terminate();
    worker = undefined;
    remote = undefined;
    throw e;
  }
}

const OPTIONS = {
  revalidateOnFocus: false,
  revalidateOnReconnect: false,
  revalidateIfStale: false,
  shouldRetryOnError: false,
};

/** The pages of a part; the pages before stay until the new ones are there. */
export const usePartPages = (request: PartRequest): SWRResponse<Page[], Error> =>
  useSWR<Page[], Error>(['part', JSON.stringify(request)], () => engraved((e) => e.part(request)), {
    ...OPTIONS,
    keepPreviousData: true,
  });

export const useBuildUps = (request: BuildUpRequest): SWRResponse<Page[], Error> =>
  useSWR<Page[], Error>(['build-ups', JSON.stringify(request)], () => engraved((e) => e.buildUps(request)), {
    ...OPTIONS,
    keepPreviousData: true,
  });

/** A part as one long strip; none while its width is not known. */
export const useScroll = (request: ScrollRequest | undefined): SWRResponse<Page, Error> =>
  useSWR<Page, Error>(
    request === undefined ? null : ['scroll', JSON.stringify(request)],
    () => engraved((e) => e.scroll(request as ScrollRequest)),
    { ...OPTIONS, keepPreviousData: true },
  );

export const useCallSheet = (request: CallSheetRequest): SWRResponse<Page[], Error> =>
  useSWR<Page[], Error>(['call-sheet', JSON.stringify(request)], () => engraved((e) => e.callSheet(request)), {
    ...OPTIONS,
    keepPreviousData: true,
  });

/** All parts under each other in one unbroken strip. */
export const useScoreStrip = (name: string, scores: readonly Score<Written>[]): SWRResponse<EngravedScore, Error> =>
  useSWR<EngravedScore, Error>(['score', name, JSON.stringify(scores)], () => engraved((e) => e.score(scores)), {
    ...OPTIONS,
    keepPreviousData: true,
  });

export const useChartPages = (request: ChartRequest): SWRResponse<Page[], Error> =>
  useSWR<Page[], Error>(['chart', JSON.stringify(request)], () => engraved((e) => e.chart(request)), {
    ...OPTIONS,
    keepPreviousData: true,
  });

export const useStrip = (key: string, score: Score<Written>, bars: number): SWRResponse<Page, Error> =>
  useSWR<Page, Error>(['strip', key, bars], () => engraved((e) => e.strip(score, bars)), OPTIONS);

export const useLine = (score: Score<Written>, widthMm100: number, finalBar = true): SWRResponse<Page, Error> =>
  useSWR<Page, Error>(
    ['line', JSON.stringify(score), widthMm100, finalBar],
    () => engraved((e) => e.line(score, widthMm100, finalBar)),
    { ...OPTIONS, keepPreviousData: true },
  );

export const useSnippet = (score: Score<Written>, hideMeter: boolean): SWRResponse<Page, Error> =>
  useSWR<Page, Error>(
    ['snippet', JSON.stringify(score), hideMeter],
    () => engraved((e) => e.snippet(score, hideMeter)),
    { ...OPTIONS, keepPreviousData: true },
  );

export const engraveOneSystem = (request: SystemRequest): Promise<EngravedSystem> => engraved((e) => e.system(request));

export const warmUpSystems = (request: SystemRequest): Promise<void> => engraved((e) => e.warmUp(request));
