import type { HandInView, PracticeView, RubricDto, SayHandInDto } from '@cifra/contract';
import { instrumentOf } from '@cifra/core';
import { Trash2 } from 'lucide-react';
import useSWR from 'swr';
import { get, put, remove, type RequestError } from '../../api/request';
import { useAttempt } from '../../ui/useAttempt';
import { SayToTake } from './SayToTake';

const minutesWords = (m: number): string => (m < 1 ? 'under a minute' : `${Math.round(m)} min`);
const dayAndTime = (iso: string): string =>
  new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }).format(
    new Date(iso),
  );

/** What pupils practised at home on a line, and the takes that they handed in. */
export function HandedIn({
  exerciseId,
  rubric,
}: {
  readonly exerciseId: string;
  /** What the teacher looks at, in their own words. */
  readonly rubric: RubricDto | undefined;
}) {
  const practice = useSWR<PracticeView[], RequestError>(`/api/exercises/${exerciseId}/practice`, get);
  const takes = useSWR<HandInView[], RequestError>(`/api/exercises/${exerciseId}/hand-ins`, get);
  const attempt = useAttempt();
  const clear = (t: HandInView) =>
    attempt(async () => {
      await remove(`/api/hand-ins/${t.id}`);
      await takes.mutate();
    });
  const say = (t: HandInView, said: SayHandInDto) =>
    attempt(async () => {
      await put(`/api/hand-ins/${t.id}`, said);
      await takes.mutate();
    });
  const error = practice.error ?? takes.error;
  return (
    <section aria-label="From home" className="border-t border-line px-4 py-3">
      <h2 className="mb-1 font-sans text-[13px] font-semibold text-secondary">From home</h2>
      {error !== undefined ? (
        <p role="alert" className="text-warning">
          {error.message}
        </p>
      ) : practice.data === undefined || takes.data === undefined ? (
        <p className="text-secondary">Asking the server…</p>
      ) : (
        <>
          {practice.data.length === 0 && takes.data.length === 0 && (
            <p className="text-[13px] text-secondary">
              Nothing yet. Give pupils a link of their own under Parts: what they practise and hand in stands here.
            </p>
          )}
          <ul className="space-y-1.5">
            {practice.data.map((p) => (
              <li key={`${p.pupilId} ${p.instrument}`}>
                <strong className="font-semibold">{p.pupil}</strong>: {p.rungs.length}{' '}
                {p.rungs.length === 1 ? 'step' : 'steps'} done, {minutesWords(p.minutes)}, {p.cleanRuns} clean{' '}
                {p.cleanRuns === 1 ? 'run' : 'runs'}
                {p.bestPercent > 0 ? `, clean in a row at ${p.bestPercent} %` : ''}
                {p.peeks > 0 ? `, ${p.peeks} peeks` : ''}
              </li>
            ))}
          </ul>
          <ul className="mt-3 space-y-3">
            {takes.data.map((t) => (
              <li key={t.id}>
                <p className="flex items-baseline gap-2">
                  <strong className="font-semibold">{t.pupil}</strong>
                  <span className="text-[12.5px] text-secondary">
                    {instrumentOf(t.instrument).name}, {dayAndTime(t.createdAt)}
                  </span>
                  <button
                    type="button"
                    aria-label={`Clear the take of ${t.pupil}`}
                    onClick={() => void clear(t)}
                    className="ml-auto rounded p-1 text-secondary hover:bg-desk"
                  >
                    <Trash2 size={14} aria-hidden />
                  </button>
                </p>
                <p>
                  {t.summary} At {t.percent} %.
                </p>
                <SayToTake key={t.id} take={t} rubric={rubric} onSay={(said) => say(t, said)} />
                {t.hasSound && (
                  <audio
                    controls
                    preload="none"
                    src={`/api/hand-ins/${t.id}/sound`}
                    className="mt-1 h-9 w-full"
                    aria-label={`Take of ${t.pupil}`}
                  />
                )}
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
