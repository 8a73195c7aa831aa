import type { LinkedLine, OpenedLinkView } from '@cifra/contract';
import { taughtAs } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { Music2, ScrollText, Shapes } from 'lucide-react';
import { lazy, Suspense, useMemo } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { useOpenedLink } from '../../api/resources';
import { useNotice } from '../../ui/Notices';
import { Loaded } from '../../ui/Loaded';
import { Failure, StaffSkeleton } from '../../ui/States';
import { useTitle } from '../../ui/useTitle';
import { Wordmark } from '../../ui/Wordmark';
import { dueWords } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { ReadPage } from './ReadPage';
import { type LinkedPage, pageName, usePracticeRecord } from './practiceRecord';
import { handInTake, TAKE_WAITS, useWaitingTakes } from './takes';
import { type KeptHere, useKeptHere } from './useKeptHere';
import { useAttempt } from '../../ui/useAttempt';

// The page is there first; what it is practised and drilled with is fetched after it.
const PracticeScreen = lazy(async () => ({
  default: (await import('../../practice/PracticeScreen')).PracticeScreen,
}));
const DrillScreen = lazy(async () => ({ default: (await import('../../drilling/DrillScreen')).DrillScreen }));

/**
 * What a pupil's link opens: a part to read, to practise and to drill, phone first; on a pupil's own link every line
 * that is set for them.
 */
export function PupilPage() {
  const { token = '' } = useParams();
  const line = useSearchParams()[0].get('line') ?? undefined;
  const opened = useOpenedLink(token, line);
  useTitle(opened.data?.title);
  // A line that is not set any more: what is set now stands under the link itself.
  if (opened.error?.status === 404 && line !== undefined) return <Navigate to={`/p/${token}`} replace />;
  if (opened.error?.status === 404 && opened.data === undefined)
    return (
      <Failure title="This link is closed" detail="It was closed by your teacher or is over. Ask for a new one." />
    );
  return (
    <Loaded of={opened} what="Your page" className="p-5">
      {(data) => <OpenPupilPage key={hereOf(data) ?? ''} opened={data} token={token} onHandedIn={opened.mutate} />}
    </Loaded>
  );
}

const KEPT_WORDS: Readonly<Record<KeptHere, string>> = {
  keeping: 'Getting ready for home … ',
  kept: 'Works at home without a network. ',
  not: '',
};

const PLACES = {
  page: { name: 'Page', icon: ScrollText },
  practise: { name: 'Practise', icon: Music2 },
  drills: { name: 'Drills', icon: Shapes },
} as const;
type Place = keyof typeof PLACES;
const isPlace = (p: string | null): p is Place => p !== null && p in PLACES;

/** Which of a pupil's lines is open. */
const hereOf = ({ lines }: OpenedLinkView): string | undefined => lines.find((l) => l.here)?.line;

function OpenPupilPage({
  opened,
  token,
  onHandedIn,
}: {
  readonly opened: OpenedLinkView;
  readonly token: string;
  readonly onHandedIn: () => Promise<unknown>;
}) {
  const line = hereOf(opened);
  const linked = useMemo((): LinkedPage => ({ token, line }), [token, line]);
  const { title, exercise, instrument, teaching, page, paper, known, practice, own, lines, expiresAt } = opened;
  const id = pageName(linked);
  const [query, setQuery] = useSearchParams();
  const asked = query.get('at');
  const place: Place = isPlace(asked) ? asked : 'page';
  const notice = useNotice();
  const attempt = useAttempt();
  const practised = usePracticeRecord(linked, opened);
  const kept = useKeptHere(token, opened);
  useWaitingTakes(own ? token : undefined, onHandedIn);
  const go = (to: { readonly place?: Place; readonly line?: string }) => {
    const at = to.place ?? place;
    const line = to.line ?? query.get('line');
    setQuery({ ...(line !== null && { line }), ...(at !== 'page' && { at }) });
  };
  const onHandIn = (recording: Blob | undefined, percent: number, words: string) =>
    attempt(async () => {
      const how = await handInTake(linked, recording, percent, words);
      if (how === 'waits') return notice(TAKE_WAITS);
      void onHandedIn();
      notice(`Handed in. Your teacher can ${recording === undefined ? 'see' : 'hear'} it now.`);
    });
  return (
    <div className="flex h-full min-h-0 flex-col bg-white">
      <header className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-b border-line px-4 py-2">
        <h1 className="min-w-0 truncate text-[20px]">{title}</h1>
        <p className="text-[13px] text-secondary max-md:hidden">
          {instrumentTitle(taughtAs(instrument, teaching.conventions))}
        </p>
        <nav aria-label="Your places" className="flex gap-1 max-md:w-full md:ml-auto">
          {Object.entries(PLACES).map(([name, { name: words, icon: Icon }]) => (
            <button
              key={name}
              type="button"
              aria-current={place === name ? 'page' : undefined}
              onClick={() => go({ place: name as Place })}
              className="flex h-10 items-center justify-center gap-1.5 max-md:flex-1 rounded-md px-2.5 text-[14px] text-secondary hover:bg-panel aria-[current=page]:bg-accent-soft aria-[current=page]:font-semibold aria-[current=page]:text-accent"
            >
              <Icon size={16} aria-hidden />
              {words}
            </button>
          ))}
        </nav>
      </header>
      {lines.length > 1 && <Lines lines={lines} onOpen={(line) => go({ line })} />}
      <Suspense fallback={<StaffSkeleton label="Opening your page" />}>
        {place === 'page' && <ReadPage opened={opened} />}
        {place === 'practise' && (
          <PracticeScreen
            id={id}
            exercise={exercise}
            instrument={instrument}
            teaching={teaching}
            page={page}
            paper={paper}
            known={known}
            along={[]}
            ladder={practice.ladder}
            cleanGoal={practice.cleanGoal}
            onNews={practised}
            onHandIn={own ? onHandIn : undefined}
          />
        )}
        {place === 'drills' && (
          <DrillScreen
            id={id}
            instruments={[instrument]}
            teaching={teaching}
            known={known}
            exercise={exercise}
            sentences={undefined}
            onScores={practised}
          />
        )}
      </Suspense>
      <footer
        className={`${place === 'page' ? '' : 'max-md:hidden'} flex shrink-0 items-center justify-between border-t border-line px-4 py-1.5 text-[12.5px] text-secondary`}
      >
        <Wordmark />
        <span className="ml-3 flex-1 text-right">
          {KEPT_WORDS[kept]}Open until {dayWords(expiresAt.slice(0, 10))}
        </span>
      </footer>
    </div>
  );
}

/** The lines of a pupil, the nearest day first; on a phone they go sideways. */
function Lines({ lines, onOpen }: { readonly lines: readonly LinkedLine[]; readonly onOpen: (line: string) => void }) {
  const today = todayIso();
  return (
    <nav aria-label="Your lines" className="flex shrink-0 gap-1 overflow-x-auto border-b border-line px-4 py-1.5">
      {lines.map((l) => (
        <button
          key={l.line}
          type="button"
          aria-current={l.here ? 'true' : undefined}
          onClick={() => onOpen(l.line)}
          className="shrink-0 rounded-md px-2.5 py-1 text-left text-[14px] leading-tight hover:bg-panel aria-[current=true]:bg-accent-soft aria-[current=true]:font-semibold"
        >
          {l.title}
          <span className="block text-[12.5px] font-normal text-secondary">
            {l.due === undefined
              ? 'to play'
              : l.due < today
                ? `was due ${dayWords(l.due)}`
                : `due ${dueWords(l.due, today)}`}
          </span>
        </button>
      ))}
    </nav>
  );
}
