import type { LinkedLine, OpenedLinkView } from '@cifra/contract';
import { planPages, type PracticeStart, slowPiece, taughtAs, type TodayItem, todaysWork } from '@cifra/core';
import { instrumentTitle } from '@cifra/engrave';
import { CalendarCheck, ChevronLeft, Gauge, Music2, Shapes } from 'lucide-react';
import { type ComponentProps, lazy, Suspense, useLayoutEffect, useMemo, useState } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { endFirstView, firstPage } from '../../api/firstView';
import { useOpenedLink } from '../../api/resources';
import { useNotice } from '../../ui/Notices';
import { Loaded } from '../../ui/Loaded';
import { Failure, StaffSkeleton } from '../../ui/States';
import { useTitle } from '../../ui/useTitle';
import { Wordmark } from '../../ui/Wordmark';
import { dueWords } from '../../words/classWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { keptPractice } from '../../practice/keptPractice';
import { Today } from './Today';
import { drawAfar } from './linkedStrip';
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
  const isThere = opened.data !== undefined || opened.error !== undefined;
  useLayoutEffect(() => {
    if (isThere) endFirstView();
  }, [isThere]);
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
  today: { name: 'Today', icon: CalendarCheck },
  practise: { name: 'Practise', icon: Music2 },
  drills: { name: 'Drills', icon: Shapes },
} as const;
type Place = keyof typeof PLACES;
const isPlace = (p: string | null): p is Place => p !== null && p in PLACES;

