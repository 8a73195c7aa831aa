import { earQuestion, finger, midi, pitchText, semitones } from '@cifra/core';
import { figureLines } from '@cifra/engrave';
import { Volume2 } from 'lucide-react';
import { type ReactNode, useMemo, useState } from 'react';
import { playRun } from '../sound/playNote';
import { Button } from '../ui/Button';
import { octaveName } from '../words/noteLabel';
import { figureWords } from '../words/spoken';
import type { DrillGiven } from './drill';
import { DrillFrame, type Feedback, NothingToAsk } from './DrillFrame';
import { useDrillNotes } from './NotesField';
import { useQuestion } from './useQuestion';
import { PickNumber } from './PickNumber';
import { useRound } from './useRound';
import { useChance } from './useChance';
import { useSame } from '../ui/useSame';
import { useStateFor } from '../ui/useStateFor';

const COUNTS = [2, 3, 4, 5] as const;
/** Among so many notes they are; two or three to begin with. */
const AMONG = [2, 3, 5, 8] as const;
const FIRST_AMONG = 3;
const SECONDS = 0.8;
const NOTHING: readonly number[] = [];

export type FoundBy = 'name' | 'figure';

/** Hear two to five notes, and find them again. */
export function FindDrill({
  given,
  by,
  settings: before,
}: {
  readonly given: DrillGiven;
  readonly by: FoundBy;
  readonly settings: ReactNode;
}) {
  const {
    instrument,
    teaching: { conventions },
    seconds,
    onAnswer,
  } = given;
  const [count, setCount] = useState(3);
  const [among, setAmong] = useState<number>(FIRST_AMONG);
  const chance = useChance();
  const { notes: all, field, choice } = useDrillNotes(given, 'ear-notes', 'chosen');
  const notes = useSame(all, all.map(pitchText).join(' '));
  const make = useMemo(
    () => () => (notes.length < 2 ? undefined : earQuestion(notes, count, chance, among)),
    [notes, count, chance, among],
  );
  const { round, start, count: counted } = useRound(seconds);
  const { question, next } = useQuestion(make, round.number);
  const [pressed, setPressed] = useStateFor<readonly number[]>(question, NOTHING);
  const [feedback, setFeedback] = useStateFor<Feedback | undefined>(question, undefined);
  const down = semitones(instrument.toWritten);
  const hear = () =>
    void playRun(
      (question?.notes ?? []).map((n, i) => ({ midi: midi(n) - down, at: i * SECONDS, seconds: SECONDS * 0.9 })),
    );
  const press = (i: number) => {
    if (question === undefined || feedback !== undefined) return;
    const note = question.among[i];
    if (note === undefined) return;
    void playRun([{ midi: midi(note) - down, at: 0, seconds: SECONDS }]);
    const now = [...pressed, i];
    setPressed(now);
    if (now.length < question.notes.length) return;
    const right = now.every((f, k) => question.among[f] === question.notes[k]);
    counted(right);
    const wrong = now.findIndex((f, k) => question.among[f] !== question.notes[k]);
    const [asked, said] = [question.notes[wrong], question.among[now[wrong] ?? -1]];
    onAnswer(right, asked === undefined || said === undefined ? undefined : { asked, said });
    setFeedback({ right, words: right ? 'Right.' : `It was ${question.notes.map(octaveName).join(' ')}.` });
  };
  const settings = (
    <>
      {before}
      <PickNumber
        id="ear-count"
        label="Hear"
        value={count}
        of={COUNTS}
        words={(c) => `${c} notes`}
        onChange={setCount}
      />
      <PickNumber
        id="ear-among"
        label="Among"
        value={among}
        of={AMONG}
        words={(a) => `${a} notes`}
        onChange={setAmong}
      />
      {field}
      {choice}
    </>
  );
  if (question === undefined)
    return (
      <NothingToAsk settings={settings}>By ear there must be two different notes. Choose other notes.</NothingToAsk>
    );
  return (
    <DrillFrame
      title="By ear"
      round={round}
      feedback={feedback}
      onNext={next}
      onAgain={start}
      settings={settings}
      question="Hear them, then find them in order."
    >
      <div className="flex justify-center">
        <Button className="h-12" icon={<Volume2 size={18} aria-hidden />} onClick={hear}>
          Hear the notes
        </Button>
      </div>
      <p role="group" className="flex min-h-11 justify-center gap-2" aria-label="Found so far">
        {question.notes.map((n, i) => (
          <span
            key={i}
            className={`grid h-11 min-w-11 place-items-center rounded-md border px-2 text-[17px] ${feedback === undefined ? 'border-line' : question.among[pressed[i] ?? -1] === n ? 'border-accent text-accent' : 'border-warning text-warning'}`}
          >
            {pressed[i] === undefined ? '' : octaveName(question.among[pressed[i] as number] ?? n)}
          </span>
        ))}
      </p>
      <div className="flex flex-wrap justify-center gap-2">
        {question.among.map((n, i) => {
          const f = finger(instrument, n, conventions);
          const figure =
            f.kind === 'playable'
              ? figureLines(f.figure, conventions.fingerCount)
                  .filter((l) => l !== '')
                  .join(' / ')
              : octaveName(n);
          return (
            <button
              key={octaveName(n)}
              type="button"
              disabled={feedback !== undefined}
              onClick={() => press(i)}
              title={f.kind === 'playable' ? figureWords(f.figure, conventions.fingerCount) : undefined}
              className="min-h-14 min-w-16 rounded-md border border-[#8a97ab] bg-white px-3 text-[17px] hover:bg-accent-soft"
            >
              {by === 'name' ? octaveName(n) : figure}
            </button>
          );
        })}
      </div>
      {pressed.length > 0 && feedback === undefined && (
        <div className="flex justify-center">
          <Button kind="quiet" onClick={() => setPressed(pressed.slice(0, -1))}>
            Take the last back
          </Button>
        </div>
      )}
    </DrillFrame>
  );
}
