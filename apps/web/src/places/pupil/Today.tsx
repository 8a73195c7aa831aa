import type { OpenedLinkView } from '@cifra/contract';
import type { BarRange, NoteId, PagePlan, TodayItem, TodayWork } from '@cifra/core';
import { Check, Play } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { FirstPage } from '../../api/firstView';
import { type DrawAfar, useScroll } from '../../engraving/useEngraving';
import { lessonsOf, lookPoints } from '../../lookFirst/lookPoints';
import type { KeptPractice } from '../../practice/keptPractice';
import { Button } from '../../ui/Button';
import { DRAWN, Loaded } from '../../ui/Loaded';
import { Sheet } from '../../ui/Sheet';
import { useWidth } from '../../ui/useWidth';
import { barsWords, dueWords } from '../../words/classWords';
import { RUNG_WORDS } from '../../words/practiseWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { capital, figureWords } from '../../words/spoken';
import { beginWords, progressWords, startWords } from '../../words/todayWords';
import { BeforePlaying } from './BeforePlaying';
import { HandedIn } from './HandedIn';
import { Lessons } from './Lessons';
import { firstStrip } from './linkedStrip';
import { TenMinutes } from './TenMinutes';

/** Hundredths of a millimetre of music to a pixel of the screen: a staff is easily read on a phone. */
const MM100_PER_PIXEL = 22;
const WIDEST = 19000;

interface Props {
  readonly id: string;
  readonly opened: OpenedLinkView;
  /** What the page held when it came. */
  readonly came: FirstPage | undefined;
  readonly afar: DrawAfar;
  readonly plan: PagePlan;
  /** What is set of the line next. */
  readonly set: OpenedLinkView['assignments'][number] | undefined;
  readonly work: TodayWork;
  readonly kept: KeptPractice;
  readonly onOpen: (item: TodayItem) => void;
  /** Some bars are gone over, again and again. */
  readonly onPiece: (bars: BarRange) => void;
}

/** A note that was tapped, or that is shown where it stands. */
interface ChosenNote {
  readonly note: NoteId;
  readonly isShown: boolean;
}

/** What is to be done of a line today, and with what to begin; under it what to look at first, and the part to read. */
export function Today({ id, opened, came, afar, plan, set, work, kept, onOpen, onPiece }: Props) {
  const { exercise, sentences } = opened;
  const others = opened.assignments.filter((w) => w !== set);
  const today = todayIso();
  const piece = work.items.find((i) => i.kind === 'piece');
  const points = useMemo(() => lookPoints(plan, sentences), [plan, sentences]);
  const lessons = useMemo(() => lessonsOf(plan), [plan]);
  const [chosen, choose] = useState<ChosenNote>();
  return (
    <main className="min-h-0 flex-1 overflow-y-auto">
      <div className="mx-auto max-w-3xl px-4 pt-4">
        {set === undefined ? (
          <p className="text-[17px]">Nothing is set of this line; here is how it is learned.</p>
        ) : (
          <>
            <p className="text-[17px]">
              <strong className="font-semibold">
                {set.due < today ? `Was due ${dayWords(set.due)}` : `Due ${dueWords(set.due, today)}`}:
              </strong>{' '}
              {barsWords(set)}.
            </p>
            {set.note !== undefined && <p className="mt-0.5">{set.note}</p>}
          </>
        )}
        <ul aria-label="Steps" className="mt-2 flex flex-wrap gap-x-4 gap-y-0.5 text-[14px]">
          {work.steps.map(({ rung, isDone }) => (
            <li key={rung} className={isDone ? 'text-accent' : 'text-secondary'}>
              {isDone && <Check size={14} aria-label="Done:" className="mr-1 inline align-[-2px]" />}
              {RUNG_WORDS[rung]}
            </li>
          ))}
        </ul>
        <p className="mt-1 text-[14px] text-secondary">{progressWords(work, kept.bestPercent, set?.goalPercent)}</p>
        {piece?.kind === 'piece' && (
          <Button
            kind="primary"
            className="mt-3 h-auto min-h-16 w-full justify-start px-5 py-2.5 text-left whitespace-normal"
            icon={<Play size={22} aria-hidden className="shrink-0" />}
            onClick={() => onOpen(piece)}
          >
            <span className="ml-1.5">
              <span className="block text-[18px] font-semibold">{beginWords(piece.start)}</span>
              <span className="block text-[14px] font-normal">{startWords(piece.start, plan)}</span>
            </span>
          </Button>
        )}
        <HandedIn takes={opened.handedIn} />
        <TenMinutes id={id} plan={plan} items={work.items} onOpen={onOpen} />
        <BeforePlaying points={points} onShow={(note) => choose({ note, isShown: true })}>
          {exercise.note !== undefined && (
            <p>
              <strong className="font-semibold">Your teacher says:</strong> {exercise.note}
            </p>
          )}
          {others.map((w) => (
            <p key={`${w.due} ${w.fromBar ?? ''}`}>
              <strong className="font-semibold">{capital(dueWords(w.due, today))}:</strong>{' '}
              {[barsWords(w), ...w.rungs.map((r) => RUNG_WORDS[r].toLowerCase())].join(', ')}
              {w.note === undefined ? '.' : `. ${w.note}`}
            </p>
          ))}
        </BeforePlaying>
        {lessons.length > 1 && <Lessons lessons={lessons} onOpen={onPiece} />}
      </div>
      <Part opened={opened} came={came} afar={afar} plan={plan} chosen={chosen} onChoose={choose} />
    </main>
  );
}

/** The part to read; a note that is tapped says its figure. */
function Part({
  opened,
  came,
  afar,
  plan,
  chosen,
  onChoose,
}: Pick<Props, 'opened' | 'came' | 'afar' | 'plan'> & {
  readonly chosen: ChosenNote | undefined;
  readonly onChoose: (chosen: ChosenNote) => void;
}) {
  const { exercise, instrument, teaching, page, paper, known } = opened;
  const { ref, width } = useWidth();
  const widthMm100 = width === undefined ? undefined : Math.min(WIDEST, width * MM100_PER_PIXEL);
  const first = useMemo(
    () => (widthMm100 === undefined ? undefined : firstStrip(came, opened, widthMm100)),
    [came, opened, widthMm100],
  );
  const strip = useScroll(
    widthMm100 === undefined || first !== undefined
      ? undefined
      : {
          exercise,
          instrument,
          teaching,
          page: { ...page, barsPerSystem: 0 },
          today: todayIso(),
          paper,
          widthMm100,
          known,
        },
    afar,
  );
  const note = chosen === undefined ? undefined : plan.annotations.get(chosen.note);
  const music = useRef<HTMLDivElement>(null);
  const drawn = first ?? strip.data;
  // What is asked for before the music is drawn is shown when it is.
  useEffect(() => {
    if (chosen?.isShown === true && drawn !== undefined)
      music.current?.querySelector('.chosen')?.scrollIntoView({ block: 'center' });
  }, [chosen, drawn]);
  const sheet = { chosen: chosen?.note, onChoose: (n: NoteId) => onChoose({ note: n, isShown: false }) };
  return (
    <div ref={music} className="mx-auto max-w-3xl">
      <div ref={ref} className="px-2 py-3">
        {first !== undefined ? (
          <Sheet page={first} {...sheet} />
        ) : (
          <Loaded of={strip} what="Your page" verb={DRAWN} detail="Try again." systems={4}>
            {(engraved) => <Sheet page={engraved} {...sheet} />}
          </Loaded>
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
  );
}
