import type { OpenedLinkView } from '@cifra/contract';
import { planPages } from '@cifra/core';
import { lookFirstSentence, signatureSentence } from '@cifra/engrave';
import { useMemo, useState } from 'react';
import { useScroll } from '../../engraving/useEngraving';
import { DRAWN, Loaded } from '../../ui/Loaded';
import { Sheet } from '../../ui/Sheet';
import { useWidth } from '../../ui/useWidth';
import { barsWords, dueWords } from '../../words/classWords';
import { RUNG_WORDS } from '../../words/practiseWords';
import { dayWords, todayIso } from '../../words/pageWords';
import { figureWords } from '../../words/spoken';

/** Hundredths of a millimetre of music to a pixel of the screen: a staff is easily read on a phone. */
const MM100_PER_PIXEL = 22;
const WIDEST = 19000;

/** The part to read, as it is printed. */
export function ReadPage({ opened }: { readonly opened: OpenedLinkView }) {
  const { exercise, instrument, teaching, page, paper, known } = opened;
  const { ref, width } = useWidth();
  const [chosen, setChosen] = useState<string>();
  const today = todayIso();
  const plan = useMemo(
    () => planPages(exercise, instrument, teaching, page, { today, known })[0],
    [exercise, instrument, teaching, page, known, today],
  );
  const strip = useScroll(
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
          known,
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
          <Loaded of={strip} what="Your page" verb={DRAWN} detail="Try again." systems={4}>
            {(drawn) => <Sheet page={drawn} chosen={chosen} onChoose={setChosen} />}
          </Loaded>
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
