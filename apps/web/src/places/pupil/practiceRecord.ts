import type { OpenedLinkView, SavePracticeDto } from '@cifra/contract';
import { type InstrumentId, isRung, type LadderRung } from '@cifra/core';
import { useCallback, useEffect, useRef } from 'react';
import { keptHere } from '../../api/keptHere';
import { put, RequestError } from '../../api/request';
import { keptScores } from '../../drilling/scores';
import { keptPractice } from '../../practice/keptPractice';
import { useNotice } from '../../ui/Notices';
import { reasonOf } from '../../ui/reason';

/** What a pupil does is told after a pause, and again when the connection is back. */
const PAUSE_MS = 4000;
const MOST = 100_000;
/** What was told last is remembered, so that what could not be told is told when the page is opened again. */
const keyOf = (page: string): string => `cifra.told.${page}`;

/** A page that a link opens: one of the lines of a pupil's link, or the only one of a class's. */
export interface LinkedPage {
  readonly token: string;
  readonly line: string | undefined;
}
/** What this browser knows a page by. */
export const pageName = ({ token, line }: LinkedPage): string => (line === undefined ? token : `${token}.${line}`);
const whole = (n: number): number => Math.min(MOST, Math.max(0, Math.round(n)));

/** All that this browser knows of the practice of a page: what the desk and the drills keep. */
function recordOf(page: LinkedPage, instrument: InstrumentId): SavePracticeDto {
  const { rungs, bestPercent, cleanRuns, peeks, minutes } = keptPractice(pageName(page), instrument);
  return {
    rungs: [...rungs],
    bestPercent: whole(bestPercent),
    cleanRuns: whole(cleanRuns),
    peeks: whole(peeks),
    minutes: Math.min(MOST, Number(minutes.toFixed(2))),
    drills: [...keptScores(pageName(page))],
  };
}
/** The steps that were told of a page as done and have arrived. */
const toldSteps = (page: LinkedPage): readonly LadderRung[] =>
  keptHere(
    keyOf(pageName(page)),
    (told) => (told as Partial<SavePracticeDto> | null)?.rungs?.filter(isRung) ?? [],
    [] as LadderRung[],
  );
const isNothing = ({ rungs, bestPercent, cleanRuns, peeks, minutes, drills = [] }: SavePracticeDto): boolean =>
  rungs.length + bestPercent + cleanRuns + peeks + minutes + drills.length === 0;

/**
 * Tells the teacher's record what a pupil has practised: all in all, so that a message that was lost is made good by
 * the next one, and what was never told, of any line of the link, is told when one of them is opened.
 * @param own whether it is one pupil's own link; without one nothing is told
 * @returns what to call when something was practised or drilled, once it is kept here
 */
export function usePracticeRecord(
  { token, line }: LinkedPage,
  { instrument, own, lines }: Pick<OpenedLinkView, 'instrument' | 'own' | 'lines'>,
): () => void {
  const notice = useNotice();
  const said = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const tell = useCallback(
    async (page: LinkedPage) => {
      const record = recordOf(page, instrument);
      const text = JSON.stringify(record);
      if (isNothing(record) || text === localStorage.getItem(keyOf(pageName(page)))) return;
      try {
        await put(
          `/api/links/open/${encodeURIComponent(page.token)}/practice${page.line === undefined ? '' : `?line=${encodeURIComponent(page.line)}`}`,
          { ...record, undone: toldSteps(page).filter((r) => !record.rungs.includes(r)) },
        );
        localStorage.setItem(keyOf(pageName(page)), text);
      } catch (e) {
        // Without a connection it stays in this browser; the next change or the connection's return tells it. To be
        // told of a refusal once is enough.
        if (e instanceof RequestError && e.status === 0) return;
        if (!said.current) notice(`Your teacher's record was not reached: ${reasonOf(e)}`, { tone: 'warning' });
        said.current = true;
      }
    },
    [instrument, notice],
  );
  const now = useCallback(() => {
    clearTimeout(timer.current);
    timer.current = undefined;
    void tell({ token, line });
  }, [token, line, tell]);
  const soon = useCallback(() => {
    if (!own) return;
    clearTimeout(timer.current);
    timer.current = setTimeout(now, PAUSE_MS);
  }, [own, now]);

  useEffect(() => {
    if (!own) return;
    const all = () => {
      for (const l of lines) void tell({ token, line: l.line });
    };
    // Who puts the phone away waits for no pause.
    const hide = () => {
      if (document.visibilityState === 'hidden') now();
    };
    all();
    window.addEventListener('online', all);
    document.addEventListener('visibilitychange', hide);
    return () => {
      window.removeEventListener('online', all);
      document.removeEventListener('visibilitychange', hide);
      // Who goes to another line does not wait either.
      if (timer.current !== undefined) now();
    };
  }, [own, token, lines, tell, now]);
  return soon;
}
