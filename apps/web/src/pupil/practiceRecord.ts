import type { DrillScoreDto, SavePracticeDto } from '@cifra/contract';
import { useCallback, useEffect, useRef } from 'react';
import { postBytes, put, RequestError } from '../api/request';
import { useNotice } from '../ui/Notices';
import type { KeptPractice } from '../practise/keptPractice';

/** What a pupil does is told after a pause, and again when the connection is back. */
const PAUSE_MS = 4000;
const MOST = 100_000;
/** What was told last is remembered, so that what could not be told is told when the page is opened again. */
const keyOf = (page: string): string => `cifra.told.${page}`;

/** A page that a link opens: the link's own line, or another that is set for its pupil. */
export interface LinkedPage {
  readonly token: string;
  readonly line: string | undefined;
}
/** What this browser knows a page by. */
export const pageName = ({ token, line }: LinkedPage): string => (line === undefined ? token : `${token}.${line}`);
const whole = (n: number): number => Math.min(MOST, Math.max(0, Math.round(n)));

/**
 * Tells the teacher's record what a pupil has practised: all in all, so that a message that was lost is made good by the
 * next one.
 * @param own whether it is one pupil's own link; without one nothing is told
 */
export function usePracticeRecord({ token, line }: LinkedPage, own: boolean) {
  const name = pageName({ token, line });
  const notice = useNotice();
  const said = useRef(false);
  /** Once is enough: it is tried again with every change. */
  const refused = useCallback((words: string) => {
    if (!said.current) notice(words, { tone: 'warning' });
    said.current = true;
  }, [notice]);
  const latest = useRef<KeptPractice>(undefined);
  const scores = useRef<readonly DrillScoreDto[]>([]);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const tell = useCallback(async () => {
    const { rungs, bestPercent, cleanRuns, peeks, minutes } = latest.current ?? { rungs: [], bestPercent: 0, cleanRuns: 0, peeks: 0, minutes: 0 };
    const record: SavePracticeDto = { rungs: [...rungs], bestPercent: whole(bestPercent), cleanRuns: whole(cleanRuns), peeks: whole(peeks), minutes: Math.min(MOST, Number(minutes.toFixed(2))), drills: [...scores.current] };
    const text = JSON.stringify(record);
    const nothing = rungs.length === 0 && bestPercent + cleanRuns + peeks + minutes === 0 && scores.current.length === 0;
    if (nothing || text === localStorage.getItem(keyOf(name))) return;
    try {
      await put(`/api/links/open/${encodeURIComponent(token)}/practice${line === undefined ? '' : `?line=${encodeURIComponent(line)}`}`, record);
      localStorage.setItem(keyOf(name), text);
    } catch (e) {
      // Without a connection it stays in this browser; the next change or the connection's return tells it.
      if (!(e instanceof RequestError) || e.status !== 0) refused(`Your teacher's record was not reached: ${(e as Error).message}`);
    }
  }, [token, line, name, refused]);
  const soon = useCallback(() => {
    if (!own) return;
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void tell(), PAUSE_MS);
  }, [own, tell]);

  useEffect(() => {
    // Who puts the phone away waits for no pause.
    const hide = () => { if (own && document.visibilityState === 'hidden') void tell(); };
    window.addEventListener('online', soon);
    document.addEventListener('visibilitychange', hide);
    return () => {
      window.removeEventListener('online', soon);
      document.removeEventListener('visibilitychange', hide);
      clearTimeout(timer.current);
    };
  }, [own, soon, tell]);
  const onNews = useCallback((news: KeptPractice) => {
    latest.current = news;
    soon();
  }, [soon]);
  const onScores = useCallback((now: readonly DrillScoreDto[]) => {
    scores.current = now;
    soon();
  }, [soon]);
  return { onNews, onScores };
}

/** Gives a take to the teacher, with its sound where there is one. */
export async function handInTake({ token, line }: LinkedPage, recording: Blob | undefined, percent: number, summary: string): Promise<void> {
  const type = recording?.type.split(';')[0] ?? '';
  const query = new URLSearchParams({ percent: String(percent), summary, ...(line === undefined ? {} : { line }), ...(recording === undefined ? {} : { type }) });
  await postBytes(`/api/links/open/${encodeURIComponent(token)}/hand-ins?${query.toString()}`, recording ?? new Blob([]));
}
