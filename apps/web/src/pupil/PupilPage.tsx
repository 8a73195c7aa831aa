import { planPages, taughtAs } from '@cifra/core';
import { instrumentTitle, lookFirstSentence, signatureSentence } from '@cifra/engrave';
import { useEffect, useMemo, useState } from 'react';
import { useParams } from 'react-router';
import type { OpenedLinkView } from '@cifra/contract';
import { useOpenedLink } from '../api/resources';
import { useScroll } from '../engraving/useEngraving';
import { useFigures } from '../figures/loadFigures';
import { Failure, StaffSkeleton } from '../ui/States';
import { Sheet } from '../ui/Sheet';
import { useWidth } from '../ui/useWidth';
import { Wordmark } from '../ui/Wordmark';
import { dayWords, todayIso } from '../words/pageWords';
import { figureWords } from '../words/spoken';

/** Hundredths of a millimetre of music to a pixel of the screen: a staff is easily read on a phone. */
const MM100_PER_PIXEL = 22;
const WIDEST = 19000;

/** What a pupil's link opens: one part to read, phone first. */
export function PupilPage() {
  const { token = '' } = useParams();
  const { data, error, mutate } = useOpenedLink(token);
  useEffect(() => {
    if (data !== undefined) document.title = `${data.title} · Cifra`;
  }, [data]);
  if (error !== undefined && data === undefined) {
    return error.status === 404 ? <Failure title="This link is closed" detail="It was closed by your teacher or is over. Ask for a new one." />
      : <Failure title="The page could not be opened" detail={error.message} onRetry={() => void mutate()} />;
  }
  return data === undefined ? <div className="p-5"><StaffSkeleton label="Opening your page" /></div> : <OpenPupilPage opened={data} />;
}

function OpenPupilPage({ opened }: { readonly opened: OpenedLinkView }) {
  const { title, exercise, instrument, teaching, page, paper, known, expiresAt } = opened;
  const { ref, width } = useWidth();
  const [chosen, setChosen] = useState<string>();
  const figures = useFigures([instrument]);
  const today = todayIso();
  const plan = useMemo(() => {
    if (!figures.ready) return undefined;
    return planPages(exercise, instrument, teaching, page, { today, known })[0];
  }, [exercise, instrument, teaching, page, known, today, figures.ready]);
  const { data, error, mutate } = useScroll(width === undefined ? undefined : {
    exercise, instrument, teaching, page: { ...page, barsALine: 0 }, today, paper, widthMm100: Math.min(WIDEST, width * MM100_PER_PIXEL), ...(known === undefined ? {} : { known }),
  });
  const note = chosen === undefined ? undefined : plan?.annotations.get(chosen);
  const look = plan === undefined || !page.lookFirst ? undefined : lookFirstSentence(plan);
  return (
    <div className="mx-auto flex min-h-full max-w-3xl flex-col bg-white">
      <header className="border-b border-line px-4 pt-4 pb-3">
        <h1 className="text-[22px]">{title}</h1>
        <p className="text-secondary">{instrumentTitle(taughtAs(instrument, teaching.schools))}</p>
        {plan !== undefined && <p className="mt-2">{signatureSentence(plan.part.decisions.key.fifths)}</p>}
        {look !== undefined && <p className="mt-1"><strong className="font-semibold">Look first:</strong> {look}</p>}
        {exercise.note !== undefined && <p className="mt-1"><strong className="font-semibold">Your teacher says:</strong> {exercise.note}</p>}
      </header>
      <div ref={ref} className="flex-1 px-2 py-3">
        {error !== undefined ? <Failure title="The page could not be engraved" detail="Try again." onRetry={() => void mutate()} />
          : data === undefined ? <StaffSkeleton systems={4} label="Engraving your page" /> : <Sheet page={data} chosen={chosen} onChoose={setChosen} />}
      </div>
      {note !== undefined && (
        <p role="status" className="sticky bottom-0 border-t border-line bg-accent-soft px-4 py-3 text-[16px]">
          <strong className="font-semibold">{note.name}</strong>: {note.fingering.kind === 'playable' ? figureWords(note.fingering.figure, teaching.schools.fingerCount) : 'no figure'}
        </p>
      )}
      <footer className="flex items-center justify-between border-t border-line px-4 py-3 text-[12.5px] text-secondary"><Wordmark /><span>Open until {dayWords(expiresAt.slice(0, 10))}</span></footer>
    </div>
  );
}
