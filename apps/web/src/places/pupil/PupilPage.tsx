import type { LinkedLine, OpenedLinkView } from '@cifra/contract';
import { planPages, taughtAs } from '@cifra/core';
import { instrumentTitle, lookFirstSentence, signatureSentence } from '@cifra/engrave';
import { Music2, ScrollText, Shapes } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Navigate, useParams, useSearchParams } from 'react-router';
import { useOpenedLink } from '../../api/resources';
import { DrillScreen } from '../../drilling/DrillScreen';
import { useScroll } from '../../engraving/useEngraving';
import { useFigures } from '../../figures/loadFigures';
import { PracticeScreen } from '../../practice/PracticeScreen';
import { useNotice } from '../../ui/Notices';
import { Failure, StaffSkeleton } from '../../ui/States';
import { Sheet } from '../../ui/Sheet';
import { useWidth } from '../../ui/useWidth';
import { Wordmark } from '../../ui/Wordmark';
import { barsWords, dueWords } from '../../words/classWords';
import { RUNG_WORDS } from '../../words/practiseWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { figureWords } from '../../words/spoken';
import { handInTake, type LinkedPage, pageName, usePracticeRecord } from './practiceRecord';

/** Hundredths of a millimetre of music to a pixel of the screen: a staff is easily read on a phone. */
const MM100_PER_PIXEL = 22;
const WIDEST = 19000;

/** What a pupil's link opens: a part to read, to practise and to drill, phone first; on a pupil's own link every line that is set for them. */
export function PupilPage() {
  const { token = '' } = useParams();
  const line = useSearchParams()[0].get('line') ?? undefined;
  const { data, error, mutate } = useOpenedLink(token, line);
  useEffect(() => {
    if (data !== undefined) document.title = `${data.title} · Cifra`;
  }, [data]);
  // A line that is not set any more: what is set now stands under the link itself.
  if (error?.status === 404 && line !== undefined) return <Navigate to={`/p/${token}`} replace />;
  if (error !== undefined && data === undefined) {
    return error.status === 404 ? (
      <Failure title="This link is closed" detail="It was closed by your teacher or is over. Ask for a new one." />
    ) : (
      <Failure title="The page could not be opened" detail={error.message} onRetry={() => void mutate()} />
    );
  }
  return data === undefined ? (
    <div className="p-5">
      <StaffSkeleton label="Opening your page" />
    </div>
  ) : (
    <OpenPupilPage key={hereOf(data) ?? ''} opened={data} token={token} onHandedIn={() => void mutate()} />
  );
}

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
  readonly onHandedIn: () => void;
}) {
  const line = hereOf(opened);
  const linked = useMemo((): LinkedPage => ({ token, line }), [token, line]);
  const { title, exercise, instrument, teaching, page, paper, known, practice, own, lines, expiresAt } = opened;
  const id = pageName(linked);
  const [query, setQuery] = useSearchParams();
  const asked = query.get('at');
  const place: Place = isPlace(asked) ? asked : 'page';
  const notice = useNotice();
  const practised = usePracticeRecord(linked, opened);
  const go = (to: { readonly place?: Place; readonly line?: string }) => {
    const at = to.place ?? place;
    const line = to.line ?? query.get('line');
    setQuery({ ...(line === null ? {} : { line }), ...(at === 'page' ? {} : { at }) });
  };
  const onHandIn = async (recording: Blob | undefined, percent: number, words: string) => {
    try {
      await handInTake(linked, recording, percent, words);
      onHandedIn();
      notice(`Handed in. Your teacher can ${recording === undefined ? 'see' : 'hear'} it now.`);
    } catch (e) {
      notice((e as Error).message, { tone: 'warning' });
    }
  };
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
          {...(own ? { onHandIn } : {})}
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
      <footer
        className={`${place === 'page' ? '' : 'max-md:hidden'} flex shrink-0 items-center justify-between border-t border-line px-4 py-1.5 text-[12.5px] text-secondary`}
      >
        <Wordmark />
        <span>Open until {dayWords(expiresAt.slice(0, 10))}</span>
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

/** The part to read, as it is printed. */
function ReadPage({ opened }: { readonly opened: OpenedLinkView }) {
  const { exercise, instrument, teaching, page, paper, known } = opened;
  const { ref, width } = useWidth();
  const [chosen, setChosen] = useState<string>();
  const figures = useFigures([instrument]);
  const today = todayIso();
  const plan = useMemo(
    () => (figures.ready ? planPages(exercise, instrument, teaching, page, { today, known })[0] : undefined),
    [exercise, instrument, teaching, page, known, today, figures.ready],
  );
  const { data, error, mutate } = useScroll(
    width === undefined
      ? undefined
      : {
          exercise,
          instrument,
          teaching,
          page: { ...page, barsPerSystem: 0 },
          today,
          paper,
          widthMm100: Math.min(WIDEST, width * MM100_PER_PIXEL),
          ...(known === undefined ? {} : { known }),
        },
  );
  const note = chosen === undefined ? undefined : plan?.annotations.get(chosen);
  const look = plan === undefined || !page.lookFirst ? undefined : lookFirstSentence(plan);
  return (
    <main className="min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto max-w-3xl">
        <div className="px-4 pt-3">
          {plan !== undefined && <p>{signatureSentence(plan.part.decisions.key.fifths)}</p>}
          {look !== undefined && (
            <p className="mt-1">
              <strong className="font-semibold">Look first:</strong> {look}
            </p>
          )}
          {opened.assignments.map((w) => (
            <p key={`${w.due} ${w.fromBar ?? ''}`} className="mt-1">
              <strong className="font-semibold">Due {dueWords(w.due, today)}:</strong>{' '}
              {[
                barsWords(w),
                ...w.rungs.map((r) => RUNG_WORDS[r].toLowerCase()),
                ...(w.goalPercent === undefined ? [] : [`goal ${w.goalPercent} % of the tempo`]),
              ].join(', ')}
              {w.note === undefined ? '' : `. ${w.note}`}
            </p>
          ))}
          {opened.handedIn.length > 0 && (
            <p className="mt-1">
              <strong className="font-semibold">Handed in:</strong>{' '}
              {opened.handedIn.map((h) => `${dayWords(h.at.slice(0, 10))} at ${h.percent} % of the tempo`).join(', ')}.
            </p>
          )}
          {exercise.note !== undefined && (
            <p className="mt-1">
              <strong className="font-semibold">Your teacher says:</strong> {exercise.note}
            </p>
          )}
        </div>
        <div ref={ref} className="px-2 py-3">
          {error !== undefined ? (
            <Failure title="The page could not be engraved" detail="Try again." onRetry={() => void mutate()} />
          ) : data === undefined ? (
            <StaffSkeleton systems={4} label="Engraving your page" />
          ) : (
            <Sheet page={data} chosen={chosen} onChoose={setChosen} />
          )}
        </div>
        {note !== undefined && (
          <p role="status" className="sticky bottom-0 border-t border-line bg-accent-soft px-4 py-3 text-[16px]">
            <strong className="font-semibold">{note.name}</strong>:{' '}
            {note.fingering.kind === 'playable'
              ? figureWords(note.fingering.figure, teaching.conventions.fingerCount)
              : 'no figure'}
          </p>
        )}
      </div>
    </main>
  );
}
