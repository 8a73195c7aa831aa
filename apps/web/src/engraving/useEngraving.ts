import type { EngravedScore, EngravedSystem, Page, Paper, SystemRequest } from '@cifra/engrave';
import type { Score, ScoreLine, Written } from '@cifra/core';
import type { Remote } from 'comlink';
import useSWR, { preload, type SWRResponse, unstable_serialize as keyOf, useSWRConfig } from 'swr';
import { workerCalls } from '../ui/workerCalls';
import type {
  BuildUpRequest,
  CallSheetRequest,
  ChartRequest,
  EngraveApi,
  HandoutRequest,
  PartRequest,
  ScrollRequest,
} from './engraveWorker';

const { call } = workerCalls<EngraveApi>(
  () => new Worker(new URL('./engraveWorker.ts', import.meta.url), { type: 'module', name: 'engraver' }),
);

let isHere = false;
/** Draws in the worker, which has to fetch the engraving library first. */
async function engraved<T>(draw: (e: Remote<EngraveApi>) => Promise<T>): Promise<T> {
  const drawn = await call(draw);
  isHere = true;
  return drawn;
}

/** Fetches the engraving library before it is asked for anything. */
export const fetchEngraver = (): Promise<void> => engraved((e) => e.load());

const OPTIONS = {
  revalidateOnFocus: false,
  revalidateOnReconnect: false,
  revalidateIfStale: false,
  shouldRetryOnError: false,
};

/** What is drawn under a key; the drawing before stays until the new one is there, but not where that one failed. */
function useKeptDrawing<T>(key: readonly unknown[] | null, draw: () => Promise<T>): SWRResponse<T, Error> {
  const drawn = useSWR<T, Error>(key, draw, { ...OPTIONS, keepPreviousData: true });
  return { ...drawn, data: drawn.error === undefined ? drawn.data : undefined };
}

const useDrawn = <T>(
  key: readonly unknown[] | null,
  draw: (e: Remote<EngraveApi>) => Promise<T>,
  inTurn: (call: () => Promise<T>) => Promise<T> = (call) => call(),
): SWRResponse<T, Error> => useKeptDrawing(key, () => inTurn(() => engraved(draw)));

const partKey = (request: PartRequest) => ['part', JSON.stringify(request)];
export const usePartPages = (request: PartRequest): SWRResponse<Page[], Error> =>
  useDrawn(partKey(request), (e) => e.part(request));

/** So long somebody points at a part before it is drawn, so that not every part that is passed on the way is. */
const POINTED_MS = 50;
let pointed: ReturnType<typeof setTimeout> | undefined;
let isAhead = false;

/** Draws a part's pages that will probably be asked for next, one at a time: what is asked for waits for no more. */
export function useDrawAhead(): (request: PartRequest) => void {
  const { cache } = useSWRConfig();
  return (request) => {
    clearTimeout(pointed);
    pointed = setTimeout(() => {
      const key = partKey(request);
      if (isAhead || cache.get(keyOf(key)) !== undefined) return;
      isAhead = true;
      // Where it fails, the page says so once it is asked for.
      preload(key, () => engraved((e) => e.part(request)))
        .catch(() => undefined)
        .finally(() => (isAhead = false));
    }, POINTED_MS);
  };
}

export const useBuildUps = (request: BuildUpRequest): SWRResponse<Page[], Error> =>
  useDrawn(['build-ups', JSON.stringify(request)], (e) => e.buildUps(request));

/** Somebody else who draws strips. */
export type DrawAfar = (request: ScrollRequest) => Promise<Page>;

/**
 * A part as one long strip; none while its width is not known.
 * @param afar who draws it while the engraving library is not here; where they cannot, it is fetched
 */
export function useScroll(request: ScrollRequest | undefined, afar?: DrawAfar): SWRResponse<Page, Error> {
  const draw = async (r: ScrollRequest): Promise<Page> => {
    const here = () => engraved((e) => e.scroll(r));
    return afar === undefined || isHere ? here() : afar(r).catch(here);
  };
  return useKeptDrawing(request === undefined ? null : ['scroll', JSON.stringify(request)], () =>
    draw(request as ScrollRequest),
  );
}

export const useCallSheet = (request: CallSheetRequest): SWRResponse<Page[], Error> =>
  useDrawn(['call-sheet', JSON.stringify(request)], (e) => e.callSheet(request));

export const useHandout = (request: HandoutRequest): SWRResponse<Page[], Error> =>
  useDrawn(['handout', JSON.stringify(request)], (e) => e.handout(request));

/** All parts under each other in one unbroken strip. */
export const useScoreStrip = (name: string, scores: readonly Score<Written>[]): SWRResponse<EngravedScore, Error> =>
  useDrawn(['score', name, JSON.stringify(scores)], (e) => e.score(scores));

export const useScorePages = (title: string, lines: readonly ScoreLine[], paper: Paper): SWRResponse<Page[], Error> =>
  useDrawn(['score pages', title, paper, JSON.stringify(lines)], (e) => e.scorePages(title, lines, paper));

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

/** A few bars as one line of music, with where things stand in it. */
export const useSystemDrawing = (request: SystemRequest): SWRResponse<EngravedSystem, Error> =>
  useDrawn(['system', JSON.stringify(request)], (e) => e.system(request));

export const engraveOneSystem = (request: SystemRequest): Promise<EngravedSystem> => engraved((e) => e.system(request));

export const warmUpSystems = (request: SystemRequest): Promise<void> => engraved((e) => e.warmUp(request));
