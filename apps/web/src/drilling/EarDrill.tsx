import { earQuestion, finger, midi, pitchText, semitones } from '@cifra/core';
import { figureLines } from '@cifra/engrave';
import { Volume2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { playRun } from '../sound/playNote';
import { Button } from '../ui/Button';
import { SelectField } from '../ui/Field';
import { octaveName } from '../words/noteLabel';
import { figureWords } from '../words/spoken';
import { type DrillGiven, drillNotes, type NoteSource } from './drill';
import { DrillFrame, type Feedback } from './DrillFrame';
import { useQuestion } from './useQuestion';
import { useRound } from './useRound';
import { useChance } from './useChance';
import { useSame } from '../ui/useSame';
import { useStateFor } from '../ui/useStateFor';

const COUNTS = [2, 3, 4, 5] as const;
const SECONDS = 0.8;
const NOTHING: readonly number[] = [];

/** Hear two to five notes, and find them again. */
export function EarDrill(given: DrillGiven) {
  const {
    instrument,
    teaching: { conventions },
    exercise,
    seconds,
    onAnswer,
  } = given;
  const [source, setSource] = useState<NoteSource>(exercise === undefined ? 'stage' : 'exercise');
  const [count, setCount] = useState(3);
  const [by, setBy] = useState<'name' | 'figure'>('name');
  const chance = useChance();
  const all = useMemo(() => drillNotes(given, source), [given, source]);
  const notes = useSame(all, all.map(pitchText).join(' '));
  const make = useMemo(
    () => () => (notes.length < 2 ? undefined : earQuestion(notes, count, chance)),
    [notes, count, chance],
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
    onAnswer(right);
    setFeedback({ right, words: right ? 'Right.' : `It was ${question.notes.map(octaveName).join(' ')}.` });
  };
  const settings = (
    <>
      <SelectField
        id="ear-count"
        label="Hear"
        className="w-28"
        value={count}
        onChange={(e) => setCount(Number(e.target.value))}
      >
        {COUNTS.map((c) => (
          <option key={c} value={c}>
            {c} notes
          </option>
        ))}
      </SelectField>
      <SelectField
        id="ear-notes"
        label="Notes of"
        className="w-40"
        value={source}
        onChange={(e) => setSource(e.target.value as NoteSource)}
      >
        {exercise !== undefined && <option value="exercise">this line</option>}
        {given.known !== undefined && given.known.length > 1 && <option value="known">those that were met</option>}
        <option value="stage">this stage</option>
      </SelectField>
      <SelectField
        id="ear-by"
        label="Find them by"
        className="w-32"
        value={by}
        onChange={(e) => setBy(e.target.value as typeof by)}
      >
        <option value="name">name</option>
        <option value="figure">figure</option>
      </SelectField>
    </>
  );
  if (question === undefined)
    return (
      <p className="p-8 text-center text-secondary">By ear there must be two different notes. Choose other notes.</p>
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