/** The bars of a piece that is learned, by index, as its address has them; none where the line has not got them. */
function pieceOf(bars: string | null, all: number): PracticeStart | undefined {
  const [from = NaN, to = NaN] =
    /^(\d+)-(\d+)$/
      .exec(bars ?? '')
      ?.slice(1)
      .map(Number) ?? [];
  return from <= to && to < all ? slowPiece({ from, to }) : undefined;
}

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
  const afar = useMemo(() => drawAfar(linked), [linked]);
  const [query, setQuery] = useSearchParams();
  const asked = query.get('at');
  const place: Place = isPlace(asked) ? asked : 'today';
  const notice = useNotice();
  const attempt = useAttempt();
  const practised = usePracticeRecord(linked, opened);
  const kept = useKeptHere(token, opened);
  useWaitingTakes(own ? token : undefined, onHandedIn);
  const plan = useMemo(
    () => planPages(exercise, instrument, teaching, page, { today: todayIso(), known })[0],
    [exercise, instrument, teaching, page, known],
  );
  // What is to come is done before what was due, as among the lines.
  const set = opened.assignments.find((w) => w.due >= todayIso()) ?? opened.assignments.at(-1);
  const done = keptPractice(id, instrument);
  const work = plan === undefined ? undefined : todaysWork(plan, set, done, practice.ladder);
  const item = query.get('item');
  const chosen = work?.items.find((i) => i.kind === item);
  const begun =
    chosen?.kind === 'piece' || chosen?.kind === 'hard-place'
      ? chosen.start
      : pieceOf(query.get('bars'), plan?.part.concert.measures.length ?? 0);
  const go = (to: Readonly<Record<string, string>>) => {
    const line = to.line ?? query.get('line');
    setQuery({ ...(line !== null && { line }), ...to });
  };
  /** Drone and tuner by one tap, from wherever something is played. */
  const tune = () =>
    setQuery((before) => {
      const after = new URLSearchParams(before);
      after.set('at', 'practise');
      after.set('do', 'tune');
      return after;
    });
  const goTo = (to: Place) => go(to === 'today' ? {} : { at: to });
  const open = (i: TodayItem) =>
    go(
      i.kind === 'drill'
        ? { at: 'drills' }
        : { at: 'practise', item: i.kind, ...(i.kind === 'warm-up' && { do: 'tune' }) },
    );
  const onHandIn = (recording: Blob | undefined, percent: number, words: string) =>
    attempt(async () => {
      const how = await handInTake(linked, recording, percent, words);
      if (how === 'waits') return notice(TAKE_WAITS);
      void onHandedIn();
      notice(`Handed in. Your teacher can ${recording === undefined ? 'see' : 'hear'} it now.`);
    });
  return (
    <div className="flex h-full min-h-0 flex-col bg-white">
      <header className="flex shrink-0 items-center gap-x-3 border-b border-line px-4 py-1 max-lg:pl-1">
        {place !== 'today' && (
          <button
            type="button"
            onClick={() => goTo('today')}
            className="flex h-11 shrink-0 items-center gap-0.5 rounded-md px-2 text-[14px] font-medium text-accent hover:bg-panel lg:hidden"
          >
            <ChevronLeft size={18} aria-hidden />
            Today
          </button>
        )}
        <h1
          className={`min-w-0 truncate text-[20px] ${place === 'today' ? 'py-1.5 max-lg:pl-3' : 'max-lg:text-[16px]'}`}
        >
          {title}
        </h1>
        <p className="text-[13px] text-secondary max-md:hidden">
          {instrumentTitle(taughtAs(instrument, teaching.conventions))}
        </p>
        {place !== 'today' && (
          <button
            type="button"
            title="Drone and tuner"
            onClick={tune}
            className="ml-auto flex h-11 shrink-0 items-center gap-1.5 rounded-md px-2.5 text-[14px] font-medium text-accent hover:bg-panel"
          >
            <Gauge size={17} aria-hidden />
            Tune
          </button>
        )}
        <nav
          aria-label="Your places"
          className={`flex shrink-0 gap-1 max-lg:hidden ${place === 'today' ? 'ml-auto' : ''}`}
        >
          {Object.entries(PLACES).map(([name, { name: words, icon: Icon }]) => (
            <button
              key={name}
              type="button"
              aria-current={place === name ? 'page' : undefined}
              onClick={() => goTo(name as Place)}
              className="flex h-10 items-center justify-center gap-1.5 rounded-md px-2.5 text-[14px] text-secondary hover:bg-panel aria-[current=page]:bg-accent-soft aria-[current=page]:font-semibold aria-[current=page]:text-accent"
            >
              <Icon size={16} aria-hidden />
              {words}
            </button>
          ))}
        </nav>
      </header>
      {place === 'today' && lines.length > 1 && <Lines lines={lines} onOpen={(line) => go({ line })} />}
      <Suspense fallback={<StaffSkeleton label="Opening your page" />}>
        {place === 'today' && plan !== undefined && work !== undefined && (
          <Today
            id={id}
            opened={opened}
            came={firstPage(token, query.get('line') ?? undefined)}
            afar={afar}
            plan={plan}
            set={set}
            work={work}
            kept={done}
            onOpen={open}
            onPiece={({ from, to }) => go({ at: 'practise', bars: `${from}-${to}` })}
          />
        )}
        {place === 'practise' && (
          <BegunPractice
            key={`${item ?? ''} ${query.get('bars') ?? ''}`}
            id={id}
            exercise={exercise}
            instrument={instrument}
            teaching={teaching}
            page={page}
            paper={paper}
            known={known}
            along={opened.along ?? []}
            ladder={practice.ladder}
            cleanGoal={practice.cleanGoal}
            afar={afar}
            start={begun}
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
        className={`${place === 'today' ? '' : 'max-lg:hidden'} flex shrink-0 items-center justify-between border-t border-line px-4 py-1.5 text-[12.5px] text-secondary`}
      >
        <Wordmark />
        <span className="ml-3 flex-1 text-right">
          {KEPT_WORDS[kept]}Open until {dayWords(expiresAt.slice(0, 10))}
        </span>
      </footer>
    </div>
  );
}

/** Practice as it was begun, though what is done meanwhile would begin otherwise. */
function BegunPractice({ start, ...practised }: ComponentProps<typeof PracticeScreen>) {
  const [begun] = useState(start);
  return <PracticeScreen {...practised} start={begun} />;
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
